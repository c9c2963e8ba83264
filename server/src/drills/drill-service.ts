import { randomUUID } from 'node:crypto';
import {
  type Drill,
  type DrillMedia,
  drillShelf,
  type DrillShelf,
  type OwnDrill,
  shippedDrill,
  VilkoError,
} from '@vilko/core';
import { filmMime } from '../swings/film-service.js';
import type { FilmStore } from '../swings/film-store.js';
import type { DrillRepository, DrillRow } from './drill-repository.js';

/** Largest photograph, bytes: what a browser makes of a picture before it sends it is far smaller. */
const LARGEST_PHOTOGRAPH = 8 * 1024 * 1024;

const told = ({ drill, media, offAt }: DrillRow): OwnDrill => ({ drill, media, off: offAt !== null });

const startsWith = (bytes: Uint8Array, ...first: number[]): boolean => first.every((b, i) => bytes[i] === b);

/** What a file says of itself in its first bytes; null when it is neither picture nor film. */
export function mediaMime(bytes: Uint8Array): DrillMedia['mime'] | null {
  if (startsWith(bytes, 0xff, 0xd8, 0xff)) return 'image/jpeg';
  return startsWith(bytes, 0x89, 0x50, 0x4e, 0x47) ? 'image/png' : filmMime(bytes);
}

/** Drills of the house: written, changed, taken off and put back, each with a photograph or a short film. */
export function drillService(repository: DrillRepository, store: FilmStore) {
  const own = async (): Promise<OwnDrill[]> => (await repository.every()).map(told);
  const change = async (id: string, to: Parameters<DrillRepository['change']>[1]): Promise<OwnDrill | null> => {
    const row = await repository.change(id, to);
    return row && told(row);
  };
  /** The row of a drill that is on the shelf; one that comes with the application gets its own with the first file. */
  const rowOnShelf = async (id: string): Promise<DrillRow | null> => {
    const [row, comes] = [await repository.one(id), shippedDrill(id)];
    return comes && (row === null || row.offAt !== null) ? repository.save(comes) : row;
  };
  return {
    own,
    shelf: async (): Promise<DrillShelf> => drillShelf(await own()),
    /** A drill that was written, copied or brought; an id that is taken gets a number. */
    async add(drill: Drill): Promise<OwnDrill> {
      let { id } = drill;
      for (let n = 2; shippedDrill(id) || (await repository.one(id)); n++) id = `${drill.id.slice(0, 54)}-${n}`;
      return told(await repository.save({ ...drill, id }));
    },
    /** @throws VilkoError for a drill that is neither the house's nor comes with the application */
    async save(drill: Drill): Promise<OwnDrill> {
      if (!shippedDrill(drill.id) && !(await repository.one(drill.id)))
        throw new VilkoError('bad-option', `there is no drill "${drill.id}": add it first`);
      return told(await repository.save(drill));
    },
    setOff: (id: string, off: boolean): Promise<OwnDrill | null> => change(id, { offAt: off ? new Date() : null }),
    /** @throws VilkoError where the file is neither picture nor film */
    async keepMedia(id: string, bytes: Uint8Array): Promise<OwnDrill | null> {
      const mime = mediaMime(bytes);
      if (!mime)
        throw new VilkoError('unsupported', 'this file is no JPEG, PNG, WebM or MP4: nothing of the drill was changed');
      if (mime.startsWith('image/') && bytes.byteLength > LARGEST_PHOTOGRAPH)
        throw new VilkoError('bad-option', 'this photograph is larger than 8 MB: nothing of the drill was changed');
      const row = await rowOnShelf(id);
      if (!row) return null;
      const media: DrillMedia = { id: randomUUID(), mime, size: bytes.byteLength };
      await store.put(media, bytes);
      for (const gone of [row.media, row.mediaBefore]) if (gone) await store.remove(gone);
      return change(id, { media, mediaBefore: null });
    },
    /** What was taken away is kept until something else is. */
    async dropMedia(id: string): Promise<OwnDrill | null> {
      const row = await repository.one(id);
      if (!row?.media) return row && told(row);
      if (row.mediaBefore) await store.remove(row.mediaBefore);
      return change(id, { media: null, mediaBefore: row.media });
    },
    /** @throws VilkoError where it is not what was taken away last */
    async putBackMedia(id: string, mediaId: string): Promise<OwnDrill | null> {
      const row = await repository.one(id);
      if (!row) return null;
      if (row.mediaBefore?.id !== mediaId)
        throw new VilkoError('bad-option', 'this photograph or film is not there any more');
      return change(id, { media: row.mediaBefore, mediaBefore: null });
    },
    media: async (id: string): Promise<DrillMedia | null> => (await repository.one(id))?.media ?? null,
    toSend: store.toSend,
  };
}

export type DrillService = ReturnType<typeof drillService>;

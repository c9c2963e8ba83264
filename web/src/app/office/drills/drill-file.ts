import type { Drill } from '@vilko/core/drills/drill';
import { readDrill } from '@vilko/core/drills/read-drill';
import type { DrillMedia } from '@vilko/core/drills/own-drill';
import { jsonIn, saveFile } from '../../shell/files';

/** Long side a photograph is made small to, px: sharp on a tablet, a few hundred kilobytes. */
const LONG_SIDE = 1600;
const QUALITY = 0.85;
/** Longest a photograph may be in a drill's file, as text. */
const LONGEST_PHOTOGRAPH = 12_000_000;

/** A drill as it is taken along: its photograph with it; a film stays in the house. */
export interface DrillFile {
  readonly vilko: 'drill';
  readonly version: 1;
  readonly drill: Drill;
  /** A data address; null without one. */
  readonly photograph: string | null;
}

const asData = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error('the photograph cannot be read'));
    reader.readAsDataURL(blob);
  });

/** Hands a drill over as JSON. */
export async function takeAlong(drill: Drill, photograph: Blob | null): Promise<void> {
  const file: DrillFile = { vilko: 'drill', version: 1, drill, photograph: photograph && (await asData(photograph)) };
  saveFile(`${drill.id}.json`, new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }));
}

/** Whether a drill is shown by a photograph, which goes along, or by a film, which does not. */
export const isPhotograph = (media: DrillMedia | null): boolean => media?.mime.startsWith('image/') ?? false;

/**
 * Reads a drill that is brought as JSON.
 * @returns the drill with its photograph, or one sentence on what is wrong
 */
export async function bringDrill(
  file: File,
): Promise<{ readonly drill: Drill; readonly photograph: Blob | null } | string> {
  const said = await jsonIn(file);
  if ('problem' in said) return said.problem;
  const { json } = said;
  const whole = typeof json === 'object' && json !== null && 'vilko' in json ? (json as Partial<DrillFile>) : null;
  const read = readDrill(whole ? whole.drill : json);
  if ('problem' in read) return `${file.name}: ${read.problem}. Nothing was changed.`;
  const photograph = whole?.photograph ?? null;
  if (photograph === null) return { drill: read.drill, photograph: null };
  const bytes = typeof photograph === 'string' ? imageIn(photograph) : null;
  return bytes
    ? { drill: read.drill, photograph: bytes }
    : `${file.name}: Its photograph is neither JPEG nor PNG. Nothing was changed.`;
}

/** The bytes of a picture in a data address; null where it is none. */
function imageIn(address: string): Blob | null {
  const found = /^data:(image\/(?:jpeg|png));base64,([A-Za-z0-9+/]+=*)$/.exec(address.slice(0, LONGEST_PHOTOGRAPH));
  if (!found) return null;
  try {
    return new Blob([Uint8Array.from(atob(found[2]!), (c) => c.charCodeAt(0))], { type: found[1]! });
  } catch {
    return null;
  }
}

/**
 * A photograph small enough to be sent to every pupil, turned as it was taken.
 * @throws Error with one sentence when the browser cannot show it
 */
export async function photographOf(file: Blob): Promise<Blob> {
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error('this browser cannot show the photograph');
  });
  const scale = Math.min(1, LONG_SIDE / Math.max(bitmap.width, bitmap.height));
  const canvas = Object.assign(document.createElement('canvas'), {
    width: Math.round(bitmap.width * scale),
    height: Math.round(bitmap.height * scale),
  });
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (b) => (b ? resolve(b) : reject(new Error('this browser cannot make the photograph small enough'))),
      'image/jpeg',
      QUALITY,
    );
  });
}

import { VilkoError } from '@vilko/core';
import type { HouseRepository } from '../house/house-repository.js';
import { MARK } from '../house/settings.js';

const PNG = [0x89, 0x50, 0x4e, 0x47];
const JPEG = [0xff, 0xd8, 0xff];

/** What a picture says of itself in its first bytes; null where it is neither PNG nor JPEG. */
function pictureKind(bytes: Uint8Array): 'image/png' | 'image/jpeg' | null {
  const begins = (with_: readonly number[]): boolean => with_.every((b, i) => bytes[i] === b);
  return begins(PNG) ? 'image/png' : begins(JPEG) ? 'image/jpeg' : null;
}

/** The house's mark, a picture that stands on its reports and letters; kept as a data: URL. */
export function houseMark(house: HouseRepository) {
  const url = (): Promise<string | null> => house.get<string>(MARK);
  return {
    url,
    async picture(): Promise<{ mime: string; bytes: Uint8Array } | null> {
      const found = /^data:([^;]+);base64,(.*)$/s.exec((await url()) ?? '');
      return found && { mime: found[1]!, bytes: Buffer.from(found[2]!, 'base64') };
    },
    /** @throws VilkoError for what is no PNG or JPEG */
    async keep(bytes: Uint8Array): Promise<void> {
      const mime = pictureKind(bytes);
      if (!mime) throw new VilkoError('unsupported', 'this is neither PNG nor JPEG: the mark stays as it was');
      await house.put(MARK, `data:${mime};base64,${Buffer.from(bytes).toString('base64')}`);
    },
    async drop(): Promise<boolean> {
      const gone = (await url()) !== null;
      await house.forget(MARK);
      return gone;
    },
  };
}

export type HouseMark = ReturnType<typeof houseMark>;

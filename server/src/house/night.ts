import type { NightReport } from '@vilko/contract';
import type { Backups } from './backups.js';
import type { BinService } from './bin-service.js';
import type { HouseRepository } from './house-repository.js';
import type { BytesLeft } from './last-bytes.js';
import { settingsOf } from './settings.js';

/** From this hour on, by the machine's clock, the night's work is done. */
const HOUR = 3;

/** Under which the house keeps how last night went. */
export const NIGHT = 'night';

/** What the night's work is done with. */
export interface NightShift {
  readonly house: HouseRepository;
  readonly backups: Backups;
  readonly bin: BinService;
  /** What was erased by day and is still in the database's files. */
  readonly bytes: Pick<BytesLeft, 'tonight'>;
  /** Gives room in the database back. */
  readonly tidy: () => Promise<void>;
  /** Somebody may swing: it waits. */
  readonly busy: () => boolean;
}

const sameDay = (a: Date, b: Date): boolean => a.toDateString() === b.toDateString();

/** What is done once a night: a backup that is read back, and the bin's oldest things erased. */
export function nightShift({ house, backups, bin, bytes, tidy, busy }: NightShift) {
  // where there is no nightly backup nothing says that the night's work is done, and it is looked at all day
  let tidied: Date | null = null;
  const tidyOnce = async (now: Date): Promise<void> => {
    if (tidied && sameDay(tidied, now)) return;
    tidied = now;
    await tidy();
  };
  return {
    /** Does the work if it is due; null where it is not: before three, done today, or while a bay is armed. */
    async tick(now: Date): Promise<NightReport | null> {
      if (now.getHours() < HOUR || busy()) return null;
      const last = await house.get<NightReport>(NIGHT);
      if (last && sameDay(new Date(last.at), now)) return null;
      await bin.empty(now);
      // whatever is rewritten is tidy
      if (await bytes.tonight()) tidied = now;
      await tidyOnce(now);
      const { nightly } = await settingsOf(house);
      if (!nightly.on) return null;
      const report = await backups.night(now);
      await house.put(NIGHT, report);
      return report;
    },
  };
}

export type NightWork = ReturnType<typeof nightShift>;

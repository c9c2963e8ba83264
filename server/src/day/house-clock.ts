import { DateTime, Duration, IANAZone } from 'luxon';
import { VilkoError } from '@vilko/core';
import type { HouseSettings, OpenHours } from '@vilko/contract';

/** A moment by the house's clock: its day, and minutes after midnight. */
export interface WallTime {
  readonly date: string;
  readonly from: number;
}

/** The house's calendar and clock, in its own time zone; summer time is the zone's. */
export interface HouseClock {
  readonly zone: string;
  /**
   * The moment at which the house's clock shows a time.
   * @throws VilkoError `bad-option` where it never shows it: the hour that is left out in spring
   */
  readonly moment: (wall: WallTime) => Date;
  readonly wall: (moment: Date) => WallTime;
  /** First moment of a day, and of the day so many days later. */
  readonly span: (date: string, days: number) => readonly [Date, Date];
  readonly addDays: (date: string, days: number) => string;
  /** When the house is open on a day; null: closed. */
  readonly open: (date: string) => OpenHours;
}

/** "Mon 7 December" */
const dayWords = (t: DateTime): string => t.setLocale('en-GB').toFormat('ccc d LLLL');

/** The clock of a house by its settings; without a zone, the machine's. */
export function houseClock({ zone: named, hours }: Pick<HouseSettings, 'zone' | 'hours'>): HouseClock {
  const zone = named || Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (!IANAZone.isValidZone(zone))
    throw new VilkoError('bad-option', `“${zone}” is no time zone: choose one as Europe/Oslo in Office › Settings`);
  const midnight = (date: string): DateTime => DateTime.fromISO(date, { zone });
  return {
    zone,
    moment: ({ date, from }) => {
      const day = midnight(date);
      const t = day.set({ hour: Math.floor(from / 60), minute: from % 60 });
      if (t.hour * 60 + t.minute !== from)
        throw new VilkoError(
          'bad-option',
          `on ${dayWords(day)} there is no ${Duration.fromObject({ minutes: from }).toFormat('hh:mm')}: the clock goes forward over it`,
        );
      return t.toJSDate();
    },
    wall: (moment) => {
      const t = DateTime.fromJSDate(moment, { zone });
      return { date: t.toISODate()!, from: t.hour * 60 + t.minute };
    },
    span: (date, days) => [midnight(date).toJSDate(), midnight(date).plus({ days }).toJSDate()],
    addDays: (date, days) => midnight(date).plus({ days }).toISODate()!,
    open: (date) => hours[midnight(date).weekday - 1] ?? null,
  };
}

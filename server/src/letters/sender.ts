import type { HouseSettings, Sender } from '@vilko/contract';
import type { HouseMark } from './house-mark.js';

/** Where it is known who stands behind a report or letter. */
export interface SenderShelves {
  readonly settings: () => Promise<HouseSettings>;
  readonly mark: HouseMark;
  /** Who teaches a lesson by its booking; null where it was not booked. */
  readonly coachOf: (lessonId: string) => Promise<string | null>;
}

/** Who stands behind a lesson's report: the coach it was booked with, else the house's first. */
export const senderOf =
  ({ settings, mark, coachOf }: SenderShelves) =>
  async (lessonId: string): Promise<Sender> => {
    const [{ name, coaches, signature }, url, coach] = await Promise.all([settings(), mark.url(), coachOf(lessonId)]);
    const instructor = coach !== null && coaches.includes(coach) ? coach : (coaches[0] ?? '');
    return { house: name, instructor, signature, mark: url };
  };
export type SenderOf = ReturnType<typeof senderOf>;

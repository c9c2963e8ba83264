/** A calendar day, ISO `YYYY-MM-DD`; no clock, no time zone. */
export type Day = string;

const MS = 86_400_000;

export const addDays = (day: Day, n: number): Day =>
  new Date(Date.parse(`${day}T00:00:00Z`) + n * MS).toISOString().slice(0, 10);
/** Days from a to b. */
export const daysBetween = (a: Day, b: Day): number =>
  Math.round((Date.parse(`${b}T00:00:00Z`) - Date.parse(`${a}T00:00:00Z`)) / MS);
/** 0 Monday … 6 Sunday. */
export const weekday = (day: Day): number => (new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7;

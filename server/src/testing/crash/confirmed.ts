import { createHash } from 'node:crypto';
import { Lesson } from '@vilko/contract';

/** What a house has confirmed, and must therefore still have after it was killed. */
export interface Confirmed {
  /** Swings by id, with the sum of their recording. */
  readonly swings: Map<string, string>;
  /** Swings of a bay that were said to be stored. */
  readonly live: Set<string>;
  /** Films by id, with the sum of their bytes. */
  readonly films: Map<string, string>;
  /** The lesson's aim that was confirmed last, and the one that was asked for after it without an answer. */
  aim: string;
  maybe: string | null;
  readonly backups: Set<string>;
}

export const nothingYet = (): Confirmed => ({
  swings: new Map(),
  live: new Set(),
  films: new Map(),
  aim: 'Test',
  maybe: null,
  backups: new Set(),
});

export const sumOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

const bytesAt = async (url: string): Promise<Uint8Array | null> => {
  const answer = await fetch(url);
  return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null;
};

const recordingOf = (house: string, id: string): Promise<Uint8Array | null> =>
  bytesAt(`${house}/api/swings/${id}/recording`);

/** Confirms a swing that is said to be stored, by its recording; throws where the house is killed meanwhile. */
export async function confirmSwing(house: string, id: string, { swings }: Confirmed): Promise<void> {
  const recording = await recordingOf(house, id);
  if (recording) swings.set(id, sumOf(recording));
}

/** What of all that a house has confirmed is not there, or not what it was, in words. */
export async function lost(house: string, lesson: string, confirmed: Confirmed): Promise<string[]> {
  const wrong: string[] = [];
  const { rack, aim } = Lesson.parse(await (await fetch(`${house}/api/lessons/${lesson}`)).json());
  const there = new Set(rack.map((s) => s.id));
  for (const [id, sum] of confirmed.swings) {
    if (!there.has(id)) wrong.push(`swing ${id} is not in its lesson`);
    const bytes = await recordingOf(house, id);
    if (!bytes || sumOf(bytes) !== sum) wrong.push(`the recording of swing ${id} is not what it was`);
  }
  for (const id of confirmed.live) if (!there.has(id)) wrong.push(`swing ${id} of the bay is not in its lesson`);
  for (const { films } of rack)
    for (const { id } of films)
      if (!(await bytesAt(`${house}/api/films/${id}/file`))) wrong.push(`film ${id} is listed, and is not there`);
  for (const [id, sum] of confirmed.films) {
    const bytes = await bytesAt(`${house}/api/films/${id}/file`);
    if (!bytes || sumOf(bytes) !== sum) wrong.push(`film ${id} is not what it was`);
  }
  if (aim !== confirmed.aim && aim !== confirmed.maybe)
    wrong.push(`the aim is “${aim}”, and “${confirmed.aim}” was confirmed`);
  const backups = (await (await fetch(`${house}/api/backups`)).json()) as { readonly name: string }[];
  for (const name of confirmed.backups)
    if (!backups.some((b) => b.name === name)) wrong.push(`backup ${name} is gone, or cannot be read`);
  // what is there without an answer is no loss, and counts from now on
  confirmed.aim = aim;
  confirmed.maybe = null;
  return wrong;
}

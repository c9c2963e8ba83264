import type { Bay, WorkBehind, LittleRoom } from '@vilko/contract/bay';
import { KEPT_FREE } from '@vilko/contract/kept-free';

/** What the server works at, in a sentence. */
export function behindWords({ what, done, of }: WorkBehind): string {
  const so = `${done.toLocaleString('en')} of ${of.toLocaleString('en')}`;
  if (what === 'swings read anew')
    return `This version reads the stored swings anew, ${so} so far: a page with one that waits takes a moment.`;
  return `The sample world is still being made: ${so} swings of ${what === 'sample swings' ? 'its newest lessons' : 'the lessons before'} are there.`;
}

/** Bytes of a stored swing on plates, with what is drawn of it. */
const SWING = 250_000;

/** The server's disk, as it is said where it has little room left. */
export function roomWords({ full, free }: LittleRoom): string {
  const left = `${Math.round(free / 1e6)} MB`;
  if (full)
    return `The server’s disk is full (${left} free): nothing can be changed until there is room. Reading goes on; swings that are made now wait in memory, so do not stop the server.`;
  const swings = Math.max(0, Math.floor((free - KEPT_FREE) / SWING / 100) * 100);
  return `The server’s disk has little room left: ${left}, enough for some ${swings.toLocaleString('en')} swings. Make room before the next lesson.`;
}

/** What a bay does, as a word and a mark: never a colour alone. */
export type BayMark = 'free' | 'paused' | 'armed' | 'hears' | 'found' | 'asleep' | 'silent' | 'none';

const STATES: Readonly<Record<Bay['state'], readonly [BayMark, string]>> = {
  idle: ['paused', 'paused'],
  armed: ['armed', 'armed'],
  recording: ['hears', 'hears a swing'],
  found: ['found', 'found'],
  asleep: ['asleep', 'asleep'],
};

/** What a bay does, in a word. */
export const stateWords = (state: Bay['state']): string => STATES[state][1];

/** How long nothing has been heard, in words. */
export const silenceWords = (seconds: number): string =>
  seconds < 90 ? `no signal for ${seconds} s` : `no signal for ${Math.round(seconds / 60)} min`;

/** @param silentFor seconds since the device was last heard; null while it speaks */
export function bayDoes(bay: Bay, silentFor: number | null): { readonly mark: BayMark; readonly words: string } {
  if (bay.lessonId === null) return { mark: 'free', words: 'free' };
  if (!bay.device?.connected) return { mark: 'none', words: 'no device' };
  if (silentFor !== null) return { mark: 'silent', words: silenceWords(silentFor) };
  const [mark, words] = STATES[bay.state];
  return { mark, words };
}

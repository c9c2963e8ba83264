import type { Cue } from './sounds';

/** A rhythm: what each beat is for, and which is struck louder; a rest is silent. */
export interface Rhythm {
  readonly id: 'off' | 'three beats' | 'two steps' | 'even';
  readonly words: string;
  readonly beats: readonly { readonly words: string; readonly cue: Cue | null }[];
}

export const RHYTHMS: readonly Rhythm[] = [
  { id: 'off', words: 'no metronome', beats: [] },
  {
    id: 'three beats',
    words: 'three beats',
    beats: [
      { words: 'trail heel', cue: 'beat' },
      { words: 'lead heel', cue: 'beat' },
      { words: 'swing', cue: 'accent' },
      { words: '', cue: null },
    ],
  },
  {
    id: 'two steps',
    words: 'two steps',
    beats: [
      { words: 'step', cue: 'beat' },
      { words: 'step', cue: 'accent' },
      { words: '', cue: null },
      { words: '', cue: null },
    ],
  },
  {
    id: 'even',
    words: 'even beat',
    beats: [{ words: 'beat', cue: 'beat' }],
  },
];

export const BEATS_A_MINUTE = { least: 40, most: 160, usual: 84 } as const;

/** Runs a rhythm until it is stopped; `tell` hears each beat as it comes. */
export function runRhythm(
  rhythm: Rhythm,
  perMinute: number,
  tell: (beat: Rhythm['beats'][number]) => void,
): () => void {
  if (!rhythm.beats.length) return () => undefined;
  const started = performance.now();
  const every = 60_000 / perMinute;
  let k = 0;
  let timer: ReturnType<typeof setTimeout>;
  // each beat is due by the start, so that late timers do not add up
  const next = (): void => {
    tell(rhythm.beats[k % rhythm.beats.length]!);
    k++;
    timer = setTimeout(next, started + k * every - performance.now());
  };
  next();
  return () => clearTimeout(timer);
}

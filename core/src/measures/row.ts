import { EVENT_NAMES, EVENT_WORDS, type EventName } from '../events/event.js';
import type { FootName } from '../ground/foot-outline.js';
import type { Quantity } from '../recording/device-kinds.js';
import { FLOOR, msFrom, phaseAt, type SwingContext } from './context.js';
import { absent, reading, type Reading } from './measure.js';

/** In which part of the swing the ledger shows a measure. */
export type Part = 'Set up' | 'Going back' | 'Coming down' | 'Through' | 'Whole swing';
export const PARTS: readonly Part[] = ['Set up', 'Going back', 'Coming down', 'Through', 'Whole swing'];

/** What a measure may be computed from, in words for the glossary. */
export const SIGNALS = {
  loads: 'the vertical load under each foot',
  cells: 'the cells of a mat under each foot',
  feet: 'the pressure in each foot and its outline (mat, foot check, or assumed)',
  pressure: 'the whole-body pressure',
  stance: 'the stance line',
  horizontal: 'horizontal force',
  torque: 'force and moment about the centre of mass',
  mass: 'the centre of mass (from forces, or as a pendulum from the pressure)',
  club: 'the club channel',
} as const;
export type Signal = keyof typeof SIGNALS;

/** When a measure is taken: the quiet address, an event, the first stir of the pressure. */
export type Moment = 'address' | EventName;
export type EventNeed = Moment | 'onset' | 'phase';

/**
 * An absence that is an answer: the event never came. `band`: on which side of every band that lies; `fault`: on which
 * side of a fault's limit. Where a side is not named, the absence says nothing there.
 */
export interface NeverCame {
  readonly reason: string;
  readonly band?: 'above' | 'below';
  readonly fault?: 'above' | 'below' | 'late';
}

/**
 * One measure, everything that is known of it. The public id, spoken name, unit and definition; what its number is
 * computed from; which devices can say it; what a difference is worth; and how it is computed.
 */
export interface MeasureRow<Id extends string = string> {
  readonly id: Id;
  /** Of the value, and of its uncertainty; `name` and `list` are words. */
  readonly unit: string;
  readonly part: Part;
  readonly words: string;
  readonly definition: string;
  /** The formula in symbols. */
  readonly formula: string;
  /** What the value is computed from. */
  readonly signals: readonly Signal[];
  readonly events: readonly EventNeed[];
  /** What a device must be able to say. */
  readonly devices: Quantity;
  /** Smallest difference a teacher would act on, in the unit (judging.md §2); null for names and lists. */
  readonly worth: number | null;
  /** The foot it lies in. */
  readonly foot?: FootName;
  /** The one moment it is taken at, where there is one. */
  readonly at?: Moment;
  /** A time or a phase, and whether more of it is later. */
  readonly time?: 'more is later' | 'more is earlier';
  /** A share: more uncertain where part of a foot lies off the mat or the stance is assumed. */
  readonly share?: 'level' | 'change';
  /** How a band stretches with the golfer's size: whole, or only what lies over the weight. */
  readonly sized?: 'whole' | 'above the weight';
  /** What a fault makes of a derived value: nothing, or a value that is less sure by this, in the unit. */
  readonly whenDerived?: 'nothing' | number;
  readonly never?: readonly NeverCame[];
  /** The number with its uncertainty, or why there is none. */
  readonly of: (c: SwingContext) => Reading;
}

/** A row, its id kept as a type. */
export const measure = <const Id extends string>(row: MeasureRow<Id>): MeasureRow<Id> => row;

/** Where a greatest or least value lies, how large it is and how sure; or why it was not found. */
export type Found =
  | { readonly t: number; readonly v: number; readonly u: number; /** Never left 0: it has no time. */ still?: boolean }
  | { readonly none: string };

/** A measure that also has a time and a phase: its worths stand beside each other. */
interface TimedRow<Id extends string> extends Omit<MeasureRow<Id>, 'of' | 'time' | 'at'> {
  /** What a device must be able to say for the time of it, where that is less than for its size. */
  readonly timeDevices?: Quantity;
  readonly find: (c: SwingContext) => Found;
}

const PHASE_WORTH = 0.2;
const PEAK_WORTH_MS = 20;

/** A measure and its phase. */
export function withPhase<const Id extends string>(r: TimedRow<Id>): MeasureRow<Id | `${Id}.phase`>[] {
  const { find, timeDevices, ...row } = r;
  const phase: MeasureRow<`${Id}.phase`> = {
    ...row,
    id: `${r.id}.phase`,
    unit: 'P',
    words: `${r.words}, phase`,
    definition: `When, as a phase number: ${r.definition}`,
    events: [...r.events, 'phase'],
    devices: timeDevices ?? r.devices,
    worth: PHASE_WORTH,
    sized: undefined,
    time: 'more is later',
    of: (c) => {
      const f = find(c);
      if ('none' in f) return absent(f.none);
      return f.still ? absent('it stays 0') : phaseAt(c, f.t, FLOOR.peakTime);
    },
  };
  const value: MeasureRow<Id> = {
    ...row,
    of: (c) => {
      const f = find(c);
      return 'none' in f ? absent(f.none) : reading(f.v, f.u);
    },
  };
  return [value, phase];
}

/** A measure, its time to impact and its phase. */
export function withTimes<const Id extends string>(r: TimedRow<Id>): MeasureRow<Id | `${Id}.ms` | `${Id}.phase`>[] {
  const { find, timeDevices, ...row } = r;
  const ms: MeasureRow<`${Id}.ms`> = {
    ...row,
    id: `${r.id}.ms`,
    unit: 'ms',
    words: `${r.words}, time`,
    definition: `When: ${r.definition} Relative to impact, negative before it.`,
    events: [...new Set<EventNeed>([...r.events, 'p7'])],
    devices: timeDevices ?? r.devices,
    worth: PEAK_WORTH_MS,
    sized: undefined,
    time: 'more is later',
    of: (c) => {
      const f = find(c);
      return 'none' in f ? absent(f.none) : msFrom(c, f.t, 'p7', FLOOR.peakTime);
    },
  };
  const [value, phase] = withPhase(r);
  return [value!, ms, phase!];
}

/** What several measures of a family share, computed once per swing. */
export function once<T>(of: (c: SwingContext) => T): (c: SwingContext) => T {
  const kept = new WeakMap<SwingContext, { readonly value: T }>();
  return (c) => {
    const had = kept.get(c);
    if (had) return had.value;
    const value = of(c);
    kept.set(c, { value });
    return value;
  };
}

export const MOMENTS: readonly Moment[] = ['address', ...EVENT_NAMES];

/** In which part of the swing a moment lies. */
export const partOf = (m: Moment): Part =>
  m === 'address' || m === 'p1'
    ? 'Set up'
    : ['p2', 'p3', 'p4'].includes(m)
      ? 'Going back'
      : ['p5', 'p6'].includes(m)
        ? 'Coming down'
        : 'Through';

const SHORT: Partial<Record<Moment, string>> = { address: 'address', p4: 'top', p7: 'impact', p10: 'finish' };
/** A moment as the name of a measure ends. */
export const shortly = (m: Moment): string => SHORT[m] ?? m.toUpperCase();
/** A moment as a definition says it. */
export const whenWords = (m: Moment): string =>
  m === 'address' ? 'mean over the quiet address' : `at ${m.toUpperCase()}, ${EVENT_WORDS[m]}`;

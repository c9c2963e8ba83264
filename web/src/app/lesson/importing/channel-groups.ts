import type { CsvMapping } from '@vilko/core/formats/csv/csv-mapping';
import { CSV_UNITS } from '@vilko/core/formats/csv/csv-units';

/** A channel a person may name a column for. */
export interface Channel {
  readonly id: string;
  readonly words: string;
  readonly kind: 'time' | 'force' | 'moment' | 'place' | 'load' | 'angle' | 'signal';
  readonly optional?: boolean;
}

/** A kind of device with the channels it needs, and what its file may not say. */
export interface ChannelGroup {
  readonly id: 'plates' | 'plate' | 'boards' | 'path' | 'mat';
  readonly words: string;
  readonly channels: readonly Channel[];
  readonly keys: readonly { readonly id: string; readonly words: string; readonly usual: string }[];
}

const factor = (unit: string): number => CSV_UNITS[unit]!;

/** Factors to SI that a column may need. */
export const UNITS_OF: Readonly<
  Record<Channel['kind'], readonly { readonly words: string; readonly factor: number }[]>
> = {
  time: [
    { words: 's', factor: 1 },
    { words: 'ms', factor: 1e-3 },
    { words: 'µs', factor: 1e-6 },
  ],
  force: [
    { words: 'N', factor: 1 },
    { words: 'kN', factor: 1e3 },
    { words: 'kg', factor: factor('kgf') },
    { words: 'lbf', factor: factor('lbf') },
  ],
  moment: [
    { words: 'N·m', factor: 1 },
    { words: 'N·mm', factor: 1e-3 },
    { words: 'kgf·m', factor: factor('kgfm') },
    { words: 'lbf·ft', factor: factor('lbfft') },
  ],
  place: [
    { words: 'm', factor: 1 },
    { words: 'cm', factor: 1e-2 },
    { words: 'mm', factor: 1e-3 },
    { words: 'in', factor: factor('in') },
  ],
  load: [{ words: 'any', factor: 1 }],
  angle: [{ words: '°', factor: 1 }],
  signal: [{ words: 'any', factor: 1 }],
};

const TIME: Channel = { id: 'time', words: 'Time', kind: 'time' };
const EXTRAS: readonly Channel[] = [
  { id: 'shaft_deg', words: 'Shaft angle, 0 at address', kind: 'angle', optional: true },
  { id: 'arm_deg', words: 'Lead arm angle', kind: 'angle', optional: true },
  { id: 'sound', words: 'Sound', kind: 'signal', optional: true },
  { id: 'trigger', words: 'Trigger', kind: 'signal', optional: true },
];
const SIDES = ['first', 'second'] as const;
const wrench = (i: 1 | 2): Channel[] => [
  { id: `p${i}_fx`, words: `Force to the ball, ${SIDES[i - 1]} plate`, kind: 'force' },
  { id: `p${i}_fy`, words: `Force to the golfer’s left, ${SIDES[i - 1]}`, kind: 'force' },
  { id: `p${i}_fz`, words: `Vertical force, ${SIDES[i - 1]}`, kind: 'force' },
  { id: `p${i}_mx`, words: `Moment about the ball axis, ${SIDES[i - 1]}`, kind: 'moment' },
  { id: `p${i}_my`, words: `Moment about the left axis, ${SIDES[i - 1]}`, kind: 'moment' },
  { id: `p${i}_mz`, words: `Moment about the vertical, ${SIDES[i - 1]}`, kind: 'moment' },
];
const CORNERS = ['ball and left', 'heels and left', 'heels and right', 'ball and right'] as const;
const cells = (i: 1 | 2): Channel[] =>
  CORNERS.map((words, c) => ({
    id: `p${i}_c${c + 1}`,
    words: `Cell at ${words}, ${SIDES[i - 1]} board`,
    kind: 'force',
  }));
const places = [1, 2].flatMap((i) => [
  { id: `p${i}_x_m`, words: `${i === 1 ? 'First' : 'Second'}: centre toward the ball, m`, usual: '0' },
  {
    id: `p${i}_y_m`,
    words: `${i === 1 ? 'First' : 'Second'}: centre to the left, m`,
    usual: i === 1 ? '0.25' : '-0.25',
  },
]);

export const CHANNEL_GROUPS: readonly ChannelGroup[] = [
  { id: 'plates', words: 'two plates', channels: [TIME, ...wrench(1), ...wrench(2), ...EXTRAS], keys: places },
  { id: 'plate', words: 'one plate', channels: [TIME, ...wrench(1), ...EXTRAS], keys: [] },
  {
    id: 'boards',
    words: 'two boards',
    channels: [TIME, ...cells(1), ...cells(2), ...EXTRAS],
    keys: [
      ...places,
      { id: 'hx_m', words: 'Half length between cells, m', usual: '0.16' },
      { id: 'hy_m', words: 'Half width between cells, m', usual: '0.10' },
    ],
  },
  {
    id: 'path',
    words: 'a pressure path',
    channels: [
      TIME,
      { id: 'cop_x', words: 'Pressure toward the ball', kind: 'place' },
      { id: 'cop_y', words: 'Pressure to the golfer’s left', kind: 'place' },
      { id: 'load', words: 'Load', kind: 'load', optional: true },
      ...EXTRAS,
    ],
    keys: [],
  },
  {
    id: 'mat',
    words: 'a mat',
    channels: [TIME, ...EXTRAS],
    keys: [{ id: 'pitch_m', words: 'Pitch of the cells, m', usual: '0.01' }],
  },
];

/** The kind of device whose channels a proposal names most of. */
export function groupFor(guess: CsvMapping): ChannelGroup {
  const part = (g: ChannelGroup) => {
    const needed = g.channels.filter((c) => !c.optional && c.id !== 'time');
    return needed.length ? needed.filter((c) => guess.columns[c.id]).length / needed.length : 0;
  };
  return CHANNEL_GROUPS.reduce((best, g) => (part(g) > part(best) ? g : best));
}

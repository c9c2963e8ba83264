import * as z from 'zod';
import { DEVICES, isDeviceKind } from '../recording/device-kinds.js';
import { counted } from '../words/amounts.js';
import { IsoDay } from './iso-day.js';

/** A retest holds as much alike as can be, warmed up, and long enough (judging.md §4). */
export const RETEST = { least: 5, warmUp: 3 } as const;

/** The day a plan books for its retest, and what it is held against. */
export const Retest = z.object({
  on: IsoDay,
  device: z.string().max(40),
  clubName: z.string().max(40),
  footwear: z.string().max(40),
  intent: z.string().max(40),
});
export type Retest = z.infer<typeof Retest>;

/** What swings of a test and its retest must share: how they were measured, hit and shod. */
export type TestedAs = Omit<Retest, 'on'>;

const deviceName = (device: string): string => (isDeviceKind(device) ? DEVICES[device].words : device);
const shot = (intent: string): string => (intent === 'stock' ? 'the usual shot' : intent);

const SAME: readonly { readonly key: keyof TestedAs; readonly head: string; readonly said: (v: string) => string }[] = [
  { key: 'device', head: 'Different devices', said: deviceName },
  { key: 'clubName', head: 'Different clubs', said: (v) => v },
  { key: 'footwear', head: 'Different shoes', said: (v) => v },
  { key: 'intent', head: 'Different shots wanted', said: shot },
];

/** In what two sets of swings differ beside the golfer, each in one sentence. */
export function differsIn(before: readonly TestedAs[], after: readonly TestedAs[]): string[] {
  const of = (side: readonly TestedAs[], key: keyof TestedAs) => [...new Set(side.map((s) => s[key]))];
  return SAME.flatMap(({ key, head, said }) => {
    const [a, b] = [of(before, key), of(after, key)];
    if (!a.length || !b.length || new Set([...a, ...b]).size === 1) return [];
    return [`${head}: ${a.map(said).join(' and ')} before, ${b.map(said).join(' and ')} after.`];
  });
}

/**
 * What a retest lacks: swings, or a warm-up.
 * @param n swings it is made of
 * @param warmUp swings before the first of them on the same day
 */
export function retestLacks(n: number, warmUp: number): string | null {
  const few = n < RETEST.least ? `${n} of at least ${counted(RETEST.least, 'swing')}` : '';
  const cold = warmUp < RETEST.warmUp ? `${warmUp || 'none'} of ${RETEST.warmUp} to warm up` : '';
  return few || cold ? `As a retest this has ${[few, cold].filter(Boolean).join(' and ')}.` : null;
}

/** How a retest is done, for a plan and a calendar. */
export const retestWords = ({ device, clubName, footwear, intent }: TestedAs): string =>
  `Retest on ${deviceName(device)}, ${clubName}, ${footwear}, ${shot(intent)}: ${RETEST.warmUp} swings to warm up, then at least ${RETEST.least}.`;

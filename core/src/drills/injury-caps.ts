import * as z from 'zod';
import { footOfSide, type Handed } from '../recording/recording.js';
import { LADDER } from './ladder.js';
import rows from './injury-caps.json';
import { INJURY_TAGS, type InjuryTag } from './injuries.js';

const Cap = z.object({
  /** Swings at full effort in one session. */
  fullEffort: z.int().min(0),
  /** Whether hops and unstable supports are allowed. */
  hops: z.boolean(),
  /** Largest rung until the instructor says "yes, cleared". */
  largestRung: z.enum(LADDER),
  /** Part of the usual size of forces, speeds and the mass's way. */
  size: z.number().min(0.5).max(1),
  /** Of everything, or of that side's push alone. */
  of: z.enum(['all', 'side']),
  /** The overlay for length is not laid on. */
  notForLength: z.boolean().optional(),
});
const CAPS = z.record(z.enum(INJURY_TAGS), Cap).parse(rows);

/** One injury or condition as far as it caps what is asked. */
export interface OnRecord {
  readonly part: InjuryTag;
  /** The golfer's own left or right; null where there is none or it is not known. */
  readonly side: 'left' | 'right' | null;
  /** The instructor has said "yes, cleared": the largest rung is open again. */
  readonly cleared: boolean;
}

/** What is asked at most of somebody with injuries on record: the smallest of each (judging.md §3). */
export interface Caps {
  /** Null: no cap of its own. */
  readonly fullEffort: number | null;
  readonly hops: boolean;
  /** Index of the largest rung of the ladder. */
  readonly largestRung: number;
  readonly size: number;
  /** Sizes of one foot's own push. */
  readonly sizeOfFoot: Readonly<Record<'lead' | 'trail', number>>;
  readonly forLength: boolean;
  /** What caps the rung, and may be cleared. */
  readonly heldBy: readonly InjuryTag[];
}

/**
 * The caps of everything on record. An injury of a leg whose side is not known counts for both.
 * @example capsOf([{ part: 'knee', side: 'left', cleared: false }], 'right').sizeOfFoot // { lead: 0.8, trail: 1 }
 */
export function capsOf(record: readonly OnRecord[], handed: Handed): Caps {
  const least = (of: readonly number[], none: number): number => Math.min(none, ...of);
  const held = record.filter((r) => !r.cleared);
  const rung = (r: OnRecord): number => LADDER.indexOf(CAPS[r.part].largestRung);
  const largestRung = least(held.map(rung), LADDER.length - 1);
  const efforts = record.map((r) => CAPS[r.part].fullEffort);
  const onFoot = (foot: 'lead' | 'trail'): number =>
    least(
      record
        .filter((r) => CAPS[r.part].of === 'side' && (r.side === null || footOfSide(r.side, handed) === foot))
        .map((r) => CAPS[r.part].size),
      1,
    );
  return {
    fullEffort: efforts.length ? Math.min(...efforts) : null,
    hops: record.every((r) => CAPS[r.part].hops),
    largestRung,
    size: least(
      record.filter((r) => CAPS[r.part].of === 'all').map((r) => CAPS[r.part].size),
      1,
    ),
    sizeOfFoot: { lead: onFoot('lead'), trail: onFoot('trail') },
    forLength: record.every((r) => !CAPS[r.part].notForLength),
    heldBy: held.filter((r) => rung(r) === largestRung && largestRung < LADDER.length - 1).map((r) => r.part),
  };
}

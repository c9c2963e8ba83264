import {
  analyse,
  DEVICES,
  type FindingWord,
  judgeSwing,
  patternOf,
  recordedFootCheck,
  type Recording,
  type SwingAnalysis,
} from '@vilko/core';
import { simulate, standing } from '@vilko/core/golfer';
import type { Case } from './cases.js';

/** What the rules said about a case under one pattern. */
export interface Said {
  readonly main: string | null;
  readonly found: readonly (readonly [fault: string, word: FindingWord])[];
  readonly cannot: readonly string[];
}

/** A case with what was said under common-ground, and for a school's golfer under that school too. */
export interface Judged {
  readonly case: Case;
  /** Null: the swing was not found. */
  readonly said: Said | null;
  readonly own: Said | null;
}

const PLAIN = 'common-ground';

/** The swing of a case as the device shows it; undefined where none was found. */
export function swingOf(c: Case): SwingAnalysis | undefined {
  const [first, ...also] = c.faults;
  const { recording, build } = simulate({
    device: c.device,
    seed: c.seed,
    handed: c.handed,
    club: c.club,
    clubChannels: c.clubChannels,
    ...(first ? { fault: first.fault, strength: first.strength, also } : {}),
    ...(c.school ? { school: c.school } : {}),
  });
  // as in a lesson: the feet are checked at set-up where the device does not see them
  const footCheck =
    DEVICES[c.device].feet === 'told' && !DEVICES[c.device].soles
      ? recordedFootCheck(rocking(c, build), c.handed)
      : undefined;
  return analyse(recording, footCheck ? { footCheck } : {}).swings[0];
}

export function judgeCase(c: Case): Judged {
  const swing = swingOf(c);
  if (!swing) return { case: c, said: null, own: null };
  const under = (pattern: string): Said => {
    const j = judgeSwing(swing, { device: c.device, club: c.club, pattern: patternOf(pattern), statureGiven: true });
    return {
      main: j.findings.find((f) => f.main)?.fault ?? null,
      found: j.findings.map((f) => [f.fault, f.word]),
      cannot: j.cannotJudge.map((x) => x.fault),
    };
  };
  return { case: c, said: under(PLAIN), own: c.school ? under(c.school) : null };
}

/** The golfer rocks from heel to toe on each foot, as the guided set-up asks. */
function rocking(c: Case, build: { stature: number; mass: number }): Recording {
  const parts = (['stand', 'rock lead', 'rock trail'] as const).map(
    (does) =>
      standing({
        device: c.device,
        handed: c.handed,
        seed: c.seed,
        build,
        club: c.club,
        does,
        seconds: does === 'stand' ? 2 : 6,
      }).recording,
  );
  const joined = (of: (r: Recording) => Float64Array): Float64Array =>
    Float64Array.from(parts.flatMap((r) => [...of(r)]));
  const first = parts[0]!;
  const rate = (first.time.length - 1) / (first.time.at(-1)! - first.time[0]!);
  const n = parts.reduce((s, r) => s + r.time.length, 0);
  return {
    ...first,
    time: Float64Array.from({ length: n }, (_, k) => k / rate),
    channels: {},
    platforms: first.platforms.map((p, i) => ({
      ...p,
      ...Object.fromEntries(
        (['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const).map((ch) => [ch, joined((r) => r.platforms[i]![ch])]),
      ),
    })),
    boards: first.boards.map((b, i) => ({
      ...b,
      cells: b.cells.map((_, q) => joined((r) => r.boards[i]!.cells[q]!)) as unknown as typeof b.cells,
    })),
  };
}

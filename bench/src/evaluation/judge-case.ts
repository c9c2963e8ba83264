import {
  analyse,
  DEVICES,
  type FindingWord,
  judgeSwing,
  patternOf,
  recordedFootCheck,
  type SwingAnalysis,
} from '@vilko/core';
import { rocking, simulate } from '@vilko/core/golfer';
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
  const where = { device: c.device, handed: c.handed, seed: c.seed, club: c.club };
  // as in a lesson: the feet are checked at set-up where the device does not see them
  const footCheck =
    DEVICES[c.device].feet === 'told' && !DEVICES[c.device].soles
      ? recordedFootCheck(rocking({ ...where, build }), c.handed)
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

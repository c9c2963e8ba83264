import { createHash } from 'node:crypto';
import { type Pupil, type Standard, standardFor, type StandardSources } from '@vilko/contract';
import { type ClubClass, JUDGING_VERSION, unjudgedWords } from '@vilko/core';
import type { KeptVerdict } from '../db/schema.js';
import { type AboutSwing, type SwingSummary, UNJUDGED, type Verdict, verdictOf, whoIs } from './read-swing.js';
import type { Doubted } from './swing-doubts.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';
import { whereItCan } from '../db/room.js';

/** What a swing says, under which key, and what it was last said to be. */
export interface Reading {
  readonly key: string;
  readonly summary: SwingSummary;
  readonly judged: KeptVerdict | null;
}
export interface ReadRow {
  readonly row: SwingRow;
  readonly reading: Reading;
  readonly doubt: Doubted | null;
}

/** What must be known to read a stored swing. */
export const aboutOf = (row: SwingRow, pupil: Pupil): AboutSwing => ({
  pupil: { ...whoIs(pupil), handed: row.handed ?? pupil.handed },
  club: row.club,
  kind: row.kind,
});

/** Standards by club and wanted shot, each looked up once, with a mark that tells it from every other. */
function memoized(standardOf: (club: ClubClass, intent: string) => Standard) {
  const known = new Map<string, { readonly standard: Standard; readonly mark: string }>();
  return (club: ClubClass, intent: string) => {
    const name = `${club}|${intent}`;
    const there = known.get(name);
    if (there) return there;
    const standard = standardOf(club, intent);
    const { pattern, tuning, limits } = standard;
    const mark = createHash('sha1')
      .update(JSON.stringify([JUDGING_VERSION, pattern, tuning, limits]))
      .digest('base64url');
    known.set(name, { standard, mark });
    return { standard, mark };
  };
}

export interface Verdicts {
  readonly swings: Pick<SwingRepository, 'keepVerdicts'>;
  /** What the house judges by: its settings and its own patterns. */
  readonly standards: () => Promise<Omit<StandardSources, 'profile' | 'handed'>>;
}

/** What stored swings are said to be, by what holds now. */
export function swingVerdicts({ swings, standards }: Verdicts) {
  /** What one pupil's swings are judged by now. */
  const standardsOf = async (pupil: Pupil): Promise<(club: ClubClass, intent: string) => Standard> => {
    const house = await standards();
    return (club, intent) => standardFor({ ...house, profile: pupil.profile, handed: pupil.handed }, club, intent);
  };
  /** Verdicts on rows of one pupil by what holds now, in their order: those kept under it, the rest judged and kept. */
  const verdictsOf = async (read: readonly ReadRow[], pupil: Pupil): Promise<Verdict[]> => {
    const judgedBy = memoized(await standardsOf(pupil));
    const fresh: Parameters<typeof swings.keepVerdicts>[0][number][] = [];
    const verdicts = read.map(({ row, reading, doubt }) => {
      if (unjudgedWords({ ...row, doubt })) return UNJUDGED;
      const { standard, mark } = judgedBy(row.club, row.intent);
      const by = [mark, row.overruled.map((o) => o.fault).join(' ')].join('|');
      if (reading.judged?.by === by) return reading.judged.verdict as Verdict;
      const verdict = verdictOf(reading.summary, aboutOf(row, pupil), standard, row.overruled);
      fresh.push({ swingId: row.id, key: reading.key, verdict: { by, verdict } });
      return verdict;
    });
    await whereItCan(swings.keepVerdicts(fresh));
    return verdicts;
  };

  return { standardsOf, verdictsOf };
}

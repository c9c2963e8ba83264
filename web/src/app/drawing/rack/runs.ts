import type { ClubFindings } from '@vilko/contract/judgement';
import { alike } from '@vilko/contract/sets';
import type { SwingHead } from '@vilko/contract/swing';
import { driftWords, unjudgedWords, valueWords } from '@vilko/core/words/findings';

/** A swing's place in its run, as the bracket over the Rack draws it. */
export interface PlaceInRun {
  readonly first: boolean;
  readonly last: boolean;
  /** What the run was, on its first swing. */
  readonly label: string;
}

/** What of a set of findings tells its runs. */
export type RunsOf = Pick<ClubFindings, 'clubName' | 'club' | 'device' | 'intent' | 'steps' | 'drifted'>;

/** What each run of a set was: the measure by which it differs from the one before, the first by the next. */
function labelsOf({ steps, drifted }: RunsOf): string[] {
  const [first] = steps;
  if (first) return [valueWords(first.measure, first.before), ...steps.map((s) => valueWords(s.measure, s.after))];
  return drifted ? [`drifts: ${driftWords(drifted)}`] : [];
}

/** Whether a run may begin with a swing: a judged one, with another of its set before it. */
export const mayBeginRun = (s: SwingHead, rack: readonly SwingHead[]): boolean =>
  unjudgedWords(s) === null && rack.some((x) => x.number < s.number && alike(x, s) && unjudgedWords(x) === null);

/** Brackets over the Rack: every judged swing of a set that changed or drifted, by its id. */
export function runsOnRack(swings: readonly SwingHead[], sets: readonly RunsOf[]): ReadonlyMap<string, PlaceInRun> {
  const places = new Map<string, PlaceInRun>();
  for (const set of sets) {
    const labels = labelsOf(set);
    const own = swings.filter((s) => alike(s, set) && unjudgedWords(s) === null && s.thumbnail !== null);
    const bounds = [-Infinity, ...set.steps.map((s) => s.at), Infinity];
    labels.forEach((label, i) => {
      const run = own.filter((s) => s.number >= bounds[i]! && s.number < bounds[i + 1]!);
      run.forEach((s, k) =>
        places.set(s.id, { first: k === 0, last: k === run.length - 1, label: k === 0 ? label : '' }),
      );
    });
  }
  return places;
}

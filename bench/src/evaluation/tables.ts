import { consequencesOf, FAULTS, type FindingWord } from '@vilko/core';
import { SCHOOLS, SIMULATED_FAULTS, STRENGTHS, type FaultStrength } from '@vilko/core/golfer';
import { type Case, EVALUATED_DEVICES } from './cases.js';
import type { Judged, Said } from './judge-case.js';
import { type JudgedLesson, LESSONS } from './judge-lesson.js';
import type { JudgedSet } from './judge-spread.js';

const strengths = Object.keys(STRENGTHS) as FaultStrength[];

/** Part of those that hold, as “n% of m”. */
function part<T>(of: readonly T[], holds: (x: T) => boolean): string {
  return of.length ? `${Math.round((100 * of.filter(holds).length) / of.length)}% of ${of.length}` : '–';
}
const row = (...cells: (string | number)[]): string => `| ${cells.join(' | ')} |`;
const table = (head: string[], rows: string[][]): string =>
  [row(...head), row(...head.map(() => '---')), ...rows.map((r) => row(...r))].join('\n');

interface Heard {
  readonly c: Case;
  readonly said: Said;
  readonly own: Said | null;
}

/** What an evaluation is written from. */
export interface Evaluated {
  readonly judged: readonly Judged[];
  readonly sets: readonly JudgedSet[];
  readonly lessons: readonly JudgedLesson[];
}

/** A cut may stand one swing beside the step: a swing is no sharper than that. */
const BESIDE = 1;

/** Lesson by lesson: whether it was cut where something happened, and only there. */
const stepRows = (lessons: readonly JudgedLesson[]): string[][] =>
  LESSONS.map((kind) => {
    const here = lessons.filter((l) => l.kind === kind);
    const near = (a: number, b: number): boolean => Math.abs(a - b) <= BESIDE;
    const all = (l: JudgedLesson): boolean => l.steps.every((s) => l.cuts.some((c) => near(c, s)));
    const elsewhere = (l: JudgedLesson): boolean => l.cuts.some((c) => !l.steps.some((s) => near(c, s)));
    return [
      kind,
      kind === 'no step' || kind === 'drift' ? '–' : part(here, all),
      part(here, (l) => l.cuts.length > 0 || l.drifted),
      part(here, elsewhere),
      part(here, (l) => l.drifted),
    ];
  });

/** Writes what an evaluation found. */
export function evaluationMarkdown({ judged, sets, lessons }: Evaluated, seed: number): string {
  const heard = judged.flatMap((j): Heard[] => (j.said ? [{ c: j.case, said: j.said, own: j.own }] : []));
  const single = heard.filter((h) => h.c.faults.length === 1);
  const healthy = heard.filter((h) => h.c.faults.length === 0);
  const pairs = heard.filter((h) => h.c.faults.length === 2);
  const fault = (h: Heard) => h.c.faults[0]!.fault;
  const cannot = (h: Heard) => h.said.cannot.includes(fault(h));
  const right = (h: Heard) => h.said.main === fault(h);
  const settings = EVALUATED_DEVICES.flatMap((device) =>
    [true, false].map((club) => ({ device, club, words: `${device}, ${club ? 'with' : 'without'} a club` })),
  );
  const at = (s: { device: string; club: boolean }) => (h: Heard) =>
    h.c.device === s.device && h.c.clubChannels === s.club;
  const faultIds = FAULTS.map((f) => f.id).filter((id) => SIMULATED_FAULTS[id]);

  const mains = settings.map((s) => {
    const here = single.filter(at(s));
    const can = here.filter((h) => !cannot(h));
    return [
      s.words,
      ...[...strengths].reverse().map((x) =>
        part(
          can.filter((h) => h.c.faults[0]!.strength === x),
          right,
        ),
      ),
      part(here, cannot),
      part(healthy.filter(at(s)), (h) => h.said.main !== null),
      part(
        healthy.filter(at(s)).filter((h) => h.own),
        (h) => h.own!.main !== null,
      ),
      part(
        pairs.filter(at(s)).filter((h) => !h.c.faults.some((f) => h.said.cannot.includes(f.fault))),
        right,
      ),
    ];
  });

  const perFault = faultIds.map((id) => {
    const here = single.filter((h) => fault(h) === id);
    const cell = (device: string) => {
      const can = here.filter((h) => h.c.device === device && !cannot(h));
      if (!can.length) return 'cannot say';
      return strengths
        .map((x) => {
          const of = can.filter((h) => h.c.faults[0]!.strength === x);
          const found = of.filter((h) => h.said.found.some(([f]) => f === id)).length;
          return of.length ? Math.round((100 * found) / of.length) : '–';
        })
        .join(' / ');
    };
    const named = heard.filter((h) => h.said.main === id);
    const truly = (h: Heard) => h.c.faults.some((f) => f.fault === id);
    return [
      `\`${id}\``,
      ...EVALUATED_DEVICES.map(cell),
      part(
        here.filter((h) => !cannot(h) && h.c.faults[0]!.strength !== 'weak'),
        right,
      ),
      part(named, truly),
    ];
  });

  const explained = (h: Heard, f: string) => h.c.faults.some((x) => x.fault === f || consequencesOf(x.fault).has(f));
  const words: readonly FindingWord[] = ['clear', 'likely', 'hint'];
  const calibration = words.map((w) => {
    const all = heard.flatMap((h) => h.said.found.filter(([, word]) => word === w).map(([f]) => ({ h, f })));
    return [w, part(all, ({ h, f }) => explained(h, f))];
  });

  const schools = ['the field', ...Object.keys(SCHOOLS)].map((id) => {
    const here = healthy.filter((h) => (h.c.school ?? 'the field') === id);
    return [
      id,
      part(here, (h) => h.said.main !== null),
      part(
        here.filter((h) => h.own),
        (h) => h.own!.main !== null,
      ),
    ];
  });
  const hands = (['right', 'left'] as const).map((hand) => [
    hand,
    part(
      single.filter((h) => h.c.handed === hand && h.c.faults[0]!.strength === 'strong' && !cannot(h)),
      right,
    ),
    part(
      healthy.filter((h) => h.c.handed === hand),
      (h) => h.said.main !== null,
    ),
  ]);
  const spread = (['healthy', ...strengths] as const).map((x) => [
    x,
    part(
      sets.filter((s) => s.strength === x),
      (s) => s.found,
    ),
  ]);

  return `# How good is the judgement?

By \`npm run evaluate\` over ${judged.length} simulated swings (${judged.length - heard.length} of them not found as swings), seeds from ${seed}: never used for tuning. Each
fault is a shift of one physical property of the simulated golfer by 1.5 (weak), 3 (medium) or 4.5 (strong) SD of its healthy spread
(\`core/src/golfer/spread.ts\`). Half the golfers are left-handed; irons, wedges, woods and drivers; the feet are checked at set-up on plates and
boards, as in a lesson. Healthy swings are of the whole field and of every school.

A simulated golfer is not a golfer. These numbers say whether the rules do what they mean to do; they do not say how often a teacher would agree.

## Main finding

Among the faults a setting can judge: how often the shifted fault is the main finding; how often the rest is answered *cannot be judged here*;
how often a healthy swing is accused, under common-ground and under its own school; and for a pair, how often the earlier one is named.

${table(['setting', 'strong', 'medium', 'weak', 'cannot be judged', 'healthy accused', 'under its own school', 'pairs'], mains)}

A weak fault lies half inside the healthy spread: about 60% is what can be had.

## Fault by fault

Found (not only as the main finding), percent at weak / medium / strong, per device with and without a club together; then how often it is the
main finding at medium and strong over all devices that can judge it; then, of the swings where it was named as main, how many truly had it.

${table(['fault', ...EVALUATED_DEVICES, 'main right', 'named rightly'], perFault)}

## What the words are worth

How many of the findings with a word are the shifted fault or follow from it.

${table(['word', 'true'], calibration)}

## Healthy swings, school by school

${table(['school', 'accused under common-ground', 'accused under its own'], schools)}

## Hands

${table(['hand', 'main right, strong', 'healthy accused'], hands)}

## Sets that differ

A golfer's own eight swings, more and more unlike: how often \`wide-spread\` is found.

${table(['spread', 'found'], spread)}

## Steps within a lesson

Lessons of twelve swings with an iron over plates (eighteen with two steps), judged by the lead share at impact. In a step it moves by two
worths, 6 points, in a drift by 8 points little by little; the golfer's own swings differ by a third of what golfers differ by. *All found*:
a cut at every step, at most one swing beside it. *Noticed*: cut anywhere, or said to drift. *Cut elsewhere*: at least one cut where
nothing happened; in a drift, any. So short a drift and two equal steps look much alike.

${table(['what happened', 'all found', 'noticed', 'cut elsewhere', 'said to drift'], stepRows(lessons))}
`;
}

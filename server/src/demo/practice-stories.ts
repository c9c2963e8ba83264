import { BLANK_ENTRY, type KeptExperiment, type LogEntry, type PracticePlan } from '@vilko/contract';
import { type BlockResult, logBlock, makePlan, type PlanWish } from '@vilko/core';

/** One pupil's practice as it was planned and kept, or not. */
interface PracticeStory {
  readonly pupilId: string;
  readonly lessonId: string;
  readonly madeAt: string;
  readonly endedAt: string | null;
  readonly wish: Omit<PlanWish, 'lacks' | 'minor'>;
  /** Results of the first days, in order. */
  readonly days: readonly BlockResult[];
}

const day = (
  did: BlockResult['did'],
  test: BlockResult['test'] = null,
  pain: readonly [number, number] | null = null,
  note = '',
): BlockResult => ({
  did,
  test,
  painBefore: pain?.[0] ?? null,
  painAfter: pain?.[1] ?? null,
  note,
});
const passed = day('done', 'passed');
const failed = day('done', 'failed');
const missed = day('missed');

const STORIES: readonly PracticeStory[] = [
  {
    // runs now
    pupilId: 'maren',
    lessonId: 'lesson-maren',
    madeAt: '2026-11-20T18:25:00.000Z',
    endedAt: null,
    wish: {
      fault: 'hangs-back',
      drills: ['arms-crossed-thirds', 'tap-after'],
      rungs: [0, 0],
      club: 'iron',
      from: '2026-11-21',
      until: '2026-12-11',
      days: [0, 2, 4],
      minutes: 25,
      injuries: [],
    },
    days: [passed, failed],
  },
  {
    // kept
    pupilId: 'ilse',
    lessonId: 'lesson-ilse-4',
    madeAt: '2026-11-03T11:05:00.000Z',
    endedAt: '2026-11-18T10:20:00.000Z',
    wish: {
      fault: 'no-load',
      drills: ['trail-step'],
      rungs: [0],
      club: 'iron',
      from: '2026-11-04',
      until: '2026-11-17',
      days: [0, 2, 5],
      minutes: 20,
      injuries: ['shoulder'],
    },
    days: [failed, passed, passed, missed, failed, passed],
  },
  {
    // dropped
    pupilId: 'corin',
    lessonId: 'lesson-corin-3',
    madeAt: '2026-10-29T15:50:00.000Z',
    endedAt: '2026-11-12T08:00:00.000Z',
    wish: {
      fault: 'late-shift',
      drills: ['three-beats'],
      rungs: [0],
      club: 'iron',
      from: '2026-10-30',
      until: '2026-11-18',
      days: [1, 3, 5, 6],
      minutes: 40,
      injuries: [],
    },
    days: [failed, missed, failed, missed, missed, missed],
  },
  {
    // stopped by pain
    pupilId: 'sunniva',
    lessonId: 'lesson-sunniva-3',
    madeAt: '2026-10-28T19:10:00.000Z',
    endedAt: null,
    wish: {
      fault: 'trail-start',
      drills: ['even-start', 'mirror-line'],
      rungs: [1, 0],
      club: 'iron',
      from: '2026-10-29',
      until: '2026-12-02',
      days: [0, 3],
      minutes: 20,
      injuries: ['knee'],
    },
    days: [
      day('done', 'passed', [1, 1]),
      day('done', 'failed', [1, 1]),
      day('stopped', null, [1, 4], 'The lead knee, after ten balls on the wet mat.'),
    ],
  },
];

const LOG: readonly LogEntry[] = [
  {
    ...BLANK_ENTRY,
    id: 'log-maren-1',
    pupilId: 'maren',
    at: '2026-11-22T09:40:00.000Z',
    kind: 'self-check',
    checks: { 'finish-tap': 'yes', 'divot-after': 'no' },
    felt: 80,
    note: 'Grass behind the engine shop, seven iron.',
  },
  {
    ...BLANK_ENTRY,
    id: 'log-jonas-1',
    pupilId: 'jonas',
    at: '2026-11-18T17:00:00.000Z',
    kind: 'self-check',
    checks: { 'float-held': 'yes' },
    note: 'It can be held up: the body went along again.',
  },
  {
    ...BLANK_ENTRY,
    id: 'log-sunniva-1',
    pupilId: 'sunniva',
    at: '2026-11-08T18:00:00.000Z',
    kind: 'home',
    painBefore: 2,
    painAfter: 2,
    note: 'Rested. The surgeon is asked on the 16th.',
  },
  {
    ...BLANK_ENTRY,
    id: 'log-maren-2',
    pupilId: 'maren',
    at: '2026-11-25T18:20:00.000Z',
    kind: 'answer',
    from: 'pupil',
    lessonId: 'lesson-maren',
    note: 'Twice behind the engine shop. The third hop went loud, so I stopped there. It does not hurt.',
  },
];

/** Tried in a lesson: its swings fall into their trials when it is looked at. */
const TRIED: KeptExperiment = {
  id: 'tried-edvin',
  lessonId: 'lesson-edvin-4',
  madeAt: '2026-10-27T11:04:00.000Z',
  endedAt: null,
  about: {
    with: 'counting one–two aloud',
    without: 'without a word',
    measure: { of: 'swing', id: 'share.lead.p7' },
    perArm: 4,
    warmUp: 2,
  },
  order: ['with', 'without', 'without', 'with', 'without', 'with', 'with', 'without'],
  trials: [],
};

/** Plans, logbook and experiments of the sample world, the same every time. */
export function demoPractice(): {
  readonly plans: readonly PracticePlan[];
  readonly log: readonly LogEntry[];
  readonly experiments: readonly KeptExperiment[];
} {
  const plans = STORIES.map(({ pupilId, lessonId, madeAt, endedAt, wish, days }): PracticePlan => {
    const bare = makePlan({ ...wish, lacks: [], minor: false }, (i) => `block-${i + 1}`);
    return {
      id: `plan-${pupilId}`,
      pupilId,
      lessonId,
      madeAt,
      endedAt,
      plan: days.reduce((plan, result, i) => logBlock(plan, `block-${i + 1}`, result), bare),
    };
  });
  return { plans, log: LOG, experiments: [TRIED] };
}

import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import type { LogEntry, PracticePlan } from '@vilko/contract/practice';
import type { DrillEffect } from '@vilko/contract/progress';
import { SHIPPED_SHELF } from '@vilko/core/drills/shelf';
import { monthsOf, type MonthsFrom, whatWorked } from './months';

const lesson = (startedAt: string, more: Partial<MonthsFrom['lessons'][number]> = {}) => ({
  ...{ id: startedAt, startedAt, aim: 'Aim', timeLine: [], painAfter: null },
  ...more,
});
const NOTHING: MonthsFrom = {
  ...{ lessons: [], plans: [], log: [], drills: [], programmes: [], shelf: SHIPPED_SHELF },
  now: Date.parse('2026-12-01T12:00:00Z'),
};
const entry = (more: Partial<LogEntry>): LogEntry => ({
  ...BLANK_ENTRY,
  ...{ id: 'e', pupilId: 'p', at: '2026-11-10T10:00:00Z', kind: 'home', ...more },
});
const effect = (drill: string, word: DrillEffect['word'], until: string | null = null): DrillEffect => ({
  ...{ drill, word, until, from: '2026-10-01T00:00:00Z', before: null, after: null, clubName: null, beside: [] },
  ...{ measure: 'share.lead.p7', words: 'Lead share, impact', unit: '%' },
});

describe('the months of a pupil', () => {
  it('hold lessons, cues, drills, practice, pain and the programme, in the order they came', () => {
    const cue = { id: 'c', at: '', before: 4, kind: 'cue' as const, words: 'step off the ferry' };
    const pause = { ...cue, kind: 'pause' as const, words: 'tea' };
    const block = { id: 'b', date: '2026-11-03', drill: 'tap-after' };
    const result = { did: 'done', test: null, painBefore: 0, painAfter: 2, note: '' };
    const plan = {
      plan: {
        blocks: [
          { ...block, result },
          { ...block, result: null },
        ],
      },
    } as unknown as PracticePlan;
    const marks = monthsOf({
      ...NOTHING,
      lessons: [lesson('2026-11-01T10:00:00Z', { timeLine: [cue, pause] })],
      plans: [plan],
      log: [entry({ drill: 'tap-after', painAfter: 5 }), entry({ kind: 'answer', at: '2026-11-12T10:00:00Z' })],
      drills: [effect('tap-after', null), effect('lead-step', null)],
      programmes: [
        {
          name: 'Course',
          steps: [
            { name: 'Load', from: '2026-11-02T00:00:00Z', until: '2026-11-20T00:00:00Z', word: 'met' },
            { name: 'Push', from: '2026-11-20T00:00:00Z', until: null, word: null },
          ],
        },
      ],
    });
    expect(marks.map((m) => [m.row, m.words])).toEqual([
      ['drills', 'Tap after, Lead step'],
      ['lessons', 'Aim'],
      ['cues', '“step off the ferry”'],
      ['programme', 'Load: met, Course'],
      ['practised', 'Tap after'],
      ['pain', '2 of 10 after practice'],
      ['practised', 'Tap after'],
      ['pain', '5 of 10 after practice'],
      ['programme', 'Push, Course'],
    ]);
    // what goes on ends now
    expect(marks.filter((m) => m.until === '2026-12-01T12:00:00.000Z').map((m) => m.row)).toEqual([
      'drills',
      'programme',
    ]);
  });

  it('say a pause of six weeks without a lesson or practice, and no shorter one', () => {
    const lessons = [lesson('2026-08-01T10:00:00Z'), lesson('2026-08-28T10:00:00Z'), lesson('2026-10-20T10:00:00Z')];
    const pauses = monthsOf({ ...NOTHING, lessons }).filter((m) => m.row === 'pauses');
    expect(pauses.map((p) => p.words)).toEqual(['53 days without a lesson or practice']);
    const between = entry({ at: '2026-09-24T10:00:00Z' });
    expect(monthsOf({ ...NOTHING, lessons, log: [between] }).some((m) => m.row === 'pauses')).toBeFalse();
  });

  it('say what worked: cues that did, drills with which something really changed', () => {
    const cues = [
      { words: 'step off the ferry', did: 'worked' as const, exaggerates: false },
      { words: 'stay behind it', did: 'did not help' as const, exaggerates: false },
    ];
    const drills = [effect('tap-after', 'real change'), effect('lead-step', 'no change that matters')];
    expect(whatWorked(cues, drills, SHIPPED_SHELF)).toEqual([
      '“step off the ferry”',
      'Tap after: a real change of lead share, impact while it was practised',
    ]);
  });
});

import type { Measures } from '@vilko/core';
import {
  BLANK_ENTRY,
  DEFAULT_HOUSE,
  type LessonHead,
  type LogEntry,
  NO_PROFILE,
  NO_SHOT,
  standardFor,
} from '@vilko/contract';
import type { StandardOf } from '../judging/swing-sets.js';
import type { SummarisedSwing } from '../swings/swing-service.js';
import { dashboardOf } from './dashboard.js';
import { judgedLessons, lessonSets } from './dashboard-service.js';

const PUPIL = {
  id: 'p',
  name: 'P',
  about: '',
  handed: 'right' as const,
  stature: 1.75,
  mass: 76,
  story: '',
  profile: NO_PROFILE,
  archived: false,
};
const board = (lessons: readonly LessonHead[], swings: readonly SummarisedSwing[], log: readonly LogEntry[] = []) => {
  const sources = { profile: NO_PROFILE, handed: 'right' as const, house: DEFAULT_HOUSE, own: [] };
  const standardOf: StandardOf = (club, intent) => standardFor(sources, club, intent);
  return dashboardOf(judgedLessons(PUPIL, lessonSets(lessons, swings, standardOf), standardOf), swings, log);
};

const lesson = (id: string, day: number, more: Partial<LessonHead> = {}): LessonHead => ({
  id,
  pupilId: 'p',
  startedAt: `2026-10-${String(day).padStart(2, '0')}T10:00:00.000Z`,
  bay: 'Bay 3',
  aim: '',
  measure: 'share.lead.p7',
  target: null,
  cuts: {},
  timeLine: [],
  footwear: 'golf shoes',
  homework: '',
  task: null,
  notes: '',
  nextVisit: null,
  painBefore: null,
  painAfter: null,
  setUp: null,
  swings: 0,
  ...more,
});
let made = 0;
const swing = (
  lessonId: string,
  share: number,
  row: Partial<SummarisedSwing['row']> = {},
  fault: string | null = null,
): SummarisedSwing => ({
  row: {
    id: `s${++made}`,
    lessonId,
    recordingId: 'r',
    part: 0,
    number: made,
    club: 'iron',
    clubName: '7-iron',
    handed: null,
    device: 'plates',
    recordedAt: new Date('2026-10-01T10:00:00Z'),
    source: 'bay',
    file: null,
    starred: false,
    note: '',
    marks: {},
    kind: 'full',
    tag: 'ball',
    intent: 'stock',
    felt: null,
    feltOf: null,
    overruled: [],
    confirmed: [],
    task: null,
    sure: false,
    deletedAt: null,
    ...row,
  },
  summary: {
    device: (row.device ?? 'plates') as SummarisedSwing['summary']['device'],
    thumbnail: null,
    warnings: [],
    read: {
      events: {} as never,
      measures: { 'share.lead.p7': { value: share, unit: '%', u: 0.3, basis: 'measured' } } as Measures,
    },
    stood: null,
  },
  ball: null,
  doubt: null,
  verdict: {
    fit: 0.9,
    judgedBy: { pattern: 'common-ground', version: 1 },
    mainFault: fault,
    mainWord: fault && 'clear',
  },
});
const several = (
  lessonId: string,
  around: number,
  n = 10,
  row: Partial<SummarisedSwing['row']> = {},
): SummarisedSwing[] => Array.from({ length: n }, (_, k) => swing(lessonId, around + 2 * Math.sin(3 * k), row));

describe('a pupil’s dashboard', () => {
  it('asks about the loft where the driver is really delivered otherwise than it was, never of an iron or of chance', () => {
    const driven = (lessonId: string, attack: number, row: Partial<SummarisedSwing['row']> = {}) =>
      several(lessonId, 60, 6, { club: 'driver', clubName: 'Driver', ...row }).map((s, k) => ({
        ...s,
        ball: { ...NO_SHOT, attack: attack + 0.4 * Math.sin(3 * k), launch: 12 + 0.5 * Math.sin(5 * k) },
      }));
    const lessons = [lesson('a', 1), lesson('b', 8)];
    expect(board(lessons, [...driven('a', -3), ...driven('b', 2)]).loft).toEqual([
      'The driver has changed: attack angle from −3° to 2°. Does its loft still fit?',
    ]);
    expect(board(lessons, [...driven('a', -3), ...driven('b', -2.9)]).loft).toEqual([]);
    const iron = { club: 'iron', clubName: '7-iron' } as const;
    expect(board(lessons, [...driven('a', -3, iron), ...driven('b', 2, iron)]).loft).toEqual([]);
    expect(board([lesson('a', 1)], driven('a', -3)).loft).toEqual([]);
  });
  it('follows the measure that was agreed last, with the club used most', () => {
    const d = board(
      [lesson('a', 1, { measure: 'share.lead.p4' }), lesson('b', 8), lesson('c', 15, { measure: null })],
      [...several('a', 60), ...several('b', 61, 12), ...several('b', 80, 3, { club: 'driver' })],
    );
    expect([d.measure, d.unit, d.club]).toEqual(['share.lead.p7', '%', 'iron']);
    expect(d.trend.map((t) => [t.lessonId, t.n])).toEqual([
      ['a', 10],
      ['b', 12],
    ]);
  });
  it('calls a change real, of no matter, or too small a sample, each against the lesson before', () => {
    const lessons = [lesson('a', 1), lesson('b', 8), lesson('c', 15), lesson('d', 22)];
    const d = board(lessons, [
      ...several('a', 60),
      ...several('b', 60.4),
      ...several('c', 72),
      swing('d', 68),
      swing('d', 84),
    ]);
    expect(d.trend.map((t) => t.change)).toEqual([
      null,
      'no change that matters',
      'real change',
      'too few swings to tell',
    ]);
    expect(d.trend[2]!.mean).toBeCloseTo(72, 0);
    expect(d.trend[3]!.sd).not.toBeNull();
  });
  it('never compares one kind of device with another', () => {
    const d = board(
      [lesson('a', 1), lesson('b', 8)],
      [...several('a', 60), ...several('b', 75, 10, { device: 'mat' }), ...several('b', 61)],
    );
    expect(d.trend.map((t) => [t.lessonId, t.device, t.change])).toEqual([
      ['a', 'plates', null],
      ['b', 'mat', null],
      ['b', 'plates', 'no change that matters'],
    ]);
  });
  it('keeps rehearsals and exercises out of the trend, but not out of what was felt', () => {
    const d = board(
      [lesson('a', 1)],
      [
        ...several('a', 60, 4),
        swing('a', 90, { kind: 'half' }),
        swing('a', 95, { tag: 'exercise', felt: 90 }),
        swing('a', 62, { felt: 75 }),
        swing('a', 62, { felt: 3, feltOf: 'tempo.ratio' }),
      ],
    );
    expect(d.trend[0]!.n).toBe(6);
    expect(d.felt.map((f) => [f.felt, f.measured])).toEqual([
      [90, 95],
      [75, 62],
    ]);
  });
  it('tells how the pupil swung as the lesson ended, and how before: a change within it is no mean', () => {
    const [trend] = board([lesson('a', 1)], [...several('a', 55, 8), ...several('a', 70, 7)]).trend;
    expect([trend!.n, trend!.earlier!.n, trend!.clubName]).toEqual([7, 8, '7-iron']);
    expect(trend!.mean).toBeCloseTo(70, 0);
    expect(trend!.earlier!.mean).toBeCloseTo(55, 0);
    // the club used most speaks, not the mean of two clubs
    const mixed = [...several('b', 60, 8), ...several('b', 80, 3, { clubName: '9-iron' })];
    expect(board([lesson('b', 1)], mixed).trend.map((t) => [t.clubName, t.n])).toEqual([['7-iron', 8]]);
  });
  it('speaks of the club that the newest lesson speaks of', () => {
    const lessons = [lesson('a', 1), lesson('b', 8)];
    const d = board(lessons, [...several('a', 60, 12), ...several('b', 62, 7, { club: 'driver', clubName: 'driver' })]);
    expect([d.club, d.trend.map((t) => t.clubName)]).toEqual(['driver', ['driver']]);
  });
  it('has no empty promises: without an agreed measure there is no trend', () => {
    const d = board(
      [lesson('a', 1, { measure: null, homework: 'tap the toe', nextVisit: '2026-12-01' })],
      several('a', 60),
    );
    expect([d.measure, d.trend.length, d.homework, d.nextVisit]).toEqual([null, 0, 'tap the toe', '2026-12-01']);
    expect(board([], []).club).toBeNull();
    expect(board([], []).came).toEqual([]);
  });
  it('brings what the pupil sent since the last lesson, not what was written down here or came before', () => {
    const entry = (id: string, at: string, from: 'pupil' | 'instructor') => ({
      ...BLANK_ENTRY,
      id,
      pupilId: 'p',
      at,
      kind: 'answer' as const,
      from,
    });
    const log = [
      entry('old', '2026-10-02T10:00:00.000Z', 'pupil'),
      entry('own', '2026-10-09T10:00:00.000Z', 'instructor'),
      entry('new', '2026-10-10T10:00:00.000Z', 'pupil'),
    ];
    expect(board([lesson('a', 1), lesson('b', 8)], [], log).came.map((e) => e.id)).toEqual(['new']);
  });
});

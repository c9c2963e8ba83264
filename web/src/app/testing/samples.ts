import type { Bay } from '@vilko/contract/bay';
import type { Film } from '@vilko/contract/film';
import type { Pupil } from '@vilko/contract/pupil';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import type { Report, ReportText } from '@vilko/contract/report';
import type { Shot, ShotValues } from '@vilko/contract/shot';
import { NO_SHOT } from '@vilko/contract/no-shot';
import type { Lesson, SwingHead } from '@vilko/contract/swing';

/** A swing as the rack has it, changed where a test needs it. */
export const swing = (number: number, more: Partial<SwingHead> = {}): SwingHead => ({
  handed: 'right',
  doubt: null,
  id: `s${number}`,
  lessonId: 'l',
  number,
  club: 'iron',
  clubName: '7-iron',
  device: 'plates',
  recordedAt: '2026-11-20T10:00:00.000Z',
  starred: false,
  note: '',
  source: 'bay',
  file: null,
  marks: {},
  leadAtImpact: 70,
  agreed: null,
  feltOf: null,
  fit: 0.9,
  judgedBy: { pattern: 'common-ground', version: 1 },
  mainFault: null,
  mainWord: null,
  thumbnail: null,
  warnings: [],
  kind: 'full',
  tag: 'ball',
  intent: 'stock',
  felt: null,
  overruled: [],
  confirmed: [],
  task: null,
  shot: null,
  films: [],
  ...more,
});

export const pupil: Pupil = {
  id: 'p',
  name: 'Ada Quell',
  about: 'Bell founder',
  handed: 'right',
  stature: 1.7,
  mass: 68,
  story: 'Thin irons.',
  profile: NO_PROFILE,
  archived: false,
};

export const lesson: Lesson = {
  id: 'l',
  pupilId: 'p',
  startedAt: '2026-11-20T10:00:00.000Z',
  bay: 'Bay 3',
  aim: '',
  measure: null,
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
  swings: 2,
  pupil,
  rack: [swing(2), swing(1)],
  entered: [],
};

export const bay: Bay = {
  id: 'bay-3',
  name: 'Bay 3',
  lessonId: 'l',
  who: 'Somebody',
  last: null,
  handed: 'right',
  club: 'iron',
  clubName: '7-iron',
  kind: 'full',
  tag: 'ball',
  intent: 'stock',
  task: null,
  state: 'armed',
  device: { kind: 'plates', name: 'Two plates', rate: 1000, connected: true, lost: 0, silentSince: null, seen: 1000 },
  monitor: null,
  drift: null,
  notice: null,
};

export const film = (more: Partial<Film> = {}): Film => ({
  id: 'f1',
  swingId: 's1',
  angle: 'face on',
  mime: 'video/webm',
  size: 1000,
  duration: 3,
  aspect: 0.8,
  frameRate: 60,
  impact: 1.7,
  impactBy: 'sound',
  from: 'file',
  lines: [],
  followed: [],
  note: '',
  ...more,
});

export const shot = (values: Partial<ShotValues>): Shot => ({
  id: 'b1',
  lessonId: 'l',
  swingId: 's1',
  at: '2026-11-20T10:00:00.000Z',
  source: 'keyboard',
  from: 'keyboard',
  values: { ...NO_SHOT, ...values },
});

const DRAFT: ReportText = {
  aim: 'Strike the ground after the ball',
  saw: 'Too much load stays on the trail foot at impact, in 6 of 8 swings with the 7-iron.',
  numbers: 'On the lead foot, of the load on both: 52% at address.',
  changed: '',
  notYet: 'Lead share, impact: 2 of 8 swings.',
  task: 'Arms-crossed thirds: five minutes a day.',
  agreed: '',
};
const shape = { back: [[0, 0]] as [number, number][], down: [[10, 0]] as [number, number][], through: [], soles: [] };
const swingOf = (id: string, value: number) => ({
  id,
  number: 4,
  clubName: '7-iron',
  date: '2026-11-20T10:00:00.000Z',
  value,
  shape,
});
/** A page whose figures follow the lesson. */
export const report: Report = {
  draft: DRAFT,
  text: null,
  club: 'iron',
  measure: {
    id: 'share.lead.p7',
    words: 'Lead share, impact',
    unit: '%',
    agreed: true,
    band: [64, 92],
    worth: 3,
    spread: null,
    before: 51,
    after: 54,
    n: [7, 8],
  },
  success: { word: 'partly', inside: 2, of: 8, way: 0.27 },
  before: swingOf('a', 51),
  after: swingOf('b', 54),
  drill: 'arms-crossed-thirds',
  nextVisit: '2026-12-11',
  review: null,
  source: {
    set: null,
    fault: null,
    swings: [
      [1, 2, 3, 4, 5, 6, 7],
      [8, 9, 10, 12, 13],
    ],
    beforeAt: null,
  },
  by: { house: '', instructor: '', signature: '', mark: null },
  madeAt: null,
  behind: null,
  moved: [],
};

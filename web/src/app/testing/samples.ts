import { type Bay, type Film, type Lesson, NO_PROFILE, NO_SHOT, type Pupil, type Shot, type ShotValues, type SwingHead } from '@vilko/contract';

/** A swing as the rack has it, changed where a test needs it. */
export const swing = (number: number, more: Partial<SwingHead> = {}): SwingHead => ({
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
  fit: 0.9,
  mainFault: null,
  mainWord: null,
  thumbnail: null,
  warnings: [],
  kind: 'full',
  tag: 'ball',
  intent: 'stock',
  felt: null,
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
  footwear: 'golf shoes',
  homework: '',
  notes: '',
  nextVisit: null,
  painBefore: null,
  painAfter: null,
  setUp: null,
  swings: 2,
  pupil,
  rack: [swing(2), swing(1)],
};

export const bay: Bay = {
  name: 'Bay 3',
  lessonId: 'l',
  handed: 'right',
  club: 'iron',
  clubName: '7-iron',
  kind: 'full',
  tag: 'ball',
  intent: 'stock',
  state: 'armed',
  device: { kind: 'plates', name: 'Two plates', rate: 1000, connected: true, lost: 0, seen: 1000 },
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

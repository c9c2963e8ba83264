import type { EnteredSwing } from '@vilko/contract';

const SHEET = 'the pressure sheet at the ropewalk’s summer range';

/** Numbers that pupils of the sample world brought along from elsewhere. */
export const DEMO_ENTERED: readonly EnteredSwing[] = [
  {
    id: 'entered-maren-1',
    lessonId: 'lesson-maren-3',
    at: '2026-10-25T14:10:00.000Z',
    club: 'iron',
    clubName: '7-iron',
    source: SHEET,
    values: [
      { measure: 'share.lead.p7', value: 58, u: null },
      { measure: 'share.lead.p4', value: 29, u: null },
      { measure: 'tempo.ratio', value: 3.2, u: null },
    ],
    note: 'Mean of the five she wrote down.',
  },
  {
    id: 'entered-maren-2',
    lessonId: 'lesson-maren',
    at: '2026-11-15T13:30:00.000Z',
    club: 'iron',
    clubName: '7-iron',
    source: SHEET,
    values: [
      { measure: 'share.lead.p7', value: 66, u: 4 },
      { measure: 'share.lead.p4', value: 31, u: null },
      { measure: 'tempo.ratio', value: 3.1, u: null },
    ],
    note: '',
  },
];

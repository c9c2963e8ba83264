import type { Pupil } from '@vilko/contract';
import type { ClubClass } from '@vilko/core';
import type { FaultStrength, SimulatedDevice, SwingParameter } from '@vilko/core/golfer';

/** A series of swings in a demo lesson. */
export interface DemoSeries {
  readonly club: ClubClass;
  readonly clubName: string;
  readonly count: number;
  readonly fault?: string;
  readonly strength?: FaultStrength;
}

/** A pupil of Tarred Line Golf Shed with one lesson. */
export interface DemoPupil {
  readonly pupil: Pupil;
  readonly lesson: { readonly startedAt: string; readonly aim: string; readonly bay: string };
  readonly device: SimulatedDevice;
  readonly clubChannels: boolean;
  readonly tendencies: Partial<Record<SwingParameter, number>>;
  readonly series: readonly DemoSeries[];
}

const person = (id: string, name: string, about: string, handed: 'right' | 'left', stature: number, mass: number, story: string): Pupil => ({
  id,
  name,
  about,
  handed,
  stature,
  mass,
  story,
});

/** Invented pupils of an invented winter range in a converted rope works; the numbers tell the stories. */
export const DEMO_PUPILS: readonly DemoPupil[] = [
  {
    pupil: person(
      'maren',
      'Maren Oddby',
      'Ferry engineer',
      'right',
      1.69,
      66,
      'Stands firm on a moving deck, and stays there: she hangs back until the last swings of the lesson.',
    ),
    lesson: { startedAt: '2026-11-20T17:30:00Z', aim: 'Strike the ground after the ball', bay: 'Bay 3' },
    device: 'mat-plates',
    clubChannels: true,
    tendencies: { leadAddress: 0.4, trailMax: 0.5 },
    series: [
      { club: 'iron', clubName: '7-iron', count: 6, fault: 'hangs-back', strength: 'strong' },
      { club: 'iron', clubName: '7-iron', count: 2, fault: 'hangs-back', strength: 'weak' },
      { club: 'iron', clubName: '8-iron', count: 2 },
    ],
  },
  {
    pupil: person('corin', 'Corin Vasshaug', 'Ex-fencer, plays left-handed', 'left', 1.83, 79, 'Lunges as he used to: everything comes, but late.'),
    lesson: { startedAt: '2026-11-19T15:00:00Z', aim: 'Start the move to the lead foot before the top', bay: 'Bay 3' },
    device: 'mat-plates',
    clubChannels: true,
    tendencies: { trailMax: 0.3 },
    series: [
      { club: 'iron', clubName: '6-iron', count: 6, fault: 'late-shift', strength: 'strong' },
      { club: 'driver', clubName: 'driver', count: 2 },
    ],
  },
  {
    pupil: person(
      'ilse',
      'Ilse Tarnquist',
      'Cellist',
      'right',
      1.66,
      58,
      'Sits in the middle of her chair, and stands in the middle of her feet: nothing goes to the trail foot.',
    ),
    lesson: { startedAt: '2026-11-18T10:15:00Z', aim: 'Let some load go to the trail foot', bay: 'Mat room' },
    device: 'mat',
    clubChannels: true,
    tendencies: { upPeak: -0.6, forcePeak: -0.3 },
    series: [{ club: 'iron', clubName: '7-iron', count: 7, fault: 'no-load', strength: 'strong' }],
  },
  {
    pupil: person(
      'halvard',
      'Halvard Brune',
      'Retired hurdler',
      'right',
      1.88,
      84,
      'Takes off from the wrong foot: going back the pressure goes to the lead foot first.',
    ),
    lesson: { startedAt: '2026-11-17T12:45:00Z', aim: 'Load the foot that is going to push', bay: 'Bay 1' },
    device: 'plates',
    clubChannels: true,
    tendencies: { upPeak: 0.6 },
    series: [
      { club: 'iron', clubName: '5-iron', count: 5, fault: 'reversed-load', strength: 'strong' },
      { club: 'iron', clubName: '5-iron', count: 2 },
    ],
  },
  {
    pupil: person(
      'tove',
      'Tove Lindqvie',
      'Fifteen, sails dinghies',
      'right',
      1.62,
      52,
      'Quick hands and a long swing: the trail foot is loaded when it should already be pushing.',
    ),
    lesson: { startedAt: '2026-11-14T09:30:00Z', aim: 'Be loaded by the top', bay: 'Bay 3' },
    device: 'mat-plates',
    clubChannels: true,
    tendencies: { topAngle: 0.8, back: 0.5 },
    series: [{ club: 'iron', clubName: '8-iron', count: 7, fault: 'late-load', strength: 'strong' }],
  },
  {
    pupil: person(
      'jonas',
      'Jonas Perrick-Moe',
      'Sixteen, plays handball',
      'right',
      1.77,
      66,
      'Throws himself at the driver: the trail foot has left the ground before the ball has.',
    ),
    lesson: { startedAt: '2026-11-13T16:00:00Z', aim: 'Keep the trail foot in the driver swing', bay: 'Bay 1' },
    device: 'plates',
    clubChannels: true,
    tendencies: { upPeak: 0.5, forcePeak: 0.5 },
    series: [
      { club: 'driver', clubName: 'driver', count: 6, fault: 'stranded-trail-foot', strength: 'strong' },
      { club: 'iron', clubName: '7-iron', count: 2 },
    ],
  },
  {
    pupil: person(
      'sunniva',
      'Sunniva Aldous',
      'Back after a knee operation',
      'right',
      1.71,
      70,
      'Saves the lead knee and starts on the trail foot; measured at home on two boards.',
    ),
    lesson: { startedAt: '2026-11-11T18:20:00Z', aim: 'Even feet before anything moves', bay: 'At home' },
    device: 'boards',
    clubChannels: false,
    tendencies: { upPeak: -1, leadP7: -0.3 },
    series: [{ club: 'iron', clubName: '9-iron', count: 6, fault: 'trail-start', strength: 'medium' }],
  },
  {
    pupil: person('edvin', 'Edvin Roake', 'Harbour pilot', 'right', 1.79, 88, 'Comes twice a year to hear that it still works.'),
    lesson: { startedAt: '2026-11-09T11:00:00Z', aim: 'A look at everything', bay: 'Bay 3' },
    device: 'mat-plates',
    clubChannels: true,
    tendencies: {},
    series: [
      { club: 'iron', clubName: '7-iron', count: 4 },
      { club: 'driver', clubName: 'driver', count: 3 },
    ],
  },
];

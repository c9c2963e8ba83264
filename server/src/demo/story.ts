import type { Contact, Pupil, PupilProfile } from '@vilko/contract';
import { NO_CONTACT, NO_PROFILE } from '@vilko/contract';
import type { ClubClass, MeasureId } from '@vilko/core';
import type { FaultStrength, SimulatedDevice, SwingParameter } from '@vilko/core/golfer';

/** A series of swings in a demo lesson. */
export interface DemoSeries {
  readonly club: ClubClass;
  readonly clubName: string;
  readonly count: number;
  readonly fault?: string;
  readonly strength?: FaultStrength;
  /** What they were for; ordinary swings with a ball without it. */
  readonly tag?: 'demonstration';
}

/** One lesson of the sample world. */
export interface DemoLesson {
  readonly id: string;
  readonly startedAt: string;
  readonly bay: string;
  readonly aim: string;
  readonly measure: MeasureId | null;
  readonly homework: string;
  readonly footwear: 'golf shoes' | 'trainers';
  readonly nextVisit: string | null;
  readonly pain: readonly [number, number] | null;
  readonly device: SimulatedDevice;
  readonly clubChannels: boolean;
  /** A monitor stood beside the bay. */
  readonly monitor: boolean;
  /** ° by which this golfer's club face points away from the path. */
  readonly faceOff: number;
  /** Points by which this pupil feels more on the lead foot than there is; null: not asked. */
  readonly feltOff: number | null;
  readonly tendencies: Partial<Record<SwingParameter, number>>;
  /** Variation from swing to swing, in SD of the field. */
  readonly spread: number;
  readonly series: readonly DemoSeries[];
  /** Cues, each with the number of the swing that it came before. */
  readonly cues: readonly (readonly [number, string])[];
}

export interface DemoPupil {
  readonly pupil: Pupil;
  /** Oldest first. */
  readonly lessons: readonly DemoLesson[];
}

/** The parts a story of the sample world is told with. */
export const pupil = (
  id: string,
  who: Pick<Pupil, 'name' | 'about' | 'handed' | 'stature' | 'mass'>,
  story: string,
  profile: Partial<PupilProfile>,
): Pupil => ({
  id,
  ...who,
  story,
  archived: false,
  profile: { ...NO_PROFILE, ...profile },
});

/** How somebody of the sample world is reached, as far as it is known. */
export const contact = (known: Partial<Contact>): Contact => ({ ...NO_CONTACT, ...known });

export const bag = (...clubs: (readonly [string, ClubClass, number])[]) =>
  clubs.map(([name, club, loft]) => ({ name, club, loft, changes: '' }));
export const iron = (clubName: string, count: number, fault?: string, strength?: FaultStrength): DemoSeries => ({
  club: 'iron',
  clubName,
  count,
  fault,
  strength,
});
/** The teacher shows one on the pupil's device. */
export const demonstration = (clubName: string): DemoSeries => ({
  club: 'iron',
  clubName,
  count: 1,
  tag: 'demonstration',
});
export const driver = (count: number, fault?: string, strength?: FaultStrength): DemoSeries => ({
  club: 'driver',
  clubName: 'driver',
  count,
  fault,
  strength,
});

type Common = Omit<DemoLesson, 'id' | 'startedAt' | 'aim' | 'series' | 'homework' | 'nextVisit' | 'pain' | 'cues'>;
type Told = Pick<DemoLesson, 'startedAt' | 'series'> & Partial<DemoLesson>;

/** Lessons of one pupil, oldest first; the last is `lesson-<pupil>`, the ones before are numbered. */
export const lessons = (id: string, aim: string, common: Partial<Common>, told: readonly Told[]): DemoLesson[] =>
  told.map((t, i) => ({
    bay: 'Bay 3',
    measure: null,
    footwear: 'golf shoes',
    device: 'mat-plates',
    clubChannels: true,
    monitor: false,
    faceOff: 0,
    feltOff: null,
    tendencies: {},
    spread: 0.35,
    homework: '',
    nextVisit: null,
    pain: null,
    cues: [],
    aim,
    ...common,
    ...t,
    id: i === told.length - 1 ? `lesson-${id}` : `lesson-${id}-${i + 1}`,
  }));

import type { ClubClass } from '../recording/recording.js';

/** Names of what may differ from swing to swing: physical properties of the motion, never limits of a rule. */
export const SWING_PARAMETERS = [
  'back',
  'down',
  'leadAddress',
  'trailMax',
  'trailMaxPhase',
  'topGive',
  'cross',
  'leadP6',
  'leadP7',
  'leadP10',
  'onset',
  'press',
  'fwdAddress',
  'leadFwdDown',
  'trailFwdTop',
  'trailIn',
  'forcePeak',
  'massBack',
  'turnBack',
  'turnPeak',
  'turnPeakTime',
  'upMin',
  'upPeak',
  'upPeakTime',
  'foreAft',
  'topAngle',
] as const;

/** Drawn from a stream of their own, so that a property added here does not redraw the ones above. */
export const LATER_PARAMETERS = [
  'fwdP3',
  'trailFwdP3',
  'leadFwdImpact',
  'massAhead',
  'massRuns',
  'tips',
  'twistsOn',
  'legPush',
  'wander',
  'finishSway',
  'pushOff',
  'trailSits',
  'pushUp',
  'staysOn',
] as const;
export type SwingParameter = (typeof SWING_PARAMETERS)[number] | (typeof LATER_PARAMETERS)[number];

/** SD of a healthy spread; the field is not always spread evenly to both sides. */
type Sd = number | { readonly down: number; readonly up: number };

/** Healthy mean and SD of a parameter over golfers; other means and SDs per club. */
export interface Spread {
  readonly mean: number;
  readonly sd: Sd;
  readonly unit: string;
  readonly club?: Partial<Record<ClubClass, number>>;
  readonly clubSd?: Partial<Record<ClubClass, Sd>>;
}

/**
 * The healthy golfer: what the parameters are, over the field. Two SD either way is what schools between them still
 * call their own. Fixed before any rule was tuned.
 */
export const HEALTHY: Readonly<Record<SwingParameter, Spread>> = {
  back: { mean: 0.8, sd: { down: 0.12, up: 0.165 }, unit: 's' },
  down: { mean: 0.262, sd: 0.014, unit: 's' },
  leadAddress: { mean: 51.5, sd: { down: 2.8, up: 4 }, unit: '%', club: { driver: 51, wedge: 50.5 } },
  trailMax: {
    mean: 74,
    sd: { down: 6, up: 5.4 },
    unit: '%',
    club: { driver: 77, wedge: 71 },
    clubSd: { driver: { down: 7, up: 5.4 } },
  },
  trailMaxPhase: { mean: 2.8, sd: 0.53, unit: 'P' },
  topGive: { mean: 9, sd: 2.5, unit: 'points' },
  cross: { mean: -0.139, sd: 0.028, unit: 's to impact' },
  leadP6: { mean: 72, sd: 8.3, unit: '%', club: { driver: 71 } },
  leadP7: {
    mean: 77.5,
    sd: { down: 7.6, up: 6 },
    unit: '%',
    club: { driver: 74, wedge: 75 },
    clubSd: { driver: { down: 8, up: 6 } },
  },
  leadP10: { mean: 91, sd: 1.8, unit: '%' },
  onset: { mean: 0.16, sd: { down: 0.048, up: 0.03 }, unit: 's before P1' },
  press: { mean: 1.2, sd: 0.5, unit: 'points' },
  fwdAddress: { mean: 54, sd: 5.4, unit: '%' },
  leadFwdDown: { mean: 60, sd: 3, unit: '% at P5' },
  trailFwdTop: { mean: 48, sd: 3, unit: '% at P4' },
  trailIn: { mean: 6, sd: { down: 21, up: 8 }, unit: 'inside at P3' },
  forcePeak: {
    mean: 16.5,
    sd: { down: 2.9, up: 1.6 },
    unit: '%BW',
    club: { driver: 18 },
    clubSd: { driver: { down: 3.2, up: 1.8 } },
  },
  massBack: {
    mean: 38,
    sd: { down: 7, up: 15.5 },
    unit: 'mm',
    club: { driver: 50 },
    clubSd: { driver: { down: 9, up: 31 }, wood: { down: 8, up: 23 } },
  },
  turnBack: { mean: 0.22, sd: 0.025, unit: 'N·m/kg' },
  turnPeak: { mean: 0.62, sd: 0.05, unit: 'N·m/kg', club: { driver: 0.7 } },
  turnPeakTime: { mean: -0.15, sd: { down: 0.008, up: 0.04 }, unit: 's to impact' },
  upMin: { mean: 0.83, sd: 0.025, unit: 'of weight' },
  upPeak: { mean: 1.61, sd: 0.05, unit: 'of weight', club: { driver: 1.76 } },
  upPeakTime: { mean: -0.055, sd: 0.012, unit: 's to impact' },
  foreAft: { mean: 1.52, sd: { down: 0.22, up: 0.14 }, unit: '–' },
  topAngle: { mean: 236, sd: 8, unit: '°', club: { driver: 248 } },
  fwdP3: { mean: 0, sd: { down: 7.5, up: 4 }, unit: '% of foot, both feet, at the lead arm level going back' },
  trailFwdP3: { mean: 52, sd: 3, unit: '% at P3' },
  leadFwdImpact: { mean: 0, sd: { down: 7.5, up: 11 }, unit: '% of foot, lead foot, around impact' },
  massAhead: { mean: 0, sd: { down: 4, up: 19.5 }, unit: 'mm the mass goes with the pressure instead of after it' },
  massRuns: { mean: 0, sd: { down: 6, up: 25.5 }, unit: 'mm the mass runs on toward the target by impact' },
  tips: { mean: 0, sd: { down: 0.082, up: 0.03 }, unit: 'N·m·s/kg of tilting before impact' },
  twistsOn: { mean: 0, sd: { down: 0.02, up: 0.045 }, unit: 'of the backswing by which the twist away comes later' },
  legPush: { mean: 1, sd: { down: 0.105, up: 0.03 }, unit: 'of the lead leg’s usual push' },
  wander: { mean: 2, sd: { down: 0.8, up: 13 }, unit: 'mm the pressure wanders going back' },
  pushOff: { mean: 0, sd: { down: 0.4, up: 0.8 }, unit: 'points by which the lead share falls before impact' },
  trailSits: { mean: 0, sd: { down: 2, up: 8 }, unit: '% of foot by which the trail foot sits back going back' },
  pushUp: {
    mean: 0,
    sd: { down: 0.02, up: 0.1 },
    unit: 'of weight by which the trail leg pushes up as the club starts',
  },
  staysOn: { mean: 0, sd: { down: 2, up: 6 }, unit: 'points that stay on the trail foot after impact' },
  finishSway: { mean: 1, sd: { down: 0.3, up: 4.6 }, unit: 'mm the pressure wanders in the finish' },
};

/** Parameters of a healthy golfer of a school where they are not the field's; the rest keep to the field's mean. */
export const SCHOOLS: Readonly<Record<string, Partial<Record<SwingParameter, number>>>> = {
  'press-recentre': {
    leadAddress: 55.5,
    press: 6,
    onset: 0.27,
    topGive: 16,
    trailMaxPhase: 2.6,
    cross: -0.2,
    leadP6: 76,
    leadP7: 79,
    foreAft: 1.6,
  },
  'quiet-centre': {
    leadAddress: 50.5,
    trailMax: 67,
    trailMaxPhase: 2.6,
    topGive: 8,
    massBack: 15,
    forcePeak: 14.5,
    foreAft: 1.5,
    leadP7: 74,
    leadP6: 70,
  },
  'deep-load': { trailMax: 86, trailMaxPhase: 3.6, topGive: 3, cross: -0.13, leadP7: 82, leadP6: 74, massBack: 44 },
  'forefoot-wind': { fwdAddress: 58, trailFwdP3: 65, trailFwdTop: 58, trailIn: -18, trailMaxPhase: 2.4, massBack: 25 },
  'heel-last': { fwdAddress: 58, trailFwdP3: 60, trailFwdTop: 33, trailMaxPhase: 3.1, cross: -0.16 },
  'lead-push': {
    leadAddress: 56,
    press: 8,
    onset: 0.3,
    trailMax: 81,
    trailMaxPhase: 2.4,
    topGive: 22,
    cross: -0.21,
    leadP6: 78,
    leadP7: 79,
    forcePeak: 22,
    foreAft: 1.9,
    upPeak: 1.85,
    trailIn: 30,
    pushOff: 9,
  },
  'two-foot-launch': { leadAddress: 53, trailMax: 78, trailMaxPhase: 2.7, topGive: 12, leadP6: 69, leadP7: 68 },
  'straight-line': {
    leadAddress: 55.5,
    press: 6,
    onset: 0.27,
    topGive: 16,
    trailMaxPhase: 2.6,
    cross: -0.2,
    leadP6: 76,
    leadP7: 79,
    foreAft: 1.6,
    leadFwdDown: 54,
    trailFwdP3: 54,
  },
  'trail-inside': {
    leadAddress: 50,
    trailMax: 75,
    trailMaxPhase: 2.7,
    leadP6: 74,
    trailIn: 42,
    forcePeak: 21,
    foreAft: 1.4,
    massBack: 22,
  },
};
/** A school's golfers differ less from each other than the field does. */
export const SCHOOL_SPREAD = 0.5;

/** A swing's own values. */
export type SwingParameters = Readonly<Record<SwingParameter, number>>;

/** The healthy mean for a club. */
export const healthyMean = (name: SwingParameter, club: ClubClass): number =>
  HEALTHY[name].club?.[club] ?? HEALTHY[name].mean;

/** How far `sds` SD of the healthy spread are, to the side they point to. */
export function healthySpread(name: SwingParameter, club: ClubClass, sds: number): number {
  const sd = HEALTHY[name].clubSd?.[club] ?? HEALTHY[name].sd;
  return sds * (typeof sd === 'number' ? sd : sds < 0 ? sd.down : sd.up);
}

export interface SimulatedFault {
  readonly parameter: SwingParameter;
  readonly direction: 1 | -1;
  readonly club?: ClubClass;
  readonly reverses?: true;
}

/** Faults the simulated golfer can have: one physical parameter shifted by so many SD of its healthy spread. */
export const SIMULATED_FAULTS: Readonly<Record<string, SimulatedFault>> = {
  'hangs-back': { parameter: 'leadP7', direction: -1 },
  'reversed-load': { parameter: 'topGive', direction: 1, reverses: true },
  'no-load': { parameter: 'trailMax', direction: -1 },
  'late-load': { parameter: 'trailMaxPhase', direction: 1 },
  'late-shift': { parameter: 'cross', direction: 1 },
  'trail-start': { parameter: 'leadAddress', direction: -1 },
  'heels-start': { parameter: 'fwdAddress', direction: -1 },
  'stranded-trail-foot': { parameter: 'leadP6', direction: 1, club: 'driver' },
  'lead-start': { parameter: 'leadAddress', direction: 1 },
  'toes-start': { parameter: 'fwdAddress', direction: 1 },
  'club-first': { parameter: 'onset', direction: -1 },
  'early-heels': { parameter: 'fwdP3', direction: -1 },
  'trail-rollout': { parameter: 'trailIn', direction: -1 },
  sway: { parameter: 'massBack', direction: 1 },
  'mass-not-pressure': { parameter: 'massAhead', direction: 1 },
  'late-twist': { parameter: 'twistsOn', direction: 1 },
  'weak-push': { parameter: 'forcePeak', direction: -1 },
  slide: { parameter: 'massRuns', direction: 1 },
  'no-tilt': { parameter: 'tips', direction: -1, club: 'driver' },
  'spin-out': { parameter: 'leadFwdImpact', direction: -1 },
  'stands-up': { parameter: 'foreAft', direction: -1 },
  'toes-late': { parameter: 'leadFwdImpact', direction: 1 },
  'no-push-back': { parameter: 'legPush', direction: -1 },
  'out-of-order': { parameter: 'turnPeakTime', direction: 1 },
  rushed: { parameter: 'back', direction: -1 },
  dragged: { parameter: 'back', direction: 1 },
  'scattered-path': { parameter: 'wander', direction: 1 },
  'unsteady-finish': { parameter: 'finishSway', direction: 1 },
  'trail-heel-early': { parameter: 'trailSits', direction: 1 },
  'push-goes-up': { parameter: 'pushUp', direction: 1 },
  'stays-on-trail-leg': { parameter: 'staysOn', direction: 1, club: 'iron' },
};

export const STRENGTHS = { weak: 1.5, medium: 3, strong: 4.5 } as const;
export type FaultStrength = keyof typeof STRENGTHS;

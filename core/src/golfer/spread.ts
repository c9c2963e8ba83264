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
export type SwingParameter = (typeof SWING_PARAMETERS)[number];

/** Healthy mean and SD of a parameter over golfers; other means per club. */
export interface Spread {
  readonly mean: number;
  readonly sd: number;
  readonly unit: string;
  readonly club?: Partial<Record<ClubClass, number>>;
}

/** The healthy golfer: what the parameters are, over the field. Fixed before any rule was tuned. */
export const HEALTHY: Readonly<Record<SwingParameter, Spread>> = {
  back: { mean: 0.8, sd: 0.05, unit: 's' },
  down: { mean: 0.262, sd: 0.014, unit: 's' },
  leadAddress: { mean: 51.5, sd: 2.4, unit: '%', club: { driver: 51 } },
  trailMax: { mean: 74, sd: 5.4, unit: '%', club: { driver: 77 } },
  trailMaxPhase: { mean: 2.8, sd: 0.47, unit: 'P' },
  topGive: { mean: 9, sd: 2.5, unit: 'points' },
  cross: { mean: -0.137, sd: 0.023, unit: 's to impact' },
  leadP6: { mean: 72, sd: 7.4, unit: '%', club: { driver: 71 } },
  leadP7: { mean: 77.5, sd: 6.6, unit: '%', club: { driver: 74 } },
  leadP10: { mean: 91, sd: 1.8, unit: '%' },
  onset: { mean: 0.16, sd: 0.022, unit: 's before P1' },
  press: { mean: 1.2, sd: 0.5, unit: 'points' },
  fwdAddress: { mean: 54, sd: 5, unit: '%' },
  leadFwdDown: { mean: 60, sd: 3, unit: '% at P5' },
  trailFwdTop: { mean: 48, sd: 3, unit: '% at P4' },
  trailIn: { mean: 6, sd: 6, unit: 'inside at P3' },
  forcePeak: { mean: 16.5, sd: 1.4, unit: '%BW', club: { driver: 18 } },
  massBack: { mean: 38, sd: 7, unit: 'mm', club: { driver: 50 } },
  turnBack: { mean: 0.22, sd: 0.025, unit: 'N·m/kg' },
  turnPeak: { mean: 0.62, sd: 0.05, unit: 'N·m/kg', club: { driver: 0.7 } },
  turnPeakTime: { mean: -0.15, sd: 0.008, unit: 's to impact' },
  upMin: { mean: 0.83, sd: 0.025, unit: 'of weight' },
  upPeak: { mean: 1.58, sd: 0.06, unit: 'of weight', club: { driver: 1.74 } },
  upPeakTime: { mean: -0.075, sd: 0.008, unit: 's to impact' },
  foreAft: { mean: 1.4, sd: 0.12, unit: '–' },
  topAngle: { mean: 236, sd: 8, unit: '°', club: { driver: 248 } },
};

/** A swing's own values. */
export type SwingParameters = Readonly<Record<SwingParameter, number>>;

/** Faults the simulated golfer can have: one physical parameter shifted by so many SD of its healthy spread. */
export const SIMULATED_FAULTS: Readonly<
  Record<string, { readonly parameter: SwingParameter; readonly direction: 1 | -1; readonly club?: ClubClass; readonly reverses?: true }>
> = {
  'hangs-back': { parameter: 'leadP7', direction: -1 },
  'reversed-load': { parameter: 'topGive', direction: 1, reverses: true },
  'no-load': { parameter: 'trailMax', direction: -1 },
  'late-load': { parameter: 'trailMaxPhase', direction: 1 },
  'late-shift': { parameter: 'cross', direction: 1 },
  'trail-start': { parameter: 'leadAddress', direction: -1 },
  'heels-start': { parameter: 'fwdAddress', direction: -1 },
  'stranded-trail-foot': { parameter: 'leadP6', direction: 1, club: 'driver' },
};

export const STRENGTHS = { weak: 1.5, medium: 3, strong: 4.5 } as const;
export type FaultStrength = keyof typeof STRENGTHS;

import { isMeasureId, type MeasureId, measureRow } from './registry.js';
import { SHOT_NUMBERS, type ShotNumber } from './shot-numbers.js';

/** Whatever a lesson can be judged by: a measure of the swing or a number of the ball. */
export type QuantityId = MeasureId | BallId;
/** A number of the ball among measures. */
export type BallId = `ball.${ShotNumber}`;

/** What a table, a target and a comparison need to know of a quantity. */
export interface Quantity {
  readonly id: QuantityId;
  readonly words: string;
  /** The unit it is stored in. */
  readonly unit: string;
  /** The smallest difference a teacher would act on; null for names and lists. */
  readonly worth: number | null;
}

/** What is known of a ball; null and what is left out is no reading. */
export type BallNumbers = Readonly<Partial<Record<ShotNumber, number | null>>>;

/** A swing's value of a quantity, in its stored unit; null where it could not be had. */
export type ValueOf = (id: QuantityId) => number | null;

const BALL: ReadonlyMap<string, Quantity> = new Map(
  SHOT_NUMBERS.map(({ key, name, unit, worth }) => [`ball.${key}`, { id: `ball.${key}`, words: name, unit, worth }]),
);

/** The numbers of the ball, as quantities. */
export const BALL_QUANTITIES: readonly Quantity[] = [...BALL.values()];

/** Which number of the ball a quantity is; null where it is a measure of the swing. */
export const ballNumberOf = (id: QuantityId): ShotNumber | null =>
  BALL.has(id) ? (id.slice('ball.'.length) as ShotNumber) : null;

/** Whether there is such a quantity: what comes from a form, a file or a wire is a string until it was asked. */
export const isQuantityId = (id: string): id is QuantityId => BALL.has(id) || isMeasureId(id);

/** Name, unit and worth of a quantity; of any other string nothing. */
export function quantityOf(id: QuantityId): Quantity;
export function quantityOf(id: string): Quantity | undefined;
export function quantityOf(id: string): Quantity | undefined {
  return BALL.get(id) ?? measureRow(id);
}

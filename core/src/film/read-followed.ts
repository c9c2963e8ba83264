import { EVENT_NAMES, type EventName } from '../events/event.js';
import { followedBy, type FollowedId } from './followed.js';

/** A place in a picture, as parts of its width (to the right) and height (down). */
export type Place = readonly [number, number];

/** Where the points of what is followed lie in one frame. */
export interface FollowedFrame {
  /** Film time of the middle of the frame, s. */
  readonly t: number;
  readonly points: readonly Place[];
}

/** Something followed by hand: its marked frames in the order of time. */
export interface FollowedLine {
  readonly of: FollowedId;
  readonly frames: readonly FollowedFrame[];
  /** Film time at which the line is touched, s; null where it was not said, or it is nothing that is touched. */
  readonly touchedAt: number | null;
}

/** What the picture is read by. */
export interface FilmReading {
  /** Width over height of the picture. */
  readonly aspect: number;
  readonly handed: 'right' | 'left';
  /** cm per picture height; null without a known length. */
  readonly scale: number | null;
  /** Film time of impact, s; null until it is known. */
  readonly impact: number | null;
}

/** A value that was read by hand in one frame. */
export interface FollowedValue {
  /** Film time, s. */
  readonly t: number;
  /** In the unit of what is followed. */
  readonly value: number;
}

/** Marked frames farther apart than this say nothing of what lies between them, s. */
export const BRIDGED = 0.12;

const degrees = (rad: number): number => (rad * 180) / Math.PI;

/** Angle of a line in the picture, rad: 0 to the right, positive turning clockwise. */
const slope = ([ax, ay]: Place, [bx, by]: Place, aspect: number): number => Math.atan2(by - ay, (bx - ax) * aspect);

/** An angle brought to within half a turn of another, rad. */
const near = (angle: number, other: number): number =>
  angle - 2 * Math.PI * Math.round((angle - other) / (2 * Math.PI));

/** Angle at the corner of three places, 0–180°. */
export function angleOf([a, corner, b]: readonly [Place, Place, Place], aspect: number): number {
  const between = Math.abs(degrees(slope(corner, a, aspect) - slope(corner, b, aspect)));
  return between > 180 ? 360 - between : between;
}

/** Tilt of a line from its lower to its upper end against the vertical, °; + leans to the right of the picture. */
export function tiltOf(low: Place, high: Place, aspect: number): number {
  return degrees(Math.atan2((high[0] - low[0]) * aspect, low[1] - high[1]));
}

/** Turns of a line against its first frame, °; + is clockwise. From frame to frame less than half a turn is taken. */
function turns(frames: readonly FollowedFrame[], aspect: number): number[] {
  const out: number[] = [];
  for (const { points } of frames) {
    const angle = slope(points[0]!, points[1]!, aspect);
    out.push(out.length ? near(angle, out.at(-1)!) : angle);
  }
  return out.map((a) => degrees(a - out[0]!));
}

/**
 * What the marked frames say, frame by frame.
 *
 * A turn seen from above is clockwise in the backswing of a right-hander and is told by hand (+ away from the target);
 * a tilt seen face on leans away from the target to the left of the picture for a right-hander. A camera looks along
 * its own axis only: what turns out of its picture is foreshortened, so nothing here is a measurement of the body.
 *
 * @returns values with film times; empty where they cannot be had (no known length for a height, a moment never said)
 */
export function valuesFollowed(line: FollowedLine, film: FilmReading): FollowedValue[] {
  const { as, id } = followedBy(line.of);
  const { aspect, scale } = film;
  const side = film.handed === 'right' ? 1 : -1;
  const frames = line.frames;
  const whole = (value: (points: readonly Place[], i: number) => number): FollowedValue[] =>
    frames.map(({ t, points }, i) => ({ t, value: value(points, i) }));
  switch (as) {
    case 'angle':
      return whole(([a, b, c]) => angleOf([a!, b!, c!], aspect));
    case 'vertical':
      return whole(([low, high]) => {
        const tilt = tiltOf(low!, high!, aspect);
        return id === 'side-bend' ? -side * tilt : Math.abs(tilt);
      });
    case 'turn': {
      const turned = turns(frames, aspect);
      return whole((_, i) => side * turned[i]!);
    }
    case 'height':
      return scale === null ? [] : whole(([p]) => (frames[0]!.points[0]![1] - p![1]) * scale);
    case 'moment':
      return line.touchedAt === null || film.impact === null
        ? []
        : [{ t: line.touchedAt, value: 1000 * (line.touchedAt - film.impact) }];
  }
}

/**
 * A value at a moment: of a frame marked there, or between two that were marked close enough together.
 * @param t film time, s
 * @param frameRate Hz; a frame is how surely a moment of a film is known
 * @returns null where no marked frame is near
 */
export function valueAtMoment(values: readonly FollowedValue[], t: number, frameRate: number): number | null {
  const there = values.find((v) => Math.abs(v.t - t) <= 0.75 / frameRate);
  if (there) return there.value;
  const after = values.findIndex((v) => v.t > t);
  const [a, b] = [values[after - 1], values[after]];
  if (!a || !b || b.t - a.t > BRIDGED) return null;
  return a.value + ((b.value - a.value) * (t - a.t)) / (b.t - a.t);
}

/** A value read from a film that is kept with the swing. */
export interface FilmValue {
  /** The event it is of; null: the moment itself is the value. */
  readonly moment: EventName | null;
  readonly value: number;
}

/**
 * What is kept of what was followed: its value at its events, or the moment itself.
 * @param events the swing's events on the recording's clock, s
 */
export function keptValues(
  line: FollowedLine,
  film: FilmReading & { readonly frameRate: number },
  events: Readonly<Partial<Record<EventName, { readonly t: number } | null>>>,
): FilmValue[] {
  const values = valuesFollowed(line, film);
  const { as, moments } = followedBy(line.of);
  if (as === 'moment') return values.map(({ value }) => ({ moment: null, value }));
  const impact = events.p7?.t;
  if (impact === undefined || film.impact === null) return [];
  return EVENT_NAMES.filter((e) => moments.includes(e)).flatMap((moment) => {
    const at = events[moment]?.t;
    const value = at === undefined ? null : valueAtMoment(values, film.impact! + at - impact, film.frameRate);
    return value === null ? [] : [{ moment, value }];
  });
}

/** Where the points lie at a film time: those of a frame marked there, or between two; at the ends, the nearest. */
export function placesAt(frames: readonly FollowedFrame[], t: number): readonly Place[] {
  const after = frames.findIndex((f) => f.t > t);
  if (after === 0) return frames[0]!.points;
  const a = frames.at(after < 0 ? -1 : after - 1);
  const b = after < 0 ? a : frames[after];
  if (!a || !b) return [];
  const part = b.t > a.t ? (t - a.t) / (b.t - a.t) : 0;
  return a.points.map(([x, y], i): Place => {
    const [bx, by] = b.points[i]!;
    return [x + part * (bx - x), y + part * (by - y)];
  });
}

/** The frames with the points of one more, or of one marked anew. */
export function withFrame(frames: readonly FollowedFrame[], frame: FollowedFrame, frameRate: number): FollowedFrame[] {
  const others = frames.filter((f) => Math.abs(f.t - frame.t) > 0.5 / frameRate);
  return [...others, frame].sort((a, b) => a.t - b.t);
}

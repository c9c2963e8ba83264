import fc from 'fast-check';
import { figureAt, simulate } from '../golfer/index.js';
import { filmScale } from './film-scale.js';
import { FOLLOWED, followedBy, type FollowedId } from './followed.js';
import {
  angleOf,
  BRIDGED,
  type FilmReading,
  type FollowedLine,
  keptValues,
  type Place,
  placesAt,
  tiltOf,
  valueAtMoment,
  valuesFollowed,
  withFrame,
} from './read-followed.js';

const film = (about: Partial<FilmReading> = {}): FilmReading => ({
  aspect: 1,
  handed: 'right',
  scale: null,
  impact: 2,
  ...about,
});
const line = (of: FollowedId, frames: readonly (readonly [number, ...Place[]])[], touchedAt: number | null = null) =>
  ({ of, frames: frames.map(([t, ...points]) => ({ t, points })), touchedAt }) satisfies FollowedLine;
const numbers = (l: FollowedLine, f = film()): number[] => valuesFollowed(l, f).map((v) => v.value);

describe('angles in a picture', () => {
  const coordinate = fc.double({ min: 0, max: 1, noNaN: true });
  const place = fc.tuple(coordinate, coordinate);
  const apart = ([a, b]: readonly [Place, Place]) => Math.hypot(a[0] - b[0], a[1] - b[1]) > 0.01;

  it('of three places are 0 to 180°, whichever end is named first, and the same for any shape of picture', () => {
    fc.assert(
      fc.property(place, place, place, fc.double({ min: 0.4, max: 2.5, noNaN: true }), (a, corner, b, aspect) => {
        fc.pre(apart([a, corner]) && apart([b, corner]));
        const angle = angleOf([a, corner, b], 1);
        expect(angle).toBeGreaterThanOrEqual(0);
        expect(angle).toBeLessThanOrEqual(180);
        expect(angleOf([b, corner, a], 1)).toBeCloseTo(angle, 9);
        const wide = ([x, y]: Place): Place => [x / aspect, y];
        expect(angleOf([wide(a), wide(corner), wide(b)], aspect)).toBeCloseTo(angle, 6);
      }),
    );
  });
  it('of the three corners of a triangle sum to 180°', () => {
    fc.assert(
      fc.property(place, place, place, (a, b, c) => {
        fc.pre(apart([a, b]) && apart([b, c]) && apart([a, c]));
        expect(angleOf([a, b, c], 1.3) + angleOf([b, c, a], 1.3) + angleOf([c, a, b], 1.3)).toBeCloseTo(180, 6);
      }),
    );
  });
  it('to the vertical are 0 upright, + to the right of the picture', () => {
    expect(tiltOf([0.5, 0.8], [0.5, 0.2], 0.8)).toBeCloseTo(0, 12);
    expect(tiltOf([0.5, 0.8], [0.75, 0.6], 0.8)).toBeCloseTo(45, 9);
    expect(tiltOf([0.5, 0.8], [0.25, 0.6], 0.8)).toBeCloseTo(-45, 9);
  });
});

describe('what is followed by hand', () => {
  it('has names of its own, points that are pointed at, and a side it is seen from', () => {
    expect(new Set(FOLLOWED.map((f) => f.id)).size).toBe(FOLLOWED.length);
    for (const f of FOLLOWED) {
      const points = { turn: 2, vertical: 2, angle: 3, height: 1, moment: 2 }[f.as];
      expect([f.points.length, f.from.length > 0, f.sign.length > 0])
        .withContext(f.id)
        .toEqual([points, true, true]);
    }
  });
  it('turns away from the target with a plus for both hands, past half a turn too', () => {
    const at = (degrees: number): [Place, Place] => {
      const [x, y] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
      return [
        [0.5 - 0.2 * x, 0.5 - 0.2 * y],
        [0.5 + 0.2 * x, 0.5 + 0.2 * y],
      ];
    };
    const turned = line('hips-turn', [
      [0, ...at(175)],
      [0.3, ...at(235)],
      [0.6, ...at(300)],
      [0.9, ...at(380)],
      [1.2, ...at(170)],
    ]);
    numbers(turned).forEach((v, i) => expect(v).toBeCloseTo([0, 60, 125, 205, 355][i]!, 6));
    numbers(turned, film({ handed: 'left' })).forEach((v, i) =>
      expect(v).toBeCloseTo([0, -60, -125, -205, -355][i]!, 6),
    );
  });
  it('bends away from the target with a plus: to the left of the picture for a right-hander, seen face on', () => {
    const bent = line('side-bend', [[0, [0.5, 0.8], [0.4, 0.7]]]);
    expect(numbers(bent)[0]).toBeCloseTo(45, 9);
    expect(numbers(bent, film({ handed: 'left' }))[0]).toBeCloseTo(-45, 9);
    // down the line there is no such side
    expect(numbers(line('forward-bend', [[0, [0.5, 0.8], [0.4, 0.7]]]))[0]).toBeCloseTo(45, 9);
  });
  it('rises above where it was first marked, in cm of a known length, and says nothing without one', () => {
    const head = line('head-height', [
      [0, [0.5, 0.3]],
      [0.5, [0.5, 0.25]],
      [1, [0.5, 0.4]],
    ]);
    expect(numbers(head)).toEqual([]);
    const known = {
      aspect: 0.8,
      lines: [
        {
          kind: 'length',
          points: [
            [0.1, 0.5],
            [0.1, 0.9],
          ] as Place[],
          cm: 80,
        },
      ],
    };
    const scale = filmScale(known)!;
    expect(scale).toBeCloseTo(200, 9);
    numbers(head, film({ scale })).forEach((v, i) => expect(v).toBeCloseTo([0, 10, -20][i]!, 9));
    expect(filmScale({ ...known, lines: [{ ...known.lines[0]!, cm: null }] })).toBeNull();
    expect(
      filmScale({
        ...known,
        lines: [
          {
            ...known.lines[0]!,
            points: [
              [0.1, 0.5],
              [0.1, 0.5],
            ],
          },
        ],
      }),
    ).toBeNull();
  });
  it('is touched at a moment, told from impact; never, as long as nobody said so or impact is not known', () => {
    const wall = (at: number | null) => line('line-touched', [[0, [0, 0], [0, 1]]], at);
    expect(numbers(wall(1.75))).toEqual([-250]);
    expect(numbers(wall(null))).toEqual([]);
    expect(numbers(wall(1.75), film({ impact: null }))).toEqual([]);
  });
});

describe('a value at a moment', () => {
  const values = [
    { t: 1, value: 10 },
    { t: 1.1, value: 20 },
    { t: 1.5, value: 60 },
  ];
  it('is that of a frame marked there, or between two near enough, and nothing elsewhere', () => {
    expect(valueAtMoment(values, 1.01, 60)).toBe(10);
    expect(valueAtMoment(values, 1.05, 60)).toBeCloseTo(15, 9);
    expect(valueAtMoment(values, 1.3, 60)).toBeNull();
    expect(valueAtMoment(values, 0.9, 60)).toBeNull();
    expect(valueAtMoment(values, 1.6, 60)).toBeNull();
    expect(valueAtMoment([], 1, 60)).toBeNull();
    expect(BRIDGED).toBeLessThan(0.2);
  });
  it('is kept at the events that were followed, by the film’s own impact', () => {
    const knee = line('knee-trail', [
      [1, [0.5, 0], [0.5, 0.5], [0.5, 1]],
      [2, [0.5, 0], [0.6, 0.5], [0.5, 1]],
    ]);
    const events = { p1: { t: 10 }, p4: { t: 10.5 }, p7: { t: 11 } };
    const kept = keptValues(knee, { ...film(), frameRate: 60 }, events);
    expect(kept.map((k) => k.moment)).toEqual(['p1', 'p7']);
    expect(kept[0]!.value).toBeCloseTo(180, 6);
    expect(kept[1]!.value).toBeCloseTo(2 * (180 / Math.PI) * Math.atan2(0.5, 0.1), 6);
    expect(keptValues(knee, { ...film({ impact: null }), frameRate: 60 }, events)).toEqual([]);
    expect(keptValues(knee, { ...film(), frameRate: 60 }, { p7: null })).toEqual([]);
    expect(keptValues(line('line-touched', [[0, [0, 0], [1, 1]]], 2.1), { ...film(), frameRate: 60 }, {})).toEqual([
      { moment: null, value: jasmine.any(Number) as unknown as number },
    ]);
  });
});

describe('the points of what is followed', () => {
  const frames = [
    { t: 1, points: [[0, 0]] as Place[] },
    { t: 2, points: [[1, 0.5]] as Place[] },
  ];
  it('lie between two marked frames, and stay where they were before the first and after the last', () => {
    expect(placesAt(frames, 1.5)).toEqual([[0.5, 0.25]]);
    expect(placesAt(frames, 0)).toEqual([[0, 0]]);
    expect(placesAt(frames, 9)).toEqual([[1, 0.5]]);
    expect(placesAt([], 1)).toEqual([]);
  });
  it('are put down once for a frame, in the order of time', () => {
    const more = withFrame(frames, { t: 1.5, points: [[0.2, 0.2]] }, 60);
    expect(more.map((f) => f.t)).toEqual([1, 1.5, 2]);
    const again = withFrame(more, { t: 1.504, points: [[0.3, 0.3]] }, 60);
    expect(again.map((f) => f.points[0]![0])).toEqual([0, 0.3, 1]);
  });
  it('followed on a drawn golfer from above give the turn the golfer was drawn with', () => {
    for (const handed of ['right', 'left'] as const) {
      const { motion } = simulate({ device: 'plates', seed: 5, handed });
      const at = figureAt(motion);
      const { times } = motion.plans[0]!;
      const mirror = handed === 'left' ? -1 : 1;
      const seen = (t: number): Place[] =>
        [at(t).shoulders.trail, at(t).shoulders.lead].map(([x, y]): Place => [0.5 - (mirror * y) / 3, 0.5 - x / 3]);
      const shoulders: FollowedLine = {
        of: 'shoulders-turn',
        frames: Array.from({ length: 40 }, (_, i) => {
          const t = times.p2 - 0.4 + (i * (times.p7 - times.p2 + 0.4)) / 39;
          return { t: 2 + t - times.p7, points: seen(t) };
        }),
        touchedAt: null,
      };
      const events = { p4: { t: times.p4 }, p7: { t: times.p7 } };
      const [top, impact] = keptValues(shoulders, { ...film({ handed }), frameRate: 240 }, events);
      expect(top!.value).withContext(handed).toBeGreaterThan(75);
      expect(top!.value).toBeLessThan(100);
      expect(Math.abs(impact!.value)).toBeLessThan(25);
      expect(followedBy('shoulders-turn').moments).toEqual(['p4', 'p7']);
    }
  });
});

import { film } from '../testing/samples';
import { filmScale } from '@vilko/core/film/film-scale';
import { filmTime, frameOf, lineWords, recordingTime, timeOfFrame } from './film-time';

type Line = ReturnType<typeof film>['lines'][number];
const line = (kind: Line['kind'], points: Line['points'], cm: number | null = null): Line => ({
  id: kind,
  kind,
  points,
  drawnAt: 0,
  cm,
});

describe('film time', () => {
  it('is the recording’s clock shifted by the two impacts, within the film', () => {
    const f = film({ impact: 1.7, duration: 3 });
    expect(filmTime(f, 10.25, 10)).toBeCloseTo(1.95, 9);
    expect(filmTime(f, 5, 10)).toBe(0);
    expect(filmTime(f, 20, 10)).toBe(3);
    expect(recordingTime(f, 1.95, 10)).toBeCloseTo(10.25, 9);
  });
  it('is unknown until the film’s impact is', () => {
    const f = film({ impact: null, impactBy: null });
    expect([filmTime(f, 10, 10), recordingTime(f, 1, 10)]).toEqual([null, null]);
  });
  it('names every frame by its middle, and finds it again', () => {
    for (const rate of [25, 29.97, 60, 240])
      for (const k of [0, 1, 17, 599]) expect(frameOf(timeOfFrame(k, rate), rate)).toBe(k);
    expect(frameOf(0.1, 30)).toBe(3);
  });
});

describe('lines on a film', () => {
  const known = line(
    'length',
    [
      [0.2, 0.5],
      [0.2, 0.9],
    ],
    80,
  );

  it('have a scale only once a known length is marked', () => {
    expect(filmScale(film())).toBeNull();
    expect(filmScale(film({ lines: [known] }))).toBeCloseTo(200, 9);
    expect(
      filmScale(
        film({
          lines: [
            line(
              'length',
              [
                [0.5, 0.5],
                [0.5, 0.5],
              ],
              30,
            ),
          ],
        }),
      ),
    ).toBeNull();
  });
  it('take the picture’s shape into account: across and up are the same cm', () => {
    const lines = [known];
    expect(
      lineWords(
        line('hip', [
          [0, 0.5],
          [0.5, 0.5],
        ]),
        film({ lines }),
      ),
    ).toBe('80.0 cm');
    expect(
      lineWords(
        line('stick', [
          [0.5, 0],
          [0.5, 0.4],
        ]),
        film({ lines }),
      ),
    ).toBe('80.0 cm');
  });
  it('say what is missing instead of a number', () => {
    expect(
      lineWords(
        line('hip', [
          [0, 0],
          [1, 1],
        ]),
        film(),
      ),
    ).toBe('mark a known length for cm');
    expect(
      lineWords(
        line('length', [
          [0, 0],
          [1, 1],
        ]),
        film(),
      ),
    ).toBe('length not given');
    expect(lineWords(known, film({ lines: [known] }))).toBe('80 cm, the known length');
  });
  it('read an angle the short way round, whatever the picture’s shape', () => {
    const f = film({ aspect: 0.5 });
    // legs along x and y: a right angle in the world, drawn in parts of width and height
    expect(
      lineWords(
        line('angle', [
          [1, 0.5],
          [0.5, 0.5],
          [0.5, 0],
        ]),
        f,
      ),
    ).toBe('90°');
    expect(
      lineWords(
        line('angle', [
          [0, 0.5],
          [0.5, 0.5],
          [1, 0.5],
        ]),
        f,
      ),
    ).toBe('180°');
    expect(
      lineWords(
        line('angle', [
          [0.9, 0.3],
          [0.5, 0.5],
          [0.9, 0.7],
        ]),
        f,
      ),
    ).toBe('90°');
  });
});

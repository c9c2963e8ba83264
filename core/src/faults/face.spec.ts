import fc from 'fast-check';
import { faceFirstWords, faceWords, pathWords } from '../words/face.js';
import { BALL_SIGNALS } from './ball-does.js';
import { FAULTS, faultOf } from './catalogue.js';
import { readFace, readLoft } from './face.js';
import { walkBack } from './seen.js';

describe('the face before the feet', () => {
  it('derives the face from start and path, by the part of the start that the face makes', () => {
    expect(readFace({ path: 0, start: 3 }, 'iron')!.face).toBeCloseTo(4, 9);
    expect(readFace({ path: 0, start: 3.4 }, 'driver')!.face).toBeCloseTo(4, 9);
    expect(readFace({ path: 0, start: 3.4 }, 'wood')!.face).toBeCloseTo(4, 9);
    expect(readFace({ path: 0, start: 3 }, 'iron')!.basis).toBe('derived');
    // whatever face and path are: the start they make together gives the face back
    fc.assert(
      fc.property(
        fc.double({ min: -12, max: 12, noNaN: true }),
        fc.double({ min: -12, max: 12, noNaN: true }),
        fc.constantFrom('iron' as const, 'driver' as const),
        (face, path, club) => {
          const k = club === 'driver' ? 0.85 : 0.75;
          expect(readFace({ path, start: k * face + (1 - k) * path }, club)!.face).toBeCloseTo(face, 8);
        },
      ),
    );
  });

  it('lets a measured face win', () => {
    const f = readFace({ path: 0, start: 3, face: 1 }, 'iron')!;
    expect([f.face, f.basis, f.faceFirst]).toEqual([1, 'measured', false]);
  });

  it('says nothing without a path, or without face and start', () => {
    expect(readFace({ start: 3, path: null }, 'iron')).toBeNull();
    expect(readFace({ path: 3 }, 'iron')).toBeNull();
    expect(readFace(null, 'iron')).toBeNull();
  });

  it('comes first from 3° between face and path, while the path lies in its window', () => {
    const first = (face: number, path: number) => readFace({ face, path }, 'iron')!.faceFirst;
    expect([first(3, 0), first(-3, 0), first(2.9, 0), first(6, 3), first(6.1, 3.1), first(-7, -4)]).toEqual([
      true,
      true,
      false,
      true,
      false,
      false,
    ]);
    expect(faceFirstWords(readFace({ face: 4, path: 0 }, 'iron'))).toContain('face and grip first');
    expect(faceFirstWords(readFace({ face: 1, path: 0 }, 'iron'))).toBeNull();
    expect(faceFirstWords(null)).toBeNull();
    expect(faceWords(readFace({ face: 4, path: -1 }, 'iron')!)).toBe(
      'Face +4.0° (measured), path −1.0°: the face points +5.0° from the path.',
    );
  });

  it('asks for the strike where the ball curves against face and path', () => {
    const off = (curve: number, face: number) => readFace({ face, path: 0, curve }, 'iron')!.offTheMiddle;
    expect([off(-8, 2), off(8, -2), off(8, 2), off(-2, 2), off(-8, 0.5)]).toEqual([true, true, false, false, false]);
    expect(faceFirstWords(readFace({ face: 4, path: 0, curve: -9 }, 'iron'))).toContain('strike first');
  });

  it('turns a path outside its window the other way, and promises nothing of the ball', () => {
    expect(readFace({ face: 0, path: -5 }, 'iron')!.turn).toBe('in-to-out');
    expect(readFace({ face: 0, path: 5 }, 'iron')!.turn).toBe('out-to-in');
    expect(readFace({ face: 0, path: 5 }, 'iron', [2, 6])!.turn).toBeNull();
    expect(pathWords(readFace({ face: 0, path: -5 }, 'iron')!)).toContain('toward in-to-out; it shapes the delivery');
    expect(pathWords(readFace({ face: 0, path: 0 }, 'iron')!)).toBeNull();
  });

  it('derives dynamic and spin loft from launch and attack', () => {
    const { dynamicLoft, spinLoft } = readLoft({ launch: 17, attack: -4 })!;
    expect([dynamicLoft, spinLoft]).toEqual([22.25, 26.25]);
    expect(readLoft({ launch: 17 })).toBeNull();
  });
});

describe('what the ball does', () => {
  it('leads only to faults that say so of their ball', () => {
    expect(BALL_SIGNALS.map((s) => s.id)).toEqual([
      'heavy',
      'thin',
      'no-divot',
      'slice',
      'hook',
      'pull',
      'push',
      'low',
      'high',
      'short',
      'heel',
      'toe',
      'hosel',
      'two-way',
    ]);
    for (const s of BALL_SIGNALS)
      for (const f of s.faults)
        expect(s.said.some((w) => faultOf(f)!.ball.includes(w)))
          .withContext(`${s.id}: ${f} says “${faultOf(f)!.ball}”`)
          .toBeTrue();
  });

  it('is the way to every fault that says anything of its ball, directly or by what it leads to', () => {
    const reached = new Set(BALL_SIGNALS.flatMap((s) => walkBack(s, []).map((c) => c.fault)));
    const silent = FAULTS.filter((f) => f.ball && !reached.has(f.id)).map((f) => f.id);
    // nobody sees on the ball alone that a golfer could not turn through
    expect(silent).toEqual(['stays-on-trail-leg']);
  });
});

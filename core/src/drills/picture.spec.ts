import { DRILLS } from './drills.js';
import { pictureLines } from './picture.js';
import { DrillPicture } from './drill-picture.js';

/** Points of a path as it is written, moves and lines only by their ends. */
const numbers = (d: string): number[] => d.match(/-?\d+(\.\d+)?/g)?.map(Number) ?? [];

describe('drill pictures', () => {
  it('are there for every drill, captioned, and stay inside their box', () => {
    for (const d of DRILLS) {
      for (const p of d.pictures) {
        const { box, strokes, texts } = pictureLines(p);
        expect(p.words.length).withContext(d.id).toBeGreaterThan(2);
        expect(strokes.length).withContext(d.id).toBeGreaterThan(0);
        for (const f of [p.lead, p.trail])
          if (f) {
            expect(f.at[0] - 60)
              .withContext(d.id)
              .toBeGreaterThan(box[0]);
            expect(f.at[0] + 60)
              .withContext(d.id)
              .toBeLessThan(box[0] + box[2]);
            expect(f.at[1] + 130)
              .withContext(d.id)
              .toBeLessThan(box[1] + box[3]);
          }
        for (const a of p.arrows)
          for (const [x, y] of [a.from, a.to]) {
            expect(x >= box[0] && x <= box[0] + box[2])
              .withContext(`${d.id} ${x}`)
              .toBeTrue();
            expect(y >= box[1] && y <= box[1] + box[3])
              .withContext(`${d.id} ${y}`)
              .toBeTrue();
          }
        for (const t of texts)
          expect(t.at[0] > box[0] && t.at[1] < box[1] + box[3])
            .withContext(`${d.id} ${t.text}`)
            .toBeTrue();
        for (const s of strokes) expect(numbers(s.d).every(Number.isFinite)).withContext(d.id).toBeTrue();
      }
    }
  });

  const feet = {
    words: 'Two feet',
    lead: { at: [-185, 0], press: 'ball' },
    trail: { at: [185, 0], raised: 'heel' },
  } as const;
  it('tell lead and trail apart without colour, and hatch what is off the ground', () => {
    const { strokes } = pictureLines(DrillPicture.parse(feet));
    const soles = strokes.filter((s) => s.d.startsWith('M4 -132'));
    expect(soles.map((s) => [s.role, s.dash !== undefined])).toEqual([
      ['lead', false],
      ['trail', true],
    ]);
    // three contour lines where the pressure is wanted, hatching where the heel is up
    expect(strokes.filter((s) => s.role === 'lead').length).toBe(4);
    expect(strokes.filter((s) => s.role === 'trail').length).toBe(2);
  });
  it('point an arrow where it goes, and number it where the order counts', () => {
    const { strokes, texts } = pictureLines(
      DrillPicture.parse({ ...feet, arrows: [{ from: [-80, 0], to: [80, 0], beat: 2 }] }),
    );
    const head = strokes.find((s) => s.role === 'ink' && s.filled)!;
    expect(numbers(head.d).slice(0, 2)).toEqual([80, 0]);
    expect(texts.map((t) => t.text)).toEqual(['2']);
  });
  it('move the hips without the feet', () => {
    const at = (hips: number) =>
      pictureLines(DrillPicture.parse({ words: 'Body', body: { pose: 'down', hips } })).strokes.map((s) => s.d);
    const [still, moved] = [at(0), at(-20)];
    expect(moved).not.toEqual(still);
    expect(moved.filter((d, i) => d !== still[i]).every((d) => numbers(d).length >= 4)).toBeTrue();
    const ankle = (ds: string[]) => ds.filter((d) => d.includes('L-52 -14')).length;
    expect(ankle(moved)).toBe(ankle(still));
  });
});

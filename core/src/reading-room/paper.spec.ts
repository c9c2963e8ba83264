import fc from 'fast-check';
import { EXERCISES } from './exercise.js';
import { itemOf } from './items.js';
import { courseCode, newCourse, newPaper, type Paper, paperCode, paperItem, papersOf, readPaper } from './paper.js';

const PAPERS = fc.record({
  exercise: fc.constantFrom(...EXERCISES),
  items: fc.integer({ min: 5, max: 60 }),
  minutes: fc.integer({ min: 5, max: 90 }),
  seed: fc.integer({ min: 0, max: 999_999 }),
});

describe('a paper', () => {
  it('is known by its code, however it is written down', () => {
    fc.assert(
      fc.property(PAPERS, (paper) => {
        const code = paperCode(paper);
        expect(readPaper(code)).toEqual(paper);
        expect(readPaper(` ${code.toLowerCase().replaceAll('-', ' ')} `)).toEqual(paper);
      }),
    );
  });
  it('is told from every other by one digit, and by two that changed places', () => {
    fc.assert(
      fc.property(PAPERS, fc.nat(), fc.integer({ min: 1, max: 9 }), (paper, at, by) => {
        const code = paperCode(paper);
        const digits = [...code].flatMap((c, i) => (/\d/.test(c) ? [i] : []));
        const i = digits[at % digits.length]!;
        const slip = `${code.slice(0, i)}${(Number(code[i]) + by) % 10}${code.slice(i + 1)}`;
        // a number that begins with a nought is another one
        if (!/(^|-)0\d/.test(slip)) expect(() => readPaper(slip)).toThrowError(/slip/);
        const next = code[i + 1];
        if (next === undefined || !/\d/.test(next) || next === code[i]) return;
        const swapped = `${code.slice(0, i)}${next}${code[i]}${code.slice(i + 2)}`;
        if (!/(^|-)0\d/.test(swapped)) expect(() => readPaper(swapped)).toThrowError(/slip/);
      }),
    );
  });
  it('says in a sentence what is no code', () => {
    for (const odd of ['', 'paper', '1-20-15', '1-20-15-4711-K-K', '1-x-15-4711-K'])
      expect(() => readPaper(odd)).toThrowError(/is no code of a paper/);
    // a letter that goes with numbers of which there is no paper
    const beyond: Paper = { exercise: 'first-cause', items: 99, minutes: 15, seed: 4711 };
    expect(() => readPaper(paperCode(beyond))).toThrowError(/there is no paper/);
  });
  it('asks everybody the same, easy first, and no other paper asks it', () => {
    const paper = newPaper('choose-drill', 20, 15, 7);
    const same = readPaper(paperCode(paper));
    for (let i = 0; i < paper.items; i++)
      expect(itemOf('choose-drill', paperItem(paper, i))).toEqual(itemOf('choose-drill', paperItem(same, i)));
    const hard = Array.from({ length: paper.items }, (_, i) => paperItem(paper, i).difficulty!);
    expect(hard).toEqual([...hard].sort((a, b) => a - b));
    const seeds = (p: Paper) => Array.from({ length: p.items }, (_, i) => paperItem(p, i).seed);
    const next: Paper = { ...paper, seed: (paper.seed + 1) % 1_000_000 };
    const again = Array.from({ length: paper.items }, (_, i) => paperItem(paper, i, 1).seed);
    expect(new Set([...seeds(paper), ...seeds(next), ...again]).size).toBe(3 * paper.items);
    expect(newPaper('choose-drill', 20, 15, 8).seed).not.toBe(paper.seed);
  });
  it('is one of a course: a paper of every exercise, known by one code, of which no slip is another', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 999_999 }), fc.integer({ min: 1, max: 9 }), fc.nat(), (seed, by, at) => {
        const code = courseCode(seed);
        const papers = papersOf(` ${code.toLowerCase().replaceAll('-', ' ')}`);
        expect(papers.map((p) => p.exercise)).toEqual([...EXERCISES]);
        // no swing of one is shown in another
        expect(new Set(papers.map((p) => p.seed)).size).toBe(EXERCISES.length);
        for (const p of papers) expect(papersOf(paperCode(p))).toEqual([p]);
        const i = 2 + (at % String(seed).length);
        const slip = `${code.slice(0, i)}${(Number(code[i]) + by) % 10}${code.slice(i + 1)}`;
        if (!/-0\d/.test(slip)) expect(() => papersOf(slip)).toThrowError(/slip/);
      }),
    );
    expect(papersOf(newCourse(3))).toEqual(papersOf(newCourse(3)));
    for (const odd of ['C', 'C-x-K', 'C-12', 'C-12-K-K', 'C-1000000-A'])
      expect(() => papersOf(odd)).toThrowError(/is no code of a course/);
    expect(() => papersOf('x')).toThrowError(/is no code of a paper/);
  });
});

import fc from 'fast-check';
import { PATTERNS } from '../patterns/library.js';
import { BODY_SCREEN, hurtIn, proposalsOf, SCREEN_ANSWERS } from './body-screen.js';

describe('a body screen', () => {
  it('names schools there are, and says of each test what easy is', () => {
    const schools = PATTERNS.map((p) => p.id);
    for (const t of BODY_SCREEN) {
      for (const p of t.limited) if ('school' in p) expect(schools).withContext(t.id).toContain(p.school);
      expect(t.easy.length).withContext(t.id).toBeGreaterThan(5);
      expect(t.hurts.length).withContext(t.id).toBeGreaterThan(0);
    }
  });
  it('proposes nothing of a body that can do all, or was not looked at', () => {
    expect(proposalsOf({})).toEqual([]);
    expect(proposalsOf(Object.fromEntries(BODY_SCREEN.map((t) => [t.id, 'easy' as const])))).toEqual([]);
  });
  it('proposes the smallest size with every reason, a school, one that does not suit, and what belongs on record', () => {
    const proposals = proposalsOf({ 'seated-turn': 'limited', 'arms-up': 'limited', 'one-leg': 'limited' });
    expect(proposals.map((p) => p.kind)).toEqual(['size', 'school', 'record']);
    expect(proposals[0]).toEqual({
      kind: 'size',
      value: 0.8,
      why: [
        'seated turn limited: a smaller turn makes smaller forces',
        'arms overhead limited: a shorter swing back has less time to load',
      ],
    });
    const wound = proposalsOf({ 'hip-turn': 'limited', 'knee-to-wall': 'limited' });
    expect(wound.map((p) => [p.kind, p.why.length])).toEqual([['against', 2]]);
  });
  it('never proposes a size for what hurts: that is seen first', () => {
    expect(proposalsOf({ 'seated-turn': 'hurts' })).toEqual([]);
    expect(hurtIn({ 'seated-turn': 'hurts', 'arms-up': 'hurts' })).toEqual(['back', 'ribs', 'shoulder']);
  });
  it('says each thing once, and speaks for no school it speaks against', () => {
    const answers = fc.record(Object.fromEntries(BODY_SCREEN.map((t) => [t.id, fc.constantFrom(...SCREEN_ANSWERS)])));
    fc.assert(
      fc.property(answers, (a) => {
        const said = proposalsOf(a).map((p) => [p.kind, 'school' in p ? p.school : 'part' in p ? p.part : ''].join());
        expect(new Set(said).size).toBe(said.length);
        for (const s of said) if (s.startsWith('school')) expect(said).not.toContain(s.replace('school', 'against'));
      }),
      { numRuns: 80 },
    );
  });
});

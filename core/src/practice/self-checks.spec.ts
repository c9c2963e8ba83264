import { INJURY_TAGS } from '../drills/injuries.js';
import { pictureLines } from '../drills/picture.js';
import { answerMeans, checksFor, SELF_CHECKS, selfCheck } from './self-checks.js';

describe('self-checks', () => {
  it('are told apart by their ids, each with something to see and one for after every ball that anybody may do', () => {
    expect(new Set(SELF_CHECKS.map((c) => c.id)).size).toBe(SELF_CHECKS.length);
    for (const c of SELF_CHECKS)
      for (const p of c.pictures) expect(pictureLines(p).strokes.length).withContext(c.id).toBeGreaterThan(3);
    expect(checksFor(INJURY_TAGS).some((c) => c.swing)).toBeTrue();
  });
  it('leave out what an injury on record forbids', () => {
    expect(checksFor([])).toEqual([...SELF_CHECKS]);
    const balance = checksFor(['balance']).map((c) => c.id);
    expect(balance).not.toContain('float-held');
    expect(balance).toContain('hip-stick');
  });
  it('say what either answer means', () => {
    const float = selfCheck('float-held')!;
    expect(answerMeans(float, 'no')).toBe('the pressure went over, the body stayed');
    expect(answerMeans(float, 'yes')).toContain('the body has moved over the trail foot');
    expect(selfCheck('no-such')).toBeUndefined();
  });
});

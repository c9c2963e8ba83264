import { differsIn, RETEST, retestLacks, retestWords, type TestedAs } from './retest.js';

const AS: TestedAs = { device: 'plates', clubName: '7-iron', footwear: 'golf shoes', intent: 'stock' };

describe('a retest', () => {
  it('says in what it differs from the swings it is held against, and nothing where it does not', () => {
    expect(differsIn([AS, AS], [AS])).toEqual([]);
    expect(differsIn([AS], [{ ...AS, footwear: 'socks', intent: 'draw feet' }])).toEqual([
      'Different shoes: golf shoes before, socks after.',
      'Different shots wanted: the usual shot before, draw feet after.',
    ]);
    expect(differsIn([AS], [AS, { ...AS, device: 'mat' }])).toEqual([
      'Different devices: two force plates before, two force plates and pressure mat after.',
    ]);
    expect(differsIn([], [AS])).toEqual([]);
  });

  it('needs five swings after three to warm up', () => {
    expect(retestLacks(RETEST.least, RETEST.warmUp)).toBeNull();
    expect(retestLacks(4, 5)).toBe('As a retest this has 4 of at least 5 swings.');
    expect(retestLacks(1, 0)).toBe('As a retest this has 1 of at least 5 swings and none of 3 to warm up.');
    expect(retestLacks(6, 2)).toBe('As a retest this has 2 of 3 to warm up.');
  });

  it('is written down as it is done', () => {
    expect(retestWords({ ...AS, device: 'mat' })).toBe(
      'Retest on pressure mat, 7-iron, golf shoes, the usual shot: 3 swings to warm up, then at least 5.',
    );
  });
});

import { FAULTS } from '../faults/catalogue.js';
import { fromSport, sportOf, SPORTS } from './sports.js';

describe('comparisons from the pupil’s own sport', () => {
  it('are there for every finding and every sport, one plain sentence each, none twice', () => {
    const said = SPORTS.flatMap((sport) =>
      FAULTS.map((f) => [`${sport} ${f.id}`, fromSport(f.id, sport)?.words] as const),
    );
    for (const [what, words] of said)
      expect(words)
        .withContext(what)
        .toMatch(/^As .*[a-z]\.$/);
    // one for each theme: seven for each sport
    expect(new Set(said.map(([, w]) => w)).size).toBe(7 * SPORTS.length);
    expect(SPORTS.length).toBe(13);
  });

  it('know the sport by what a pupil says of it, the first that is named', () => {
    expect(sportOf('fencing, foil, twenty years')).toBe('fencing');
    expect(sportOf('rowing, on an ergometer in the engine room')).toBe('rowing');
    expect(sportOf('110 m hurdles')).toBe('running');
    expect(sportOf('handball, left wing')).toBe('throwing');
    expect(sportOf('Skiing in winter, tennis in summer')).toBe('skiing');
    expect(sportOf('Ice hockey')).toBe('skating');
    expect(sportOf('Skiing, then ice hockey')).toBe('skiing');
  });

  it('say nothing where no sport of the library is on record', () => {
    for (const none of ['', 'none he admits to', 'chess', 'dinghy sailing']) {
      expect(sportOf(none)).withContext(none).toBeNull();
      expect(fromSport('late-shift', none)).toBeNull();
    }
    // a word that only holds another is not it: a bridge is no ride
    expect(sportOf('bridge')).toBeNull();
    expect(fromSport('no such finding', 'fencing')).toBeNull();
  });

  it('speak of the finding’s own theme', () => {
    expect(fromSport('late-shift', 'fencing')?.words).toBe('As in a lunge: the front foot lands, and you are on it.');
    expect(fromSport('no-load', 'rowing')?.words).toContain('catch');
    expect(fromSport('unsteady-finish', 'ballet')?.words).toContain('hold it');
  });
});

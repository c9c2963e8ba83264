import { FAULTS } from '../faults/catalogue.js';
import { fromSport, HouseSports, shippedSays, sportLibrary, sportOf, SPORTS } from './sports.js';

describe('comparisons from the pupil’s own sport', () => {
  it('are there for every finding and every sport, one plain sentence each, none twice', () => {
    const said = SPORTS.flatMap((sport) =>
      FAULTS.map((f) => [`${sport} ${f.id}`, fromSport(f.id, sport, {})?.words] as const),
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
    expect(sportOf('fencing, foil, twenty years', {})?.id).toBe('fencing');
    expect(sportOf('rowing, on an ergometer in the engine room', {})?.id).toBe('rowing');
    expect(sportOf('110 m hurdles', {})?.id).toBe('running');
    expect(sportOf('handball, left wing', {})?.id).toBe('throwing');
    expect(sportOf('Skiing in winter, tennis in summer', {})?.id).toBe('skiing');
    expect(sportOf('Ice hockey', {})?.id).toBe('skating');
    expect(sportOf('Skiing, then ice hockey', {})?.id).toBe('skiing');
  });

  it('say nothing where no sport of the library is on record', () => {
    for (const none of ['', 'none he admits to', 'chess', 'dinghy sailing']) {
      expect(sportOf(none, {})).withContext(none).toBeNull();
      expect(fromSport('late-shift', none, {})).toBeNull();
    }
    // a word that only holds another is not it: a bridge is no ride
    expect(sportOf('bridge', {})).toBeNull();
    expect(fromSport('no such finding', 'fencing', {})).toBeNull();
  });

  it('speak of the finding’s own theme', () => {
    expect(fromSport('late-shift', 'fencing', {})?.words).toBe(
      'As in a lunge: the front foot lands, and you are on it.',
    );
    expect(fromSport('no-load', 'rowing', {})?.words).toContain('catch');
    expect(fromSport('unsteady-finish', 'ballet', {})?.words).toContain('hold it');
  });

  it('are said in the house’s own words where it has any, theme by theme', () => {
    const house = HouseSports.parse({ fencing: { says: { shift: 'As in a flèche: gone before the arm.', load: '' } } });
    expect(fromSport('late-shift', 'fencing', house)?.words).toBe('As in a flèche: gone before the arm.');
    expect(fromSport('no-load', 'fencing', house)?.words).toBe(shippedSays('fencing').load);
    expect(sportLibrary(house).length).toBe(SPORTS.length);
  });

  it('come from sports of the house’s own too, by their names; of what is not said nothing is made up', () => {
    const house = HouseSports.parse({
      'bell ringing': {
        named: ['bell ring', 'campan'],
        says: { order: 'As at the rope: the pull, and then the bell.' },
      },
      'c++': { says: { order: 'As it compiles.' } },
    });
    expect(fromSport('out-of-order', 'Bell ringing on Sundays', house)?.words).toContain('As at the rope');
    expect(fromSport('out-of-order', 'campanology', house)?.sport).toBe('bell ringing');
    expect(fromSport('late-shift', 'bell ringing', house)).toBeNull();
    // what it is called by is no pattern
    expect(fromSport('out-of-order', 'writes c++ at night', house)?.sport).toBe('c++');
    expect(sportOf('ccc', house)).toBeNull();
  });
});

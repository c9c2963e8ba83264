import { PLAIN_WORDS } from '@vilko/core/words/plain-words';
import { openHouse } from '../../testing/house';
import { PlainWords } from './plain-words';

describe('plain words', () => {
  it('tell apart what collides, each with a picture of its own', async () => {
    const c = await openHouse().show(PlainWords);
    const items = c.all('li');
    expect(items.map((li) => li.querySelector('h3')!.textContent)).toEqual(PLAIN_WORDS.map((w) => w.word));
    const drawn = items.map((li) => [...li.querySelectorAll('path')].map((p) => p.getAttribute('d')).join());
    expect(drawn.every((d) => d.length > 40)).toBeTrue();
    expect(new Set(drawn).size).toBe(drawn.length);
    for (const path of c.all('path')) expect(path.getAttribute('d')).not.toContain('NaN');
  });
  it('name every percentage’s whole', () => {
    const shares = PLAIN_WORDS.filter((w) => w.id.startsWith('share'));
    expect(shares.length).toBe(2);
    for (const s of shares) expect(s.says).toContain('100');
  });
});

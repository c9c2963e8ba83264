import type { Letter, Mail } from '@vilko/contract/letter';
import { openHouse } from '../../testing/house';
import { Letters } from './letters';

const MAIL: Mail = {
  ...{ host: 'mail.example.org', port: 465, security: 'TLS', user: 'desk', from: 'desk@example.org', password: true },
};
const letter = (id: string, more: Partial<Letter>): Letter => ({
  ...{ id, lessonId: 'l', pupilId: 'p', name: id, to: `${id}@example.org`, subject: 'About', text: 'Hello', tries: 1 },
  ...{ startedAt: '2026-11-20T10:00:00Z', madeAt: '2026-11-20T11:00:00Z', stateAt: '2026-11-20T11:00:00Z', why: null },
  state: 'sent',
  ...more,
});

async function letters(list: Letter[], mail: Mail = MAIL) {
  const house = openHouse();
  const c = await house.show(Letters);
  house.asked('GET', '/api/letters').flush(list);
  house.asked('GET', '/api/mail').flush(mail);
  await c.set({});
  return { house, c };
}

describe('Letters', () => {
  it('stand with those above that have not gone, which are sent again, also to another address', async () => {
    const list = [letter('Ada', {}), letter('Bo', { state: 'failed', why: 'there is no mailbox of that name' })];
    const { house, c } = await letters(list);
    expect(c.all('li a.font-semibold').map((a) => a.textContent)).toEqual(['Bo', 'Ada']);
    expect(c.text()).toContain('there is no mailbox of that name.');
    await c.press('To another address');
    await c.fill('To another address', 'right@example.org');
    c.all('form')[0]!.dispatchEvent(new Event('submit', { cancelable: true }));
    const sent = house.asked('POST', '/api/letters/Bo/send');
    expect(sent.request.body).toEqual({ to: 'right@example.org' });
    sent.flush(letter('Bo', { to: 'right@example.org', tries: 2 }));
    await c.set({});
    house.asked('GET', '/api/letters').flush([letter('Ada', {}), letter('Bo', { to: 'right@example.org', tries: 2 })]);
    await c.set({});
    expect(c.text()).toContain('at the second try');
    expect(c.text()).not.toContain('Send again');
  });

  it('are deleted by a second press', async () => {
    const { house, c } = await letters([letter('Ada', {})]);
    await c.press('Delete');
    house.quiet();
    await c.press('Delete for good');
    house.asked('DELETE', '/api/letters/Ada').flush(letter('Ada', {}));
    await c.set({});
    house.asked('GET', '/api/letters').flush([]);
    await c.set({});
    expect(c.text()).toContain('No letter was written yet.');
  });

  it('without a mail server are only saved', async () => {
    const { c } = await letters([letter('Ada', { state: 'written', tries: 0 })], { ...MAIL, host: '' });
    expect(c.text()).toContain('No mail server is named in Settings');
    expect(c.all('button').map((b) => b.textContent?.trim())).toEqual(['Delete']);
  });
});

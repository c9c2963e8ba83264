import type { Mail } from '@vilko/contract/letter';
import { openHouse } from '../../testing/house';
import { LetterFields } from './letter-fields';
import { markPicture } from './mark-picture';

const NONE: Mail = { host: '', port: 587, security: 'STARTTLS', user: '', from: '', password: false };

async function fields(mail: Mail = NONE) {
  const house = openHouse();
  const c = await house.show(LetterFields);
  house.asked('GET', '/api/mail').flush(mail);
  house.asked('GET', '/api/house/mark').flush({ url: null });
  await c.set({});
  return { house, c };
}

describe('the mail server of a house', () => {
  it('is named with the port that its encryption usually has, and its password is not asked again', async () => {
    const { house, c } = await fields({
      ...NONE,
      host: 'a.example',
      from: 'a@example.org',
      user: 'desk',
      password: true,
    });
    await c.fill('Called', 'mail.example.org');
    await c.fill('Encryption', 'TLS');
    await c.press('Keep');
    const put = house.asked('PUT', '/api/mail');
    expect(put.request.body).toEqual({
      ...{ host: 'mail.example.org', port: 465, security: 'TLS', user: 'desk', from: 'a@example.org' },
    });
    put.flush({ ...NONE, host: 'mail.example.org', port: 465, security: 'TLS', from: 'a@example.org' });
    await c.set({});
    expect(c.text()).toContain('Letters go by mail.example.org now.');
    await c.press('Try it, without a letter');
    house.asked('POST', '/api/mail/try').flush({ well: false, words: 'There is no mail server called so.' });
    await c.set({});
    expect(c.all('p.text-alarm').map((p) => p.textContent)).toEqual(['There is no mail server called so.']);
  });

  it('keeps a port of the house’s own', async () => {
    const { house, c } = await fields();
    await c.fill('Port', '2525');
    await c.fill('Encryption', 'none');
    await c.fill('Called', 'localhost');
    await c.fill('Letters come from', 'desk@example.org');
    await c.fill('Password', 'harbour');
    await c.press('Keep');
    expect(house.asked('PUT', '/api/mail').request.body).toEqual({
      ...{ host: 'localhost', port: 2525, security: 'none', user: '', from: 'desk@example.org', password: 'harbour' },
    });
  });
});

describe('a house’s mark', () => {
  it('is kept as PNG, no larger than it is printed', async () => {
    const canvas = new OffscreenCanvas(960, 200);
    canvas.getContext('2d')!.fillRect(0, 0, 960, 200);
    const mark = await markPicture(await canvas.convertToBlob({ type: 'image/jpeg' }));
    const { width, height } = await createImageBitmap(mark);
    expect([mark.type, width, height]).toEqual(['image/png', 480, 100]);
    await expectAsync(markPicture(new Blob(['no picture']))).toBeRejected();
  });
});

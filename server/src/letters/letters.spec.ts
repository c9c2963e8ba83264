import {
  DEFAULT_HOUSE,
  Letter,
  LetterDraft,
  type Mail,
  type MailChange,
  type MailTried,
  NO_CONTACT,
  Problem,
  type Pupil,
  Report,
  type Today,
} from '@vilko/contract';
import { existsSync, readdirSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { type TestApp, testApp } from '../testing/test-app.js';
import { letterRepository } from './letter-repository.js';
import { refusedWords } from './mail-server.js';
import { openPostOffice, type PostOffice } from './post-office.js';

const HOUSE = {
  ...DEFAULT_HOUSE,
  name: 'Tarred Line Golf Shed',
  coaches: ['Runa', 'Aslak'],
  signature: 'By the harbour, gate 4',
  zone: 'Europe/Oslo',
};
/** A picture of one pixel. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);
const MARK = `data:image/png;base64,${PNG.toString('base64')}`;
const LETTER = { to: 'somebody@example.org', subject: 'Your lesson', text: 'Hello,\n\nOne thing to do.' };

describe('a letter', () => {
  let app: TestApp;
  let office: PostOffice;
  beforeEach(async () => {
    [app, office] = await Promise.all([testApp(), openPostOffice()]);
    await app.send('PUT', '/api/house', HOUSE);
  });
  afterEach(async () => {
    await app.close();
    await office.close();
  });
  const server = (more: Partial<MailChange> = {}) =>
    app.send('PUT', '/api/mail', {
      ...{ host: '127.0.0.1', port: office.port, security: 'none', user: '', from: 'desk@tarred-line.example' },
      ...more,
    });
  const draft = async () => LetterDraft.parse((await app.get('/api/lessons/l/letter')).json());
  const write = async (more: object = {}) => app.send('POST', '/api/lessons/l/letters', { ...LETTER, ...more });
  const known = async (change: Partial<Pupil['profile']>) => {
    const { profile } = (await app.pupils.one('p'))!;
    await app.send('PATCH', '/api/pupils/p', { profile: { ...profile, ...change } });
  };
  const all = async (): Promise<Letter[]> => (await app.get('/api/letters')).json();

  it('is drafted to the pupil, or to the parent of one who is not of age, with the next time and the house beneath', async () => {
    expect((await draft()).to).toEqual([]);
    const contact = { ...NO_CONTACT, email: 'pupil@example.org', parent: 'Ada', parentEmail: 'ada@example.org' };
    await known({ contact });
    expect((await draft()).to.map((a) => a.address)).toEqual(['pupil@example.org', 'ada@example.org']);
    await known({ contact, ageBand: '12–15', consent: { by: 'Ada', on: '2026-10-01' } });
    await app.send('PATCH', '/api/lessons/l', { homework: 'Ten slow swings a day.', nextVisit: '2027-01-12' });
    const { to, text, subject, mail } = await draft();
    expect(to[0]).toEqual({ address: 'ada@example.org', whose: 'Ada' });
    expect(text).toMatch(/^Hello Ada,/);
    expect(text).toContain('One thing to do: Ten slow swings a day.');
    expect(text).toContain('Next time: 12 January 2027.');
    await app.send('PUT', '/api/lessons/l/report/task', { drill: 'three-beats' });
    expect((await draft()).text).toContain('Until then: Ten slow swings a day.');
    expect(text).toMatch(/Runa\nBy the harbour, gate 4\nTarred Line Golf Shed$/);
    expect([subject, mail]).toEqual(['The lesson of 1 November 2026', false]);
  });

  it('names the time that is booked, by the house’s clock', async () => {
    const [{ id: bay }] = (await app.get('/api/bays')).json<[{ id: string }]>();
    const day = { date: '2030-07-08', from: 615, minutes: 60 };
    await app.send('POST', '/api/bookings', { bay, coach: 'Aslak', pupilId: 'p', ...day });
    expect((await draft()).text).toContain('Next time: 8 July 2030, 10:15.');
  });

  it('without a mail server is written, taken along as a file that opens unsent, and then is handed over', async () => {
    const letter = Letter.parse((await write()).json());
    expect(letter).toEqual(jasmine.objectContaining({ state: 'written', name: 'Somebody', tries: 0, why: null }));
    const file = await app.get(`/api/letters/${letter.id}/letter.eml`);
    expect(file.headers['content-type']).toBe('message/rfc822');
    expect(file.body).toContain('X-Unsent: 1');
    expect(file.body).not.toMatch(/^From:/m);
    for (const line of ['To: somebody@example.org', 'Subject: Your lesson', 'Content-Type: application/pdf'])
      expect(file.body).toContain(line);
    const [, encoded] = /filename=lesson\.pdf\r\n\r\n([A-Za-z0-9+/=\r\n]+)/.exec(file.body)!;
    expect(Buffer.from(encoded!, 'base64').subarray(0, 5).toString()).toBe('%PDF-');
    await server();
    expect((await write({ send: false })).json<Letter>().state).toBe('written');
    await server({ host: '' });
    expect((await app.send('POST', `/api/letters/${letter.id}/send`, {})).json<Problem>().message).toContain(
      'no mail server is set',
    );
    await app.send('POST', `/api/letters/${letter.id}/handed-over`);
    expect((await all()).map((l) => l.state).sort()).toEqual(['handed over', 'written']);
    expect(office.arrived).toEqual([]);
  });

  it('goes to the mail server as one letter with page, mark and sender', async () => {
    await app.sendBytes('/api/house/mark', PNG, 'PUT');
    await server();
    const letter = Letter.parse((await write()).json());
    expect([letter.state, letter.tries]).toEqual(['sent', 1]);
    const [arrived] = office.arrived;
    expect([arrived!.from, arrived!.to]).toEqual(['desk@tarred-line.example', ['somebody@example.org']]);
    for (const line of [
      'From: "Runa, Tarred Line Golf Shed" <desk@tarred-line.example>',
      `Message-ID: <${letter.id}@tarred-line.example>`,
      'Content-ID: <mark@vilko>',
      '<p>Hello,</p>',
    ])
      expect(arrived!.raw).withContext(line).toContain(line);
    expect(arrived!.raw).not.toContain('X-Unsent');
    const report = Report.parse((await app.get('/api/lessons/l/report')).json());
    expect(report.by).toEqual({
      house: HOUSE.name,
      instructor: 'Runa',
      signature: HOUSE.signature,
      mark: MARK,
    });
  });

  it('that is refused says why, waits on Today, and goes when it is sent again, also to another address', async () => {
    await server();
    office.refuse('there is no mailbox of that name');
    const letter = Letter.parse((await write()).json());
    expect(letter.state).toBe('failed');
    expect(letter.why).toMatch(
      /^the mail server 127\.0\.0\.1 did not take the address: “550 .*no mailbox of that name”$/,
    );
    const { needs } = (await app.get('/api/today')).json<Today>();
    expect(needs.map((n) => [n.kind, n.name])).toEqual([['letter', 'Somebody']]);
    office.refuse(null);
    const again = await app.send('POST', `/api/letters/${letter.id}/send`, { to: 'right@example.org' });
    expect(again.json<Letter>()).toEqual(
      jasmine.objectContaining({ state: 'sent', tries: 2, to: 'right@example.org', why: null }),
    );
    expect(office.arrived.map((a) => a.to)).toEqual([['right@example.org']]);
    expect((await app.get('/api/today')).json<Today>().needs).toEqual([]);
  });

  it('is not sent twice at a time, and one whose sending broke off can be sent again', async () => {
    await server();
    const { id } = Letter.parse((await write()).json());
    const both = await Promise.all([1, 2].map(() => app.send('POST', `/api/letters/${id}/send`, {})));
    const codes = both.map((r) => r.statusCode).sort();
    // they may also come one after the other
    expect([JSON.stringify([200, 200]), JSON.stringify([200, 422])]).toContain(JSON.stringify(codes));
    expect(office.arrived.length).toBe(1 + codes.filter((c) => c === 200).length);
    const past = new Date(Date.now() - 10 * 60_000);
    await letterRepository(app.database.db).take(id, { to: LETTER.to, now: past, before: new Date(0) });
    expect((await all())[0]).toEqual(jasmine.objectContaining({ state: 'failed' }));
    expect((await all())[0]!.why).toContain('may have arrived');
    expect((await app.send('POST', `/api/letters/${id}/send`, {})).json<Letter>().state).toBe('sent');
  });

  it('to nobody, about nothing or of two lines for a subject is refused in a sentence', async () => {
    for (const [more, words] of [
      [{ to: 'nobody' }, 'this is no e-mail address'],
      [{ subject: 'One\r\nBcc: all@example.org' }, 'a subject is one line'],
      [{ text: ' ' }, 'text'],
    ] as const) {
      const answer = await write(more);
      expect(answer.statusCode).toBe(400);
      expect(answer.json<Problem>().message).toContain(words);
    }
    expect(await all()).toEqual([]);
    expect((await app.send('POST', '/api/lessons/none/letters', LETTER)).statusCode).toBe(404);
  });

  it('comes back out of a backup with the mark, and goes with the pupil who is erased', async () => {
    await app.sendBytes('/api/house/mark', PNG, 'PUT');
    await server({ password: 'harbour' });
    const { id } = Letter.parse((await write()).json());
    const outbox = join(app.folder, 'outbox');
    expect(readdirSync(outbox)).toEqual([`l--${id}.pdf`]);
    const { name } = (await app.send('POST', '/api/backups')).json<{ name: string }>();
    const bytes = new Uint8Array((await app.get(`/api/backups/${name}`)).rawPayload);
    expect(Buffer.from(bytes).includes('harbour')).toBeFalse();
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    await app.send('DELETE', '/api/house/mark');
    expect([await all(), readdirSync(outbox)]).toEqual([[], []]);
    await app.sendBytes(`/api/restore?name=${name}`, bytes);
    expect((await all()).map((l) => [l.id, l.state])).toEqual([[id, 'sent']]);
    expect((await app.get('/api/house/mark')).json()).toEqual({ url: MARK });
    // the page that goes along is made anew
    expect((await app.get(`/api/letters/${id}/letter.eml`)).body).toContain('filename=lesson.pdf');
    await app.send('DELETE', `/api/letters/${id}`);
    expect([await all(), existsSync(join(outbox, `l--${id}.pdf`))]).toEqual([[], false]);
  });
});

describe('the mail server', () => {
  let app: TestApp;
  beforeEach(async () => (app = await testApp()));
  afterEach(() => app.close());
  const MAIL = { host: '127.0.0.1', port: 1, security: 'none', user: '', from: 'desk@example.org' };
  const tried = async () => (await app.send('POST', '/api/mail/try')).json<MailTried>();

  it('is kept without ever showing its password, which is meant for that server and user alone', async () => {
    const set = async (mail: object) => (await app.send('PUT', '/api/mail', mail)).json<Mail>();
    expect((await app.get('/api/mail')).json<Mail>().host).toBe('');
    expect(await set({ ...MAIL, user: 'desk', password: 'harbour' })).toEqual(
      jasmine.objectContaining({ user: 'desk', password: true }),
    );
    expect((await app.get('/api/mail')).body).not.toContain('harbour');
    expect((await set({ ...MAIL, user: 'desk', port: 2 })).password).toBeTrue();
    expect((await set({ ...MAIL, user: 'desk', host: 'elsewhere.example' })).password).toBeFalse();
    const nameless = await app.send('PUT', '/api/mail', { ...MAIL, from: '' });
    expect(nameless.json<Problem>().message).toContain('which address letters come from');
  });

  it('is tried, and what is wrong is one sentence', async () => {
    const office = await openPostOffice({ user: { name: 'desk', password: 'harbour' } });
    const well = { ...MAIL, port: office.port, user: 'desk', password: 'harbour' };
    await app.send('PUT', '/api/mail', well);
    expect(await tried()).toEqual({ well: true, words: 'The mail server 127.0.0.1 takes letters from here.' });
    await app.send('PUT', '/api/mail', { ...well, password: 'quay' });
    expect((await tried()).words).toMatch(/^The mail server 127\.0\.0\.1 did not take the user name and password/);
    await app.send('PUT', '/api/mail', { ...well, security: 'STARTTLS' });
    expect((await tried()).well).toBeFalse();
    await office.close();
    expect((await tried()).words).toMatch(/does not answer, or not by STARTTLS\.$/);
    // something else listens there, and says nothing a mail server says
    const other = createServer((socket) => socket.end('no\r\n'));
    await new Promise<void>((up) => other.listen(0, '127.0.0.1', up));
    const { port } = other.address() as { port: number };
    await app.send('PUT', '/api/mail', { ...MAIL, port });
    expect((await tried()).words).toMatch(/^The mail server 127\.0\.0\.1:\d+ did not take it|does not answer/);
    other.close();
    await app.send('PUT', '/api/mail', { ...MAIL, host: '' });
    expect((await app.send('POST', '/api/mail/try')).json<Problem>().message).toContain('no mail server is set');
  });

  it('says in words what it answers', () => {
    const mail = { host: 'mail.example', port: 465, security: 'TLS', user: '', from: 'a@b.no' } as const;
    const said = (code: string, response?: string) =>
      refusedWords(Object.assign(new Error('x'), { code, response }), mail);
    expect(said('EDNS')).toBe('there is no mail server called mail.example');
    expect(said('EAUTH')).toBe('the mail server mail.example wants a user name and password');
    expect(said('EMESSAGE', '552 too\r\nlarge')).toBe(
      'the mail server mail.example did not take the letter: “552 too large”',
    );
    expect(said('ESOCKET')).toBe('the mail server mail.example:465 does not answer, or not by TLS');
    expect(said('EODD')).toBe('the mail server mail.example:465 did not take it');
  });
});

describe('the house’s mark', () => {
  it('is a PNG or JPEG, and nothing else', async () => {
    const app = await testApp();
    expect((await app.get('/api/house/mark')).json()).toEqual({ url: null });
    const drawn = await app.sendBytes('/api/house/mark', Buffer.from('<svg onload="x()"/>'), 'PUT');
    expect(drawn.json<Problem>().message).toContain('neither PNG nor JPEG');
    await app.sendBytes('/api/house/mark', PNG, 'PUT');
    expect((await app.get('/api/house/mark')).json()).toEqual({ url: MARK });
    expect((await app.send('DELETE', '/api/house/mark')).json()).toEqual({ gone: true });
    expect((await app.send('DELETE', '/api/house/mark')).json()).toEqual({ gone: false });
    await app.close();
  });
});

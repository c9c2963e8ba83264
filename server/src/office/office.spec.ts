import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Backup, Problem, Restored } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { type TestApp, testApp } from '../testing/test-app.js';

describe('the office', () => {
  let apart: TestApp;
  let here: TestApp;
  let swingId: string;
  beforeAll(async () => {
    apart = await testApp({ onDisk: true, apart: true });
    here = await testApp();
    const { recording } = simulate({ device: 'plates', seed: 6, club: 'iron' });
    for (const app of [apart, here]) {
      const [swing] = await app.bring(recording);
      if (app === apart) swingId = swing!.id;
      await app.bays.add('Tee 1');
    }
  }, 120_000);
  afterAll(async () => {
    await apart.close();
    await here.close();
  });

  it('answers what the bays’ own thread would have answered: status, kind and words', async () => {
    for (const url of [
      '/api/pupils',
      '/api/lessons/l/findings',
      '/api/pupils/p/dashboard',
      '/api/pupils/p/progress',
      '/api/pupils/p/values?measure=share.lead.p7',
      '/api/pupils/p/values?measure=no.such.thing',
      '/api/pupils/p/values',
      '/api/lessons/none',
      '/api/house',
      '/api/bin',
    ]) {
      const [a, b] = [await apart.get(url), await here.get(url)];
      expect(a.statusCode).withContext(url).toBe(b.statusCode);
      expect(a.headers['content-type']).withContext(url).toBe(b.headers['content-type']);
      // a swing's id is another in each
      const words = (text: string): string => text.replaceAll(/[0-9a-f]{8}-[0-9a-f-]{27}/g, 'id');
      expect(words(a.body)).withContext(url).toBe(words(b.body));
    }
  });

  it('sends files as they are', async () => {
    const pdf = await apart.get('/api/lessons/l/report.pdf');
    expect(pdf.headers['content-type']).toBe('application/pdf');
    expect(pdf.rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    expect(Number(pdf.headers['content-length'])).toBe(pdf.rawPayload.length);
  });

  it('puts a backup back that comes as a file, is told its name, and keeps nothing of it', async () => {
    const { name } = Backup.parse((await apart.send('POST', '/api/backups')).json());
    const file = new Uint8Array((await apart.get(`/api/backups/${name}`)).rawPayload);
    const put = async (bytes: Uint8Array) => apart.sendBytes('/api/restore?name=mine%20%26%20yours.zip', bytes);
    const back = Restored.parse((await put(file)).json());
    expect([back.swings, back.there > 0]).toEqual([0, true]);
    const cut = await put(file.slice(0, 400));
    expect([cut.statusCode, Problem.parse(cut.json()).message]).toEqual([
      422,
      jasmine.stringMatching(/^mine & yours\.zip is not a whole zip file/),
    ]);
    expect((await put(new Uint8Array())).statusCode).toBe(422);
    // it goes once the answer has gone
    const arriving = () => readdirSync(join(apart.folder, 'backups')).some((f) => f.startsWith('arriving'));
    for (let i = 0; arriving() && i < 100; i++) await new Promise((r) => setTimeout(r, 20));
    expect(arriving()).toBeFalse();
    const odd = await apart.send('POST', `/api/backups/..%2F${name}/restore`);
    expect(Problem.parse(odd.json()).message).toContain('there is no backup');
  });

  it('changes what it is asked to change, and the bays hear of it', async () => {
    const bay = apart.bays.first();
    await bay.change({ lessonId: 'l', armed: true });
    expect(bay.state().who).toBe('Somebody');
    const renamed = await apart.send('PATCH', '/api/pupils/p', { name: 'Somebody Else' });
    expect(renamed.statusCode).toBe(200);
    expect(bay.state().who).toBe('Somebody Else');
    const noted = await apart.send('PATCH', `/api/swings/${swingId}`, { note: 'early' });
    expect(noted.json<{ note: string }>().note).toBe('early');
    expect((await apart.lesson()).rack[0]!.note).toBe('early');
    const refused = await apart.send('PATCH', `/api/swings/${swingId}`, { club: 'spoon' });
    expect(refused.statusCode).toBe(400);
    expect((await apart.lesson()).rack[0]!.club).toBe('iron');
    await apart.send('PATCH', '/api/pupils/p', { name: 'Somebody' });
  });
});

import { simulate } from '@vilko/core/golfer';
import { eq } from 'drizzle-orm';
import { recordings, results, swings } from '../db/schema.js';
import { type TestApp, testApp } from '../testing/test-app.js';

describe('stored swings, after an update', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const { recording } = simulate({ device: 'plates', seed: 6, swings: 3 });
  const read = async () => {
    const told: number[] = [];
    const renewed = await app.renew(
      () => false,
      (done) => told.push(done),
    );
    return { ...renewed, told };
  };
  /** As another version has left them. */
  const outdate = () => app.database.db.update(results).set({ key: 'another|columns|iron' });
  const keysOf = async () =>
    (await app.database.db.select({ key: results.key }).from(results)).map((r) => r.key.split('|')[0]);

  it('are read anew, the newest first, and say the same again', async () => {
    await app.bring(recording);
    const before = await app.lesson();
    const [version] = await keysOf();
    expect(await read()).toEqual({ read: 0, failed: [], told: [] });
    await outdate();
    expect(await keysOf()).toEqual(['another', 'another', 'another']);
    const { read: n, failed, told } = await read();
    expect([n, failed, told]).toEqual([3, [], [3]]);
    expect(await keysOf()).toEqual([version, version, version]);
    expect(await app.lesson()).toEqual(before);
    expect((await read()).read).toBe(0);
  });

  it('go on where one cannot be read, which is said, and stop when the server stops', async () => {
    const [first] = await app.bring(recording);
    const [other] = await app.bring(simulate({ device: 'boards', seed: 7 }).recording, 'b.vilko');
    await outdate();
    const [row] = await app.database.db.select().from(swings).where(eq(swings.id, other!.id));
    await app.database.db
      .update(recordings)
      .set({ bundle: new Uint8Array([1, 2, 3]) })
      .where(eq(recordings.id, row!.recordingId));
    const none = await app.renew(
      () => true,
      () => undefined,
    );
    expect(none).toEqual({ read: 0, failed: [] });
    const { read: n, failed, told } = await read();
    expect([n, failed.map((f) => f.swing), told.at(-1)]).toEqual([3, [other!.id], 4]);
    expect(failed[0]!.why).toMatch(/\w/);
    expect((await app.get(`/api/swings/${first!.id}/traces`)).statusCode).toBe(200);
  });

  it('are left alone in the bin', async () => {
    const [first] = await app.bring(recording);
    await app.send('DELETE', `/api/swings/${first!.id}`);
    await outdate();
    expect((await read()).read).toBe(2);
    expect((await keysOf()).filter((k) => k === 'another').length).toBe(1);
  });
});

import { gunzipSync } from 'node:zlib';
import { analyse, readTraces } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { Problem } from '@vilko/contract';
import { eq } from 'drizzle-orm';
import { results, swings } from '../db/schema.js';
import { type TestApp, testApp } from '../testing/test-app.js';

describe('what is drawn of a swing', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp();
  });
  afterAll(() => app.close());

  const { recording } = simulate({ device: 'plates', seed: 6 });
  const path = (id: string) => `/api/swings/${id}/traces`;
  const tracesOf = async (id: string) => readTraces(new Uint8Array((await app.get(path(id))).rawPayload));
  const kept = (id: string) => app.database.db.select().from(results).where(eq(results.swingId, id));

  it('is ready when a recording has come, and says what the analysis says', async () => {
    const [swing] = await app.bring(recording);
    const [row] = await kept(swing!.id);
    expect(row!.traces!.length).toBeGreaterThan(1000);
    const traces = await tracesOf(swing!.id);
    const [own] = analyse(recording, { club: 'iron', stature: 1.75 }).swings;
    expect(traces.events.p7!.t).toBe(own!.events.p7!.t);
    expect(traces.measures['share.lead.p7'].value).toBe(own!.measures['share.lead.p7'].value);
    expect(Object.keys(traces.staves)).toContain('turningLead');
  });
  it('comes compressed to who can inflate on the way, and says the same', async () => {
    const [swing] = await app.bring(recording);
    const packed = await app.fastify.inject({ url: path(swing!.id), headers: { 'accept-encoding': 'br, gzip' } });
    expect(packed.headers['content-encoding']).toBe('gzip');
    const plain = await app.get(path(swing!.id));
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(gunzipSync(packed.rawPayload).equals(plain.rawPayload)).toBeTrue();
    expect(packed.rawPayload.length).toBeLessThan(0.7 * plain.rawPayload.length);
  });
  it('follows the marks that a person sets, and is kept again', async () => {
    const [swing] = await app.bring(recording);
    const top = (await tracesOf(swing!.id)).events.p4!.t;
    await app.send('PATCH', `/api/swings/${swing!.id}`, { marks: { p4: top - 0.04 } });
    const marked = await tracesOf(swing!.id);
    expect(marked.events.p4).toEqual(jasmine.objectContaining({ t: top - 0.04, source: 'marked' }));
    const rows = await kept(swing!.id);
    expect(rows.length).toBe(1);
    expect(rows[0]!.key).toContain(JSON.stringify({ p4: top - 0.04 }));
    await app.send('PATCH', `/api/swings/${swing!.id}`, { marks: {} });
    expect((await tracesOf(swing!.id)).events.p4!.t).toBe(top);
  });
  it('is made where only the numbers were kept, and the numbers with it', async () => {
    const [swing] = await app.bring(recording);
    await app.database.db.update(results).set({ traces: null }).where(eq(results.swingId, swing!.id));
    expect((await tracesOf(swing!.id)).events.p7).toBeDefined();
    expect((await kept(swing!.id))[0]!.traces).not.toBeNull();
  });
  it('may be asked for by two at once', async () => {
    const [swing] = await app.bring(recording);
    await app.database.db.delete(results).where(eq(results.swingId, swing!.id));
    const both = await Promise.all([tracesOf(swing!.id), tracesOf(swing!.id)]);
    expect(both[0].events).toEqual(both[1].events);
    expect((await kept(swing!.id)).length).toBe(1);
  });
  it('goes with its swing, and is refused in a sentence for one that is not there, or is none any more', async () => {
    const [swing] = await app.bring(recording);
    // a rehearsal is looked for where there is a whole swing
    await app.database.db.update(swings).set({ kind: 'half', part: 7 }).where(eq(swings.id, swing!.id));
    const none = await app.get(path(swing!.id));
    expect(none.statusCode).toBe(422);
    expect(Problem.parse(none.json()).message).toContain('no swing is found in this recording any more');
    await app.database.db.delete(swings).where(eq(swings.id, swing!.id));
    expect(await kept(swing!.id)).toEqual([]);
    const gone = await app.get(path(swing!.id));
    expect([gone.statusCode, Problem.parse(gone.json()).message]).toEqual([404, 'There is no such swing.']);
  });
});

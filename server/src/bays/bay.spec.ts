import { type BayPlace, type Hello, packFeed, SAMPLES } from '@vilko/contract';
import { type Recording, WRENCH_CHANNELS } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { swingIn } from '@vilko/core/live';
import { SOMEBODY } from '../testing/test-app.js';
import { BayHandle } from './bay.js';
import type { BayServices } from './bay-services.js';

const HELLO: Hello = {
  type: 'hello',
  protocol: 'vilko-feed',
  version: 1,
  device: {
    kind: 'plates',
    name: 'Test plates',
    rate: 1000,
    plates: [{ centre: [0, 0.25] }, { centre: [0, -0.25] }],
    mat: null,
    channels: [],
  },
};
const HOUR = 3600_000;

describe('a bay of the house', () => {
  let bay: BayHandle;
  let places: (BayPlace | null)[];
  let stored: Recording[];
  /** How long a look takes, ms. */
  let slow: number;
  /** Lessons that there are not, or not any more. */
  const gone = new Set<string>();
  beforeEach(() => {
    places = [];
    stored = [];
    slow = 0;
    gone.clear();
    gone.add('none');
    const services: BayServices = {
      look: ({ stretch, awaited }) => new Promise((done) => setTimeout(() => done(swingIn(stretch, awaited)), slow)),
      store: (rec) => Promise.resolve(void stored.push(rec)).then(() => null),
      stillDoubted: () => Promise.resolve(null),
      inbox: () => Promise.resolve(true),
      lesson: (id) => Promise.resolve(gone.has(id) ? null : { pupil: SOMEBODY, setUp: null }),
      keepPlace: (place) => Promise.resolve(void places.push(place)),
      keepSetUp: () => Promise.resolve(),
      sawDevice: () => Promise.resolve(),
      room: () => Promise.resolve(),
      failed: fail,
    };
    bay = new BayHandle({ id: 'bay', name: 'Bay 1' }, services);
  });
  afterEach(() => bay.close());

  const connect = (name = 'Test plates') =>
    bay.connect({ ...HELLO, device: { ...HELLO.device, name } }, () => undefined);
  const say = (feed: ReturnType<typeof connect>, sequence: number) =>
    feed.binary(packFeed({ kind: SAMPLES, sequence, time: sequence / 100, count: 10 }, new Float32Array(120)));
  const until = async (holds: () => boolean) => {
    for (let i = 0; i < 150 && !holds(); i++) await new Promise((r) => setTimeout(r, 20));
  };

  it('says when its device falls silent, since when, and when it speaks again', async () => {
    const feed = connect();
    say(feed, 1);
    expect(bay.state().device!.silentSince).toBeNull();
    const before = Date.now();
    await until(() => bay.state().device!.silentSince !== null);
    expect(bay.state().device!.connected).toBeTrue();
    expect(Math.abs(bay.state().device!.silentSince! - before)).toBeLessThan(500);
    expect(Date.now() - before).toBeLessThan(2500);
    say(feed, 2);
    expect(bay.state().device!.silentSince).toBeNull();
    expect(bay.state().notice).toMatch(/^Test plates was silent for [12] s: /);
  });
  /** A whole swing within a moment; its impact, s. */
  const swing = (feed: ReturnType<typeof connect>): number => {
    const { recording, motion } = simulate({ device: 'plates', seed: 6 });
    const columns = recording.platforms.flatMap((p) => WRENCH_CHANNELS.map((c) => p[c]));
    for (let k = 0; k + 10 <= recording.time.length; k += 10) {
      const v = new Float32Array(120);
      for (let i = 0; i < 10; i++) columns.forEach((c, j) => (v[i * 12 + j] = c[k + i]!));
      feed.binary(packFeed({ kind: SAMPLES, sequence: k / 10, time: k / 1000, count: 10 }, v));
    }
    return motion.plans[0]!.times.p7;
  };
  for (const [ends, end] of [
    ['is gone', (feed) => feed.closed()],
    ['has fallen silent', () => undefined],
    ['has been started anew', () => void connect()],
  ] as [string, (feed: ReturnType<typeof connect>) => void][])
    it(`stores a swing that is found after its device ${ends}`, async () => {
      slow = ends === 'has been started anew' ? 0 : 1800;
      await bay.change({ lessonId: 'l' });
      const feed = connect();
      const impact = swing(feed);
      if (!slow) await until(() => bay.state().state === 'recording');
      end(feed);
      await until(() => stored.length > 0);
      await until(() => false);
      expect(stored.length).toBe(1);
      // as far as it came, from four seconds before it
      expect(stored[0]!.time.length / 1000).toBeGreaterThan(Math.min(impact, 4) + 0.2);
    });
  it('leaves out a message that does not hold what it says, and says with the next one that it was lost', () => {
    const feed = connect();
    say(feed, 1);
    const header = { kind: SAMPLES, sequence: 2, time: 0.02, count: 10 };
    for (const odd of [
      packFeed(header, new Float32Array(60)),
      packFeed(header, new Uint8Array(479)),
      packFeed({ ...header, count: 4_000_000_000 }, new Float32Array(120)),
      packFeed({ ...header, time: NaN }, new Float32Array(120)),
      packFeed({ ...header, time: Infinity }, new Float32Array(120)),
    ])
      feed.binary(odd);
    expect(bay.state().device!.lost).toBe(0);
    say(feed, 3);
    expect(bay.state().device!.lost).toBe(1);
  });
  it('does not take its own being busy for a device’s silence', async () => {
    const feed = connect();
    say(feed, 1);
    await new Promise((r) => setTimeout(r, 400));
    // nothing is read in this time, whatever the device sends
    const busy = Date.now() + 1600;
    while (Date.now() < busy);
    await new Promise((r) => setTimeout(r, 20));
    expect(bay.state().device!.silentSince).toBeNull();
    say(feed, 2);
    expect(bay.state().notice).toBeNull();
  });
  it('refuses a second device while the first one speaks; the same one may come back', () => {
    const feed = connect();
    expect(() => connect('Another mat')).toThrowError(/Bay 1 already hears Test plates/);
    expect(() => connect()).not.toThrow();
    feed.closed();
    expect(bay.state().device!.connected).toBeTrue();
  });
  it('is another device’s once the first has gone or fallen silent', async () => {
    const feed = connect();
    feed.closed();
    expect(() => connect('Another mat')).not.toThrow();
    await until(() => bay.state().device!.silentSince !== null);
    expect(() => connect('A third one')).not.toThrow();
  });
  it('keeps what stands on it, and says whose lesson that is', async () => {
    await bay.change({ lessonId: 'l', clubName: '9-iron' });
    expect([bay.state().who, bay.state().state]).toEqual(['Somebody', 'armed']);
    expect(places.at(-1)).toEqual(
      jasmine.objectContaining({ lessonId: 'l', club: 'iron', clubName: '9-iron', armed: true }),
    );
    const kept = places.length;
    await bay.change({ tag: 'exercise' });
    await bay.change({ armed: false });
    expect(places.slice(kept).map((p) => p!.armed)).toEqual([false]);
    await bay.change({ lessonId: null });
    expect([places.at(-1), bay.state().who]).toEqual([null, null]);
  });
  it('is free once its lesson is gone, with nobody’s name left on it', async () => {
    await bay.change({ lessonId: 'l' });
    gone.add('l');
    await bay.refresh();
    expect([bay.state().lessonId, bay.state().who, bay.state().state]).toEqual([null, null, 'idle']);
    expect(places.at(-1)).toBeNull();
  });
  it('goes on where it was when the server starts anew, and sleeps where that is long ago', async () => {
    const place = (ago: number, armed = true): BayPlace => ({
      lessonId: 'l',
      club: 'driver',
      clubName: 'driver',
      armed,
      at: new Date(Date.now() - ago).toISOString(),
    });
    await bay.restore(place(60_000));
    expect([bay.state().lessonId, bay.state().state, bay.state().clubName]).toEqual(['l', 'armed', 'driver']);
    await bay.restore(place(HOUR));
    expect(bay.state().state).toBe('asleep');
    await bay.change({ armed: true });
    await bay.restore(place(HOUR, false));
    expect(bay.state().state).toBe('idle');
    await bay.change({ lessonId: null });
    await bay.restore({ ...place(0), lessonId: 'none' });
    expect(bay.state().lessonId).toBeNull();
  });
});

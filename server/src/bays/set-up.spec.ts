import { type Asked, type Hello, MAT_FRAME, SAMPLES, type SetUpRecord, type SetUpState } from '@vilko/contract';
import { type Handed, type Recording, WRENCH_CHANNELS } from '@vilko/core';
import { type Routine, simulate, standing } from '@vilko/core/golfer';
import {
  doesOf,
  type SetUpAction,
  type SetUpEvent,
  type SetUpLook,
  setUpNext,
  setUpView,
  startedSetUp,
} from '@vilko/core/live';
import { BayHandle } from './bay.js';
import { livePicture } from './live-picture.js';
import { columnCount, ring } from './ring.js';
import { testApp } from '../testing/test-app.js';

const BUILD = { stature: 1.76, mass: 72 };
const OFFSET = 7;

const PLATES: Hello['device'] = {
  kind: 'plates',
  name: 'Test plates',
  rate: 1000,
  plates: [{ centre: [0, 0.25] }, { centre: [0, -0.25] }],
  mat: null,
  channels: [],
};

/** Samples of a recording as a device would send them, with an offset on every vertical channel. */
function payloadOf(rec: Recording, from: number, count: number): Uint8Array {
  const columns = rec.platforms.flatMap((p) =>
    WRENCH_CHANNELS.map((c) => ({ v: p[c], plus: c === 'fz' ? OFFSET : 0 })),
  );
  const out = new Float32Array(count * columns.length);
  for (let i = 0; i < count; i++)
    columns.forEach(({ v, plus }, j) => (out[i * columns.length + j] = v[from + i]! + plus));
  return new Uint8Array(out.buffer);
}

/** One frame of a mat, with a cell that says nothing. */
function frameOf(rec: Recording, k: number, deadCell?: number): Uint8Array {
  const cells = rec.mat!.rows * rec.mat!.cols;
  const frame = Uint8Array.from(rec.mat!.frames.slice(k * cells, (k + 1) * cells));
  if (deadCell !== undefined) frame[deadCell] = 0;
  return frame;
}

/** What was simulated already, over all rehearsals. */
const made = new Map<string, Recording>();

/** A bay whose pupil does what is asked, or what `instead` says. */
function rehearse(o: {
  mass?: number | null;
  handed?: Handed;
  instead?: Partial<Record<Asked, Routine>>;
  far?: number;
  shift?: number;
  acts?: (s: SetUpState) => SetUpAction | null;
  device?: Hello['device'];
  looks?: number;
  deadCell?: number;
}) {
  const device = o.device ?? PLATES;
  const r = ring(device);
  let does: Asked = 'away';
  let time = 0;
  let kept: SetUpRecord | null = null;
  const seen: string[] = [];
  const handed = o.handed ?? 'right';
  let setUp = startedSetUp;
  const facts = (): SetUpLook => ({
    device,
    stream: r,
    pupil: { handed: 'right', mass: o.mass === undefined ? BUILD.mass : o.mass },
    lost: 0,
    lag: 0.004,
    now: '2026-11-20T10:00:00.000Z',
  });
  /** What the bay does about an event. */
  const happen = (e: SetUpEvent): void => {
    const [next, effects] = setUpNext(setUp, e);
    setUp = next;
    for (const effect of effects) {
      if (effect.do === 'zero') r.setZero(effect.zero);
      else kept = effect.record;
    }
    does = doesOf(setUp);
  };
  const play = (): Recording => {
    const what = o.instead?.[does] ?? (does === 'swing' ? 'stand' : does);
    const key = `${device.kind} ${what} ${handed} ${o.far} ${o.shift}`;
    if (!made.has(key)) {
      const { recording } = standing({
        device: device.kind === 'mat' || device.kind === 'plate' ? device.kind : 'plates',
        seed: 3,
        handed,
        club: 'iron',
        build: BUILD,
        does: what,
        seconds: 10,
        far: o.far,
      });
      const shift = o.shift ?? 0;
      // somebody who stands to one side: the same forces, their places moved
      made.set(
        key,
        shift
          ? {
              ...recording,
              platforms: recording.platforms.map((p) => ({ ...p, mx: p.mx.map((m, k) => m + shift * p.fz[k]!) })),
            }
          : recording,
      );
    }
    return made.get(key)!;
  };
  let before: Asked = does;
  let position = 0;
  for (let look = 0; look < (o.looks ?? 400) && setUp.step !== 'ready'; look++) {
    if (does !== before) position = 0;
    before = does;
    const rec = play();
    const block = rec.mat ? 20 : 200;
    if (position + block > rec.time.length) position = 10 * block;
    if (rec.mat)
      for (let k = 0; k < block; k++) r.push(MAT_FRAME, time + k / 100, 1, frameOf(rec, position + k, o.deadCell));
    else r.push(SAMPLES, time, block, payloadOf(rec, position, block));
    position += block;
    time += 0.2;
    if (look < 8) continue;
    happen({ is: 'look', look: facts() });
    const s = setUpView(setUp);
    if (s.seen && s.seen !== seen.at(-1)) seen.push(s.seen);
    const act = o.acts?.(s);
    if (act) happen({ is: 'act', what: act, look: facts() });
  }
  return { state: setUpView(setUp), kept: kept as SetUpRecord | null, seen, ring: r };
}

describe('the guided set-up', () => {
  it('of one plate zeroes and weighs, and leaves out what it cannot tell, with the reason', () => {
    const one: Hello['device'] = { ...PLATES, kind: 'plate', name: 'One plate', plates: [{ centre: [0, 0] }] };
    const { state, kept } = rehearse({ device: one });
    expect(state.step).toBe('ready');
    expect(kept!.zero.length).toBe(6);
    expect(Math.abs(kept!.mass! - BUILD.mass)).toBeLessThan(0.5);
    expect([kept!.footCheck, kept!.sides]).toEqual([null, null]);
    const why = 'one plate does not tell the feet apart';
    expect(state.done.filter((d) => d.words === why).map((d) => d.step)).toEqual(['lead foot', 'trail foot', 'sides']);
  });
  it('goes through by itself when every signal is good, and keeps what it found', () => {
    const { state, kept, ring: r } = rehearse({});
    expect(state.step).toBe('ready');
    expect(state.done.map((d) => [d.step, d.skipped])).toEqual([
      ['device', false],
      ['zero', false],
      ['mass', false],
      ['lead foot', false],
      ['trail foot', false],
      ['sides', false],
    ]);
    expect(kept!.mass).toBeCloseTo(BUILD.mass, 0);
    expect(kept!.sides).toBeTrue();
    expect(kept!.footCheck!.lead.words).toBe('good');
    // the zero is taken off everything that comes and that is kept
    expect(kept!.zero[2]).toBeCloseTo(OFFSET, 0);
    expect(r.meanOfRaw(0.5)[2]! - r.last()![2]!).toBeGreaterThan(0);
  });

  it('waits while somebody stands on the device during zero, and says so', () => {
    const { state, seen } = rehearse({ instead: { away: 'stand' }, looks: 40 });
    expect(state.step).toBe('zero');
    expect(state.alarm).toBeTrue();
    expect(seen.at(-1)).toMatch(/somebody stands on it \(7\d kg\)/);
  });

  it('asks about a mass that is a fifth off, and takes it only when told to', () => {
    const stuck = rehearse({ mass: 95, looks: 60 });
    expect(stuck.state.step).toBe('mass');
    expect(stuck.state.seen).toContain('the record says 95 kg: the right pupil?');
    const taken = rehearse({ mass: 95, acts: (s) => (s.step === 'mass' && s.alarm && s.progress >= 1 ? 'use' : null) });
    expect(taken.kept!.massWords).toContain('taken although the record says 95 kg');
  });

  it('sees feet across the seam of two plates', () => {
    const { state } = rehearse({ shift: 0.19, looks: 60 });
    expect(state.step).toBe('mass');
    expect(state.seen).toMatch(/the trail foot stands across the seam/);
  });

  it('wants the rocking to go further, and takes a short one only when told to', () => {
    const short = rehearse({ far: 0.5, looks: 220 });
    expect(short.state.step).toBe('lead foot');
    expect(short.seen.some((s) => s.startsWith('rock further on the lead foot'))).toBeTrue();
    const taken = rehearse({ far: 0.5, acts: (s) => (s.alarm && s.progress >= 1 ? 'use' : null) });
    expect(taken.kept!.footCheck!.lead.words).toContain('rock further');
  });

  it('notices when the wrong foot is loaded: handedness or target are not what was said', () => {
    const { state } = rehearse({ instead: { 'all lead': 'all trail' }, looks: 260 });
    expect(state.step).toBe('sides');
    expect(state.seen).toContain('the pressure went to the trail foot: does this pupil play right-handed');
  });

  it('can leave steps out, and says which', () => {
    const { kept, state } = rehearse({ acts: (s) => (s.step === 'zero' || s.step === 'lead foot' ? 'skip' : null) });
    expect(kept!.zero).toEqual([]);
    expect(kept!.footCheck).toBeNull();
    expect(state.done.filter((d) => d.skipped).map((d) => d.step)).toEqual(['zero', 'lead foot']);
  });

  it('does not ask for rocking where a mat shows the feet', () => {
    const { state } = rehearse({
      device: { ...PLATES, kind: 'mat-plates', mat: { rows: 40, cols: 80, pitch: 0.01, rate: 100 } },
    });
    expect(state.step).toBe('ready');
    expect(state.done.find((d) => d.step === 'trail foot')!.words).toBe('the mat shows where the foot lies');
  });

  it('on a mat alone leaves out what a mat cannot say, sees the sides, and counts dead cells', () => {
    const mat: Hello['device'] = {
      ...PLATES,
      kind: 'mat',
      rate: 100,
      plates: [],
      mat: { rows: 40, cols: 80, pitch: 0.01, rate: 100 },
    };
    const sound = rehearse({ device: mat });
    expect(sound.state.done.map((d) => [d.step, d.skipped])).toEqual([
      ['device', false],
      ['zero', true],
      ['mass', true],
      ['lead foot', false],
      ['trail foot', false],
      ['sides', false],
    ]);
    expect(sound.kept!.sides).toBeTrue();
    expect(sound.state.health!.deadCells).toBe(0);
    const under = livePicture(mat, sound.ring, 'right', { sequence: 0, arrived: 0 });
    // a cell in the middle of the lead foot
    const [x, y] = under.places as [number, number];
    const deadCell = Math.round(x / 0.01 + 19.5) * 80 + Math.round(y / 0.01 + 39.5);
    expect(rehearse({ device: mat, deadCell }).state.health!.deadCells).toBe(1);
  });
});

describe('the bay', () => {
  const services = {
    look: () => Promise.resolve(null),
    lesson: () => Promise.resolve(null),
    keepSetUp: () => Promise.resolve(),
    sawDevice: () => Promise.resolve(),
    store: () => Promise.resolve(null),
    stillDoubted: () => Promise.resolve(null),
    inbox: () => Promise.resolve(false),
    keepPlace: () => Promise.resolve(),
    room: () => Promise.resolve(),
    failed: fail,
  };

  it('refuses to zero while somebody stands there, and takes the zero when nobody does', () => {
    const bay = new BayHandle({ id: 'bay', name: 'Bay' }, services);
    const feed = bay.connect({ type: 'hello', protocol: 'vilko-feed', version: 1, device: PLATES }, () => undefined);
    const send = (rec: Recording, from: number): void => {
      const body = payloadOf(rec, 0, 2000);
      const bytes = new Uint8Array(24 + body.length);
      const view = new DataView(bytes.buffer);
      view.setUint8(0, SAMPLES);
      view.setFloat64(8, from, true);
      view.setUint32(16, 2000, true);
      bytes.set(body, 24);
      feed.binary(bytes);
    };
    const of = (does: Routine) =>
      standing({ device: 'plates', seed: 3, handed: 'right', club: 'iron', build: BUILD, does, seconds: 2.1 })
        .recording;
    send(of('stand'), 0);
    expect(() => bay.zero()).toThrowError(/somebody stands on the device \(7\d kg\)/);
    send(of('away'), 2);
    expect(bay.zero().drift).toBeNull();
    bay.close();
    expect(columnCount(PLATES)).toBe(12);
  });

  it('sends the foot check along with a swing, and says which foot has left the ground since', async () => {
    const app = await testApp({ listen: false });
    try {
      const { kept } = rehearse({});
      await app.pupils.changeLesson('l', { setUp: kept });
      const [swing] = await app.bring({
        ...simulate({ device: 'plates', seed: 6, build: BUILD }).recording,
        stated: { footCheck: { ...kept!.footCheck!, left: ['trail'] } },
      });
      expect(swing!.thumbnail!.soles.length).toBe(2);
      expect((await app.lesson()).setUp!.mass).toBeCloseTo(BUILD.mass, 0);
    } finally {
      await app.close();
    }
  });
});

import {
  type Asked,
  type Bay,
  type BayChange,
  feedHeader,
  FEED_HEADER,
  type Hello,
  type LiveMessage,
  packLive,
  type Pupil,
  SAMPLES,
  type SetUpRecord,
  type SetUpState,
  type SwingHead,
  type WhoStands,
} from '@vilko/contract';
import { type FootName, type Recording, type Stated, VilkoError } from '@vilko/core';
import { feedPulse } from './feed-pulse.js';
import { footWatch } from './foot-watch.js';
import { healthWords } from './health-words.js';
import { livePicture } from './live-picture.js';
import { columnCount, ring, type Ring } from './ring.js';
import { setUpSequence, type SetUpSequence } from './set-up.js';
import { meanOf, spreadOf, standingIn } from './standing.js';
import { AFTER_IMPACT, BEFORE_IMPACT, lookForSwing } from './swing-watch.js';

/** What a swing of the bay is filed under. */
export type BayArrival = Pick<Bay, 'club' | 'clubName' | 'kind' | 'tag' | 'intent' | 'task'> & {
  readonly lessonId: string;
  readonly recordedAt: Date;
};

/** What the bay needs from the rest of the server. */
export interface BayServices {
  /** Stores a recording's swing; null when it held none. */
  readonly store: (rec: Recording, arrival: BayArrival) => Promise<SwingHead | null>;
  /** The pupil whose lesson it is, and what the lesson's set-up found. */
  readonly lesson: (lessonId: string) => Promise<{ pupil: Pupil; setUp: SetUpRecord | null } | null>;
  readonly keepSetUp: (lessonId: string, record: SetUpRecord) => Promise<void>;
  /** Remembers a device and, after a set-up, how it was. */
  readonly sawDevice: (d: { name: string; kind: string; rate: number; health?: string }) => Promise<void>;
}

/** A browser that watches: words and pictures; `busy` while its last picture has not left. */
export interface Viewer {
  readonly say: (m: LiveMessage) => void;
  readonly show: (frame: Uint8Array) => void;
  readonly busy: () => boolean;
}

/** The device's side of a feed. */
export interface FeedHandler {
  readonly binary: (bytes: Uint8Array) => void;
  readonly closed: () => void;
}

export type Who = Omit<WhoStands, 'type'>;

/** A browser draws 60 pictures a second of the newest of these, ms. */
const BETWEEN_PICTURES = 6;
const LOOKS_PER_SECOND = 3;
const SET_UP_LOOKS_PER_SECOND = 5;
const FOUND_SHOWN = 2500;
/** Under this total load nobody stands there, N; a quiet stretch of it shows how the zero wandered. */
const NOBODY = 60;
const QUIET = 1.5;
const QUIET_SD = 4;
const G = 9.80665;

/** One bay: a device's stream in, swings found and stored by themselves, the live picture out. */
export function openBay(name: string, services: BayServices) {
  let state: Bay = {
    name,
    lessonId: null,
    handed: 'right',
    club: 'iron',
    clubName: '7-iron',
    kind: 'full',
    tag: 'ball',
    intent: 'stock',
    task: null,
    state: 'idle',
    device: null,
    monitor: null,
    drift: null,
    notice: null,
  };
  let pupil: Pupil | null = null;
  let setUpRecord: SetUpRecord | null = null;
  let device: Hello['device'] | null = null;
  let stream: Ring | null = null;
  let tellDevice: ((who: Who) => void) | null = null;
  let does: Asked = 'swing';
  let zeroed = false;
  let pulse = feedPulse();
  let shownAt = 0;
  let lastImpact = -Infinity;
  let pending: number | null = null;
  let sequenceOfSteps: SetUpSequence | null = null;
  const feetLeft = footWatch();
  const viewers = new Set<Viewer>();

  const message = (): LiveMessage => ({
    type: 'bay',
    bay: state,
    mat: device?.mat ? { rows: device.mat.rows, cols: device.mat.cols, pitch: device.mat.pitch } : null,
  });
  const tellAll = (m: LiveMessage): void => {
    for (const v of viewers) v.say(m);
  };
  const set = (change: Partial<Bay>): void => {
    state = { ...state, ...change };
    tellAll(message());
  };
  const setDevice = (change: Partial<NonNullable<Bay['device']>>): void => {
    if (state.device) set({ device: { ...state.device, ...change } });
  };
  const who = (): Who => ({
    handed: state.handed,
    club: state.club,
    does,
    build: device?.standIn && pupil?.stature && pupil.mass ? { stature: pupil.stature, mass: pupil.mass } : null,
  });
  const ask = (what: Asked): void => {
    does = what;
    tellDevice?.(who());
  };

  /** Latest wins: a viewer whose last picture is still on its way gets none, so it is never more than one behind. */
  const show = (): void => {
    if (!device || !stream || performance.now() - shownAt < BETWEEN_PICTURES) return;
    shownAt = performance.now();
    const picture = livePicture(device, stream, state.handed, pulse.sequence(), pulse.arrived());
    feetLeft.see(picture, weight());
    if (viewers.size === 0) return;
    const frame = packLive(picture);
    for (const v of viewers) if (!v.busy()) v.show(frame);
  };

  /** Body weight weighed in the set-up, N; null without one. */
  const weight = (): number | null => (setUpRecord?.mass ? setUpRecord.mass * G : null);

  const look = (): void => {
    // while the set-up runs, rocking and leaning are no swings
    if (
      !stream ||
      (sequenceOfSteps && sequenceOfSteps.state().step !== 'ready') ||
      !state.lessonId ||
      state.state === 'idle'
    )
      return;
    if (pending !== null) {
      if (stream.newest() >= pending + AFTER_IMPACT) void keep(pending);
      return;
    }
    const seen = lookForSwing(stream, state.handed, lastImpact, state.kind);
    if (!seen) return watchZero();
    pending = seen.impact;
    set({ state: 'recording', notice: null });
  };

  /** Between swings, with nobody on it, the zero is looked at again. */
  const watchZero = (): void => {
    if (!zeroed || !stream || !device) return;
    const rec = stream.cut(stream.newest() - QUIET, stream.newest(), {}, false);
    const s = rec && standingIn(rec, state.handed);
    const load = s ? meanOf(s.total) : NaN;
    const unloaded = s !== null && Math.abs(load) < NOBODY && spreadOf(s.total) < QUIET_SD;
    const drift = unloaded ? Math.round(10 * load) / 10 : null;
    if (drift === null ? state.drift !== null : state.drift === null || Math.abs(drift - state.drift) > 0.5)
      set({ drift });
  };

  /** What is known about who stands there, to travel with the recording. */
  const stated = (impact: number): Stated => {
    const check = setUpRecord?.footCheck;
    const left = (['lead', 'trail'] as const).filter((f: FootName) => feetLeft.leftBefore(f, impact));
    return {
      handed: state.handed,
      club: state.club,
      ...(pupil?.stature ? { stature: pupil.stature } : {}),
      ...(check && !device?.mat ? { footCheck: { ...check, left } } : {}),
    };
  };

  const keep = async (impact: number): Promise<void> => {
    pending = null;
    lastImpact = impact;
    const { lessonId, club, clubName, kind, tag, intent, task } = state;
    const rec = stream!.cut(impact - BEFORE_IMPACT, impact + AFTER_IMPACT, stated(impact), true);
    if (!rec || !lessonId) {
      set({ state: 'armed' });
      return;
    }
    const recordedAt = new Date(Date.now() - 1000 * (stream!.newest() - impact));
    try {
      const swing = await services.store(rec, { lessonId, club, clubName, kind, tag, intent, task, recordedAt });
      if (!swing) {
        set({
          state: 'armed',
          notice: `A movement was seen, but it holds no whole ${kind === 'full' ? 'swing' : `${kind} swing`}: nothing was stored.`,
        });
        return;
      }
      set({ state: 'found', notice: null });
      tellAll({ type: 'swing', swing });
      setTimeout(() => state.state === 'found' && set({ state: 'armed' }), FOUND_SHOWN).unref();
    } catch (e) {
      set({ state: 'armed', notice: `The swing could not be stored: ${(e as Error).message}` });
    }
  };

  const measureRate = (): void => {
    if (!state.device?.connected) return;
    const seen = pulse.rate();
    if (seen !== null && Math.abs(seen - state.device.seen) > 0.004 * state.device.rate) setDevice({ seen });
  };
  const timers = [
    setInterval(look, 1000 / LOOKS_PER_SECOND),
    setInterval(measureRate, 1000),
    setInterval(() => sequenceOfSteps?.look(), 1000 / SET_UP_LOOKS_PER_SECOND),
  ];
  for (const t of timers) t.unref();

  const publish = (setUp: SetUpState | null): void => tellAll({ type: 'set-up', setUp });
  const startSetUp = (lessonId: string, who: Pupil): SetUpSequence =>
    setUpSequence({
      device: () => device!,
      ring: () => stream!,
      lost: () => state.device?.lost ?? 0,
      pupil: () => who,
      lag: () => pulse.lag(),
      ask,
      publish,
      setZero: takeZero,
      async finish(record) {
        setUpRecord = record;
        feetLeft.forget();
        await services.keepSetUp(lessonId, record);
        await services.sawDevice({ ...device!, health: healthWords(sequenceOfSteps?.state().health ?? null) });
      },
    });
  const takeZero = (zero: readonly number[]): void => {
    stream!.setZero(zero);
    zeroed = true;
    set({ drift: null });
  };

  return {
    state: (): Bay => state,
    async change(c: BayChange): Promise<Bay> {
      const next: Partial<Bay> = {};
      if (c.lessonId !== undefined && c.lessonId !== state.lessonId) {
        const found = c.lessonId === null ? null : await services.lesson(c.lessonId);
        next.lessonId = c.lessonId;
        pupil = found?.pupil ?? null;
        setUpRecord = found?.setUp ?? null;
        next.handed = pupil?.handed ?? 'right';
        // another pupil has walked over the device since
        feetLeft.everybodyLeft();
        sequenceOfSteps = null;
        does = 'swing';
        Object.assign(next, { kind: 'full', tag: 'ball', intent: 'stock', task: null });
      }
      if (c.lessonId && state.state === 'idle' && c.armed === undefined) next.state = 'armed';
      for (const key of ['club', 'clubName', 'kind', 'tag', 'intent'] as const)
        if (c[key]) Object.assign(next, { [key]: c[key] });
      if (c.task !== undefined) next.task = c.task;
      if (c.armed !== undefined) next.state = c.armed ? 'armed' : 'idle';
      set(next);
      tellDevice?.(who());
      return state;
    },
    /** The pupil's record has changed: what rests on it is read anew. */
    async refresh(): Promise<void> {
      const found = state.lessonId && (await services.lesson(state.lessonId));
      if (!found) return;
      pupil = found.pupil;
      if (state.handed !== pupil.handed) set({ handed: pupil.handed });
    },
    /** What the instructor presses in the guided set-up. */
    async setUp(act: 'start' | 'skip' | 'again' | 'stop' | 'use'): Promise<SetUpState | null> {
      if (act === 'stop' || !device || !stream || !state.device?.connected || !state.lessonId) {
        sequenceOfSteps = null;
        ask('swing');
        publish(null);
        if (act !== 'stop')
          throw new VilkoError(
            'bad-option',
            state.lessonId ? 'no device is sending: start it, then set up' : 'open a lesson first',
          );
        return null;
      }
      if (act === 'start') {
        const found = await services.lesson(state.lessonId);
        if (!found) throw new VilkoError('bad-option', 'this lesson does not exist any more');
        pupil = found.pupil;
        sequenceOfSteps = startSetUp(state.lessonId, pupil);
      } else sequenceOfSteps?.act(act);
      return sequenceOfSteps?.state() ?? null;
    },
    /** Takes the device as it is now as zero; refused while somebody stands on it. */
    zero(): Bay {
      const rec = stream?.cut(stream.newest() - QUIET, stream.newest(), {}, false);
      const s = rec && standingIn(rec, state.handed);
      if (!s) throw new VilkoError('bad-option', 'this device has no zero of its own to take');
      if (Math.abs(meanOf(s.total)) > NOBODY || spreadOf(s.total) > QUIET_SD)
        throw new VilkoError(
          'bad-option',
          `somebody stands on the device (${(meanOf(s.total) / G).toFixed(0)} kg): step off, then zero`,
        );
      takeZero(stream!.meanOfRaw(QUIET));
      return state;
    },
    monitor: (who: string | null): void => set({ monitor: who }),
    /** A swing has changed outside the bay: whoever watches hears of it. */
    tell: (swing: SwingHead): void => tellAll({ type: 'swing', swing }),
    /** A device introduced itself. */
    connect(hello: Hello, tell: (who: Who) => void): FeedHandler {
      device = hello.device;
      const mine = ring(hello.device);
      stream = mine;
      pulse = feedPulse();
      tellDevice = tell;
      zeroed = false;
      lastImpact = -Infinity;
      pending = null;
      sequenceOfSteps = null;
      set({
        drift: null,
        device: {
          kind: hello.device.kind,
          name: hello.device.name,
          rate: hello.device.rate,
          connected: true,
          lost: 0,
          seen: 0,
        },
      });
      tell(who());
      void services.sawDevice(hello.device).catch((e: unknown) => console.error(e));
      return {
        binary(bytes) {
          const h = feedHeader(bytes);
          if (!h || stream !== mine) return;
          const lost = pulse.count(h, h.kind === SAMPLES || columnCount(hello.device) === 0 ? h.count : 0);
          if (lost) setDevice({ lost: (state.device?.lost ?? 0) + lost });
          mine.push(h.kind, h.time, h.count, bytes.subarray(FEED_HEADER));
          pulse.arrive(mine.newest());
          show();
        },
        closed() {
          if (stream !== mine) return;
          tellDevice = null;
          pending = null;
          sequenceOfSteps = null;
          publish(null);
          setDevice({ connected: false, seen: 0 });
        },
      };
    },
    watch(v: Viewer): () => void {
      viewers.add(v);
      v.say(message());
      v.say({ type: 'set-up', setUp: sequenceOfSteps?.state() ?? null });
      return () => viewers.delete(v);
    },
    close: (): void => timers.forEach(clearInterval),
  };
}

export type BayHandle = ReturnType<typeof openBay>;

import {
  type Bay,
  type BayChange,
  FEED_HEADER,
  feedHeader,
  type Hello,
  type LiveMessage,
  packLive,
  type PracticeTask,
  type Pupil,
  SAMPLES,
  type SetUpAct,
  type SetUpRecord,
  type SetUpState,
  type SwingHead,
  type WhoStands,
} from '@vilko/contract';
import { G, type Recording, VilkoError } from '@vilko/core';
import {
  AFTER_IMPACT,
  type BayEffect,
  type BayEvent,
  type BayLesson,
  bayNext,
  type BayState,
  BEFORE_IMPACT,
  emptyBay,
  handedOf,
  looksForSwings,
  lookForSwing,
  type NextSwings,
  type SetUpLook,
  setUpView,
  unloadedNow,
  whoStands,
  zeroNow,
} from '@vilko/core/live';
import { feedPulse, type FeedPulse } from './feed-pulse.js';
import { healthWords } from './health-words.js';
import { livePicture } from './live-picture.js';
import { columnCount, ring, type Ring } from './ring.js';

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
  /** What nobody waits for went wrong. */
  readonly failed: (e: unknown) => void;
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

/** The wire to the device that is there now. */
interface Wire {
  readonly stream: Ring;
  readonly pulse: FeedPulse;
  readonly tell: (who: Who) => void;
}

/** A bay as screens and routes show it. */
function shown(id: string, s: BayState<PracticeTask>): Bay {
  const { name, lesson, next, waiting, device, monitor, drift, notice } = s;
  return {
    id,
    name,
    lessonId: lesson?.id ?? null,
    handed: handedOf(lesson),
    ...(next as NextSwings<PracticeTask> & Pick<Bay, 'tag' | 'intent'>),
    state: waiting,
    device: device && {
      kind: device.device.kind,
      name: device.device.name,
      rate: device.device.rate,
      connected: device.connected,
      lost: device.lost,
      seen: device.seen,
    },
    monitor,
    drift,
    notice,
  };
}

/**
 * Holds one bay: the value of `bayNext`, the wire to its device, and who watches. It looks at the stream in time, says
 * what it saw, and does what comes of it; what that is stands in core's `live/`.
 */
export function openBay({ id, name }: { readonly id: string; readonly name: string }, services: BayServices) {
  let state: BayState<PracticeTask> = emptyBay(name);
  let wire: Wire | null = null;
  let shownAt = 0;
  const viewers = new Set<Viewer>();

  const message = (): LiveMessage => {
    const mat = state.device?.device.mat;
    return {
      type: 'bay',
      bay: shown(id, state),
      mat: mat ? { rows: mat.rows, cols: mat.cols, pitch: mat.pitch } : null,
    };
  };
  const tellAll = (m: LiveMessage): void => {
    for (const v of viewers) v.say(m);
  };
  const setUpNow = (): SetUpState | null => state.setUp && setUpView(state.setUp);

  /** One event into the bay; whoever it concerns hears what it changed. */
  const happen = (e: BayEvent<PracticeTask>): void => {
    const before = state;
    const [next, effects] = bayNext(before, e);
    state = next;
    if (next !== before) tellChanges(before);
    for (const effect of effects) run(effect);
  };
  const tellChanges = (before: BayState<PracticeTask>): void => {
    if (!same(shown(id, before), shown(id, state))) tellAll(message());
    if (before.setUp !== state.setUp) tellAll({ type: 'set-up', setUp: setUpNow() });
    const who = whoStands(state);
    if (!same(whoStands(before), who)) wire?.tell(who);
  };

  const run = (e: BayEffect<PracticeTask>): void => {
    switch (e.do) {
      case 'keep':
        return void keep(e).catch(services.failed);
      case 'show found':
        return void setTimeout(() => happen({ is: 'shown' }), FOUND_SHOWN).unref();
      case 'zero':
        return wire?.stream.setZero(e.zero);
      case 'keep set-up':
        return void keepSetUp(e).catch(services.failed);
      case 'remember device':
        return void services.sawDevice(e.device).catch(services.failed);
    }
  };

  const keep = async ({ impact, lessonId, next, stated }: Extract<BayEffect<PracticeTask>, { do: 'keep' }>) => {
    const stream = wire?.stream;
    const rec = stream?.cut(impact - BEFORE_IMPACT, impact + AFTER_IMPACT, true);
    if (!stream || !rec) {
      happen({ is: 'not stored', why: 'its samples are not there any more' });
      return;
    }
    const recordedAt = new Date(Date.now() - 1000 * (stream.newest() - impact));
    const arrival = { ...(next as Omit<BayArrival, 'lessonId' | 'recordedAt'>), lessonId, recordedAt };
    try {
      const swing = await services.store({ ...rec, stated }, arrival);
      happen({ is: 'stored', kind: next.kind, found: swing !== null });
      if (swing) tellAll({ type: 'swing', swing });
    } catch (e) {
      happen({ is: 'not stored', why: (e as Error).message });
    }
  };

  const keepSetUp = async ({ lessonId, record, health }: Extract<BayEffect<PracticeTask>, { do: 'keep set-up' }>) => {
    try {
      await services.keepSetUp(lessonId, record);
      const device = state.device?.device;
      if (device) await services.sawDevice({ ...device, health: healthWords(health) });
      happen({ is: 'set-up kept' });
    } catch (e) {
      happen({ is: 'set-up not kept', why: (e as Error).message });
      throw e;
    }
  };

  /** What the set-up may look at; null without a device. */
  const setUpLook = (): SetUpLook | null =>
    wire && state.device
      ? {
          device: state.device.device,
          stream: wire.stream,
          pupil: state.lesson?.pupil ?? { handed: 'right', mass: null },
          lost: state.device.lost,
          lag: wire.pulse.lag(),
          now: new Date().toISOString(),
        }
      : null;

  const look = (): void => {
    if (!wire || (!state.pending && !looksForSwings(state))) return;
    const { stream } = wire;
    const handed = handedOf(state.lesson);
    const newest = stream.newest();
    const awaited = { handed, kind: state.next.kind, after: state.lastImpact };
    const impact = state.pending ? null : lookForSwing(stream, awaited);
    const empty = !state.pending && impact === null && state.zeroed ? unloadedNow(stream, handed) : null;
    happen({ is: 'looked', newest, impact, unloaded: empty?.is === 'unloaded' ? empty.load : null });
  };
  const lookAtRate = (): void => {
    const seen = wire?.pulse.rate();
    if (seen !== null && seen !== undefined) happen({ is: 'rate', seen });
  };
  const lookAtSetUp = (): void => {
    const seen = state.setUp && state.setUp.step !== 'ready' && setUpLook();
    if (seen) happen({ is: 'set-up looked', look: seen });
  };

  /** Latest wins: a viewer whose last picture is still on its way gets none, so it is never more than one behind. */
  const show = ({ stream, pulse }: Wire): void => {
    if (!state.device || performance.now() - shownAt < BETWEEN_PICTURES) return;
    shownAt = performance.now();
    const arrived = { sequence: pulse.sequence(), arrived: pulse.arrived() };
    const picture = livePicture(state.device.device, stream, handedOf(state.lesson), arrived);
    happen({ is: 'stood', time: picture.time, load: { lead: picture.lead, trail: picture.trail } });
    if (viewers.size === 0) return;
    const frame = packLive(picture);
    for (const v of viewers) if (!v.busy()) v.show(frame);
  };

  const lessonOf = async (lessonId: string): Promise<BayLesson | null> => {
    const found = await services.lesson(lessonId);
    return found && { id: lessonId, pupil: found.pupil, setUp: found.setUp };
  };

  const timers = [
    setInterval(look, 1000 / LOOKS_PER_SECOND),
    setInterval(lookAtRate, 1000),
    setInterval(lookAtSetUp, 1000 / SET_UP_LOOKS_PER_SECOND),
  ];
  for (const t of timers) t.unref();

  return {
    id,
    state: (): Bay => shown(id, state),
    async change({ lessonId, ...change }: BayChange): Promise<Bay> {
      if (lessonId === undefined) happen({ is: 'changed', change });
      else {
        const lesson = lessonId === null ? null : await lessonOf(lessonId);
        if (lessonId !== null && !lesson) throw new VilkoError('bad-option', 'this lesson does not exist any more');
        happen({ is: 'given', lesson, change });
      }
      return shown(id, state);
    },
    /** The pupil's record has changed: what rests on it is read anew. */
    async refresh(): Promise<void> {
      const lesson = state.lesson && (await lessonOf(state.lesson.id));
      if (lesson) happen({ is: 'lesson changed', lesson });
    },
    /** What the instructor presses in the guided set-up. */
    async setUp(act: SetUpAct['act']): Promise<SetUpState | null> {
      if (act === 'stop') {
        happen({ is: 'set-up ends' });
        return null;
      }
      const lesson = state.lesson && (await lessonOf(state.lesson.id));
      const seen = setUpLook();
      if (!lesson || !seen || !state.device?.connected) {
        happen({ is: 'set-up ends' });
        const why = state.lesson ? 'no device is sending: start it, then set up' : 'open a lesson first';
        throw new VilkoError('bad-option', why);
      }
      if (act === 'start') happen({ is: 'set-up starts', lesson });
      else happen({ is: 'set-up acted', what: act, look: seen });
      return setUpNow();
    },
    /** Takes the device as it is now as zero; refused while somebody stands on it. */
    zero(): Bay {
      const seen = wire ? unloadedNow(wire.stream, handedOf(state.lesson)) : null;
      if (!wire || !seen || seen.is === 'unknown')
        throw new VilkoError('bad-option', 'this device has no zero of its own to take');
      if (seen.is === 'loaded')
        throw new VilkoError(
          'bad-option',
          `somebody stands on the device (${(seen.load / G).toFixed(0)} kg): step off, then zero`,
        );
      wire.stream.setZero(zeroNow(wire.stream));
      happen({ is: 'zeroed' });
      return shown(id, state);
    },
    monitor: (who: string | null): void => happen({ is: 'monitor', who }),
    /** A swing has changed outside the bay: whoever watches hears of it. */
    tell: (swing: SwingHead): void => tellAll({ type: 'swing', swing }),
    /** A device introduced itself. */
    connect({ device }: Hello, tell: (who: Who) => void): FeedHandler {
      const mine: Wire = { stream: ring(device), pulse: feedPulse(), tell };
      wire = mine;
      happen({ is: 'connected', device });
      tell(whoStands(state));
      return {
        binary(bytes) {
          const h = feedHeader(bytes);
          if (!h || wire !== mine) return;
          const samples = h.kind === SAMPLES || columnCount(device) === 0 ? h.count : 0;
          const messages = mine.pulse.count(h, samples);
          if (messages) happen({ is: 'lost', messages });
          mine.stream.push(h.kind, h.time, h.count, bytes.subarray(FEED_HEADER));
          mine.pulse.arrive(mine.stream.newest());
          show(mine);
        },
        closed() {
          if (wire !== mine) return;
          happen({ is: 'gone' });
          wire = { ...mine, tell: () => undefined };
        },
      };
    },
    watch(v: Viewer): () => void {
      viewers.add(v);
      v.say(message());
      v.say({ type: 'set-up', setUp: setUpNow() });
      return () => viewers.delete(v);
    },
    close: (): void => timers.forEach(clearInterval),
  };
}

export type BayHandle = ReturnType<typeof openBay>;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

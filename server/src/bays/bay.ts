import { type Bay, type BayChange, feedHeader, FEED_HEADER, type Hello, type LiveMessage, packLive, type SwingHead } from '@vilko/contract';
import type { Recording } from '@vilko/core';
import { livePicture } from './live-picture.js';
import { ring, type Ring } from './ring.js';
import { AFTER_IMPACT, BEFORE_IMPACT, lookForSwing } from './swing-watch.js';

/** What the bay needs from the rest of the server. */
export interface BayServices {
  /** Stores a recording's swing; null when it held none. */
  readonly store: (rec: Recording, lessonId: string, club: Bay['club'], clubName: string) => Promise<SwingHead | null>;
  /** Handedness and build of the pupil whose lesson it is. */
  readonly pupilOf: (lessonId: string) => Promise<{ handed: 'right' | 'left'; stature: number | null } | null>;
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

/** A browser draws 60 pictures a second of the newest of these, ms. */
const BETWEEN_PICTURES = 6;
const LOOKS_PER_SECOND = 3;
const FOUND_SHOWN = 2500;

/** One bay: a device's stream in, swings found and stored by themselves, the live picture out. */
export function openBay(name: string, services: BayServices) {
  let state: Bay = { name, lessonId: null, handed: 'right', club: 'iron', clubName: '7-iron', state: 'idle', device: null, notice: null };
  let stature: number | null = null;
  let device: Hello['device'] | null = null;
  let stream: Ring | null = null;
  let tellDevice: ((who: { handed: 'right' | 'left'; club: Bay['club'] }) => void) | null = null;
  let sequence = 0;
  let expected: number | null = null;
  let arrived = 0;
  let shownAt = 0;
  let lastImpact = -Infinity;
  let pending: number | null = null;
  let received = 0;
  let receivedSince = Date.now();
  const viewers = new Set<Viewer>();

  const message = (): LiveMessage => ({
    type: 'bay',
    bay: state,
    mat: device?.mat ? { rows: device.mat.rows, cols: device.mat.cols, pitch: device.mat.pitch } : null,
  });
  const set = (change: Partial<Bay>): void => {
    state = { ...state, ...change };
    for (const v of viewers) v.say(message());
  };
  const setDevice = (change: Partial<NonNullable<Bay['device']>>): void => {
    if (state.device) set({ device: { ...state.device, ...change } });
  };

  /** Latest wins: a viewer whose last picture is still on its way gets none, so it is never more than one behind. */
  const show = (): void => {
    if (!device || !stream || viewers.size === 0 || performance.now() - shownAt < BETWEEN_PICTURES) return;
    shownAt = performance.now();
    const frame = packLive(livePicture(device, stream, state.handed, sequence, arrived));
    for (const v of viewers) if (!v.busy()) v.show(frame);
  };

  const look = (): void => {
    if (!stream || !state.lessonId || state.state === 'idle') return;
    if (pending !== null) {
      if (stream.newest() >= pending + AFTER_IMPACT) void keep(pending);
      return;
    }
    const seen = lookForSwing(stream, state.handed, lastImpact);
    if (!seen) return;
    pending = seen.impact;
    set({ state: 'recording', notice: null });
  };

  const keep = async (impact: number): Promise<void> => {
    pending = null;
    lastImpact = impact;
    const { lessonId, handed, club, clubName } = state;
    const rec = stream!.cut(impact - BEFORE_IMPACT, impact + AFTER_IMPACT, { handed, club, ...(stature ? { stature } : {}) }, true);
    if (!rec || !lessonId) {
      set({ state: 'armed' });
      return;
    }
    try {
      const swing = await services.store(rec, lessonId, club, clubName);
      if (!swing) {
        set({ state: 'armed', notice: 'A movement was seen, but it holds no whole swing: nothing was stored.' });
        return;
      }
      set({ state: 'found', notice: null });
      for (const v of viewers) v.say({ type: 'swing', swing });
      setTimeout(() => state.state === 'found' && set({ state: 'armed' }), FOUND_SHOWN).unref();
    } catch (e) {
      set({ state: 'armed', notice: `The swing could not be stored: ${(e as Error).message}` });
    }
  };

  const measureRate = (): void => {
    const now = Date.now();
    if (state.device?.connected && now - receivedSince > 2000) {
      const seen = Math.round((1000 * received) / (now - receivedSince));
      received = 0;
      receivedSince = now;
      if (Math.abs(seen - state.device.seen) > 0.004 * state.device.rate) setDevice({ seen });
    }
  };
  const timers = [setInterval(look, 1000 / LOOKS_PER_SECOND), setInterval(measureRate, 1000)];
  for (const t of timers) t.unref();

  return {
    state: (): Bay => state,
    async change(c: BayChange): Promise<Bay> {
      const next: Partial<Bay> = {};
      if (c.lessonId !== undefined) {
        const pupil = c.lessonId === null ? null : await services.pupilOf(c.lessonId);
        next.lessonId = c.lessonId;
        next.handed = pupil?.handed ?? 'right';
        stature = pupil?.stature ?? null;
        if (state.state === 'idle' && c.armed === undefined) next.state = 'armed';
      }
      if (c.club) next.club = c.club;
      if (c.clubName) next.clubName = c.clubName;
      if (c.armed !== undefined) next.state = c.armed ? 'armed' : 'idle';
      set(next);
      tellDevice?.({ handed: state.handed, club: state.club });
      return state;
    },
    /** A device introduced itself. */
    connect(hello: Hello, tell: (who: { handed: 'right' | 'left'; club: Bay['club'] }) => void): FeedHandler {
      device = hello.device;
      const mine = ring(hello.device);
      stream = mine;
      received = 0;
      receivedSince = Date.now();
      tellDevice = tell;
      expected = null;
      lastImpact = -Infinity;
      pending = null;
      set({ device: { kind: hello.device.kind, name: hello.device.name, rate: hello.device.rate, connected: true, lost: 0, seen: 0 } });
      tell({ handed: state.handed, club: state.club });
      return {
        binary(bytes) {
          const h = feedHeader(bytes);
          if (!h || stream !== mine) return;
          if (expected !== null && h.sequence !== expected) setDevice({ lost: (state.device?.lost ?? 0) + Math.max(0, h.sequence - expected) });
          expected = h.sequence + 1;
          sequence = h.sequence;
          mine.push(h.kind, h.time, h.count, bytes.subarray(FEED_HEADER));
          if (h.kind === 1) received += h.count;
          arrived = performance.timeOrigin + performance.now();
          show();
        },
        closed() {
          if (stream !== mine) return;
          tellDevice = null;
          pending = null;
          setDevice({ connected: false, seen: 0 });
        },
      };
    },
    watch(v: Viewer): () => void {
      viewers.add(v);
      v.say(message());
      return () => viewers.delete(v);
    },
    close: (): void => timers.forEach(clearInterval),
  };
}

export type BayHandle = ReturnType<typeof openBay>;

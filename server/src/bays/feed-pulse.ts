import { feedHeader } from '@vilko/contract';

/** How a device's stream arrives: its order, its rate and how late it is. */
export interface FeedPulse {
  /** Takes a message's sequence number; gives how many were lost before it. */
  readonly count: (h: NonNullable<ReturnType<typeof feedHeader>>, samples: number) => number;
  /** Notes when the newest sample (device time, s) arrived. */
  readonly arrive: (newest: number) => void;
  readonly sequence: () => number;
  /** ms since the epoch at which the last message arrived. */
  readonly arrived: () => number;
  /** How much later than its quickest message the stream comes in, s, smoothed. */
  readonly lag: () => number;
  /**
   * Samples a second of the device's own clock since it was last asked, so that a burst is no speed; null before two
   * seconds have passed.
   */
  readonly rate: () => number | null;
}

const RATE_OVER = 2000;
const SMOOTH = 0.02;

/** The pulse of one connection, from its first message on. */
export function feedPulse(): FeedPulse {
  let sequence = 0;
  let expected: number | null = null;
  let arrived = 0;
  let quickest = NaN;
  let lag = 0;
  let received = 0;
  let newest = NaN;
  let from = NaN;
  let since = Date.now();
  return {
    count(h, samples) {
      const lost = expected === null ? 0 : Math.max(0, h.sequence - expected);
      expected = h.sequence + 1;
      sequence = h.sequence;
      received += samples;
      return lost;
    },
    arrive(at) {
      newest = at;
      if (Number.isNaN(from)) {
        from = at;
        received = 0;
      }
      arrived = performance.timeOrigin + performance.now();
      const behind = arrived / 1000 - at;
      quickest = Number.isNaN(quickest) ? behind : Math.min(quickest, behind);
      lag += SMOOTH * (behind - quickest - lag);
    },
    sequence: () => sequence,
    arrived: () => arrived,
    lag: () => lag,
    rate() {
      const now = Date.now();
      if (now - since <= RATE_OVER) return null;
      const rate = newest > from ? Math.round(received / (newest - from)) : 0;
      received = 0;
      from = newest;
      since = now;
      return rate;
    },
  };
}

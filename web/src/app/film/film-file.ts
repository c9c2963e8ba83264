import type { Film } from '@vilko/contract/film';
import { soundOnset } from '@vilko/core/events/impact';

/** What can be told from a film file before it is stored. */
export type FilmFacts = Pick<Film, 'duration' | 'aspect' | 'frameRate' | 'impact' | 'impactBy'>;

/** Frames a second of a film that does not tell. */
export const USUAL_RATE = 30;
const PATIENCE = 8000;
/** Frames looked at to tell the rate. */
const FRAMES = 12;

/** Longest sound looked through, s. */
const LONGEST = 120;

/**
 * Reads a film's length, shape, frame rate and, from its sound, when the ball was struck.
 * @throws Error with one sentence when the browser cannot show it
 */
export async function filmFacts(file: Blob): Promise<FilmFacts> {
  return withVideo(file, 'auto', async (video) => {
    const duration = await lengthOf(video);
    const frameRate = await rateOf(video);
    const impact = duration <= LONGEST ? await strikeIn(file) : null;
    return {
      duration,
      aspect: video.videoWidth / video.videoHeight,
      frameRate,
      impact,
      impactBy: impact === null ? null : 'sound',
    };
  });
}

/**
 * How long a film is, s.
 * @throws Error with one sentence when the browser cannot show it
 */
export const filmLength = (file: Blob): Promise<number> => withVideo(file, 'metadata', lengthOf);

/** Opens a film as far as it is asked for, and lets go of it afterwards. */
async function withVideo<T>(
  file: Blob,
  preload: 'auto' | 'metadata',
  use: (video: HTMLVideoElement) => Promise<T>,
): Promise<T> {
  const src = URL.createObjectURL(file);
  try {
    const video = Object.assign(document.createElement('video'), { muted: true, preload, src });
    await happens(video, preload === 'auto' ? 'loadeddata' : 'loadedmetadata', 'this browser cannot show the film');
    return await use(video);
  } finally {
    URL.revokeObjectURL(src);
  }
}

/** The length; a film recorded by a browser does not know its own until its end has been looked for. */
async function lengthOf(video: HTMLVideoElement): Promise<number> {
  if (Number.isFinite(video.duration)) return video.duration;
  const known = happens(video, 'durationchange', 'the length of the film cannot be told');
  video.currentTime = 1e7;
  await known;
  if (!Number.isFinite(video.duration)) await happens(video, 'seeked', 'the length of the film cannot be told');
  return Number.isFinite(video.duration) ? video.duration : video.currentTime;
}

/** Frames a second from the times of some frames; the usual rate when they cannot be had. */
export async function rateOf(video: HTMLVideoElement): Promise<number> {
  if (!('requestVideoFrameCallback' in video)) return USUAL_RATE;
  video.currentTime = 0;
  const times = await new Promise<number[]>((resolve) => {
    const seen: number[] = [];
    const next = (_: number, frame: VideoFrameCallbackMetadata): void => {
      seen.push(frame.mediaTime);
      if (seen.length >= FRAMES) resolve(seen);
      else video.requestVideoFrameCallback(next);
    };
    video.requestVideoFrameCallback(next);
    // slowly, so that no frame is left out
    video.playbackRate = 0.25;
    video.play().catch(() => resolve(seen));
    setTimeout(() => resolve(seen), 3000);
  });
  video.pause();
  const steps = times
    .slice(1)
    .map((t, i) => t - times[i]!)
    .filter((d) => d > 0.001)
    .sort((a, b) => a - b);
  const step = steps[Math.floor(steps.length / 2)];
  return step ? Math.round(1 / step) : USUAL_RATE;
}

/** When a ball was struck, by the onset of the loudest sound; null in a silent film. */
export async function strikeIn(file: Blob): Promise<number | null> {
  const audio = new OfflineAudioContext(1, 1, 48_000);
  const heard = await audio.decodeAudioData(await file.arrayBuffer()).catch(() => null);
  if (!heard) return null;
  const v = Float64Array.from(heard.getChannelData(0));
  const loudest = v.reduce((best, x, i) => (Math.abs(x) > Math.abs(v[best]!) ? i : best), 0) / heard.sampleRate;
  return soundOnset({ t0: 0, rate: heard.sampleRate, v })(loudest)?.t ?? null;
}

function happens(video: HTMLVideoElement, what: string, refusal: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error(`${refusal}.`)), PATIENCE);
    const done = (then: () => void) => () => {
      clearTimeout(timer);
      then();
    };
    video.addEventListener(what, done(resolve), { once: true });
    video.addEventListener(
      'error',
      done(() => reject(new Error(`${refusal}.`))),
      { once: true },
    );
  });
}

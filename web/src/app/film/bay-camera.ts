import type { Film } from '@vilko/contract/film';
import { USUAL_RATE } from './film-file';

/** Recorders run one over the other, so that a swing never falls between two, ms. */
const EACH = 16_000;
const APART = 8_000;
/** Film wanted before and after impact, s. */
const BEFORE = 2.6;
const AFTER = 1.6;
/** Of a camera that does not say the shape of its picture. */
const USUAL_ASPECT = 16 / 9;
const KINDS = ['video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'];

/** A piece of film around a swing, when in it the ball was struck by the clock, s, and what the camera says of it. */
export interface Take {
  readonly film: Blob;
  readonly impact: number;
  readonly known: Pick<Film, 'duration' | 'aspect' | 'frameRate'>;
}

interface Running {
  readonly recorder: MediaRecorder;
  readonly startedAt: number;
  readonly parts: Blob[];
}

/** The bay's camera: films all the time, and gives the last seconds when a swing was found. */
export class BayCamera {
  private stream: MediaStream | null = null;
  private running: Running[] = [];
  private timer: ReturnType<typeof setInterval> | undefined;

  get picture(): MediaStream | null {
    return this.stream;
  }

  /** @throws DOMException when the camera may not or cannot be used */
  async start(): Promise<void> {
    this.stream = await navigator.mediaDevices
      .getUserMedia({ video: { width: { ideal: 1280 }, frameRate: { ideal: 60 } }, audio: true })
      .catch(() =>
        // a camera without a microphone is in step by the clock alone
        navigator.mediaDevices.getUserMedia({ video: { width: { ideal: 1280 }, frameRate: { ideal: 60 } } }),
      );
    this.next();
    this.timer = setInterval(() => this.next(), APART);
  }

  stop(): void {
    clearInterval(this.timer);
    for (const r of this.running) if (r.recorder.state !== 'inactive') r.recorder.stop();
    this.running = [];
    for (const t of this.stream?.getTracks() ?? []) t.stop();
    this.stream = null;
  }

  /**
   * The film around a swing.
   * @param impactAt when the ball was struck, ms since the epoch
   * @returns null when no recorder was running long enough before
   */
  async take(impactAt: number): Promise<Take | null> {
    const r = this.running.find((x) => x.startedAt <= impactAt - 1000 * BEFORE) ?? this.running[0];
    if (!r || r.startedAt > impactAt) return null;
    const rest = impactAt + 1000 * AFTER - Date.now();
    if (rest > 0) await new Promise((done) => setTimeout(done, rest));
    this.running = this.running.filter((x) => x !== r);
    const known = { duration: (Date.now() - r.startedAt) / 1000, ...pictureOf(r.recorder.stream) };
    await ended(r);
    if (this.stream && !this.running.length) this.next();
    return { film: new Blob(r.parts, { type: r.recorder.mimeType }), impact: (impactAt - r.startedAt) / 1000, known };
  }

  private next(): void {
    if (!this.stream) return;
    const mimeType = KINDS.find((k) => MediaRecorder.isTypeSupported(k));
    const recorder = new MediaRecorder(this.stream, { mimeType, videoBitsPerSecond: 4_000_000 });
    const one: Running = { recorder, startedAt: Date.now(), parts: [] };
    recorder.ondataavailable = (e) => one.parts.push(e.data);
    recorder.start();
    this.running.push(one);
    // older ones are of no more use
    for (const old of this.running.filter((x) => Date.now() - x.startedAt > EACH)) void ended(old);
    this.running = this.running.filter((x) => Date.now() - x.startedAt <= EACH);
  }
}

function pictureOf(stream: MediaStream): Pick<Film, 'aspect' | 'frameRate'> {
  const { width, height, frameRate } = stream.getVideoTracks()[0]?.getSettings() ?? {};
  return { aspect: width && height ? width / height : USUAL_ASPECT, frameRate: Math.round(frameRate ?? USUAL_RATE) };
}

function ended({ recorder }: Running): Promise<void> {
  if (recorder.state === 'inactive') return Promise.resolve();
  return new Promise((done) => {
    recorder.addEventListener('stop', () => done(), { once: true });
    recorder.stop();
  });
}

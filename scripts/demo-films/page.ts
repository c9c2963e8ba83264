// Runs in Chromium: draws simulated swings of the sample world as stick figures and records them, with the strike's
// sound, as WebM. Bundled and driven by draw.mjs.
import { type FollowedId, soundOnset } from '../../core/src/index.js';
import { type Figure, figureAt, type Joint, simulate } from '../../core/src/golfer/index.js';
import { DEMO_PUPILS } from '../../server/src/demo/stories.js';
import { jobsOf } from '../../server/src/demo/demo-jobs.js';

const SIZE = { w: 360, h: 450 };
const BEFORE = 1.7;
const AFTER = 1.1;
const METRES = 2.35;
const RATE = 60;

const figureOf = (lessonId: string, k: number) => {
  const i = DEMO_PUPILS.findIndex((p) => p.lessons.some((l) => l.id === lessonId));
  const lesson = DEMO_PUPILS[i]!.lessons.find((l) => l.id === lessonId)!;
  const { pupil, series, seed } = jobsOf(i, lesson)[k]!.request;
  const { motion } = simulate({
    device: lesson.device,
    seed,
    handed: pupil.handed,
    club: series.club,
    fault: series.fault,
    strength: series.strength,
    clubChannels: lesson.clubChannels,
    build: { stature: pupil.stature!, mass: pupil.mass! },
    style: { tendencies: lesson.tendencies, spread: lesson.spread },
  });
  const { times } = motion.plans[0]!;
  return { at: figureAt(motion), times, impact: times.p7, left: pupil.handed === 'left' };
};

type Side = 'front' | 'behind' | 'above';
const ANGLES = { front: 'face on', behind: 'down the line', above: 'overhead' } as const;

const SCALE = SIZE.h / METRES;
const GROUND = SIZE.h - 44;
/** Where a joint lies in the picture, px. From above the toes point up: the target is to a right-hander's left. */
const projected = ([x, y, z]: Joint, side: Side, left: boolean): [number, number] => {
  const mirror = left ? -1 : 1;
  if (side === 'above') return [SIZE.w / 2 - mirror * y * SCALE, SIZE.h / 2 - (x - 0.3) * SCALE];
  return [SIZE.w / 2 + mirror * (side === 'front' ? y : x - 0.25) * SCALE, GROUND - z * SCALE];
};

function draw(c: CanvasRenderingContext2D, f: Figure, side: Side, left: boolean): void {
  const at = (joint: Joint) => projected(joint, side, left);
  c.fillStyle = '#e9e4d8';
  c.fillRect(0, 0, SIZE.w, SIZE.h);
  c.strokeStyle = '#b5a98f';
  c.lineWidth = 1;
  c.beginPath();
  for (let i = -4; i <= 4; i++) {
    c.moveTo(SIZE.w / 2 + i * 0.25 * SCALE, GROUND + 8);
    c.lineTo(SIZE.w / 2 + i * 0.25 * SCALE, GROUND + 14);
  }
  c.moveTo(0, GROUND + 8);
  c.lineTo(SIZE.w, GROUND + 8);
  c.stroke();
  c.lineCap = 'round';
  c.lineJoin = 'round';
  const line = (points: readonly Joint[], colour: string, width: number): void => {
    c.strokeStyle = colour;
    c.lineWidth = width;
    c.beginPath();
    points.forEach((p, i) => (i ? c.lineTo(...at(p)) : c.moveTo(...at(p))));
    c.stroke();
  };
  line([f.hips.trail, f.knees.trail, f.ankles.trail, f.toes.trail], '#b4532a', 7);
  line([f.hips.lead, f.knees.lead, f.ankles.lead, f.toes.lead], '#17695f', 7);
  line([f.hips.lead, f.hips.trail], '#1d2733', 6);
  line([mid(f.hips.lead, f.hips.trail), f.neck, f.head], '#1d2733', 6);
  line([f.shoulders.lead, f.shoulders.trail], '#1d2733', 6);
  line([f.shoulders.trail, f.hands], '#b4532a', 5);
  line([f.shoulders.lead, f.hands], '#17695f', 5);
  line([f.hands, f.clubHead], '#55606c', 2.5);
  c.fillStyle = '#1d2733';
  c.beginPath();
  c.arc(...at([f.head[0], f.head[1], f.head[2] + 0.05]), 15, 0, 7);
  c.fill();
  c.beginPath();
  c.arc(...at(f.clubHead), 4.5, 0, 7);
  c.fill();
}
const mid = (a: Joint, b: Joint): Joint => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];

/** Records one swing from one side in real time. */
async function film(lessonId: string, k: number, side: Side) {
  const { at, impact, left } = figureOf(lessonId, k);
  const canvas = Object.assign(document.createElement('canvas'), { width: SIZE.w, height: SIZE.h });
  document.body.replaceChildren(canvas);
  const c = canvas.getContext('2d')!;
  draw(c, at(impact - BEFORE), side, left);
  const audio = new AudioContext();
  const mouth = audio.createMediaStreamDestination();
  const stream = new MediaStream([...canvas.captureStream(60).getVideoTracks(), ...mouth.stream.getAudioTracks()]);
  const recorder = new MediaRecorder(stream, {
    mimeType: 'video/webm;codecs=vp8,opus',
    videoBitsPerSecond: 420_000,
    audioBitsPerSecond: 32_000,
  });
  const parts: Blob[] = [];
  recorder.ondataavailable = (e) => parts.push(e.data);
  const stopped = new Promise((r) => (recorder.onstop = r));
  recorder.start();
  const began = performance.now();
  const strike = audio.createBufferSource();
  strike.buffer = burst(audio);
  strike.connect(mouth);
  strike.start(audio.currentTime + BEFORE);
  await new Promise<void>((done) => {
    const next = (): void => {
      const t = (performance.now() - began) / 1000;
      draw(c, at(impact - BEFORE + t), side, left);
      if (t < BEFORE + AFTER) requestAnimationFrame(next);
      else done();
    };
    requestAnimationFrame(next);
  });
  recorder.stop();
  await stopped;
  const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
  const heard = await audio.decodeAudioData(bytes.slice().buffer);
  await audio.close();
  const v = Float64Array.from(heard.getChannelData(0));
  const loudest = v.reduce((best, x, i) => (Math.abs(x) > Math.abs(v[best]!) ? i : best), 0) / heard.sampleRate;
  const onset = soundOnset({ t0: 0, rate: heard.sampleRate, v })(loudest);
  const about = {
    angle: ANGLES[side],
    duration: Math.round(1000 * (BEFORE + AFTER)) / 1000,
    aspect: SIZE.w / SIZE.h,
    frameRate: RATE,
    impact: onset && Math.round(10_000 * onset.t) / 10_000,
    impactBy: 'sound',
    from: 'drawn',
  };
  return { base64: await base64(bytes), about, meant: BEFORE };
}

function burst(audio: AudioContext): AudioBuffer {
  const buffer = audio.createBuffer(1, audio.sampleRate / 10, audio.sampleRate);
  const v = buffer.getChannelData(0);
  for (let i = 0; i < v.length; i++)
    v[i] = 0.9 * Math.exp(-i / (0.012 * audio.sampleRate)) * Math.cos((2 * Math.PI * 420 * i) / audio.sampleRate);
  return buffer;
}

const base64 = (bytes: Uint8Array): Promise<string> =>
  new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve((reader.result as string).split(',')[1]!);
    reader.readAsDataURL(new Blob([bytes as Uint8Array<ArrayBuffer>]));
  });

/** What somebody would follow by hand in each picture: its joints, in the order of what is followed. */
const FOLLOWED: Readonly<Record<Side, readonly { of: FollowedId; joints: (f: Figure) => Joint[] }[]>> = {
  above: [
    { of: 'shoulders-turn', joints: (f) => [f.shoulders.trail, f.shoulders.lead] },
    { of: 'hips-turn', joints: (f) => [f.hips.trail, f.hips.lead] },
  ],
  front: [{ of: 'side-bend', joints: (f) => [mid(f.hips.lead, f.hips.trail), f.neck] }],
  behind: [{ of: 'knee-trail', joints: (f) => [f.hips.trail, f.knees.trail, f.ankles.trail] }],
};
/** Frames between two that are marked. */
const EVERY = 4;
/** So long before the club is level the golfer stands still, s. */
const STILL = 0.35;

/** The joints of one swing as they would be pointed at from address to the follow-through, every few frames. */
function follow(lessonId: string, k: number, side: Side, impact: number) {
  const { at, times, left } = figureOf(lessonId, k);
  const frameAt = (t: number) => Math.floor((impact + t - times.p7) * RATE);
  const [from, to] = [frameAt(times.p2 - STILL), frameAt(times.p8)];
  const marked = [...Array.from({ length: Math.ceil((to - from) / EVERY) }, (_, i) => from + i * EVERY), to];
  const part = (v: number, of: number) => Math.round((1000 * v) / of) / 1000;
  return FOLLOWED[side].map(({ of, joints }) => ({
    id: `${lessonId}-${k + 1}-${of}`,
    of,
    name: '',
    frames: marked.map((frame) => {
      const t = (frame + 0.5) / RATE;
      return {
        t: Math.round(1e4 * t) / 1e4,
        points: joints(at(t - impact + times.p7)).map((j) => {
          const [x, y] = projected(j, side, left);
          return [part(x, SIZE.w), part(y, SIZE.h)];
        }),
      };
    }),
    touchedAt: null,
  }));
}

Object.assign(globalThis, { film, follow });

import fixWebmDuration from 'fix-webm-duration';

/** Kinds of film a browser may write, the better first. */
const KINDS = ['video/webm;codecs=vp9,opus', 'video/webm;codecs=vp8,opus', 'video/webm'] as const;
const FRAMES = 25;
const BITS = 2_500_000;

/** A recording that runs: pictures of a canvas, sound of the microphone. */
export interface VoiceRecorder {
  /** Loudness of the voice now, 0–1. */
  readonly loudness: () => number;
  /** Seconds recorded, pauses left out. */
  readonly seconds: () => number;
  readonly pause: () => void;
  readonly resume: () => void;
  readonly stop: () => Promise<{ film: Blob; duration: number }>;
  /** Ends it; nothing is kept. */
  readonly drop: () => void;
}

/**
 * Asks for the microphone and records it over a canvas.
 * @throws Error with one sentence when there is no microphone, or no leave to use it
 */
export async function recordVoice(canvas: HTMLCanvasElement): Promise<VoiceRecorder> {
  const mimeType = KINDS.find((k) => MediaRecorder.isTypeSupported(k));
  if (!mimeType) throw new Error('This browser cannot record WebM. Nothing was recorded.');
  const voice = await navigator.mediaDevices
    ?.getUserMedia({ audio: { echoCancellation: true, noiseSuppression: true } })
    .catch((e: unknown) => {
      const refused = e instanceof DOMException && e.name === 'NotAllowedError';
      throw new Error(
        refused
          ? 'The browser was not given leave to use the microphone. Nothing was recorded.'
          : 'No microphone was found. Nothing was recorded.',
      );
    });
  if (!voice)
    throw new Error('A microphone is given to this page only on this machine or over https. Nothing was recorded.');
  const pictures = canvas.captureStream(FRAMES);
  const recorder = new MediaRecorder(new MediaStream([...pictures.getVideoTracks(), ...voice.getAudioTracks()]), {
    mimeType,
    videoBitsPerSecond: BITS,
  });
  const parts: Blob[] = [];
  recorder.ondataavailable = (e) => parts.push(e.data);
  const context = new AudioContext();
  const analyser = new AnalyserNode(context, { fftSize: 512 });
  context.createMediaStreamSource(voice).connect(analyser);
  const samples = new Float32Array(analyser.fftSize);
  let gone = 0;
  let since: number | null = performance.now();
  const seconds = (): number => gone + (since === null ? 0 : (performance.now() - since) / 1000);
  const hold = (): void => {
    gone = seconds();
    since = null;
  };
  const end = (): void => {
    for (const track of [...voice.getTracks(), ...pictures.getTracks()]) track.stop();
    void context.close();
  };
  recorder.start(1000);
  return {
    seconds,
    loudness() {
      analyser.getFloatTimeDomainData(samples);
      return Math.min(1, 4 * Math.sqrt(samples.reduce((sum, v) => sum + v * v, 0) / samples.length));
    },
    pause() {
      hold();
      recorder.pause();
    },
    resume() {
      since = performance.now();
      recorder.resume();
    },
    async stop() {
      hold();
      await new Promise<void>((resolve) => {
        recorder.onstop = () => resolve();
        recorder.stop();
      });
      end();
      // a browser writes no length into its own film: without one it cannot be wound
      const film = await fixWebmDuration(new Blob(parts, { type: 'video/webm' }), 1000 * gone, { logger: false });
      return { film, duration: gone };
    },
    drop() {
      if (recorder.state !== 'inactive') recorder.stop();
      end();
    },
  };
}

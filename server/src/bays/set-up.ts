import type { Asked, Hello, Pupil, SetUpRecord, SetUpState, SetUpStep } from '@vilko/contract';
import { SET_UP_STEPS } from '@vilko/contract';
import { checkFoot, type CheckedFoot, type FootCheck, type FootName, readCells, VilkoError } from '@vilko/core';
import { livePicture } from './live-picture.js';
import type { Ring } from './ring.js';
import { turnsOf } from './rocking.js';
import { ASKS, DOES, SIDE_ASKS } from './set-up-words.js';
import { jitter, meanOf, spreadOf, type Standing, standingIn } from './standing.js';

/** What the guided set-up needs from the bay. */
export interface SetUpHost {
  readonly device: () => Hello['device'];
  readonly ring: () => Ring;
  readonly lost: () => number;
  readonly pupil: () => Pick<Pupil, 'handed' | 'mass'>;
  /** Spread of the stream's arrival against the device's clock, s. */
  readonly lag: () => number;
  /** Tells a stand-in what a pupil would be asked. */
  readonly ask: (does: Asked) => void;
  readonly publish: (state: SetUpState | null) => void;
  /** Takes the new zero for everything that comes. */
  readonly setZero: (zero: readonly number[]) => void;
  readonly finish: (record: SetUpRecord) => Promise<void>;
}

const G = 9.80665;
const WINDOW = 1.5;
/** The rate may differ from what the device promised by this part. */
const RATE_OFF = 0.02;
/** Somebody stands there when the load is over this, N. */
const SOMEBODY = 120;
const UNLOADED_SD = 4;
const STILL_PART = 0.015;
const MASS_OFF = 0.2;
/** A foot whose pressure lies this near to the seam between two plates stands on both, m. */
const SEAM = 0.05;
const ALL = 85;
const HOLD = 4;
/** Looks for which the pressure may still be on its way from the other foot. */
const PATIENCE = 8;
const ROCKS = 5;
const ROCKED_SHOWN = 240;
/** The last seconds in which every cell of a mat should have moved. */
const CELLS_OVER = 15;

/**
 * The guided set-up: one step after the other, each turning done by itself when its signal is good. `look` is called
 * several times a second; `act` is what the instructor presses.
 */
export function setUpSequence(host: SetUpHost) {
  let step: SetUpStep = 'device';
  let seen = 'listening';
  let alarm = false;
  let progress = 0;
  let good = 0;
  let side = 0;
  let done: SetUpState['done'] = [];
  let health: SetUpState['health'] = null;
  let rocked: [number, number][] = [];
  let standing: Readonly<Record<FootName, readonly [number, number]>> | null = null;
  let offer: (() => void) | null = null;
  const feet: Partial<Record<FootName, CheckedFoot>> = {};
  let zero: readonly number[] = [];
  let mass: number | null = null;
  let massWords = '';
  let sides: boolean | null = null;
  let record: SetUpRecord | null = null;

  const state = (): SetUpState => ({
    step,
    ask: step === 'sides' ? SIDE_ASKS[side]!.words : ASKS[step],
    seen,
    alarm,
    progress: Math.min(1, progress),
    done,
    health,
    rocked: rocked.slice(-ROCKED_SHOWN),
    record,
  });
  const say = (words: string, wrong = false, part = 0): void => {
    seen = words;
    alarm = wrong;
    progress = part;
  };
  const enter = (next: SetUpStep): void => {
    step = next;
    good = 0;
    side = 0;
    wrongFor = 0;
    rocked = [];
    offer = null;
    say('');
    host.ask(DOES[next]);
  };
  const advance = (words: string, skipped = false): void => {
    done = [...done, { step, words, skipped }];
    const next = SET_UP_STEPS[SET_UP_STEPS.indexOf(step) + 1]!;
    enter(next);
    if ((next === 'lead foot' || next === 'trail foot') && host.device().mat)
      advance('the mat shows where the foot lies');
    else if (next === 'ready') void complete();
  };
  /** Looks through what the mat has shown since somebody stepped on it. */
  const lookAtCells = (): void => {
    const now = host.ring().newest();
    const mat = host.ring().cut(now - CELLS_OVER, now, {}, true)?.mat;
    if (mat && health) health = { ...health, deadCells: readCells(mat).dead.length };
  };
  const complete = async (): Promise<void> => {
    lookAtCells();
    const { lead, trail } = feet;
    const footCheck: FootCheck | null = lead && trail ? { lead, trail, left: [] } : null;
    record = {
      at: new Date().toISOString(),
      device: host.device().name,
      zero: [...zero],
      mass,
      massWords,
      footCheck,
      sides,
    };
    await host.finish(record);
    say('Everything is kept with the lesson.', false, 1);
    host.publish(state());
  };

  const listen = (): void => {
    const { rate } = host.device();
    const ring = host.ring();
    const n = ring.count(ring.newest() - WINDOW, ring.newest());
    const measured = Math.max(0, n - 1) / WINDOW;
    const s = stretch();
    health = {
      rate: Math.round(measured),
      wantedRate: rate,
      noise: s && (jitter(s.lead.load) + jitter(s.trail.load)) / 2,
      drift: null,
      deadCells: null,
      lag: host.lag(),
      lost: host.lost(),
    };
    if (n === 0) return say('no samples come', true);
    if (Math.abs(measured - rate) > RATE_OFF * rate) {
      good = 0;
      return say(`${measured.toFixed(0)} samples a second instead of ${rate}`, true);
    }
    say(`${measured.toFixed(0)} samples a second`, false, ++good / HOLD);
    if (good >= HOLD)
      advance(`${measured.toFixed(0)} Hz${host.lost() ? `, ${host.lost()} messages lost` : ', nothing lost'}`);
  };

  const takeZero = (): void => {
    const s = stretch();
    if (!s) return advance('this device has no zero of its own to take', true);
    const load = meanOf(s.total);
    if (Math.abs(load) > SOMEBODY) {
      good = 0;
      return say(`somebody stands on it (${(load / G).toFixed(0)} kg)`, true);
    }
    if (spreadOf(s.total) > UNLOADED_SD) {
      good = 0;
      return say('something still moves on it');
    }
    say('nobody on it', false, ++good / HOLD);
    if (good < HOLD) return;
    zero = host.ring().meanOfRaw(WINDOW);
    host.setZero(zero);
    if (health) health = { ...health, noise: (spreadOf(s.lead.load) + spreadOf(s.trail.load)) / 2, drift: load };
    advance(`${Math.abs(load).toFixed(1)} N taken off`);
  };

  const weigh = (): void => {
    const s = stretch();
    if (!s) return advance('this device gives no kilograms', true);
    const load = meanOf(s.total);
    if (load < SOMEBODY) {
      good = 0;
      return say('nobody on it');
    }
    const lead = meanOf(s.lead.load) / load;
    if (lead < 0.08 || lead > 0.92) {
      good = 0;
      return say('both feet seem to stand on one side: one foot on each', true);
    }
    const seam = straddling(s);
    if (seam) {
      good = 0;
      return say(`the ${seam} foot stands across the seam of the plates: move it outward`, true);
    }
    if (spreadOf(s.total) > STILL_PART * load) {
      good = 0;
      return say('stand still');
    }
    standing = { lead: [meanOf(s.lead.x), meanOf(s.lead.y)], trail: [meanOf(s.trail.x), meanOf(s.trail.y)] };
    const kg = load / G;
    const known = host.pupil().mass;
    const take = (words: string): void => {
      mass = Math.round(10 * kg) / 10;
      massWords = words;
      advance(words);
    };
    if (known !== null && Math.abs(kg - known) > MASS_OFF * known) {
      offer = () => take(`${kg.toFixed(1)} kg, taken although the record says ${known.toFixed(0)} kg`);
      return say(`${kg.toFixed(1)} kg stand there, the record says ${known.toFixed(0)} kg: the right pupil?`, true, 1);
    }
    offer = null;
    say(`${kg.toFixed(1)} kg`, false, ++good / HOLD);
    if (good >= HOLD)
      take(known === null ? `${kg.toFixed(1)} kg` : `${kg.toFixed(1)} kg, the record says ${known.toFixed(0)} kg`);
  };

  const straddling = (s: Standing): FootName | null => {
    const plates = host.device().plates;
    if (host.device().mat || plates.length !== 2) return null;
    const seam = (plates[0]!.centre[1] + plates[1]!.centre[1]) / 2;
    return (['lead', 'trail'] as const).find((f) => Math.abs(meanOf(s[f].y) - seam) < SEAM) ?? null;
  };

  let wrongFor = 0;
  let since = NaN;
  const rock = (foot: FootName): void => {
    const now = host.ring().newest();
    if (rocked.length === 0) since = now;
    const s = stretch(Math.max(0.2, Math.min(18, now - since)));
    if (!s) return advance('this device does not show single feet', true);
    if (!standing) return say('weigh first: stand still on it, then again', true);
    const { x, y, load } = s[foot];
    if (meanOf(load) < SOMEBODY / 2) {
      rocked = [];
      return say(`the ${foot} foot is not on it`, true);
    }
    const every = Math.max(1, Math.round(host.device().rate / 40));
    rocked = Array.from({ length: Math.floor(x.length / every) }, (_, i): [number, number] => [
      x[i * every]!,
      y[i * every]!,
    ]).filter(([a]) => a === a);
    const turns = turnsOf(rocked.map(([a]) => a));
    if (turns < ROCKS) {
      return say(turns === 0 ? 'waiting for the rocking' : `${turns} of ${ROCKS} turns`, false, turns / ROCKS);
    }
    try {
      const checked = checkFoot(foot, x, y, standing[foot]);
      const take = (): void => {
        feet[foot] = checked;
        advance(`${Math.round(1000 * checked.length)} mm long, ${checked.words}`);
      };
      if (checked.words === 'good') return take();
      offer = take;
      say(`${checked.words}: ${Math.round(1000 * checked.length)} mm seen so far`, true, 1);
      if (turns > 3 * ROCKS) since = now; // a fresh start: old short rocks must not hide a good one
    } catch (e) {
      if (!(e instanceof VilkoError)) throw e;
      say(e.message, true);
    }
  };

  const askSides = (): void => {
    const { lead, trail } = livePicture(host.device(), host.ring(), host.pupil().handed, 0, 0);
    const total = lead + trail;
    if (total < SOMEBODY) return say('nobody on it');
    const share = (100 * lead) / total;
    const { does } = SIDE_ASKS[side]!;
    const there =
      does === 'all lead' ? share > ALL : does === 'all trail' ? share < 100 - ALL : share > 38 && share < 62;
    const wrong = (does === 'all lead' && share < 100 - ALL) || (does === 'all trail' && share > ALL);
    wrongFor = wrong ? wrongFor + 1 : 0;
    if (wrongFor > PATIENCE) {
      good = 0;
      sides = false;
      return say(
        `the pressure went to the ${share > 50 ? 'lead' : 'trail'} foot: does this pupil play ${host.pupil().handed}-handed, and is the target on the ${host.pupil().handed === 'right' ? 'left' : 'right'} hand?`,
        true,
      );
    }
    good = there ? good + 1 : 0;
    say(`${share.toFixed(0)}% on the lead foot`, false, (side + good / HOLD) / SIDE_ASKS.length);
    if (good < HOLD) return;
    good = 0;
    if (side + 1 < SIDE_ASKS.length) {
      side++;
      host.ask(SIDE_ASKS[side]!.does);
      return;
    }
    sides = true;
    advance('lead and trail are where they should be');
  };

  /** The newest stretch of stream under both feet. */
  const stretch = (seconds = WINDOW): Standing | null => {
    const now = host.ring().newest();
    const rec = host.ring().cut(now - seconds, now, {}, false);
    return rec && standingIn(rec, host.pupil().handed);
  };

  const looks: Readonly<Record<SetUpStep, () => void>> = {
    device: listen,
    zero: takeZero,
    mass: weigh,
    'lead foot': () => rock('lead'),
    'trail foot': () => rock('trail'),
    sides: askSides,
    ready: () => undefined,
  };
  enter('device');
  return {
    state,
    look(): void {
      if (step === 'ready') return;
      looks[step]();
      host.publish(state());
    },
    act(what: 'skip' | 'again' | 'use'): void {
      if (what === 'use') offer?.();
      else if (what === 'again') enter(step === 'ready' ? 'device' : step);
      else if (step !== 'ready') advance('left out', true);
      if (what === 'again' && step === 'device') done = [];
      host.publish(state());
    },
  };
}

export type SetUpSequence = ReturnType<typeof setUpSequence>;

import { randomUUID } from 'node:crypto';
import {
  type Bay,
  type BayChange,
  type BayPlace,
  FEED_HEADER,
  feedHeader,
  type Hello,
  type LiveMessage,
  packLive,
  type PracticeTask,
  SAMPLES,
  type SetUpAct,
  type SetUpState,
  type SwingHead,
  type LittleRoom,
  type WorkBehind,
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
  type SetUpLook,
  setUpView,
  SLEEPS_AFTER,
  stretchToLook,
  unloadedNow,
  whoStands,
  zeroNow,
} from '@vilko/core/live';
import type { BayArrival, BayServices, FeedHandler, Viewer, Who } from './bay-services.js';
import { placeMoved, placeOf, same, shown, TOLD } from './bay-shown.js';
import { feedPulse, type FeedPulse } from './feed-pulse.js';
import { laterWords } from '../db/room.js';
import { healthWords } from './health-words.js';
import { livePicture } from './live-picture.js';
import { columnCount, holds, ring, type Ring } from './ring.js';

/** A browser draws 60 pictures a second of the newest of these, ms. */
const BETWEEN_PICTURES = 6;
const LOOKS_PER_SECOND = 3;
const SET_UP_LOOKS_PER_SECOND = 5;
const FOUND_SHOWN = 2500;
/** A device of which nothing was heard for so long has fallen silent, ms. */
const SILENT_AFTER = 1000;
const CLOCK = 5000;
/** So long it is asked whose a swing is, ms; then it lies in the inbox. */
const ANSWER_WITHIN = 20_000;

/** The wire to the device that is there now. */
interface Wire {
  readonly stream: Ring;
  readonly pulse: FeedPulse;
  readonly tell: (who: Who) => void;
  /** When it was connected, ms since the epoch. */
  readonly since: number;
}

/** A swing cut out of the stream, on its way into the store. */
interface Cut {
  readonly rec: Recording;
  readonly arrival: BayArrival;
  /** Why it has no sure owner; null where it has. */
  readonly unsure: string | null;
}
/** So many swings wait for room at most: half a megabyte each. */
const MOST_UNSTORED = 200;
/** How often it is tried again, ms. */
const TRY_AGAIN = 2_000;

type Doing<D extends BayEffect['do']> = Extract<BayEffect<PracticeTask>, { do: D }>;

/**
 * Holds one bay: the value of `bayNext`, the wire to its device, and who watches. It looks at the stream in time, says
 * what it saw, and does what comes of it; what that is stands in core's `live/`.
 */
export class BayHandle {
  readonly id: string;
  #state: BayState<PracticeTask>;
  #wire: Wire | null = null;
  #shownAt = 0;
  /** Device time up to which the stream was looked through, s. */
  #lookedTo = NaN;
  /** The look that is under way, ended once what it saw has happened; null between looks. */
  #looking: Promise<void> | null = null;
  /** When the device was listened to last, ms since the epoch. */
  #listenedAt = 0;
  readonly #services: BayServices;
  readonly #viewers = new Set<Viewer>();
  #behind: WorkBehind | null = null;
  #room: LittleRoom | null = null;
  /** Swings that could not be stored yet, because the disk is full or the database is away; the oldest first. */
  readonly #unstored: Cut[] = [];
  /** Why they wait. */
  #waitsFor = '';
  readonly #timers: readonly NodeJS.Timeout[];

  constructor({ id, name }: { readonly id: string; readonly name: string }, services: BayServices) {
    this.id = id;
    this.#state = emptyBay(name);
    this.#services = services;
    this.#timers = [
      setInterval(() => this.#look(), 1000 / LOOKS_PER_SECOND),
      setInterval(() => this.#lookAtRate(), 1000),
      setInterval(() => this.#happen({ is: 'clock', now: Date.now(), day: new Date().toDateString() }), CLOCK),
      setInterval(() => this.#lookAtSetUp(), 1000 / SET_UP_LOOKS_PER_SECOND),
    ];
    for (const t of this.#timers) t.unref();
  }

  state(): Bay {
    return shown(this.id, this.#state);
  }
  async change({ lessonId, ...change }: BayChange): Promise<Bay> {
    // a swing that is being looked for belongs to whoever stood there
    await this.#looking;
    if (lessonId === undefined) this.#happen({ is: 'changed', change });
    else {
      const lesson = lessonId === null ? null : await this.#lessonOf(lessonId);
      if (lessonId !== null && !lesson) throw new VilkoError('bad-option', 'this lesson does not exist any more');
      this.#happen({ is: 'given', lesson, change });
    }
    return this.state();
  }
  /** What stood here when the server ended: it goes on where that is not long ago, and sleeps otherwise. */
  async restore({ lessonId, club, clubName, armed, at }: BayPlace): Promise<void> {
    const lesson = await this.#lessonOf(lessonId);
    if (!lesson) return;
    this.#happen({ is: 'given', lesson, change: { club, clubName, armed } });
    if (armed && Date.now() - Date.parse(at) > SLEEPS_AFTER) this.#happen({ is: 'left alone' });
  }
  /** The pupil's record has changed: what rests on it is read anew. A lesson that is gone leaves the bay free. */
  async refresh(): Promise<void> {
    const { lesson: was } = this.#state;
    if (!was) return;
    const lesson = await this.#lessonOf(was.id);
    if (lesson) this.#happen({ is: 'lesson changed', lesson });
    else if (this.#state.lesson?.id === was.id) this.#happen({ is: 'given', lesson: null, change: { armed: false } });
  }
  /** What the instructor presses in the guided set-up. */
  async setUp(act: SetUpAct['act']): Promise<SetUpState | null> {
    if (act === 'stop') {
      this.#happen({ is: 'set-up ends' });
      return null;
    }
    const lesson = this.#state.lesson && (await this.#lessonOf(this.#state.lesson.id));
    const seen = this.#setUpLook();
    if (!lesson || !seen || !this.#state.device?.connected) {
      this.#happen({ is: 'set-up ends' });
      const why = this.#state.lesson ? 'no device is sending: start it, then set up' : 'open a lesson first';
      throw new VilkoError('bad-option', why);
    }
    if (act === 'start') this.#happen({ is: 'set-up starts', lesson });
    else this.#happen({ is: 'set-up acted', what: act, look: seen });
    return this.#setUpNow();
  }
  /** Takes the device as it is now as zero; refused while somebody stands on it. */
  zero(): Bay {
    const stream = this.#wire?.stream;
    const seen = stream ? unloadedNow(stream, handedOf(this.#state.lesson)) : null;
    if (!stream || !seen || seen.is === 'unknown')
      throw new VilkoError('bad-option', 'this device has no zero of its own to take');
    if (seen.is === 'loaded')
      throw new VilkoError(
        'bad-option',
        `somebody stands on the device (${(seen.load / G).toFixed(0)} kg): step off, then zero`,
      );
    stream.setZero(zeroNow(stream));
    this.#happen({ is: 'zeroed' });
    return this.state();
  }
  monitor(who: string | null): void {
    this.#happen({ is: 'monitor', who });
  }
  /** A swing has changed outside the bay: whoever watches hears of it. */
  tell(swing: SwingHead): void {
    this.#tellAll({ type: 'swing', swing });
  }
  /** What the server works at beside the bays; null once it is done. */
  works(work: WorkBehind | null): void {
    this.#behind = work;
    this.#tellAll({ type: 'behind', work });
  }
  /** How little room the disk has; null where there is enough. */
  room(room: LittleRoom | null): void {
    if (same(this.#room, room)) return;
    this.#room = room;
    this.#tellAll({ type: 'room', room });
  }
  /** A device introduced itself. */
  connect({ device }: Hello, tell: (who: Who) => void): FeedHandler {
    const now = this.#state.device;
    if (now?.connected && now.silentSince === null && now.device.name !== device.name)
      throw new VilkoError(
        'bad-option',
        `${this.#state.name} already hears ${now.device.name}: end that one first, or send to another bay`,
      );
    // a swing that was in the air is cut out of the stream it was seen in
    if (this.#wire) this.#happen({ is: 'gone' });
    const mine: Wire = { stream: ring(device), pulse: feedPulse(), tell, since: Date.now() };
    this.#wire = mine;
    this.#lookedTo = NaN;
    this.#happen({ is: 'connected', device });
    tell(whoStands(this.#state));
    return {
      binary: (bytes) => {
        const h = feedHeader(bytes);
        // what does not hold what it says is left out: the next message tells that one was lost
        if (!h || this.#wire !== mine || !holds(h, bytes.byteLength - FEED_HEADER, device)) return;
        const samples = h.kind === SAMPLES || columnCount(device) === 0 ? h.count : 0;
        const messages = mine.pulse.count(h, samples);
        if (messages) this.#happen({ is: 'lost', messages });
        const { silentSince } = this.#state.device ?? { silentSince: null };
        if (silentSince !== null) this.#happen({ is: 'heard', after: (Date.now() - silentSince) / 1000 });
        mine.stream.push(h.kind, h.time, h.count, bytes.subarray(FEED_HEADER));
        mine.pulse.arrive(mine.stream.newest());
        this.#show(mine);
      },
      closed: () => {
        if (this.#wire !== mine) return;
        this.#happen({ is: 'gone' });
        this.#wire = { ...mine, tell: () => undefined };
      },
    };
  }
  watch(v: Viewer): () => void {
    this.#viewers.add(v);
    v.say(this.#message());
    v.say({ type: 'set-up', setUp: this.#setUpNow() });
    v.say({ type: 'behind', work: this.#behind });
    v.say({ type: 'room', room: this.#room });
    return () => this.#viewers.delete(v);
  }
  close(): void {
    this.#timers.forEach(clearInterval);
  }

  #message(): LiveMessage {
    const mat = this.#state.device?.device.mat;
    return { type: 'bay', bay: this.state(), mat: mat ? { rows: mat.rows, cols: mat.cols, pitch: mat.pitch } : null };
  }
  #tellAll(m: LiveMessage): void {
    for (const v of this.#viewers) v.say(m);
  }
  #setUpNow(): SetUpState | null {
    return this.#state.setUp && setUpView(this.#state.setUp);
  }

  /** One event into the bay; whoever it concerns hears what it changed. */
  #happen(e: BayEvent<PracticeTask>): void {
    const before = this.#state;
    const [next, effects] = bayNext(before, e);
    this.#state = next;
    if (TOLD.some((k) => before[k] !== next[k])) this.#tellChanges(before);
    if (placeMoved(before, next)) this.#keepPlace();
    for (const effect of effects) this.#run(effect);
  }
  #tellChanges(before: BayState<PracticeTask>): void {
    const now = this.#state;
    if (!same(shown(this.id, before), shown(this.id, now))) this.#tellAll(this.#message());
    if (before.setUp !== now.setUp) this.#tellAll({ type: 'set-up', setUp: this.#setUpNow() });
    const who = whoStands(now);
    if (!same(whoStands(before), who)) this.#wire?.tell(who);
  }
  #keepPlace(): void {
    const place = placeOf(this.#state);
    const kept = place && { ...place, at: new Date().toISOString() };
    void this.#services.keepPlace(kept).catch(this.#services.failed);
  }
  #run(e: BayEffect<PracticeTask>): void {
    switch (e.do) {
      case 'keep':
        return void this.#keep(e).catch(this.#services.failed);
      case 'show found':
        return void setTimeout(() => this.#happen({ is: 'shown' }), FOUND_SHOWN).unref();
      case 'zero':
        return this.#wire?.stream.setZero(e.zero);
      case 'keep set-up':
        return void this.#keepSetUp(e).catch(this.#services.failed);
      case 'remember device':
        return void this.#services.sawDevice(e.device).catch(this.#services.failed);
    }
  }

  async #keep({ impact, lessonId, next, stated, unsure }: Doing<'keep'>): Promise<void> {
    const stream = this.#wire?.stream;
    const rec = stream?.cut(impact - BEFORE_IMPACT, impact + AFTER_IMPACT, true);
    if (!stream || !rec) {
      this.#happen({ is: 'not stored', why: 'its samples are not there any more' });
      return;
    }
    const recordedAt = new Date(Date.now() - 1000 * (stream.newest() - impact));
    const about = next as Omit<BayArrival, 'lessonId' | 'recordedAt' | 'recordingId'>;
    const arrival = { ...about, lessonId, recordedAt, recordingId: randomUUID() };
    const cut = { rec: { ...rec, stated }, arrival, unsure };
    // one after the other: what waits already goes first
    const why = this.#unstored.length
      ? this.#waitsFor
      : await this.#store(cut).catch((e: unknown) => this.#notStored(e));
    if (why) this.#wait(cut, why);
  }
  async #store({ rec, arrival, unsure }: Cut): Promise<void> {
    const { lessonId, kind } = arrival;
    if (unsure !== null) {
      const { task, ...about } = arrival;
      const found = await this.#services.inbox(rec, { ...about, bay: this.#state.name, reason: unsure });
      this.#happen({ is: 'stored', kind, found });
      return;
    }
    const swing = await this.#services.store(rec, arrival);
    const number = swing && lessonId === this.#state.lesson?.id ? { number: swing.number } : {};
    this.#happen({ is: 'stored', kind, found: swing !== null, ...number });
    if (swing) this.#tellAll({ type: 'swing', swing });
    if (swing?.doubt) this.#waitForAnswer(swing.id);
  }
  /** What became of a swing that could not be stored: why it may wait, or null once it is said to be lost. */
  #notStored(e: unknown): string | null {
    const why = laterWords(e);
    if (why === null) this.#happen({ is: 'not stored', why: (e as Error).message });
    return why;
  }
  /** Keeps what cannot be stored now, and goes on with it by itself once there is some. */
  #wait(cut: Cut, why: string): void {
    if (this.#unstored.length >= MOST_UNSTORED) {
      this.#happen({ is: 'not stored', why: `${why}, and ${MOST_UNSTORED} swings wait already` });
      return;
    }
    this.#unstored.push(cut);
    this.#waitsFor = why;
    this.#happen({ is: 'waits to be stored', waiting: this.#unstored.length, why });
    if (this.#unstored.length === 1) this.#tryLater();
  }
  #tryLater(): void {
    setTimeout(() => void this.#tryAgain().catch(this.#services.failed), TRY_AGAIN).unref();
  }
  async #tryAgain(): Promise<void> {
    try {
      for (let first = this.#unstored[0]; first; first = this.#unstored[0]) {
        await this.#services.room();
        await this.#store(first);
        this.#unstored.shift();
      }
    } catch (e) {
      const why = this.#notStored(e);
      // what cannot be stored for another reason never will be: the others go on
      if (why === null) this.#unstored.shift();
      else this.#happen({ is: 'waits to be stored', waiting: this.#unstored.length, why });
      if (this.#unstored.length) this.#tryLater();
    }
  }
  /** A swing that may be another person's: nobody's answer is an answer too. */
  #waitForAnswer(swingId: string): void {
    const give = async (): Promise<void> => {
      const swing = await this.#services.stillDoubted(swingId, this.#state.name);
      if (swing) this.#tellAll({ type: 'swing left', swing });
    };
    setTimeout(() => void give().catch(this.#services.failed), ANSWER_WITHIN).unref();
  }
  async #keepSetUp({ lessonId, record, health }: Doing<'keep set-up'>): Promise<void> {
    try {
      await this.#services.keepSetUp(lessonId, record);
      const device = this.#state.device?.device;
      if (device) await this.#services.sawDevice({ ...device, health: healthWords(health) });
      this.#happen({ is: 'set-up kept' });
    } catch (e) {
      this.#happen({ is: 'set-up not kept', why: (e as Error).message });
      throw e;
    }
  }

  /** What the set-up may look at; null without a device. */
  #setUpLook(): SetUpLook | null {
    const [wire, { device, lesson }] = [this.#wire, this.#state];
    return wire && device
      ? {
          device: device.device,
          stream: wire.stream,
          pupil: lesson?.pupil ?? { handed: 'right', mass: null },
          lost: device.lost,
          lag: wire.pulse.lag(),
          now: new Date().toISOString(),
        }
      : null;
  }
  /** A device that has said nothing for a while. */
  #listen(): void {
    const { device } = this.#state;
    if (!this.#wire || !device?.connected || device.silentSince !== null) return;
    const now = Date.now();
    // a server that was busy itself has not read what lies in the socket: it is heard first
    const wasBusy = now - this.#listenedAt > SILENT_AFTER / 2;
    this.#listenedAt = now;
    const heard = Math.max(this.#wire.since, this.#wire.pulse.arrived());
    if (!wasBusy && now - heard > SILENT_AFTER) this.#happen({ is: 'silent', since: heard });
  }
  #look(): void {
    this.#listen();
    const state = this.#state;
    if (!this.#wire) return;
    const { stream } = this.#wire;
    if (!state.pending && !looksForSwings(state)) {
      // what is done meanwhile is no swing that is waited for
      this.#lookedTo = stream.newest();
      return;
    }
    const newest = stream.newest();
    if (state.pending) return this.#happen({ is: 'looked', newest, impact: null, unloaded: null });
    // nothing came since: a device that is silent or gone was looked through to its end
    if (this.#looking || newest === this.#lookedTo) return;
    const handed = handedOf(state.lesson);
    const awaited = { handed, kind: state.next.kind, after: state.lastImpact, since: this.#lookedTo };
    const stretch = stretchToLook(stream, awaited);
    if (!stretch) return this.#saw(stream, newest, null);
    if (stretch.unread > 0) this.#happen({ is: 'unread', seconds: stretch.unread });
    this.#looking = this.#services
      .look({ stretch, awaited })
      .then((impact) => this.#saw(stream, newest, impact))
      .catch(this.#services.failed)
      .finally(() => (this.#looking = null));
  }
  /** What a look at a stream showed, if that is still the one that is heard. */
  #saw(stream: Ring, newest: number, impact: number | null): void {
    if (this.#wire?.stream !== stream) return;
    // the next of several swings may lie right behind the first
    if (impact === null) this.#lookedTo = newest;
    const { zeroed, lesson } = this.#state;
    const empty = impact === null && zeroed ? unloadedNow(stream, handedOf(lesson)) : null;
    this.#happen({ is: 'looked', newest, impact, unloaded: empty?.is === 'unloaded' ? empty.load : null });
  }
  #lookAtRate(): void {
    const seen = this.#wire?.pulse.rate();
    if (seen !== null && seen !== undefined) this.#happen({ is: 'rate', seen });
  }
  #lookAtSetUp(): void {
    const seen = this.#state.setUp && this.#state.setUp.step !== 'ready' && this.#setUpLook();
    if (seen) this.#happen({ is: 'set-up looked', look: seen });
  }

  /** Latest wins: a viewer whose last picture is still on its way gets none, so it is never more than one behind. */
  #show({ stream, pulse }: Wire): void {
    if (!this.#state.device || performance.now() - this.#shownAt < BETWEEN_PICTURES) return;
    this.#shownAt = performance.now();
    const arrived = { sequence: pulse.sequence(), arrived: pulse.arrived() };
    const picture = livePicture(this.#state.device.device, stream, handedOf(this.#state.lesson), arrived);
    const { time, load, lead, trail } = picture;
    // who is not told apart leaves with both feet
    this.#happen({ is: 'stood', time, load: Number.isNaN(lead) ? { lead: load, trail: load } : { lead, trail } });
    if (this.#viewers.size === 0) return;
    const frame = packLive(picture);
    for (const v of this.#viewers) if (!v.busy()) v.show(frame);
  }

  async #lessonOf(lessonId: string): Promise<BayLesson | null> {
    const found = await this.#services.lesson(lessonId);
    return found && { id: lessonId, pupil: found.pupil, setUp: found.setUp };
  }
}

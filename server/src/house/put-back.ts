import type { Film, HouseSettings, Restored } from '@vilko/contract';
import type { BayRepository } from '../bays/bay-repository.js';
import type { BookingRepository } from '../day/booking-repository.js';
import type { ExperimentRepository } from '../practice/experiment-repository.js';
import type { EnteredRepository } from '../swings/entered-repository.js';
import type { FilmRepository } from '../swings/film-repository.js';
import type { DrillRepository } from '../drills/drill-repository.js';
import type { PatternRepository } from '../judging/pattern-repository.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { ProgrammeRepository } from '../programmes/programme-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ShotRepository } from '../swings/shot-repository.js';
import type { SwingRepository } from '../swings/swing-repository.js';
import type { FilmStore } from '../swings/film-store.js';
import type { InboxRepository } from '../swings/inbox-repository.js';
import type { HouseRepository } from './house-repository.js';
import type { BytesLeft } from './last-bytes.js';
import { MARK, SETTINGS, settingsBack, settingsOf } from './settings.js';
import type { LetterRepository } from '../letters/letter-repository.js';
import type { Outbox } from '../letters/outbox.js';
import {
  type BundleFiles,
  bookingRow,
  inboxRow,
  lessonRow,
  letterRow,
  programmeRow,
  loose,
  type PupilBundle,
  swingRow,
} from './pupil-bundle.js';

/** The tables and files pupils are spread over. */
export interface Shelves {
  readonly pupils: PupilRepository;
  readonly swings: SwingRepository;
  readonly shots: ShotRepository;
  readonly films: FilmRepository;
  readonly entered: EnteredRepository;
  readonly patterns: PatternRepository;
  readonly drills: DrillRepository;
  readonly practice: PracticeRepository;
  readonly experiments: ExperimentRepository;
  readonly inbox: InboxRepository;
  readonly bookings: BookingRepository;
  readonly letters: LetterRepository;
  readonly programmes: ProgrammeRepository;
  readonly bays: BayRepository;
  readonly house: HouseRepository;
  readonly store: FilmStore;
  readonly outbox: Outbox;
  /** What deleted rows leave behind. */
  readonly bytes: BytesLeft;
}

/** Recordings of a bundle: many swings may lie in one, one after the other. */
function lastRead(recordings: BundleFiles) {
  let last: { readonly id: string; readonly bundle: Uint8Array } | null = null;
  return async (id: string): Promise<{ readonly id: string; readonly bundle: Uint8Array }> => {
    if (last?.id !== id) last = { id, bundle: (await recordings.read(id))! };
    return last;
  };
}

/** Puts back what is not there; what is there stays as it is. */
export async function putBack(shelves: Shelves, { head, recordings, films: files }: PupilBundle): Promise<Restored> {
  const { pupils, swings, shots, films, entered, patterns, drills, practice, experiments, inbox, house, store } =
    shelves;
  const putFilm = async (f: Film, bytes: Uint8Array): Promise<void> => {
    await store.put(f, bytes);
    await films.add(f);
  };
  const recordingOf = lastRead(recordings);
  const came = { pupils: 0, lessons: 0, swings: 0, films: 0, inbox: 0, settings: 0, there: 0 };
  const fresh = async (
    there: Promise<unknown>,
    put: () => Promise<unknown>,
    key: 'pupils' | 'lessons' | 'swings' | 'films' | 'inbox',
  ): Promise<void> => {
    if (await there) came.there++;
    else {
      await put();
      came[key]++;
    }
  };
  for (const p of head.pupils) await fresh(pupils.one(p.id), () => pupils.add(p), 'pupils');
  for (const l of head.lessons) await fresh(pupils.hasLesson(l.id), () => pupils.addLesson(lessonRow(l)), 'lessons');
  for (const s of head.swings)
    await fresh(
      swings.one(s.id),
      async () => swings.putBack(await recordingOf(s.recordingId), [swingRow(s)]),
      'swings',
    );
  for (const p of head.plans) await practice.addPlan(p);
  for (const e of head.log) await practice.addEntry(e);
  for (const e of head.experiments) await experiments.add(e);
  for (const s of head.entered) await entered.add(s);
  await putBookingsBack(shelves, head.bookings);
  for (const p of head.programmes) await shelves.programmes.putBack(programmeRow(p));
  for (const f of head.followers) await shelves.programmes.begin({ ...f, since: new Date(f.since) });
  for (const l of head.letters) if (await pupils.hasLesson(l.lessonId)) await shelves.letters.add(letterRow(l));
  for (const f of loose(head.log, head.lessons)) {
    const bytes = await files.read(store.nameOf(f));
    if (bytes) await store.put(f, bytes);
  }
  for (const s of head.shots) if (!(await shots.one(s.id))) await shots.add({ ...s, at: new Date(s.at) });
  for (const p of head.patterns)
    await patterns.putBack({
      id: p.pattern.id,
      version: p.version,
      pattern: p.pattern,
      savedAt: new Date(p.savedAt),
      deletedAt: null,
    });
  for (const { drill, media, off } of head.drills) {
    const bytes = media && (await files.read(store.nameOf(media)));
    if (bytes && !(await drills.one(drill.id))) await store.put(media, bytes);
    await drills.putBack({ drill, media: bytes ? media : null, offAt: off ? new Date() : null });
  }
  for (const f of head.films) {
    const name = store.nameOf(f);
    if (files.names.has(name)) await fresh(films.one(f.id), async () => putFilm(f, (await files.read(name))!), 'films');
  }
  // a swing that was filed since is no longer without an owner
  const known = async (id: string): Promise<boolean> =>
    (await inbox.has(id)) || (await swings.one(id))?.deletedAt === null;
  for (const s of head.inbox) {
    if (await pupils.hasLesson(s.lessonId))
      await fresh(known(s.id), async () => inbox.putBack(await recordingOf(s.recordingId), inboxRow(s)), 'inbox');
  }
  if (head.mark && !(await house.get<string>(MARK))) await house.put(MARK, head.mark);
  if (head.settings) {
    const now = await house.get<HouseSettings>(SETTINGS);
    const { settings, news } = settingsBack(now && (await settingsOf(house)), head.settings);
    if (news) await house.put(SETTINGS, settings);
    came.settings = news;
  }
  return came;
}

/** Bookings whose time is taken since are left out, and a bay that is not here is left open. */
async function putBookingsBack(
  { bookings, bays, pupils }: Shelves,
  kept: PupilBundle['head']['bookings'],
): Promise<void> {
  const here = new Set((await bays.all()).map((b) => b.id));
  for (const b of kept) {
    const row = bookingRow(b);
    await bookings.putBack({
      ...row,
      bayId: b.bayId !== null && here.has(b.bayId) ? b.bayId : null,
      lessonId: b.lessonId !== null && (await pupils.hasLesson(b.lessonId)) ? b.lessonId : null,
    });
  }
}

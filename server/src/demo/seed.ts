import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { EnteredRepository } from '../swings/entered-repository.js';
import type { Film, SwingHead } from '@vilko/contract';
import type { HouseRepository } from '../house/house-repository.js';
import type { FilmService, NewFilm } from '../swings/film-service.js';
import type { SwingService } from '../swings/swing-service.js';
import type { DrillRepository } from '../drills/drill-repository.js';
import type { ExperimentRepository } from '../practice/experiment-repository.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ShotRepository } from '../swings/shot-repository.js';
import { HEALTHY_SWING } from '@vilko/core/reading-room/options';
import { questionsTo } from '../threads/questions.js';
import { startThread } from '../threads/start.js';
import { demoSwing, type DemoSwing, type DemoSwingRequest } from './demo-swing.js';
import { DEMO_SIDES, type DemoJob, jobsOf } from './demo-jobs.js';
import { DEMO_ENTERED } from './entered-stories.js';
import { OWN_DRILLS } from './own-drills.js';
import { type DemoDays, seedDays } from './seed-day.js';
import { demoPractice } from './practice-stories.js';
import { DEMO_PUPILS } from './stories.js';
import type { DemoLesson } from './story.js';

/** The lesson the demo opens with. */
export const DEMO_LESSON = 'lesson-maren';

/** Where the sample world goes. */
export interface DemoShelves {
  readonly pupils: PupilRepository;
  readonly service: SwingService;
  readonly shots: ShotRepository;
  readonly films: FilmService;
  readonly entered: EnteredRepository;
  readonly practice: PracticeRepository;
  readonly experiments: ExperimentRepository;
  readonly drills: DrillRepository;
  readonly house: HouseRepository;
  readonly days: DemoDays;
  /** Whoever has a page open hears of it. */
  readonly came: (swing: SwingHead) => void;
}

/** How many swings are made, and of how many. */
export type Said = (done: number, of: number) => void;

/** Makes swings in so many threads, and says how far it is. Ends early when `until` says so. */
interface Making {
  readonly threads: number;
  readonly said: Said;
  readonly until: () => boolean;
}

/** What is left to make of the sample world: the swings of each pupil's newest lesson, and of those before. */
export interface DemoLeft {
  readonly newest: (how: Making) => Promise<void>;
  readonly older: (how: Making) => Promise<void>;
}

/** Where it is kept that the newest lessons have not got all their swings yet. */
const UNFINISHED = 'demo-unfinished';

/**
 * Puts the sample world into an empty database: every pupil and lesson. Their swings are what is left. The same every
 * time; goes on where a stopped demo ended.
 * @returns null where somebody else's data is
 */
export async function seedDemo(to: DemoShelves): Promise<DemoLeft | null> {
  const there = new Map((await to.pupils.all()).map((p) => [p.id, new Map(p.lessons.map((l) => [l.id, l.swings]))]));
  const unfinished = there.size === 0 || (await to.house.get<boolean>(UNFINISHED)) === true;
  const [newest, older]: [DemoJob[], DemoJob[]] = [[], []];
  for (const [i, { pupil, lessons }] of DEMO_PUPILS.entries()) {
    if (!there.has(pupil.id)) {
      // somebody else's data: no sample pupils among them
      if ([...there.keys()].some((id) => !DEMO_PUPILS.some((d) => d.pupil.id === id))) return null;
      await to.pupils.add(pupil);
    }
    for (const [j, lesson] of lessons.entries()) {
      if (!there.get(pupil.id)?.has(lesson.id)) await to.pupils.addLesson(lessonRow(pupil.id, lesson));
      const made = there.get(pupil.id)?.get(lesson.id) ?? 0;
      const jobs = jobsOf(i, lesson).slice(made);
      if (j < lessons.length - 1) older.push(...jobs);
      // once it was whole, what is not there any more was deleted
      else if (unfinished || !made) newest.push(...jobs);
    }
  }
  if (there.size === 0) {
    const { plans, log, experiments } = demoPractice();
    for (const e of experiments) await to.experiments.add(e);
    for (const p of plans) await to.practice.addPlan(p);
    for (const e of log) await to.practice.addEntry(e);
    for (const d of OWN_DRILLS) await to.drills.save(d);
    for (const s of DEMO_ENTERED) await to.entered.add(s);
    await seedDays(to.days);
  }
  // the lesson that stands on the bay is looked at first
  newest.sort((a, b) => Number(isOpened(b)) - Number(isOpened(a)));
  return {
    newest: async (how) => {
      if (!newest.length) return;
      await to.house.put(UNFINISHED, true);
      if (await make(to, newest, how)) await to.house.forget(UNFINISHED);
    },
    older: async (how) => {
      await make(to, older, how);
    },
  };
}

const isOpened = ({ request }: DemoJob): boolean => request.lesson.id === DEMO_LESSON;

const lessonRow = (
  pupilId: string,
  { id, startedAt, bay, aim, measure, footwear, homework, nextVisit, pain, cues }: DemoLesson,
) => ({
  timeLine: cues.map(([before, words]) => ({
    id: `${id}-${before}`,
    at: startedAt,
    before,
    kind: 'cue' as const,
    words,
  })),
  id,
  pupilId,
  startedAt: new Date(startedAt),
  bay,
  aim,
  measure,
  footwear,
  homework,
  nextVisit,
  painBefore: pain?.[0] ?? null,
  painAfter: pain?.[1] ?? null,
});

/** Makes swings in worker threads and stores them in their order; false where it was ended early. */
async function make(to: DemoShelves, jobs: readonly DemoJob[], { threads, said, until }: Making): Promise<boolean> {
  const makers = Array.from({ length: Math.min(threads, jobs.length) }, demoMaker);
  const coming = new Map<number, Promise<DemoSwing>>();
  let next = 0;
  const start = (m: DemoMaker): void => {
    if (next >= jobs.length) return;
    const k = next++;
    const made = m.make(jobs[k]!.request);
    coming.set(k, made);
    made.then(() => start(m)).catch(() => undefined);
  };
  try {
    makers.forEach(start);
    for (let k = 0; k < jobs.length; k++) {
      if (until()) return false;
      await put(to, jobs[k]!, await coming.get(k)!);
      coming.delete(k);
      said(k + 1, jobs.length);
    }
    return true;
  } finally {
    await Promise.all(makers.map((m) => m.close()));
  }
}

async function put(
  { service, shots, films, came }: DemoShelves,
  { request, recordedAt }: DemoJob,
  { prepared, shot, felt }: DemoSwing,
): Promise<void> {
  const { lesson, series, pupil } = request;
  const [swing] = await service.put(prepared, pupil, {
    lessonId: lesson.id,
    club: series.club,
    clubName: series.clubName,
    ...(series.tag ? { tag: series.tag } : {}),
    felt,
    source: 'bay',
    file: null,
    recordedAt,
  });
  if (!swing) return;
  if (shot)
    await shots.add({
      id: randomUUID(),
      lessonId: lesson.id,
      swingId: swing.id,
      at: recordedAt,
      source: 'feed',
      from: 'Simulated monitor',
      values: shot,
    });
  for (const side of DEMO_SIDES) {
    const film = demoFilm(`${request.name}-${side}`);
    const kept = film && (await films.add(swing.id, film.bytes, film.about));
    if (kept && film.followed.length) await films.change(kept.id, { followed: film.followed });
  }
  const head = (await service.head(swing.id)) ?? swing;
  const confirmed = confirmedIn(head, request, recordedAt);
  came((confirmed && (await service.change(swing.id, { confirmed }))) ?? head);
}

/** Of so many swings of which the reading is right the teacher has said so of one. */
const EVERY_CONFIRMED = 4;
/** Said so long after the swing, ms. */
const SAID_AFTER = 5 * 60_000;

/** What the teacher has said of a swing of the sample world; null: nothing. */
function confirmedIn({ mainFault, judgedBy }: SwingHead, { series, seed }: DemoSwingRequest, recordedAt: Date) {
  if (!judgedBy || mainFault !== (series.fault ?? null) || seed % EVERY_CONFIRMED > 0) return null;
  const at = new Date(recordedAt.getTime() + SAID_AFTER).toISOString();
  return [{ fault: mainFault ?? HEALTHY_SWING, pattern: judgedBy.pattern, at }];
}

/** A film drawn from this very swing, if one lies beside the server. */
function demoFilm(name: string) {
  const file = (end: string) => fileURLToPath(new URL(`./films/${name}.${end}`, import.meta.url));
  if (!existsSync(file('webm'))) return null;
  const { followed = [], ...about } = JSON.parse(readFileSync(file('json'), 'utf8')) as NewFilm &
    Partial<Pick<Film, 'followed'>>;
  return { bytes: new Uint8Array(readFileSync(file('webm'))), about, followed };
}

interface DemoMaker {
  readonly make: (r: DemoSwingRequest) => Promise<DemoSwing>;
  readonly close: () => Promise<unknown>;
}

const THREAD = {
  bundle: new URL('./demo-worker.mjs', import.meta.url),
  source: new URL('./worker.ts', import.meta.url),
};

/** A thread that makes swings; from source, without a bundle beside it, they are made in this one. */
function demoMaker(): DemoMaker {
  if (!existsSync(fileURLToPath(THREAD.bundle)))
    return { make: (r) => Promise.resolve(demoSwing(r)), close: () => Promise.resolve() };
  const worker = startThread(THREAD, { workerData: null });
  const { ask } = questionsTo<DemoSwingRequest>(worker, 'the thread that makes sample swings has ended');
  return { make: (r) => ask(r) as Promise<DemoSwing>, close: () => worker.terminate() };
}

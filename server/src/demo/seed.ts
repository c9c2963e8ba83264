import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { EnteredRepository } from '../swings/entered-repository.js';
import type { Film } from '@vilko/contract';
import type { FilmService, NewFilm } from '../swings/film-service.js';
import type { SwingService } from '../swings/swing-service.js';
import type { DrillRepository } from '../drills/drill-repository.js';
import type { ExperimentRepository } from '../practice/experiment-repository.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ShotRepository } from '../swings/shot-repository.js';
import { ask } from '../threads/ask.js';
import { demoSwing, type DemoSwing, type DemoSwingRequest } from './demo-swing.js';
import { DEMO_SIDES, type DemoJob, jobsOf } from './demo-jobs.js';
import { DEMO_ENTERED } from './entered-stories.js';
import { OWN_DRILLS } from './own-drills.js';
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
}

/** What is left to make of the sample world. */
export interface DemoRest {
  /** Makes the rest; `tell` hears how far it is, 0–1. Ends early when `until` says so. */
  readonly make: (threads: number, tell: (part: number) => void, until: () => boolean) => Promise<void>;
  readonly swings: number;
}

/**
 * Puts the sample world into an empty database: every pupil and lesson, and the swings of each pupil's newest lesson.
 * The swings of the lessons before are what is left. The same every time; goes on where a stopped demo ended.
 * @returns null when nothing is left
 */
export async function seedDemo(to: DemoShelves, tell: (part: number) => void): Promise<DemoRest | null> {
  const there = new Map((await to.pupils.all()).map((p) => [p.id, new Map(p.lessons.map((l) => [l.id, l.swings]))]));
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
      (j === lessons.length - 1 ? newest : older).push(...(made && j === lessons.length - 1 ? [] : jobs));
    }
  }
  if (there.size === 0) {
    const { plans, log, experiments } = demoPractice();
    for (const e of experiments) await to.experiments.add(e);
    for (const p of plans) await to.practice.addPlan(p);
    for (const e of log) await to.practice.addEntry(e);
    for (const d of OWN_DRILLS) await to.drills.save(d);
    for (const s of DEMO_ENTERED) await to.entered.add(s);
  }
  await make(to, newest, { threads: 2, tell, until: () => false });
  return older.length
    ? { swings: older.length, make: (threads, tell, until) => make(to, older, { threads, tell, until }) }
    : null;
}

const lessonRow = (
  pupilId: string,
  { id, startedAt, bay, aim, measure, footwear, homework, nextVisit, pain }: DemoLesson,
) => ({
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

/** Makes swings in worker threads and stores them in their order. */
async function make(
  to: DemoShelves,
  jobs: readonly DemoJob[],
  { threads, tell, until }: { threads: number; tell: (part: number) => void; until: () => boolean },
): Promise<void> {
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
    for (let k = 0; k < jobs.length && !until(); k++) {
      await put(to, jobs[k]!, await coming.get(k)!);
      coming.delete(k);
      tell((k + 1) / jobs.length);
    }
  } finally {
    await Promise.all(makers.map((m) => m.close()));
  }
}

async function put(
  { service, shots, films }: DemoShelves,
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

/** A thread that makes swings; from source, without a bundle beside it, they are made in this one. */
function demoMaker(): DemoMaker {
  const file = fileURLToPath(new URL('./demo-worker.mjs', import.meta.url));
  if (!existsSync(file)) return { make: (r) => Promise.resolve(demoSwing(r)), close: () => Promise.resolve() };
  const worker = new Worker(file);
  return {
    make: (r) => ask<DemoSwingRequest, DemoSwing>(worker, r),
    close: () => worker.terminate(),
  };
}

import { setTimeout as wait } from 'node:timers/promises';
import { Lesson } from '@vilko/contract';
import { crowd } from './crowd.js';
import type { TestApp } from './test-app.js';

/** The pages that cost most, of a pupil with many swings in one lesson. */
export const WORST_PAGES = [
  '/api/lessons/l',
  '/api/lessons/l/findings',
  '/api/pupils/p/dashboard',
  '/api/pupils/p/progress',
  '/api/pupils/p/swings',
  '/api/lessons/l/report.pdf',
  '/api/pupils/p/bundle',
] as const;

/** A page that was asked for: how it was answered, and in what time, ms. */
export interface Answered {
  readonly page: string;
  readonly status: number;
  readonly bytes: number;
  readonly ms: number;
}

/** What came of it. */
export interface BusyHouse {
  /** Whole swings sent, and the numbers of those that were stored, bay by bay. */
  readonly sent: readonly number[];
  readonly stored: readonly (readonly number[])[];
  /** Times between two pictures of a bay, ms. */
  readonly gaps: readonly number[];
  readonly pages: readonly Answered[];
  /** What the bays had to say. */
  readonly notices: readonly string[];
}

/** On a machine that does other things too, the last swings may be on their way into the database for so long, ms. */
const LATE = 120_000;

async function openBay(app: TestApp, name: string): Promise<{ id: string; lessonId: string }> {
  const { id } = await app.bays.add(name);
  const lessonId = `lesson-${id}`;
  await app.pupils.addLesson({ id: lessonId, pupilId: 'p', startedAt: new Date(), bay: name, aim: '' });
  await app.bays.one(id)!.change({ lessonId, armed: true, club: 'iron', clubName: '7-iron' });
  return { id, lessonId };
}

/**
 * Golfers swing in every bay while somebody asks for one page after the other, one a second.
 * @param app listens, and has a lesson `l` of a pupil `p`
 * @param named bays that are opened for it
 */
export async function busyHouse(
  app: TestApp,
  { named, seconds, pages }: { named: readonly string[]; seconds: number; pages: readonly string[] },
): Promise<BusyHouse> {
  const open: { id: string; lessonId: string }[] = [];
  for (const name of named) open.push(await openBay(app, name));
  const bays = open.map((b) => b.id);
  const asked: Promise<Answered>[] = [];
  const ask = async (page: string): Promise<Answered> => {
    const begun = performance.now();
    const answer = await fetch(`http://127.0.0.1:${app.port}${page}`);
    const bytes = (await answer.arrayBuffer()).byteLength;
    return { page, status: answer.status, bytes, ms: performance.now() - begun };
  };
  let swinging = true;
  const asking = (async () => {
    for (let k = 0; swinging; k++) {
      if (pages.length) asked.push(ask(pages[k % pages.length]!));
      await wait(1000);
    }
  })();
  const saw = await crowd({ port: app.port, bays, kinds: ['mat-plates', 'plates', 'boards', 'mat'], seconds });
  swinging = false;
  await asking;
  const answered = await Promise.all(asked);
  const numbersIn = async (lessonId: string): Promise<number[]> =>
    Lesson.parse((await app.get(`/api/lessons/${lessonId}`)).json()).rack.map((s) => s.number);
  const racks = () => Promise.all(open.map((b) => numbersIn(b.lessonId)));
  const sum = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0);
  let stored = await racks();
  for (let late = 0; late < LATE && sum(stored.map((r) => r.length)) < sum(saw.swings); late += 500) {
    await wait(500);
    stored = await racks();
  }
  const notices = bays.flatMap((id) => app.bays.one(id)!.state().notice ?? []);
  return { sent: saw.swings, stored, gaps: saw.gaps, pages: answered, notices };
}

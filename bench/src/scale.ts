import { sql } from 'drizzle-orm';
import { lessons, pupils, recordings, results, swings } from '../../server/src/db/schema.js';
import { fillLesson } from '../../server/src/testing/crowd.js';
import { SOMEBODY, testApp, type TestApp } from '../../server/src/testing/test-app.js';

const SIZES = [1_000, 100_000] as const;
/** Swings of one lesson, and lessons of one pupil. */
const IN_LESSON = 20;
const OF_PUPIL = 5;
const ASKS = 40;
/** Erasing rewrites the tables of an embedded database: a few are enough. */
const FEW = 3;
/** ms at the 95th percentile. */
const AIM = 200;

/** A house by its numbers. */
interface House {
  readonly people: number;
  readonly lessons: number;
}
/** One thing that is done to a house, so many times: its address, and what is sent, the i-th time. */
interface Done {
  readonly what: string;
  readonly method: 'GET' | 'POST' | 'DELETE';
  readonly times: number;
  readonly url: (i: number, house: House) => string;
  readonly body?: (i: number, house: House) => object;
}

const asked = (what: string, url: Done['url']): Done => ({ what, method: 'GET', times: ASKS, url });
/** The last people of a house are erased; nobody asks about them. */
const last = (i: number, { people }: House): number => people - 1 - i;

const DONE: readonly Done[] = [
  asked('the list of pupils', () => '/api/pupils'),
  asked('the inbox', () => '/api/inbox'),
  asked('the bin', () => '/api/bin'),
  asked('a pupil’s record', (i, { people }) => `/api/pupils/p${i % people}`),
  asked('a pupil’s dashboard', (i, { people }) => `/api/pupils/p${i % people}/dashboard`),
  asked('a pupil’s progress', (i, { people }) => `/api/pupils/p${i % people}/progress`),
  asked('every swing of a pupil', (i, { people }) => `/api/pupils/p${i % people}/swings`),
  asked('a lesson', (i, { lessons }) => `/api/lessons/l${i % lessons}`),
  asked('what is found in a lesson', (i, { lessons }) => `/api/lessons/l${i % lessons}/findings`),
  { what: 'deleting a swing', method: 'DELETE', times: ASKS, url: (i) => `/api/swings/s${i * IN_LESSON + 1}` },
  {
    what: 'deleting a lesson',
    method: 'DELETE',
    times: FEW,
    url: (i, { lessons }) => `/api/lessons/l${lessons - 1 - i}`,
  },
  {
    what: 'erasing a pupil',
    method: 'POST',
    times: FEW,
    url: (i, house) => `/api/pupils/p${last(i, house)}/erase`,
    body: (i, house) => ({ name: `Pupil ${last(i, house)}` }),
  },
];
/** A house of so many swings: one swing that was really read, again and again under other names. */
async function houseOf(n: number): Promise<{ app: TestApp; house: House }> {
  const app = await testApp({ onDisk: true, listen: true, apart: true });
  const { db } = app.database;
  await fillLesson(app.database, 'l', 1);
  // judged once, like every swing of a house that is used
  await app.get('/api/lessons/l');
  const people = n / (IN_LESSON * OF_PUPIL);
  await db.execute(sql`
    insert into ${pupils} (id, name, about, handed, stature, story)
    select 'p' || i, 'Pupil ' || i, '', 'right', ${SOMEBODY.stature}::real, '' from generate_series(0, ${people - 1}::int) i`);
  await db.execute(sql`
    insert into ${lessons} (id, pupil_id, started_at, bay, aim)
    select 'l' || i, 'p' || i % ${people}::int, timestamptz '2026-01-05' + i * interval '1 hour', 'Bay 3', 'Stay over it'
    from generate_series(0, ${people * OF_PUPIL - 1}::int) i`);
  await db.execute(sql`
    insert into ${recordings} (id, bundle)
    select 'r' || i, decode('00', 'hex') from generate_series(0, ${people * OF_PUPIL - 1}::int) i`);
  for (let k = 1; k <= IN_LESSON; k++) {
    await db.execute(sql`
      insert into ${swings} (id, lesson_id, recording_id, part, number, club, club_name, device, recorded_at, source)
      select 's' || (i * ${IN_LESSON}::int + ${k}::int), 'l' || i, 'r' || i, ${k - 1}::int, ${k}::int, 'iron', '7-iron',
        'plates', timestamptz '2026-01-05' + i * interval '1 hour' + ${k}::int * interval '1 minute', 'file'
      from generate_series(0, ${people * OF_PUPIL - 1}::int) i`);
    await db.execute(sql`
      insert into ${results} (swing_id, key, result, verdict)
      select 's' || (i * ${IN_LESSON}::int + ${k}::int), r.key, r.result, r.verdict
      from generate_series(0, ${people * OF_PUPIL - 1}::int) i, (select key, result, verdict from ${results} limit 1) r`);
  }
  await db.execute(sql`analyze`);
  return { app, house: { people, lessons: people * OF_PUPIL } };
}

/** Times of one thing done many times to a house, ms, in order of size. */
async function timesOf({ app, house }: { app: TestApp; house: House }, done: Done): Promise<number[]> {
  const { method, times, url, body } = done;
  const took: number[] = [];
  for (let i = 0; i < times; i++) {
    const began = performance.now();
    const answer = await fetch(`http://127.0.0.1:${app.port}${url(i, house)}`, {
      method,
      ...(body ? { body: JSON.stringify(body(i, house)), headers: { 'content-type': 'application/json' } } : {}),
    });
    const said = await answer.text();
    if (!answer.ok) throw new Error(`${method} ${url(i, house)}: ${answer.status} ${said}`);
    took.push(performance.now() - began);
  }
  return took.sort((a, b) => a - b);
}

const at = (sorted: readonly number[], q: number): number => sorted[Math.ceil(q * sorted.length) - 1]!;

/** What a house answers at a thousand and at a hundred thousand swings; flat is what it is to be. */
export async function benchScale(): Promise<void> {
  const rows = new Map(DONE.map((d) => [d.what, [] as number[][]]));
  for (const n of SIZES) {
    const began = performance.now();
    const there = await houseOf(n);
    console.log(`  ${n.toLocaleString('en')} swings laid out in ${((performance.now() - began) / 1000).toFixed(0)} s`);
    for (const done of DONE) rows.get(done.what)!.push(await timesOf(there, done));
    await there.app.close();
  }
  console.log(
    `| what | p95 at ${SIZES.map((n) => n.toLocaleString('en')).join(' | p95 at ')} swings | × | aim ${AIM} ms |`,
  );
  for (const [what, [few, many]] of rows) {
    const [a, b] = [at(few!, 0.95), at(many!, 0.95)];
    console.log(
      `| ${what} | ${a.toFixed(0)} ms | ${b.toFixed(0)} ms | ${(at(many!, 0.5) / at(few!, 0.5)).toFixed(1)} | ${b <= AIM ? 'held' : 'not held'} |`,
    );
  }
}

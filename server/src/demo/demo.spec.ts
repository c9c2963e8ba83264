import { existsSync, mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Lesson, type LiveMessage, Pupil } from '@vilko/contract';
import { faultOf, measureRow } from '@vilko/core';
import { buildApp } from '../app.js';
import { freshDatabase } from '../testing/fresh-database.js';
import { jobsOf } from './demo-jobs.js';
import { demoSwing } from './demo-swing.js';
import { DEMO_LESSON, seedDemo } from './seed.js';
import { DEMO_PUPILS } from './stories.js';

const jobs = DEMO_PUPILS.flatMap((p, i) => p.lessons.flatMap((l) => jobsOf(i, l)));

describe('the sample world', () => {
  it('has pupils that hold to the contract, three months of lessons in order, and about 300 swings over several devices', () => {
    for (const { pupil, lessons } of DEMO_PUPILS) {
      expect(Pupil.safeParse(pupil).success).withContext(pupil.id).toBeTrue();
      const days = lessons.map((l) => Date.parse(l.startedAt));
      expect([...days].sort((a, b) => a - b))
        .withContext(pupil.id)
        .toEqual(days);
    }
    const days = DEMO_PUPILS.flatMap((p) => p.lessons.map((l) => Date.parse(l.startedAt) / 86_400_000));
    expect(Math.max(...days) - Math.min(...days)).toBeGreaterThan(60);
    expect(jobs.length).toBeGreaterThan(250);
    expect(new Set(DEMO_PUPILS.flatMap((p) => p.lessons.map((l) => l.device))).size).toBe(4);
    expect(DEMO_PUPILS.some((p) => p.pupil.handed === 'left')).toBeTrue();
  });
  it('names only measures and faults that exist, and asks minors for consent', () => {
    for (const { pupil, lessons } of DEMO_PUPILS) {
      if (['under 12', '12–15', '16–17'].includes(pupil.profile.ageBand ?? ''))
        expect(pupil.profile.consent).withContext(pupil.id).not.toBeNull();
      for (const l of lessons) {
        if (l.measure) expect(measureRow(l.measure)).withContext(l.id).toBeDefined();
        for (const s of l.series) if (s.fault) expect(faultOf(s.fault)).withContext(`${l.id} ${s.fault}`).toBeDefined();
      }
    }
  });
  it('gives every swing a name, a seed and a time of its own', () => {
    expect(new Set(jobs.map((j) => j.request.name)).size).toBe(jobs.length);
    expect(new Set(jobs.map((j) => j.request.seed)).size).toBe(jobs.length);
  });
  it('makes a swing twice the same, and draws films of swings it has', () => {
    const job = jobs.find((j) => j.request.lesson.device === 'boards')!;
    const [a, b] = [demoSwing(job.request), demoSwing(job.request)];
    expect(a.prepared.bundle).toEqual(b.prepared.bundle);
    const folder = fileURLToPath(new URL('../../demo-films', import.meta.url));
    expect(existsSync(folder)).toBeTrue();
    const names = new Set(jobs.map((j) => j.request.name));
    const films = readdirSync(folder).filter((f) => f.endsWith('.webm'));
    expect(films.length).toBeGreaterThan(4);
    for (const f of films)
      expect(names.has(f.replace(/-(front|behind|above)\.webm$/, '')))
        .withContext(f)
        .toBeTrue();
  });
});

describe('the sample world, while it is being made', () => {
  // threads read the whole simulator from source, twice, whatever else the machine does
  it('is there with its lessons at once; its swings come one by one, and go on where they were stopped', async () => {
    const database = await freshDatabase(mkdtempSync(join(tmpdir(), 'vilko-demo-')));
    const app = await buildApp(database, { web: '/nowhere' });
    const heard: LiveMessage[] = [];
    app.bays.first().watch({ say: (m) => heard.push(m), show: () => undefined, busy: () => false });
    /** Makes so many of the newest lessons' swings. */
    const make = async (some: number) => {
      const said: [number, number][] = [];
      const left = await seedDemo(app.demo);
      await left!.newest({
        threads: 1,
        said: (done, of) => said.push([done, of]),
        until: () => said.length >= some,
      });
      return said;
    };
    const rack = async () => {
      const answer = await app.fastify.inject(`/api/lessons/${DEMO_LESSON}`);
      return Lesson.parse(answer.json()).rack.map((s) => s.number);
    };
    try {
      expect((await seedDemo(app.demo)) !== null).toBeTrue();
      expect(await rack()).toEqual([]);
      const first = await make(2);
      expect(first.map(([done]) => done)).toEqual([1, 2]);
      expect(await rack()).toEqual([1, 2]);
      expect(heard.flatMap((m) => (m.type === 'swing' ? [m.swing.number] : []))).toEqual([1, 2]);
      const [again] = await make(1);
      expect(again).toEqual([1, first[0]![1] - 2]);
      expect(await rack()).toEqual([1, 2, 3]);
    } finally {
      await app.fastify.close();
      await database.close();
    }
  }, 180_000);

  it('is said on every screen, on those that come later too, until it is done', async () => {
    const database = await freshDatabase(mkdtempSync(join(tmpdir(), 'vilko-demo-')));
    const { bays, fastify } = await buildApp(database, { web: '/nowhere' });
    const watched = () => {
      const heard: unknown[] = [];
      const say = (m: LiveMessage) => m.type === 'behind' && heard.push(m.work);
      bays.first().watch({ say, show: () => undefined, busy: () => false });
      return heard;
    };
    const work = { what: 'sample swings', done: 3, of: 9 } as const;
    try {
      const before = watched();
      bays.works(work);
      const later = watched();
      bays.works(null);
      expect([before, later, watched()]).toEqual([[null, work, null], [work, null], [null]]);
    } finally {
      await fastify.close();
      await database.close();
    }
  });

  it('does not come into a house that has pupils of its own', async () => {
    const database = await freshDatabase(mkdtempSync(join(tmpdir(), 'vilko-demo-')));
    const app = await buildApp(database, { web: '/nowhere' });
    try {
      await app.demo.pupils.add({ ...DEMO_PUPILS[0]!.pupil, id: 'somebody' });
      expect(await seedDemo(app.demo)).toBeNull();
      expect((await app.demo.pupils.all()).map((p) => p.id)).toEqual(['somebody']);
    } finally {
      await app.fastify.close();
      await database.close();
    }
  });
});

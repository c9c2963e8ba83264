import { existsSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Pupil } from '@vilko/contract';
import { faultOf, measureRow } from '@vilko/core';
import { jobsOf } from './demo-jobs.js';
import { demoSwing } from './demo-swing.js';
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

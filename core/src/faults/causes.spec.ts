import { evidenceWords } from '../words/evidence.js';
import { opposed } from '../practice/plan.js';
import { substitutesOf } from '../drills/substitutes.js';
import { DRILLS, drillsFor } from '../drills/drills.js';
import { LADDER } from '../drills/ladder.js';
import { isMeasureId, MEASURE_IDS, measureRow } from '../measures/registry.js';
import type { Measure, Measures } from '../measures/measure.js';
import { patternFromSwings } from '../patterns/from-swings.js';
import { patternOf, PATTERNS } from '../patterns/library.js';
import { readUnderSchools } from '../patterns/schools.js';
import { ballAnswer } from './ball.js';
import { FAULTS } from './catalogue.js';
import { type JudgeContext, judgeSet, judgeSwing, weighSwing } from './judge.js';
import { oneSwingForAll } from './one-swing-for-all.js';
import { SIGNS, walkBack } from './seen.js';
import { limitFor } from './strength.js';

const m = (value: number, u = 0.1): Measure => ({ value, u, unit: '', basis: 'measured' });
const swing = (values: Readonly<Record<string, number>>) => ({
  events: { p4: { t: 1, source: 'club', u: 0.01 } } as never,
  measures: Object.fromEntries(Object.entries(values).map(([id, v]) => [id, m(v)])) as Measures,
});
const context = (more: Partial<JudgeContext> = {}): JudgeContext => ({
  device: 'mat-plates',
  club: 'iron',
  pattern: patternOf('common-ground'),
  statureGiven: true,
  ...more,
});
const found = (values: Readonly<Record<string, number>>, more: Partial<JudgeContext> = {}) =>
  judgeSwing(swing(values), context(more)).findings.map((f) => f.fault);
/** Who still loads while the ground has long been light, and not all of it. */
const LOADING_LATE = { 'force.up.min.phase': 3.4, 'load.trail.max.phase': 3.9, 'share.lead.p4': 25 };

/** Why a twist has no phase that still points away at the top: that is late. */
const LATE_AT_TOP = measureRow('torque.turn.zero.phase').never!.find((n) => n.fault === 'late')!.reason;

/** A fault, a swing that shows it twice, what takes the second sight of it away, and what that is. */
const SHOWN_TWICE: readonly [string, Record<string, number>, Record<string, number>, string][] = [
  [
    'late-twist',
    {
      'torque.turn.zero.phase': 3.2,
      'torque.turn.back.phase': 2,
      'foreaft.lead.back.phase': 2.1,
      'force.up.min.phase': 4,
    },
    { 'force.up.min.phase': 4.8 },
    'the ground is as late as the twist',
  ],
  [
    'mass-not-pressure',
    { 'mass.back': 110, 'mass.split.max': 30, 'foot.lead.load.min': 35 },
    { 'mass.split.max': 48, 'mass.back': 90 },
    'the pressure goes nearly as far as the mass',
  ],
  [
    'late-load',
    { ...LOADING_LATE, 'load.trail.leave.phase': 4.5, 'load.trail.max': 75 },
    { 'load.trail.max.phase': 3.3 },
    'the most of it is over before the ground is light',
  ],
  [
    'toes-late',
    {
      'foot.lead.fwd.p6': 70,
      'foot.trail.fwd.p6': 60,
      'foot.lead.fwd.p7': 75,
      'foot.trail.fwd.p7': 65,
      'foot.lead.fwd.p9': 60,
    },
    { 'foot.lead.fwd.p6': 60 },
    'the trail foot is farther on its toes before impact',
  ],
  [
    'trail-heel-early',
    { 'foot.trail.fwd.p3': 20, 'foot.lead.fwd.p3': 50, 'foot.trail.fwd.p4': 30 },
    { 'foot.lead.fwd.p3': 36 },
    'the lead foot goes back as well',
  ],
  [
    'dragged',
    { 'tempo.ratio': 5, 'tempo.back': 1300 },
    { 'tempo.back': 900 },
    'the way back takes no longer than others take',
  ],
];

describe('the rules under a school, a shot and a golfer', () => {
  it('count what the school counts, whole or in part', () => {
    const early = { 'onset.lead.ms': -120, 'load.trail.max': 74 };
    expect(found(early)).toContain('club-first');
    expect(found(early, { pattern: patternOf('quiet-centre') })).not.toContain('club-first');
    const rolled = { 'foot.trail.in.p3': -80 };
    expect(found(rolled)).toContain('trail-rollout');
    expect(found(rolled, { pattern: patternOf('forefoot-wind') })).not.toContain('trail-rollout');
    expect(found({ ...rolled, 'foot.trail.in.p4': -80 }, { pattern: patternOf('forefoot-wind') })).toContain(
      'trail-rollout',
    );
  });

  it('expect the trail peak early where the school wants it over by then', () => {
    const late = { ...LOADING_LATE, 'load.trail.leave.phase': 4.0, 'load.trail.max': 75 };
    expect(found(late)).not.toContain('late-load');
    expect(found(late, { pattern: patternOf('press-recentre') })).toContain('late-load');
  });

  it('let the mass go farther for length, and ask less size of a smaller golfer', () => {
    const far = { 'mass.back': 160, 'mass.back.phase': 2 };
    expect(found(far, { club: 'driver' })).toContain('sway');
    expect(found(far, { club: 'driver', tuning: { overlays: ['for-length'] } })).not.toContain('sway');
    const weak = { 'force.target.peak': 7, 'force.trail.lean': 6 };
    expect(found(weak)).toContain('weak-push');
    expect(found(weak, { tuning: { size: 0.6 } })).not.toContain('weak-push');
    expect(found({ ...weak, 'force.trail.lean': 11 }))
      .withContext('the trail leg leans into it')
      .not.toContain('weak-push');
  });

  for (const [fault, shown, but, why] of SHOWN_TWICE)
    it(`find ${fault} where it shows twice, not where ${why}`, () => {
      expect(found(shown)).toContain(fault);
      expect(found({ ...shown, ...but })).not.toContain(fault);
    });

  it('find a twist that never turned late as it is, and say nothing of it against the ground', () => {
    const late = { 'torque.turn.back.phase': 2, 'foreaft.lead.back.phase': 2.1, 'force.up.min.phase': 4 };
    const never = { value: null, u: null, unit: 'P', basis: 'measured', reason: LATE_AT_TOP } as never;
    const { measures, events } = swing(late);
    const judged = judgeSwing({ events, measures: { ...measures, 'torque.turn.zero.phase': never } }, context());
    expect(judged.findings.map((f) => f.fault)).toContain('late-twist');
  });

  it('excuse pressure in the heels that was asked for, unless the lead foot is clearly there too', () => {
    const heels = (lead: number) => ({
      'foot.lead.fwd.p1': 52,
      'foot.lead.fwd.p2': 45,
      'foot.lead.fwd.p3': lead,
      'foot.trail.fwd.p3': 20,
    });
    expect(found(heels(34))).toContain('early-heels');
    expect(found(heels(34), { tuning: { overlays: ['in-to-out'] } })).not.toContain('early-heels');
    expect(found(heels(22), { tuning: { overlays: ['in-to-out'] } })).toContain('early-heels');
  });

  it('excuse a lead foot that comes on going back after the trail foot was loaded early and enough', () => {
    const back = (most: number, phase = 3) =>
      found({ 'share.lead.p4': 60, 'share.lead.address': 52, 'load.trail.max': most, 'load.trail.max.phase': phase });
    // 113 points of both are enough: where the pattern has no share at the top, its own ideal lowers that no further
    expect(back(58)).toContain('reversed-load');
    expect(back(62)).not.toContain('reversed-load');
    expect(back(62, 4.2)).toContain('reversed-load');
  });

  it('put no limit inside what the pattern calls ideal', () => {
    expect(found({ 'load.trail.max': 56 })).toContain('no-load');
    expect(found({ 'load.trail.max': 56 }, { club: 'wedge', pattern: patternOf('quiet-centre') })).not.toContain(
      'no-load',
    );
  });

  it('take the house’s limits, leave out what was overruled, and keep its consequences free', () => {
    expect(found({ 'share.lead.p7': 56 })).toContain('hangs-back');
    expect(
      found({ 'share.lead.p7': 56 }, { limits: { 'hangs-back:share.lead.p7': { iron: 50, driver: 45 } } }),
    ).not.toContain('hangs-back');
    const both = { 'share.lead.p7': 45, 'share.lead.p10': 60 };
    const { findings } = judgeSwing(swing(both), context());
    expect(findings.map((f) => [f.fault, f.consequenceOf])).toEqual([
      ['hangs-back', null],
      ['unsteady-finish', 'hangs-back'],
    ]);
    const without = judgeSwing(swing(both), context({ overruled: ['hangs-back'] })).findings;
    expect(without.map((f) => [f.fault, f.main, f.consequenceOf])).toEqual([['unsteady-finish', true, null]]);
  });

  it('say which earlier causes the device cannot judge', () => {
    const [late] = judgeSwing(swing({ 'share.lead.p7': 45 }), context({ device: 'mat' })).findings;
    expect(late!.mayComeFrom).toContain('weak-push');
    expect(late!.mayComeFrom).not.toContain('unsteady-finish');
  });
});

describe('a set', () => {
  const set = (spread: number) =>
    Array.from({ length: 6 }, (_, i) =>
      swing({ 'share.lead.p7': 75 + spread * (i - 2.5), 'load.trail.max.phase': 2.8 }),
    );

  it('of five or more swings shows when they are all different', () => {
    const wide = judgeSet(set(9), context()).findings.find((f) => f.fault === 'wide-spread')!;
    expect(wide.evidence[0]!.spread).toBeTrue();
    expect(wide.evidence[0]!.value).toBeCloseTo(16.84, 1);
    expect([wide.k, wide.n]).toEqual([6, 6]);
    // u(SD) = SD/√(2(n − 1))
    expect(wide.evidence[0]!.u).toBeCloseTo(wide.evidence[0]!.value! / Math.sqrt(10), 3);
    expect(judgeSet(set(1), context()).findings.map((f) => f.fault)).not.toContain('wide-spread');
    expect(judgeSet(set(9).slice(0, 4), context()).findings.map((f) => f.fault)).not.toContain('wide-spread');
  });

  it('comes and goes where a quarter to three quarters of the swings show it', () => {
    // so far out that the mean of the set shows it, however few swings do
    const some = (k: number) =>
      judgeSet(
        Array.from({ length: 8 }, (_, i) => swing({ 'foot.trail.in.p3': i < k ? -400 : -20 })),
        context(),
      ).findings.find((f) => f.fault === 'trail-rollout');
    expect([2, 4, 6, 7, 8].map((k) => [some(k)?.k, some(k)?.comesAndGoes])).toEqual([
      [2, true],
      [4, true],
      [6, true],
      [7, false],
      [8, false],
    ]);
    expect([some(8)?.n, some(8)?.tentative]).toEqual([8, false]);
  });

  it('tells what is more than the load that goes over explains from what is not', () => {
    const early = (gain: number, p2 = 42) =>
      found({ 'force.trail.lean': 5, 'force.up.trail.gain': gain, 'share.lead.address': 52, 'share.lead.p2': p2 });
    // 10 points go over: a gain of 12 %BW is that, a gain of 24 is a push up
    expect(early(12)).not.toContain('push-goes-up');
    expect(early(24)).toContain('push-goes-up');
    expect(early(24, 30)).not.toContain('push-goes-up');
    const { evidence } = judgeSwing(
      swing({ 'force.trail.lean': 5, 'force.up.trail.gain': 24, 'share.lead.address': 52, 'share.lead.p2': 42 }),
      context(),
    ).findings.find((f) => f.fault === 'push-goes-up')!;
    expect(evidence[1]!.value).toBeCloseTo(14, 9);
    expect(evidenceWords(evidence[1]!)).toMatch(/beyond what .* less .* explains$/);
  });

  it('says nothing of the trail leg after impact while hanging back says it more plainly', () => {
    const stays = { 'trail.contact.p8': 40, 'share.lead.p9': 55, 'share.lead.p7': 64 };
    expect(found(stays)).toContain('stays-on-trail-leg');
    expect(found({ ...stays, 'share.lead.p9': 70 }))
      .withContext('the lead share goes on rising')
      .not.toContain('stays-on-trail-leg');
    expect(found({ ...stays, 'share.lead.p7': 57 })).not.toContain('stays-on-trail-leg');
    expect(found(stays, { club: 'driver' })).not.toContain('stays-on-trail-leg');
  });

  it('grant more time to load to a school that holds the load to the top', () => {
    const late = { ...LOADING_LATE, 'load.trail.leave.phase': 4.4, 'load.trail.max': 86 };
    expect(found(late)).toContain('late-load');
    expect(found(late, { pattern: patternOf('deep-load') })).not.toContain('late-load');
  });

  it('has limits of a wood halfway between those of driver and iron', () => {
    expect(
      ['iron', 'wedge', 'driver', 'wood'].map((club) => limitFor({ iron: 20, driver: 40 }, club as never)),
    ).toEqual([20, 20, 40, 30]);
    expect(limitFor(7, 'wood')).toBe(7);
    expect(limitFor({ iron: 20, driver: 40, wedge: 25 }, 'wedge')).toBe(25);
  });

  it('of driver and irons alike, with a poor fit of the driver, is advised about', () => {
    const alike = (club: 'driver' | 'iron', fit: number) =>
      Array.from({ length: 4 }, (_, i) => ({
        club,
        fit,
        measures: swing({ 'load.trail.max': 70 + 0.2 * i, 'mass.back': 40 + i, 'share.lead.p7': 76 + 0.3 * i })
          .measures,
      }));
    expect(oneSwingForAll([...alike('driver', 0.4), ...alike('iron', 0.9)])).toBeTrue();
    expect(oneSwingForAll([...alike('driver', 0.59), ...alike('iron', 0.9)])).toBeTrue();
    expect(oneSwingForAll([...alike('driver', 0.61), ...alike('iron', 0.9)])).toBeFalse();
    expect(oneSwingForAll([...alike('driver', 0.4).slice(1, 3), ...alike('iron', 0.9)])).toBeFalse();
  });
});

describe('what the eye sees', () => {
  it('walks the causes backward, nearest first, each once, with what was weighed', () => {
    const weighed = weighSwing(swing({ 'share.lead.p7': 45, 'share.lead.address': 60 }), context());
    const causes = walkBack(
      SIGNS.find((s) => s.id === 'hangs-back')!,
      weighed,
    );
    expect(causes[0]!.fault).toBe('hangs-back');
    expect(new Set(causes.map((c) => c.fault)).size).toBe(causes.length);
    const steps = causes.map((c) => c.steps);
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
    expect(causes.find((c) => c.fault === 'late-shift')!.steps).toBe(1);
    expect(causes.find((c) => c.fault === 'trail-start')!.says).toEqual(
      jasmine.objectContaining({ strength: jasmine.any(Number) }),
    );
    expect(causes.find((c) => c.fault === 'weak-push')!.says).toEqual(
      jasmine.objectContaining({ reason: 'not measured' }),
    );
  });

  it('starts only from faults that there are', () => {
    const ids = FAULTS.map((f) => f.id);
    for (const s of SIGNS) for (const f of s.faults) expect(ids).withContext(s.id).toContain(f);
  });
});

describe('the ball', () => {
  it('agrees, says otherwise, or says nothing', () => {
    expect(ballAnswer('hangs-back', { strike: 'fat', path: null }, 'iron')).toBe('the ball agrees');
    expect(ballAnswer('hangs-back', { strike: 'centre', divot: 'after', lowPoint: 60 }, 'iron')).toBe(
      'the ball says otherwise',
    );
    expect(ballAnswer('hangs-back', null, 'iron')).toBe('no ball data');
    expect(ballAnswer('weak-push', { strike: 'fat' }, 'iron')).toBe('no ball data');
    expect(ballAnswer('hangs-back', { lowPoint: -20 }, 'driver'))
      .withContext('a teed ball has no such low point')
      .toBe('no ball data');
  });
});

describe('drills', () => {
  it('are three or more for every fault, one of them without an aid, also for a poor balance or knee', () => {
    for (const f of FAULTS) {
      const drills = DRILLS.filter((d) => d.for.includes(f.id));
      expect(drills.length).withContext(f.id).toBeGreaterThanOrEqual(3);
      expect(drills.some((d) => !d.equipment.length))
        .withContext(f.id)
        .toBeTrue();
      for (const hurt of ['balance', 'knee'] as const)
        expect(drills.some((d) => !d.tags.includes(hurt)))
          .withContext(`${f.id} with ${hurt} on record`)
          .toBeTrue();
    }
  });

  it('name a substitute that costs nothing for every aid', () => {
    for (const d of DRILLS) expect(substitutesOf(d.equipment).length).withContext(d.id).toBe(d.equipment.length);
    expect(substitutesOf(['a mirror', 'two sticks'])).toEqual([
      'No mirror? A dark window, or a phone’s front camera.',
      'No sticks? Two bags or chairs. Padding toward you; nothing that tips at a touch.',
    ]);
  });

  it('say no opposing thing of two schools: what holds the top is not with what floats or shifts early', () => {
    const of = (id: string) => DRILLS.find((d) => d.id === id)!;
    expect(opposed(of('stop-and-hold'), of('lead-foot-float'))).toContain('opposite');
    expect(opposed(of('early-shift'), of('set-then-go'))).toContain('opposite');
    expect(opposed(of('inside-press'), of('bump-and-back'))).toContain('two schools');
    expect(opposed(of('inside-press'), of('pitchers-push'))).toBeNull();
  });

  it('speak of things that exist', () => {
    const ids = new Set([...FAULTS.map((f) => f.id), ...DRILLS.map((d) => d.id), 'in-to-out', 'out-to-in']);
    for (const d of DRILLS) {
      for (const f of [...d.for, ...d.notWith]) expect(ids.has(f)).withContext(`${d.id}: ${f}`).toBeTrue();
      for (const id of [...(d.test ? [d.test.measure] : []), ...(d.onPlate?.valid ?? [])])
        expect(isMeasureId(id)).withContext(`${d.id}: ${id}`).toBeTrue();
      if (d.school) expect(PATTERNS.map((p) => p.id)).toContain(d.school);
    }
    expect(DRILLS.length).toBe(48);
    expect(LADDER.length).toBe(5);
  });

  it('leave out what an injury or another finding forbids, with the reason, and put the own school first', () => {
    const ask = {
      fault: 'stands-up',
      club: 'iron' as const,
      found: [],
      injuries: [] as string[],
      school: 'common-ground',
      drills: DRILLS,
    };
    expect(drillsFor(ask).offered.map((d) => d.id)).toContain('wall-push');
    const hurt = drillsFor({ ...ask, injuries: ['knee'] });
    expect(hurt.offered.map((d) => d.id)).not.toContain('wall-push');
    expect(hurt.leftOut.map((x) => [x.drill.id, x.reason])).toEqual([
      ['wall-push', 'not with: knee'],
      ['shoe-too-long', 'not with: knee'],
    ]);
    const late = drillsFor({ ...ask, fault: 'late-shift', found: ['slide'] });
    expect(late.leftOut.map((x) => x.drill.id)).toContain('squash-under-lead');
    expect(drillsFor({ ...ask, fault: 'trail-start', club: 'driver', school: 'lead-push' }).offered[0]!.id).toBe(
      'lead-side-start',
    );
    expect(drillsFor({ ...ask, fault: 'trail-start' }).offered.map((d) => d.id)).not.toContain('lead-side-start');
  });
});

describe('schools side by side', () => {
  it('stand by fit and say which disputes a swing falls between', () => {
    const deep = swing({
      'load.trail.max': 88,
      'load.trail.max.phase': 3.8,
      'share.lead.p4': 14,
      'share.lead.p7': 84,
      'recentre.share': 3,
      'share.lead.p10': 92,
    }).measures;
    const { comparisons, rows, disputes } = readUnderSchools(deep, PATTERNS, MEASURE_IDS, { club: 'iron' });
    expect(comparisons.find((c) => c.fit !== null)!.pattern).toBe('deep-load');
    expect(comparisons.at(-1)!.pattern).toBe('two-foot-launch');
    const load = rows.find((r) => r.measure === 'load.trail.max')!;
    expect(load.bands.map((b) => b?.word)).toContain('outside');
    expect(disputes.map((d) => d.dispute.id)).toContain('trail-peak');
  });
});

describe('a pattern from swings', () => {
  const models = (values: readonly number[], club: 'iron' | 'driver' = 'iron') =>
    values.map((v) => ({ club, measures: swing({ 'share.lead.p7': v, 'load.trail.max': 75 }).measures }));
  const head = { id: 'made', name: 'Made', belief: '' };

  it('has mean ± 1 SD as ideal and ± 2 SD as tolerated, never narrower than the uncertainty', () => {
    const p = patternFromSwings(models([70, 74, 78]), head);
    const band = (id: string) => p.bands.find((b) => b.measure === id)!;
    expect(band('share.lead.p7').ideal).toEqual([70, 78]);
    expect(band('share.lead.p7').tolerated).toEqual([66, 82]);
    expect(band('load.trail.max').ideal).toEqual([74.9, 75.1]);
    expect([p.clubs, p.version]).toEqual([['iron'], 1]);
  });

  it('is refused from fewer than three swings of a club', () => {
    expect(() => patternFromSwings([...models([70, 71]), ...models([60, 61], 'driver')], head)).toThrowError(
      /at least 3 swings of one club class/,
    );
  });
});

import type { Difference } from '@vilko/core/compare/differences';
import { differencesOf, valuesOf } from '@vilko/core/compare/differences';
import { median } from '@vilko/core/signal/series';
import type { SimulateOptions } from '@vilko/core/golfer/simulate';
import { openHouse } from '../../testing/house';
import { swing } from '../../testing/samples';
import { viewOf } from '../../testing/views';
import type { ReadView } from '../../workers/read-view';
import { DifferenceLedger } from './difference-ledger';
import { explained, headline, verdict } from './difference-words';
import { bandOf, eventAt, middleRoute, routeOf, sharedAxis, traceBand } from './overlay';
import { RoutesPlan } from './routes-plan';
import { comparable, cycled, firstSets, groupsOf, halves, idsOf, setWords } from './sets';

const shape = { back: [], down: [], through: [], soles: [] };
const whole = (n: number, more: object = {}) => swing(n, { thumbnail: shape, ...more });
const seen = (seed: number, fault?: SimulateOptions['fault']): ReadView =>
  viewOf({ device: 'plates', seed, ...(fault ? { fault } : {}) });

describe('choosing what is compared', () => {
  const rack = [
    ...[1, 2, 3, 4, 5, 6].map((n) => whole(n)),
    whole(7, { clubName: 'driver', club: 'driver' }),
    whole(8, { kind: 'half' }),
    whole(9, { tag: 'exercise' }),
  ];

  it('begins with the first and the last swings of the club used most', () => {
    expect(firstSets(rack)).toEqual({ before: ['s1', 's2', 's3'], after: ['s4', 's5', 's6'] });
    expect(firstSets(rack.slice(0, 1))).toEqual({ before: [], after: [] });
  });
  it('begins with what the lesson compares everywhere, not more of it than can be drawn', () => {
    const compared = { before: ['old1', 'old2'], after: ['s5', 's6'] };
    expect(firstSets(rack, compared)).toEqual(compared);
    const many = Array.from({ length: 30 }, (_, i) => `s${i}`);
    expect(firstSets(rack, { before: many, after: ['s1'] }).before).toEqual(many.slice(-24));
  });
  it('halves swings, and leaves the middle one of an odd number out', () => {
    expect(halves(rack.slice(0, 5))).toEqual({ before: ['s1', 's2'], after: ['s4', 's5'] });
    expect(halves([])).toEqual({ before: [], after: [] });
  });
  it('never takes a rehearsal, an exercise, or a recording without a swing', () => {
    expect(rack.filter(comparable).map((s) => s.number)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(comparable(swing(1))).toBeFalse();
  });
  it('takes a swing from neither side to before, to after, and out', () => {
    const one = cycled({ before: [], after: ['s2'] }, 's1');
    expect(one).toEqual({ before: ['s1'], after: ['s2'] });
    const two = cycled(one, 's1');
    expect(two).toEqual({ before: [], after: ['s2', 's1'] });
    expect(cycled(two, 's1')).toEqual({ before: [], after: ['s2'] });
  });
  it('offers groups by lesson and club, the newest first, and the starred', () => {
    const all = [
      whole(1, { lessonId: 'old', recordedAt: '2026-10-02T10:00:00Z', starred: true }),
      whole(2, { lessonId: 'old', recordedAt: '2026-10-02T10:01:00Z' }),
      ...rack,
    ];
    expect(groupsOf(all).map((g) => g.words)).toEqual([
      '20 Nov · driver (1)',
      '20 Nov · 7-iron (6)',
      '2 Oct · 7-iron (2)',
      'Starred · 7-iron (1)',
    ]);
  });
  it('says a set in words, and reads a link’s parameter', () => {
    expect(setWords(['s2', 's3', 's4'], rack, 'l')).toBe('swings 2–4 · 7-iron');
    expect(setWords(['s2', 's5'], rack, 'other')).toBe('swings 2, 5 · 7-iron, 20 Nov');
    expect(setWords([], rack, 'l')).toBe('no swings chosen');
    expect([idsOf('a,b'), idsOf(''), idsOf(undefined)]).toEqual([['a', 'b'], [], []]);
  });
});

describe('laying swings over each other', () => {
  let views: ReadView[];
  beforeAll(() => {
    views = [1, 2, 3].map((seed) => seen(seed));
  });

  it('puts impact at one place, whatever the clocks', () => {
    const axis = sharedAxis('impact');
    for (const v of views) {
      expect(axis.at(v, v.events.p7!.t)).toBeCloseTo(0, 9);
      expect(axis.timeAt(v, axis.at(v, v.events.p4!.t))).toBeCloseTo(v.events.p4!.t, 6);
    }
    expect(eventAt(views, 'p7', axis)).toBeCloseTo(0, 9);
    expect(eventAt(views, 'p4', sharedAxis('phase'))).toBeCloseTo(4, 9);
  });
  it('gives the median and two SD of what more than half of the swings have', () => {
    const b = bandOf([1, 2, 6], { from: 0, to: 1 }, (v) => v, 2);
    expect([b.median[0], b.hi[0]! - b.median[0]!]).toEqual([2, 2 * Math.sqrt(7)]);
    expect(bandOf([1, NaN, NaN], { from: 0, to: 1 }, (v) => v, 2).median[0]).toBeNaN();
    expect(median([4, 1, 3, 2])).toBe(2.5);
    const share = traceBand(views, 'share', sharedAxis('phase'));
    const atTop = share.median[Math.round(((4 - 0.6) / 9.4) * 259)]!;
    expect(atTop).toBeCloseTo(median(views.map((v) => v.measures['share.lead.p4'].value as number)), -0.5);
  });
  it('draws routes over the distance between the feet: trail 0, lead 100', () => {
    const route = routeOf(views[0]!, 1, 9);
    const along = route.map((p) => p[0]);
    expect(Math.min(...along)).toBeGreaterThan(0);
    expect(Math.max(...along)).toBeLessThan(105);
    const { at } = middleRoute(views);
    expect(at(3)![0]).toBeLessThan(at(8)![0]);
  });
  it('shows both sets with lozenges that do not lie on each other, for a left-hander from the other side', async () => {
    const c = await openHouse().show(RoutesPlan, { before: views.slice(0, 1), after: views.slice(1) });
    expect(c.text()).toContain('◀ target');
    await c.set({ handed: 'left' });
    expect(c.text()).toContain('target ▶');
    expect(c.all('svg')[0]!.getAttribute('aria-label')).toContain('1 swings before, 2 after');
  });
});

describe('differences in words', () => {
  let rows: readonly Difference[];
  beforeAll(() => {
    const m = (seeds: number[], fault?: SimulateOptions['fault']) => seeds.map((s) => seen(s, fault).measures);
    rows = differencesOf(
      m([11, 12, 13, 14], 'hangs-back').map((x) => valuesOf(x)),
      m([15, 16, 17, 18]).map((x) => valuesOf(x)),
      ['share.lead.p7', 'share.lead.address', 'load.trail.max'],
    );
  });

  it('lead with what is real, and never show a bare p', () => {
    expect(headline(rows)).toMatch(/^One real change: Lead share, impact up \d+ points\.$/);
    const real = rows[0]!;
    expect(verdict(real)).toBe('real change');
    expect(explained(real)).toMatch(/95%.*A teacher would act on 3 points.*chance alone/s);
    expect(rows.map(explained).join(' ')).not.toMatch(/\bp\s*[=<]/);
  });
  it('say how many swings would tell where there are too few', () => {
    const few = rows.find((d) => d.change?.word === 'too few swings to tell');
    if (few) expect(explained(few)).toMatch(/swings on each side would tell|varies too much/);
    expect(headline([])).toBe('Choose swings for both sides.');
  });
  it('explain themselves when asked, one at a time', async () => {
    const c = await openHouse().show(DifferenceLedger, { differences: rows });
    const buttons = c.all('button[aria-expanded]');
    expect(buttons.length).toBe(3);
    buttons[0]!.click();
    await c.set({});
    expect(c.text()).toContain('A teacher would act on');
    buttons[0]!.click();
    await c.set({});
    expect(c.text()).not.toContain('A teacher would act on');
  });
});

import { openHouse, type Shown } from '../../testing/house';
import type { ReadView } from '../../workers/read-view';
import { Track } from './track';
import { viewOf } from '../../testing/views';

type Point = readonly [x: number, y: number];
/** Every point a path goes through. */
const pointsOf = (d: string): Point[] =>
  [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)] as const);
const meanOf = (points: readonly Point[], i: 0 | 1): number => points.reduce((s, p) => s + p[i], 0) / points.length;
const between = (x: number, [lo, hi]: readonly [number, number]) => x >= lo - 1 && x <= hi + 1;
const reach = (points: readonly Point[], i: 0 | 1): [number, number] => [
  Math.min(...points.map((p) => p[i])),
  Math.max(...points.map((p) => p[i])),
];

describe('the Track', () => {
  let plates: ReadView;
  let mats: Record<'right' | 'left', ReadView>;
  beforeAll(() => {
    plates = viewOf({ device: 'plates', seed: 5 });
    mats = {
      right: viewOf({ device: 'mat', seed: 6, handed: 'right' }),
      left: viewOf({ device: 'mat', seed: 6, handed: 'left' }),
    };
  });

  const show = (view: ReadView, inputs: Record<string, unknown> = {}) =>
    openHouse().show(Track, { view, cursor: view.events.p7!.t, ...inputs });
  const paths = (c: Shown<Track>, foot: 'lead' | 'trail') =>
    c.all(`path[stroke="var(--${foot})"]`).flatMap((p) => pointsOf(p.getAttribute('d')!));
  const sole = (c: Shown<Track>, foot: 'lead' | 'trail') =>
    pointsOf(c.all(`path[stroke="var(--${foot})"][stroke-width="1"]`)[0]!.getAttribute('d')!);
  const label = (c: Shown<Track>, words: string) =>
    c.all('svg text').find((t) => t.textContent.trim() === words) as unknown as SVGTextElement;
  const crossHair = (c: Shown<Track>): Point => {
    const circle = c.all('circle[r="9"]')[0]!;
    return [Number(circle.getAttribute('cx')), Number(circle.getAttribute('cy'))];
  };

  it('has the target on the lead foot’s side and the toes up; turned, both are the other way round', async () => {
    const c = await show(plates);
    expect(label(c, '◀ target')).toBeDefined();
    expect(meanOf(sole(c, 'lead'), 0)).toBeLessThan(meanOf(sole(c, 'trail'), 0));
    expect(Number(label(c, 'toes').getAttribute('y'))).toBeLessThan(Number(label(c, 'heels').getAttribute('y')));
    await c.set({ turned: true });
    expect(label(c, 'target ▶')).toBeDefined();
    expect(meanOf(sole(c, 'lead'), 0)).toBeGreaterThan(meanOf(sole(c, 'trail'), 0));
    expect(Number(label(c, 'heels').getAttribute('y'))).toBeLessThan(Number(label(c, 'toes').getAttribute('y')));
  });

  it('says on a mat how much of the load lies on toes and heel of each foot at the cursor; elsewhere nothing of it', async () => {
    const c = await show(mats.right, { cursor: mats.right.events.p4!.t });
    const [all, toes, heel] = /T\s?(\d+)\s?%: toes (\d+), heel (\d+)/.exec(c.text())!.slice(1).map(Number);
    expect(Math.abs(all! - toes! - heel!)).toBeLessThanOrEqual(1);
    await c.set({ view: plates, cursor: plates.events.p4!.t });
    expect(c.text()).toContain('% of the load');
    expect(c.text()).not.toContain('heel ');
  });

  it('moves the cross-hair toward the foot that carries more, and says the same in figures', async () => {
    const c = await show(plates, { cursor: plates.events.p4!.t });
    const share = () => Number(/L\s?(\d+)\s?% of the load/.exec(c.text())![1]);
    const [atTop, top] = [crossHair(c), share()];
    await c.set({ cursor: plates.events.p7!.t });
    const [atImpact, impact] = [crossHair(c), share()];
    expect(impact).toBeGreaterThan(top + 20);
    expect(atImpact[0]).toBeLessThan(atTop[0] - 20);
    expect(c.text()).toMatch(new RegExp(`T\\s?${100 - impact}\\s?%`));
  });

  for (const handed of ['right', 'left'] as const)
    it(`draws the pressure of a mat under each foot of a ${handed}-hander, the lead foot to the target`, async () => {
      const c = await show(mats[handed], { cursor: mats[handed].events.p1!.t });
      const side = handed === 'right' ? 1 : -1;
      expect(side * (meanOf(sole(c, 'trail'), 0) - meanOf(sole(c, 'lead'), 0))).toBeGreaterThan(60);
      for (const foot of ['lead', 'trail'] as const) {
        const pressed = c
          .all(`path[stroke="var(--${foot})"]:not([stroke-width="1"]):not([stroke-width="1.5"])`)
          .flatMap((p) => pointsOf(p.getAttribute('d')!));
        expect(pressed.length).withContext(foot).toBeGreaterThan(10);
        for (const i of [0, 1] as const)
          expect(between(meanOf(pressed, i), reach(sole(c, foot), i)))
            .withContext(`${foot} ${'xy'[i]}`)
            .toBeTrue();
      }
      expect(paths(c, 'lead').length).toBeGreaterThan(0);
    });

  it('has the toes of both hands up: the pressure going back into the heels goes down the picture', () => {
    // mirrored left and right, never front and back
    const forward = (v: ReadView) => Math.max(...v.path!.soles[0]!.map(([, across]) => across));
    expect(Math.abs(forward(mats.left) - forward(mats.right))).toBeLessThan(15);
  });

  it('takes the cursor to an event by a click on its number', async () => {
    const c = await show(plates);
    const went: number[] = [];
    c.component.cursorMoved.subscribe((t) => went.push(t));
    c.all('g[aria-label="P4"]')[0]!.dispatchEvent(new MouseEvent('click'));
    expect(went).toEqual([plates.events.p4!.t]);
  });

  it('lights the stretch of which a measure speaks', async () => {
    const c = await show(plates);
    const lit = () => c.all('path[stroke="var(--alarm)"]').map((p) => pointsOf(p.getAttribute('d')!).length);
    expect(lit()).toEqual([]);
    await c.set({ lit: ['share.lead.p7'] });
    const moment = lit()[0]!;
    await c.set({ lit: ['path.length.back'] });
    expect(lit()[0]).toBeGreaterThan(moment);
  });

  it('says where soles are assumed, and where no route can be drawn', async () => {
    const c = await show(plates);
    expect(c.text()).toContain('soles assumed');
    await c.set({ view: { ...plates, path: null } });
    expect(c.text()).toContain('No route can be drawn');
  });
});

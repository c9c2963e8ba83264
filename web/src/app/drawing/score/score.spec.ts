import { openHouse, type Shown } from '../../testing/house';
import { viewOf } from '../../testing/views';
import type { ReadView } from '../../workers/read-view';
import { traceAt } from '../trace';
import { Score } from './score';

describe('the Score', () => {
  let view: ReadView;
  beforeAll(() => {
    view = viewOf({ device: 'plates', seed: 5, style: { spread: 0.2 } });
  });

  /** The Score in a page of its own size, with its chart drawn. */
  const show = async (inputs: Record<string, unknown> = {}): Promise<Shown<Score>> => {
    const c = await openHouse().show(Score, { view, cursor: view.events.p7!.t, ...inputs });
    const host = c.all('vk-stave-lines')[0]!.parentElement!;
    // what the page's style sheet says
    host.style.cssText = 'display: block; position: relative; width: 460px; height: 640px';
    for (const layer of Array.from(host.children) as HTMLElement[])
      layer.style.cssText = 'position: absolute; inset: 0';
    const drawn = () => c.component['size']().h === 640;
    for (let i = 0; i < 200 && !drawn(); i++) await new Promise((r) => setTimeout(r, 20));
    await c.set({});
    return c;
  };
  /** Where the cursor's points stand: the first is the lead share's. */
  const shareY = (c: Shown<Score>): number => markedAt(c)[1];
  const markedAt = (c: Shown<Score>): [number, number] =>
    Array.from(c.all('i[data-at-cursor]')[0]!.style.transform.matchAll(/(-?[\d.]+)px/g), (m) => Number(m[1])) as [
      number,
      number,
    ];
  const events = (c: Shown<Score>) => c.all('g[role="slider"]');
  const pointer = (type: string, clientX: number) =>
    new PointerEvent(type, { clientX, clientY: 40, button: 0, pointerId: 1, bubbles: true });

  it('draws more above less: the lead share at impact over that at the top', async () => {
    const share = view.staves.share!;
    expect(traceAt(share, view.events.p7!.t)).toBeGreaterThan(traceAt(share, view.events.p4!.t) + 20);
    const c = await show();
    const impact = shareY(c);
    await c.set({ cursor: view.events.p4!.t });
    expect(impact).toBeLessThan(shareY(c) - 10);
  });
  it('has its points on its lines: what the cursor marks lies on the path of its trace', async () => {
    const c = await show();
    const [cx, cy] = markedAt(c);
    const stave = c.all('vk-stave-lines svg svg')[0]!;
    const [x0, y0] = [stave.getAttribute('x'), stave.getAttribute('y')].map(Number) as [number, number];
    const path = stave.querySelector<SVGPathElement>('path[stroke-width="1.7"]')!;
    const long = path.getTotalLength();
    const near = Array.from({ length: Math.ceil(2 * long) }, (_, i) => path.getPointAtLength(i / 2))
      .map((p) => ({ x: x0 + p.x, y: y0 + p.y }))
      .filter((p) => Math.abs(p.x - cx) <= 1.5);
    expect(near.length).toBeGreaterThan(0);
    expect(Math.min(...near.map((p) => p.y))).toBeLessThanOrEqual(cy + 1);
    expect(Math.max(...near.map((p) => p.y))).toBeGreaterThanOrEqual(cy - 1);
  });
  it('marks the peaks of what it shows, and none of the time before', async () => {
    const mass = view.staves.mass!;
    const early = { ...mass, v: mass.v.map((v, k) => (k === 1 ? -500 : v)) };
    const before = { ...view, start: mass.t0, staves: { ...view.staves, mass: early } };
    expect(mass.t0).toBeLessThan(view.events.p1!.t - 0.5);
    const marks = (c: Shown<Score>): number[] => c.all('circle').map((m) => Number(m.getAttribute('cx')));
    const c = await show();
    const usual = marks(c);
    await c.set({ view: before });
    const shown = marks(c);
    expect(usual.length).toBeGreaterThan(3);
    expect(shown.length).toBe(usual.length - 1);
    expect(Math.min(...shown)).toBeGreaterThan(88);
  });
  it('draws its lines anew for another axis, not for the cursor', async () => {
    const c = await show();
    const paths = () => c.all('vk-stave-lines path').map((p) => p.getAttribute('d'));
    const before = paths();
    expect(before.length).toBeGreaterThan(6);
    await c.set({ cursor: view.events.p4!.t });
    expect(paths()).toEqual(before);
    await c.set({ axis: 'linear' });
    expect(paths()).not.toEqual(before);
  });
  it('has the events in the order of time, from left to right', async () => {
    const c = await show();
    const at = events(c).map((e) => Number(/M(-?[\d.]+) 6l/.exec(e.innerHTML)![1]));
    expect(at.length).toBe(10);
    expect([...at].sort((a, b) => a - b)).toEqual(at);
    expect(
      events(c)
        .map((e) => Number(e.getAttribute('aria-valuenow')))
        .at(6),
    ).toBe(0);
  });
  it('moves the cursor to where it is pressed: earlier to the left', async () => {
    const c = await show();
    const went: number[] = [];
    c.component.cursorMoved.subscribe((t) => went.push(t));
    const svg = c.all('svg').at(-1)! as unknown as SVGSVGElement & HTMLElement;
    const drawn = c.all('svg').find((s) => s.getAttribute('role') === 'group') ?? svg;
    spyOn(drawn, 'setPointerCapture');
    const { left } = drawn.getBoundingClientRect();
    drawn.dispatchEvent(pointer('pointerdown', left + 150));
    drawn.dispatchEvent(pointer('pointermove', left + 300));
    drawn.dispatchEvent(pointer('pointerup', left + 300));
    expect(went.length).toBeGreaterThanOrEqual(2);
    expect(went[0]).toBeLessThan(went[1]!);
    expect(went.every((t) => t >= view.start && t <= view.end)).toBeTrue();
  });
  it('marks an event by the arrow keys: 5 ms, with Shift 1 ms, earlier to the left', async () => {
    const c = await show();
    const marked: { name: string; t: number }[] = [];
    c.component.eventMarked.subscribe((m) => marked.push(m));
    const impact = events(c)[6]!;
    for (const [key, shiftKey] of [
      ['ArrowLeft', false],
      ['ArrowRight', true],
    ] as const)
      impact.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey }));
    const t = view.events.p7!.t;
    expect(marked.map((m) => [m.name, Math.round(1000 * (m.t - t))])).toEqual([
      ['p7', -5],
      ['p7', 1],
    ]);
  });
  it('lets the edges of a band be moved, up for more, and only where bands are edited', async () => {
    const c = await show();
    expect(c.all('[data-edge]')).toEqual([]);
    await c.set({ editable: true });
    const moved: { measure: string; edge: string; value: number }[] = [];
    c.component.bandDragged.subscribe((m) => moved.push(m));
    const edge = c.all('[data-edge="share.lead.p7 lower"]')[0]!;
    const was = Number(edge.getAttribute('aria-valuenow'));
    edge.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    edge.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    expect(moved).toEqual([
      { measure: 'share.lead.p7', edge: 'lower', value: Math.round(was) + 1 },
      { measure: 'share.lead.p7', edge: 'lower', value: Math.round(was) - 1 },
    ]);
  });
  it('says what a device cannot show, instead of an empty stave', async () => {
    const mat = viewOf({ device: 'mat', seed: 5 });
    const c = await show({ view: mat, cursor: mat.events.p7!.t });
    expect(c.text()).toContain('Cannot say: sideways, turning and fore–aft');
  });
});

import { openLesson } from '../../../testing/house';
import { film, swing } from '../../../testing/samples';
import { FilmPanel } from './film-panel';
import { FilmStrip } from './film-strip';
import { FilmView } from './film-view';

describe('a film under the cursor', () => {
  const open = async (f = film()) => {
    const h = openLesson();
    const c = await h.show(FilmView, { film: f, cursor: 10, impact: 10 });
    const moved: number[] = [];
    const changed: unknown[] = [];
    c.component.cursorMoved.subscribe((t) => moved.push(t));
    c.component.changed.subscribe((x) => changed.push(x));
    return { c, moved, changed };
  };
  it('says what it is in step by, and how well', async () => {
    const { c } = await open();
    expect(c.text()).toContain('by sound, ± 17 ms');
    await c.set({ film: film({ impactBy: 'clock', frameRate: 30 }) });
    expect(c.text()).toContain('by the clock, ± 33 ms');
    await c.set({ film: film({ impact: null, impactBy: null }) });
    expect(c.text()).toContain('not in step: step to impact, then mark it');
  });
  it('steps by frames, moving the one cursor', async () => {
    const { c, moved } = await open(film({ frameRate: 50, impact: 1.5 }));
    c.all('button[aria-label="A frame on"]')[0]!.click();
    c.all('button[aria-label="A frame back"]')[0]!.click();
    // impact at 1.5 s is the start of frame 75; the middles of 76 and 74
    expect(moved[0]).toBeCloseTo(10 + 0.03, 6);
    expect(moved[1]).toBeCloseTo(10 - 0.01, 6);
  });
  it('that is not in step is stepped on its own, and put in step by a mark', async () => {
    const { c, moved, changed } = await open(film({ impact: null, impactBy: null, frameRate: 50 }));
    c.all('button[aria-label="A frame on"]')[0]!.click();
    await c.set({});
    expect(moved).toEqual([]);
    await c.press('impact here');
    expect(changed).toEqual([{ id: 'f1', change: { impact: 0.03, impactBy: 'mark' } }]);
  });
  it('has its lines listed as read from film, and takes them off', async () => {
    const lines = [
      {
        id: 'a',
        kind: 'length' as const,
        points: [
          [0.2, 0.5],
          [0.2, 0.9],
        ] as [number, number][],
        drawnAt: 0,
        cm: 80,
      },
      {
        id: 'b',
        kind: 'hip' as const,
        points: [
          [0, 0.5],
          [0.5, 0.5],
        ] as [number, number][],
        drawnAt: 0,
        cm: null,
      },
    ];
    const { c, changed } = await open(film({ lines }));
    await c.press('lines');
    expect(c.all('li').map((li) => li.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'known length80 cm, the known lengthread from filmtake off',
      'hip line80.0 cmread from filmtake off',
    ]);
    c.all('li button')[1]!.click();
    expect(changed).toEqual([{ id: 'f1', change: { lines: [lines[0]] } }]);
  });
});

describe('the strip under a film', () => {
  const events = { p1: { t: 9 }, p4: { t: 9.75 }, p6: { t: 9.9 }, p7: { t: 10 }, p8: { t: 10.01 }, p9: null };
  it('is trimmed to the swing, has its events as wide as a frame, and leaves labels out that would touch', async () => {
    const c = await openLesson().show(FilmStrip, { width: 216, events, span: [9, 11], cursor: 9.75, frameRate: 50 });
    const marks = c.all('rect') as unknown as SVGRectElement[];
    expect(
      marks.map((m) => Math.round(10 * (Number(m.getAttribute('x')) + Number(m.getAttribute('width')) / 2)) / 10),
    ).toEqual([8, 83, 98, 108, 109]);
    expect(Number(marks[0]!.getAttribute('width'))).toBeCloseTo(2, 6);
    expect(c.all('text').map((t) => t.lastChild!.textContent!.trim())).toEqual(['1', '4', '6']);
    expect(marks[1]!.getAttribute('fill')).toBe('var(--ink)');
  });
  it('brings the cursor to the event that is clicked', async () => {
    const c = await openLesson().show(FilmStrip, { width: 216, events, span: [9, 11], cursor: 9, frameRate: 50 });
    const chosen: number[] = [];
    c.component.chosen.subscribe((t) => chosen.push(t));
    c.all('text')[1]!.dispatchEvent(new Event('click'));
    expect(chosen).toEqual([9.75]);
  });
});

describe('the films of a swing', () => {
  it('ask for one when there is none', async () => {
    const c = await openLesson().show(FilmPanel, { swing: swing(1), cursor: 10, impact: 10 });
    expect(c.text()).toContain('No film of this swing. Drop a WebM or MP4 here');
  });
  it('mark the chosen event at the cursor, as sure as a frame', async () => {
    const c = await openLesson().show(FilmPanel, {
      swing: swing(1, { films: [film({ frameRate: 50 })] }),
      cursor: 9.4,
      impact: 10,
    });
    const marked: unknown[] = [];
    c.component.marked.subscribe((m) => marked.push(m));
    await c.fill('Mark', 'p6');
    await c.press('at this frame');
    expect(marked).toEqual([{ name: 'p6', t: 9.4, u: 0.02 }]);
  });
  it('are turned to the other side together', async () => {
    const h = openLesson();
    const c = await h.show(FilmPanel, {
      swing: swing(1, { films: [film(), film({ id: 'f2', angle: 'down the line' })] }),
      cursor: 10,
      impact: 10,
    });
    await c.press('face on');
    const first = h.asked('PATCH', '/api/films/f1');
    expect(first.request.body).toEqual({ angle: 'down the line' });
    first.flush(film({ angle: 'down the line' }));
    expect(h.asked('PATCH', '/api/films/f2').request.body).toEqual({ angle: 'face on' });
  });
  it('take a second angle and no third', async () => {
    const h = openLesson();
    const one = await h.show(FilmPanel, { swing: swing(1, { films: [film()] }), cursor: 10, impact: 10 });
    expect(one.text()).toContain('Add a film');
    await one.set({ swing: swing(1, { films: [film(), film({ id: 'f2', angle: 'down the line' })] }) });
    expect(one.text()).not.toContain('Add a film');
  });
});

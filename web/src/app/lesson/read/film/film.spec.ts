import { openLesson } from '../../../testing/house';
import { film, swing } from '../../../testing/samples';
import { FilmPanel } from './film-panel';
import { FilmStrip } from './film-strip';
import { FilmFollowed } from './film-followed';
import { FilmView } from './film-view';
import { followedWith, FollowTool, lyingAt } from './follow-tool';

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
    expect(changed).toEqual([
      {
        id: 'f1',
        change: { lines: [lines[0]] },
        undo: { words: 'The line was taken off the film.', change: { lines } },
      },
    ]);
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
  it('are told from different sides: the one that looked from there looks from where this one did', async () => {
    const h = openLesson();
    const films = [film(), film({ id: 'f2', angle: 'down the line' }), film({ id: 'f3', angle: 'overhead' })];
    const c = await h.show(FilmPanel, { swing: swing(1, { films }), cursor: 10, impact: 10 });
    await c.fill('Seen from', 'overhead');
    const first = h.asked('PATCH', '/api/films/f1');
    expect(first.request.body).toEqual({ angle: 'overhead' });
    first.flush(film({ angle: 'overhead' }));
    expect(h.asked('PATCH', '/api/films/f3').request.body).toEqual({ angle: 'face on' });
  });
  it('take a third from above and no fourth', async () => {
    const h = openLesson();
    const two = [film(), film({ id: 'f2', angle: 'down the line' })];
    const c = await h.show(FilmPanel, { swing: swing(1, { films: two }), cursor: 10, impact: 10 });
    expect(c.text()).toContain('Add a film');
    await c.set({ swing: swing(1, { films: [...two, film({ id: 'f3', angle: 'overhead' })] }) });
    expect(c.text()).not.toContain('Add a film');
  });
  it('give the room to the one that is drawn on', async () => {
    const films = [film(), film({ id: 'f2', angle: 'down the line' })];
    const c = await openLesson().show(FilmPanel, { swing: swing(1, { films }), cursor: 10, impact: 10 });
    const shown = () => c.all('vk-film-view').length;
    expect([shown(), c.component.large()]).toEqual([2, false]);
    c.all('vk-film-view button[aria-pressed]')[1]!.click();
    await c.set({});
    expect([shown(), c.component.large()]).toEqual([1, true]);
    await c.press('lines done');
    expect([shown(), c.component.large()]).toEqual([2, false]);
  });
  it('say what was taken off them, with the way back', async () => {
    const h = openLesson();
    const followed = [hips([frame(1, 0.2, 0.8)])];
    const c = await h.show(FilmPanel, {
      swing: swing(1, { films: [film({ angle: 'overhead', followed })] }),
      cursor: 10,
      impact: 10,
    });
    await c.press('lines');
    c.all('button[aria-label="Take off Hips, turn"]')[0]!.click();
    expect(h.asked('PATCH', '/api/films/f1').request.body).toEqual({ followed: [] });
    expect(h.said()).toBe('Hips, turn was taken off the film.');
  });
});

type Followed = ReturnType<typeof film>['followed'][number];
const frame = (t: number, x0: number, x1: number): Followed['frames'][number] => ({
  t,
  points: [
    [x0, 0.5],
    [x1, 0.5],
  ],
});
const hips = (frames: Followed['frames'], more: Partial<Followed> = {}): Followed => ({
  id: 'h',
  of: 'hips-turn',
  name: '',
  frames,
  touchedAt: null,
  ...more,
});

describe('following through a film by hand', () => {
  it('places the points of a frame one after the other, takes hold of one that lies there, and moves it', () => {
    const tool = new FollowTool();
    tool.begin('hips-turn');
    const about = { lying: [], needed: 2, aspect: 1 };
    expect(tool.press([0.2, 0.5], about)).toBe('placed');
    expect(tool.press([0.8, 0.5], about)).toBe('whole');
    tool.leave();
    const lying = [
      [0.2, 0.5],
      [0.8, 0.5],
    ] as const;
    expect(tool.press([0.79, 0.5], { ...about, lying })).toBe('held');
    tool.move([0.7, 0.6], 1);
    expect(tool.held()!.points).toEqual([
      [0.2, 0.5],
      [0.7, 0.6],
    ]);
    expect(tool.letGo({ ...about, lying })).toEqual({
      moved: [
        [0.2, 0.5],
        [0.7, 0.6],
      ],
    });
    // a click where a point lies already places the next one there: it has hardly moved since the frame before
    expect(tool.press([0.21, 0.5], { ...about, lying })).toBe('held');
    tool.move([0.211, 0.5], 1);
    expect(tool.letGo({ ...about, lying })).toBe('placed');
    expect(tool.placed()).toEqual([[0.21, 0.5]]);
    expect(tool.letGo({ ...about, lying })).toBeNull();
    tool.end();
    expect([tool.of(), tool.held(), tool.placed()]).toEqual([null, null, []]);
  });
  it('puts a frame into its line, begins one where there is none, and leaves the others', () => {
    const f = film({ frameRate: 50, followed: [hips([frame(1, 0.2, 0.8)])] });
    const more = followedWith(f, {
      id: 'h',
      of: 'hips-turn',
      t: 0.5,
      points: [
        [0, 0],
        [1, 1],
      ],
    });
    expect(more.map((l) => l.frames.map((x) => x.t))).toEqual([[0.5, 1]]);
    const other = followedWith(f, { id: 'n', of: 'head-height', t: 0.5, points: [[0, 0]] });
    expect(other.map((l) => [l.id, l.of, l.frames.length])).toEqual([
      ['h', 'hips-turn', 1],
      ['n', 'head-height', 1],
    ]);
    expect(lyingAt(undefined, 1)).toEqual([]);
    expect(lyingAt(f.followed[0], 1)).toEqual(f.followed[0]!.frames[0]!.points);
  });
  it('marks the frame that is shown with the points clicked, and goes on by some frames', async () => {
    const f = film({ angle: 'overhead', frameRate: 50, impact: 1.5, impactBy: 'mark' });
    const c = await openLesson().show(FilmView, { film: f, cursor: 10, impact: 10, drawing: true });
    const changed: { change: { followed?: Followed[] } }[] = [];
    const moved: number[] = [];
    c.component.changed.subscribe((x) => changed.push(x));
    c.component.cursorMoved.subscribe((t) => moved.push(t));
    await c.fill('Follow by hand', 'hips-turn');
    expect(c.text()).toContain('Hips, turn: trail hip (1 of 2)');
    const picture = c.all('svg[role="presentation"]')[0]!;
    const press = async (offsetX: number, offsetY: number) => {
      const e = new PointerEvent('pointerdown', { bubbles: true });
      Object.defineProperties(e, { offsetX: { value: offsetX }, offsetY: { value: offsetY } });
      picture.dispatchEvent(e);
      await c.set({});
    };
    await press(0, 0);
    expect(c.text()).toContain('lead hip (2 of 2)');
    await press(1, 1);
    expect(changed.length).toBe(1);
    const [line] = changed[0]!.change.followed!;
    expect([line!.of, line!.frames[0]!.t]).toEqual(['hips-turn', 1.51]);
    expect(moved[0]).toBeCloseTo(10.05, 6);
    await c.press('done');
    expect(c.text()).not.toContain('trail hip');
  });
  it('offers what can be seen from there, once, and says what it read: at this frame and at its events', async () => {
    const f = film({
      angle: 'overhead',
      aspect: 1,
      impact: 2,
      frameRate: 50,
      followed: [
        hips([
          frame(1, 0.3, 0.7),
          {
            t: 1.5,
            points: [
              [0.36, 0.36],
              [0.64, 0.64],
            ],
          },
        ]),
        hips([frame(1, 0, 1)], { id: 't', of: 'line-touched', touchedAt: 1.98 }),
      ],
    });
    const events = { p1: { t: 9 }, p4: { t: 9.5 }, p7: { t: 10 } };
    const about = { film: f, handed: 'right', now: 1.51, impact: 10, events };
    const c = await openLesson().show(FilmFollowed, about);
    const offered = c.all('option').map((o) => o.textContent.trim());
    expect(offered).toContain('Shoulders, turn');
    expect(offered).not.toContain('Hips, turn');
    expect(offered).not.toContain('Side bend');
    const row = (i: number) => c.all('li')[i]!.textContent.replace(/\s+/g, ' ').trim();
    expect(row(0)).toContain('Hips, turn45°');
    expect(row(0)).toContain('P4 45°');
    expect(row(1)).toContain('−20 ms from impact, at P7');
    await c.set({ handed: 'left' });
    expect(row(0)).toContain('P4 −45°');
    await c.set({ film: { ...f, impact: null } });
    expect(row(0)).toContain('2 frames; put impact at its frame for P4 and P7');
    expect(row(1)).toContain('put impact at its frame first');
  });
  it('asks for a known length before it says a height', async () => {
    const head: Followed = { ...hips([]), of: 'head-height', frames: [{ t: 1, points: [[0.5, 0.2]] }] };
    const about = { film: film({ followed: [head] }), handed: 'right', now: 1, impact: 10, events: {} };
    const c = await openLesson().show(FilmFollowed, about);
    expect(c.text()).toContain('mark a known length for cm');
  });
});

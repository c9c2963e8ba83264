import { NO_PROFILE } from '@vilko/contract/no-profile';
import type { SetUpState } from '@vilko/contract/set-up';
import { BayActions } from '../../state/bay';
import { openLesson } from '../../testing/house';
import { bay, lesson, pupil } from '../../testing/samples';
import { CheckedFeet } from './checked-feet';
import { SetUp } from './set-up';

const state = (more: Partial<SetUpState> = {}): SetUpState => ({
  step: 'mass',
  ask: 'Step on and stand still.',
  seen: '71.3 kg',
  alarm: false,
  progress: 0.4,
  done: [
    { step: 'device', words: '1000 Hz', skipped: false },
    { step: 'zero', words: 'left out', skipped: true },
  ],
  health: { rate: 1000, wantedRate: 1000, noise: 0.4, drift: null, deadCells: null, lag: 0.012, lost: 0 },
  rocked: [],
  record: null,
  ...more,
});

async function open(more: Partial<typeof lesson> = {}) {
  const h = openLesson(more);
  h.dispatch(BayActions.bayCame({ bay }));
  const c = await h.show(SetUp, { lessonId: 'l' });
  const list = h.asked('GET', '/api/pupils');
  const see = async (s: SetUpState | null) => {
    h.dispatch(BayActions.setUpCame({ setUp: s }));
    await c.set({});
  };
  return { h, c, list, see };
}

describe('the set-up', () => {
  it('offers itself once a device is there, and asks the server to begin', async () => {
    const { h, c } = await open();
    expect(c.text()).toContain('Set up the bay, in a minute.');
    await c.press('Start');
    expect(h.asked('POST', '/api/bays/bay-3/set-up').request.body).toEqual({ act: 'start' });
  });
  it('shows what to do, what is seen, what is done, and the device’s health', async () => {
    const { c, see } = await open();
    await see(state());
    expect(c.text()).toContain('Step on and stand still.');
    expect(c.all('[aria-current=step]')[0]!.textContent).toContain('Weight');
    expect(c.text()).toContain('Noise 0.4 N');
    expect(c.text()).toContain('Zero had moved not looked at');
    expect(c.text()).not.toContain('Dead cells');
    expect(c.all('[role=progressbar]')[0]!.getAttribute('aria-valuenow')).toBe('40');
    expect(c.text()).not.toContain('Take it all the same');
    await see(state({ alarm: true, progress: 1, seen: '20% more than on record' }));
    expect(c.text()).toContain('Take it all the same');
  });
  it('says in words what was kept and what is therefore assumed', async () => {
    const { c } = await open({
      setUp: {
        at: '2026-11-20T10:00:00.000Z',
        device: 'Two plates',
        zero: [],
        mass: 68.2,
        massWords: '68.2 kg',
        footCheck: null,
        sides: null,
      },
    });
    expect(c.text()).toContain('The bay is set up for this lesson.');
    expect(c.text()).toContain('68.2 kg; feet not checked: positions in the foot are assumed; sides not checked.');
  });
  it('warns of other shoes than last time', async () => {
    const { c, list } = await open();
    const { pupil: _, rack: __, ...head } = lesson;
    list.flush([
      {
        ...pupil,
        lessons: [head, { ...head, id: 'before', startedAt: '2026-10-01T10:00:00.000Z', footwear: 'trainers' }],
      },
    ]);
    await c.set({});
    expect(c.text()).toContain('Last time: trainers. Comparisons across footwear will say so.');
  });
  it('asks an injured pupil for pain, stops when it rises, and gives no medical advice', async () => {
    const { c } = await open({
      pupil: { ...pupil, profile: { ...NO_PROFILE, injuries: ['back'] } },
      painBefore: 2,
      painAfter: 4,
    });
    expect(c.text()).toContain('Pain has risen by two or more: stop here.');
    expect(c.text()).toContain('nothing here is medical advice');
  });
  it('asks a healthy one nothing of the kind', async () => {
    const { c } = await open();
    expect(c.text()).not.toContain('Pain before');
  });
  it('stores the aim as soon as it is changed', async () => {
    const { h, c } = await open();
    await c.fill('Aim', 'earlier');
    expect(h.asked('PATCH', '/api/lessons/l').request.body).toEqual({ aim: 'earlier' });
  });
});

describe('the checked feet', () => {
  const foot = (y: number, length: number) => ({
    heel: [-0.12, y] as const,
    axis: [1, 0] as const,
    length,
    standing: [0, y] as const,
    quality: 'good',
  });
  const check = { lead: foot(0.22, 0.262), trail: foot(-0.22, 0.258) };
  it('are drawn toes up, the lead foot on the target side of either hand, with their lengths', async () => {
    const h = openLesson();
    const c = await h.show(CheckedFeet, { check, handed: 'right' });
    expect(c.all('svg')[0]!.getAttribute('aria-label')).toBe('lead foot 262 mm long, trail foot 258 mm long');
    const x = () => c.all('text').map((t) => Number(t.getAttribute('x')));
    expect(x()[0]!).toBeLessThan(x()[1]!);
    await c.set({ handed: 'left' });
    expect(x()[0]!).toBeGreaterThan(x()[1]!);
  });
});

import type { Experiment } from '@vilko/contract/experiment';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { openLesson } from '../../testing/house';
import { pupil, swing } from '../../testing/samples';
import { answerWords, inUnit } from './trial-words';
import { TryOut } from './try-out';

const about = {
  with: 'Lead heel first',
  without: 'As usual',
  measure: { of: 'swing' as const, id: 'share.lead.p7' as const },
  perArm: 4,
  warmUp: 1,
};
const order = ['with', 'without', 'without', 'with', 'with', 'without', 'with', 'without'] as const;
const trial = (i: number, arm: 'warm-up' | 'with' | 'without', value: number | null = 60 + i) => ({
  swingId: `s${i}`,
  arm,
  void: false,
  number: i,
  value,
});
const RUNNING: Experiment = {
  id: 'e1',
  lessonId: 'l',
  madeAt: '2026-11-20T10:00:00.000Z',
  endedAt: null,
  about,
  order: [...order],
  trials: [trial(1, 'warm-up'), trial(2, 'with')],
  words: 'Lead share, impact',
  unit: '%',
  next: 'without',
  answer: null,
};
const answer = {
  n: [4, 4] as [number, number],
  means: [58.2, 66.1] as [number, number],
  difference: 7.9,
  interval: [3.1, 12.7] as [number, number],
  word: 'real change' as const,
  enoughAt: null,
};
const DONE: Experiment = {
  ...RUNNING,
  next: null,
  trials: [trial(1, 'warm-up'), ...order.map((arm, i) => trial(i + 2, arm))],
  answer,
};

async function page(experiments: Experiment[]) {
  const house = openLesson({ rack: [swing(1)] });
  const c = await house.show(TryOut, { lessonId: 'l' });
  house.asked('GET', '/api/lessons/l/experiments').flush(experiments);
  await c.set({});
  return { house, c };
}

describe('Try it out', () => {
  it('draws the order of what was written, and says so when nothing was tried', async () => {
    const { house, c } = await page([]);
    expect(c.text()).toContain('Nothing was tried in this lesson yet.');
    await c.fill('With', 'Lead heel first');
    await c.fill('Measured by', 'ball:carry');
    await c.fill('Swings of each', '4');
    c.all('form')[0]!.dispatchEvent(new Event('submit'));
    const begun = house.asked('POST', '/api/lessons/l/experiments');
    expect(begun.request.body).toEqual({
      with: 'Lead heel first',
      without: 'as you usually do',
      measure: { of: 'ball', id: 'carry' },
      perArm: 4,
      warmUp: 3,
    });
    begun.flush([RUNNING]);
    await c.set({});
    expect(c.text()).toContain('without As usual');
  });
  it('says what the next swing is, keeps the values to itself, leaves a swing out and ends', async () => {
    const { house, c } = await page([RUNNING]);
    expect(c.text()).toContain('Trial 2 of 8');
    expect(c.text()).not.toContain('62%');
    c.all('ol button').at(-1)!.click();
    const out = house.asked('POST', '/api/experiments/e1');
    expect(out.request.body).toEqual({ act: 'void', swingId: 's2', void: true });
    out.flush([{ ...RUNNING, trials: [trial(1, 'warm-up'), { ...trial(2, 'with'), void: true }] }]);
    await c.set({});
    expect(c.text()).toContain('Trial 2 of 9');
    await c.press('End here');
    expect(house.asked('POST', '/api/experiments/e1').request.body).toEqual({ act: 'end' });
  });
  it('answers with the difference and its interval, and leads to what else moved', async () => {
    const { c } = await page([DONE]);
    expect(c.text()).toContain('A real difference: Lead share, impact 8 points more with it (95%: 3 to 13 points).');
    expect(c.text()).toContain('Without 58% (mean of 4), with 66% (mean of 4); the warm-up is left out.');
    const link = c.all('a').find((a) => a.textContent?.includes('What else moved'))!;
    expect(link.getAttribute('href')).toBe('/lesson/l/compare?a=s3,s4,s7,s9&b=s2,s5,s6,s8');
  });
  it('speaks in the unit of the house', () => {
    const carry = {
      ...DONE,
      words: 'carry',
      unit: 'm',
      answer: {
        ...answer,
        means: [140, 150] as [number, number],
        difference: 10,
        interval: [4, 16] as [number, number],
      },
    };
    const yards = inUnit(carry, 'yd', (m) => m / 0.9144);
    expect(answerWords(yards)).toBe('A real difference: carry 11 yd more with it (95%: 4 to 17 yd).');
    expect(yards.trials[0]!.value).toBeCloseTo(61 / 0.9144, 6);
  });
  it('says when there is too little to say, and how many would tell', async () => {
    const { c } = await page([
      {
        ...DONE,
        answer: { ...answer, difference: -2, interval: [-9, 5], word: 'too few swings to tell', enoughAt: 19 },
      },
    ]);
    expect(c.text()).toContain(
      'Too few swings to tell: Lead share, impact 2 points less with it (95%: −9 to 5 points).',
    );
    expect(c.text()).toContain('With this spread, 19 of each would tell.');
    expect(
      answerWords({
        ...DONE,
        answer: { ...answer, word: 'no change that matters', difference: 0.4, interval: [-1, 2] },
      }),
    ).toContain('No difference that matters');
  });

  it('puts what was tried on the pupil’s shelf with what came of it, and takes it down by the same press', async () => {
    const { house, c } = await page([DONE]);
    await c.press('worked');
    const put = house.asked('PATCH', '/api/pupils/p');
    const cue = { words: 'Lead heel first', did: 'worked', exaggerates: false };
    expect((put.request.body as { profile: { cues: unknown } }).profile.cues).toEqual([cue]);
    put.flush({ ...pupil, profile: { ...NO_PROFILE, cues: [cue] } });
    await c.set({});
    const pressed = () => c.all('[aria-pressed=true]').map((b) => b.textContent.trim());
    expect(pressed()).toContain('worked');
    expect(c.all('datalist option').map((o) => (o as HTMLOptionElement).value)).toEqual(['Lead heel first']);
    await c.press('did not help');
    const changed = house.asked('PATCH', '/api/pupils/p');
    const other = { ...cue, did: 'did not help' };
    expect((changed.request.body as { profile: { cues: unknown } }).profile.cues).toEqual([other]);
    changed.flush({ ...pupil, profile: { ...NO_PROFILE, cues: [other] } });
    await c.set({});
    await c.press('did not help');
    expect((house.asked('PATCH', '/api/pupils/p').request.body as { profile: { cues: unknown } }).profile.cues).toEqual(
      [],
    );
  });
});

import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { Recording } from '@vilko/core/recording/recording';
import type { Lesson } from '@vilko/contract/swing';
import { simulate } from '@vilko/core/golfer/simulate';
import { ANALYSED_HERE } from '../../testing/here';
import { openLesson } from '../../testing/house';
import { lesson, swing } from '../../testing/samples';
import { answered } from '../../testing/views';
import { Compare } from './compare';

const shape = { back: [], down: [], through: [], soles: [] };

describe('Compare', () => {
  let recordings: readonly Recording[];
  beforeAll(() => {
    recordings = [1, 2, 3, 4, 5, 6].map(
      (seed) =>
        simulate({ device: 'plates', seed, fault: seed <= 3 ? 'hangs-back' : undefined, style: { spread: 0.2 } })
          .recording,
    );
  });
  const rack = [1, 2, 3, 4, 5, 6].map((n) => swing(n, { thumbnail: shape }));

  /** Opens the page and answers for recordings until all that is wanted is read. */
  async function open(
    inputs: Record<string, unknown> = {},
    compared: object | null = null,
    timeLine: Lesson['timeLine'] = [],
  ) {
    const h = openLesson({ rack, timeLine }, [ANALYSED_HERE]);
    const c = await h.show(Compare, { lessonId: 'l', ...inputs });
    h.maybe('GET', '/api/pupils/p/swings')?.flush(rack);
    h.maybe('GET', '/api/lessons/l/findings')?.flush({ clubs: [], oneSwingForAll: false, compared });
    const settle = async () => {
      for (let i = 0; i < 120; i++) {
        for (const s of rack) {
          const asked = h.maybe('GET', `/api/swings/${s.id}/traces`);
          asked?.flush(answered(recordings[s.number - 1]!));
        }
        await new Promise((r) => setTimeout(r, 15));
        await c.set({});
        if (!/Reading swing/.test(c.text()) && i > 3) return;
      }
    };
    await settle();
    return { h, c, settle };
  }

  it('lays the first against the last swings and names the real change', async () => {
    const { c } = await open();
    expect(c.text()).toContain('swings 1–3 · 7-iron');
    expect(c.text()).toContain('swings 4–6 · 7-iron');
    const row = c.all('tbody tr').find((r) => r.textContent.includes('Lead share, impact'))!;
    expect(row.textContent).toContain('real change');
    expect(c.all('[data-testid=headline]')[0]!.textContent).toMatch(/real change.*Lead share, impact up/);
    expect(c.text()).toContain('Nearest to the middle of the second set: swing');
  });
  it('tells the change with what was said where the second set begins', async () => {
    const at = '2026-11-20T10:00:00Z';
    const cue = { id: 'c', at, before: 4, kind: 'cue' as const, words: 'step off the ferry' };
    const { c } = await open({}, null, [cue]);
    expect(c.text()).toContain('Since “step off the ferry”, swing 4.');
  });
  it('of a first lesson in which nothing changed says so, and halves it by one press', async () => {
    const { h, c } = await open({}, { before: [], after: ['s1', 's2', 's3', 's4', 's5', 's6'] });
    expect(c.all('[data-testid=headline]')[0]!.textContent).toContain('Nothing to compare with yet');
    await c.press('Its first half against its second');
    expect(h.goes().length).toBe(1);
  });
  it('fixes no empty sets in the address when something is chosen before the sets are known', async () => {
    const h = openLesson({ rack }, [ANALYSED_HERE]);
    const c = await h.show(Compare, { lessonId: 'l' });
    await c.press('by phase');
    const { args } = (TestBed.inject(Router).navigate as jasmine.Spy<Router['navigate']>).calls.mostRecent();
    expect(args[1]?.queryParams).toEqual({ by: 'phase' });
  });
  it('keeps what is compared in the address: sets, side by side swings, pattern and version', async () => {
    const { h, c } = await open({ a: 's1,s2,s3', b: 's4,s5,s6', pattern: 'press-recentre', v: '7' });
    expect(c.text()).toContain('The link was made with version 7 of Press and re-centre; this is version 2.');
    expect(c.all('tbody tr').some((r) => r.textContent.includes('Lead share, top'))).toBeTrue();
    await c.press('Swap');
    c.all('ol li button')[3]!.click();
    expect(h.goes().length).toBeGreaterThanOrEqual(2);
  });
  it('compares two single swings by the pupil’s usual spread', async () => {
    const { c } = await open({ a: 's1', b: 's6' });
    expect(c.text()).not.toContain('real change');
    expect(c.text()).toMatch(/one swing each|their usual spread/);
  });
  it('says that a chosen pattern is gone, and that one set is empty', async () => {
    const { c } = await open({ a: 's1,s2', b: '', pattern: 'gone' });
    expect(c.text()).toContain('The pattern “gone” is not on the shelf any more');
    expect(c.text()).toContain('no swings chosen');
    expect(c.text()).toContain('Choose swings for both sides.');
  });
  it('asks for two swings in an empty lesson', async () => {
    const h = openLesson({ rack: [] }, [ANALYSED_HERE]);
    const c = await h.show(Compare, { lessonId: 'l' });
    expect(c.text()).toContain('Looking up the pupil’s swings');
    // what the lesson compares goes before the many swings of other lessons
    expect(h.maybe('GET', '/api/pupils/p/swings')).toBeUndefined();
    h.asked('GET', '/api/lessons/l/findings').flush({ clubs: [], oneSwingForAll: false, compared: null });
    await c.set({});
    h.asked('GET', '/api/pupils/p/swings').flush([]);
    await c.set({});
    expect(c.text()).toContain('Two whole swings are needed to compare.');
    expect(lesson.rack.length).toBe(2);
  });
});

import { TestBed } from '@angular/core/testing';
import type { SwingHead } from '@vilko/contract/swing';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { swing } from '../testing/samples';
import { SwingReader } from './swing-reader';
import { SwingReadings } from './swing-readings';

const PUPIL = { stature: 1.75 };

/** A reader that answers when it is told to. */
class SlowReader {
  readonly asked: string[] = [];
  private readonly waiting = new Map<string, { done: (t: SwingTraces) => void; failed: (e: Error) => void }>();
  traces({ id }: Pick<SwingHead, 'id'>): Promise<SwingTraces> {
    this.asked.push(id);
    return new Promise((done, failed) => this.waiting.set(id, { done, failed }));
  }
  async answer(id: string, how: 'well' | 'badly' = 'well'): Promise<void> {
    const w = this.waiting.get(id)!;
    if (how === 'well') w.done({ start: Number(id.slice(1)), mat: { rows: 1 } } as unknown as SwingTraces);
    else w.failed(new Error('it is gone'));
    await new Promise((turn) => setTimeout(turn));
  }
}

describe('swings of a page', () => {
  let reader: SlowReader;
  const swings = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => swing(from + i));
  /** What a page provides for itself. */
  const page = (): SwingReadings => TestBed.runInInjectionContext(() => new SwingReadings());
  beforeEach(() => {
    reader = new SlowReader();
    TestBed.configureTestingModule({ providers: [{ provide: SwingReader, useValue: reader }] });
  });

  it('are read some at a time, each once, and say how far that is', async () => {
    const readings = page();
    const all = readings.want(swings(1, 8), PUPIL);
    expect(reader.asked).toEqual(['s1', 's2', 's3', 's4', 's5', 's6']);
    expect(readings.progress()).toEqual({ done: 0, of: 8 });
    await reader.answer('s2');
    expect(readings.progress()).toEqual({ done: 1, of: 8 });
    expect(reader.asked).toContain('s7');
    for (const id of ['s1', 's3', 's4', 's5', 's6', 's7', 's8']) await reader.answer(id);
    await all;
    expect(readings.progress()).toBeNull();
    expect(reader.asked.length).toBe(8);
    expect([...readings.views()].map(([id, v]) => [id, v.start, v.mat]).sort()).toEqual(
      swings(1, 8).map((s) => [s.id, s.number, null]),
    );
  });

  it('are there at once for who comes back to them, until what they rest on changes', async () => {
    const first = page().want(swings(1, 2), PUPIL);
    await reader.answer('s1');
    await reader.answer('s2');
    await first;
    const again = page();
    void again.want([...swings(1, 2)], PUPIL);
    expect(again.views().size).toBe(2);
    expect(reader.asked.length).toBe(2);
    void again.want([swing(1, { marks: { p4: 1.2 } })], PUPIL);
    expect(reader.asked).toEqual(['s1', 's2', 's1']);
    void again.want(swings(2, 2), { stature: 1.82 });
    expect(reader.asked).toEqual(['s1', 's2', 's1', 's2']);
  });

  it('are shown a few times, not once for each', async () => {
    const readings = page();
    const shown = new Set<unknown>();
    const all = readings.want(swings(1, 6), PUPIL);
    for (const s of swings(1, 6)) {
      await reader.answer(s.id);
      shown.add(readings.views());
    }
    await all;
    shown.add(readings.views());
    expect(readings.views().size).toBe(6);
    expect(shown.size).toBeLessThan(5);
  });

  it('leave the older wish for a newer one, and say in a sentence why one came to nothing', async () => {
    const readings = page();
    const older = readings.want(swings(1, 1), PUPIL);
    const newer = readings.want(swings(2, 3), PUPIL);
    await reader.answer('s1');
    await older;
    expect(readings.views().has('s1')).toBeFalse();
    expect(readings.progress()).toEqual({ done: 0, of: 2 });
    await reader.answer('s3', 'badly');
    await reader.answer('s2');
    await newer;
    expect(readings.refused()).toBe('A swing cannot be read: it is gone');
    expect(readings.progress()).toBeNull();
    expect(readings.views().has('s2')).toBeTrue();
  });
});

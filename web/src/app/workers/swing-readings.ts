import { computed, inject, Injectable, signal } from '@angular/core';
import type { Pupil, Standard, SwingHead } from '@vilko/contract';
import { sentenceOf } from '../state/sentences';
import type { ReadView } from './read-view';
import { SwingReader } from './swing-reader';

/** Under which a swing's reading holds. */
const keyOf = (s: SwingHead): string => JSON.stringify([s.id, s.club, s.kind, s.handed, s.doubt, s.marks]);

/**
 * Several swings of a page, read one after the other and each once; a newer wish leaves the older. The mat's frames
 * are not kept. Provided by the page.
 */
@Injectable()
export class SwingReadings {
  private readonly reader = inject(SwingReader);
  private readonly read = signal<ReadonlyMap<string, { key: string; view: ReadView }>>(new Map());
  private asked = 0;
  /** What is being read: a newer wish for the same waits for it. */
  private readonly underWay = new Map<string, Promise<ReadView>>();
  /** Readings by the swings' ids. */
  readonly views = computed(
    (): ReadonlyMap<string, ReadView> => new Map([...this.read()].map(([id, { view }]) => [id, view])),
  );
  /** How far the newest wish is; null when all is read. */
  readonly progress = signal<{ readonly done: number; readonly of: number } | null>(null);
  /** Why the newest wish came to nothing, in one sentence. */
  readonly refused = signal<string | null>(null);

  /** Reads what is not read yet. */
  async want(
    wanted: readonly SwingHead[],
    standardOf: (s: SwingHead) => Standard,
    pupil: Pick<Pupil, 'handed' | 'stature'>,
  ): Promise<void> {
    const n = ++this.asked;
    const missing = wanted.filter((s) => this.read().get(s.id)?.key !== keyOf(s));
    this.refused.set(null);
    try {
      for (const [done, s] of missing.entries()) {
        this.progress.set({ done, of: missing.length });
        const view = await this.once(s, standardOf(s), pupil);
        if (n !== this.asked) return;
        this.read.update((m) => new Map(m).set(s.id, { key: keyOf(s), view: { ...view, mat: null } }));
      }
    } catch (e) {
      if (n === this.asked) this.refused.set(`A swing cannot be read: ${sentenceOf(e)}`);
    } finally {
      if (n === this.asked) this.progress.set(null);
    }
  }

  private once(s: SwingHead, { pattern, tuning, limits }: Standard, pupil: Pick<Pupil, 'handed' | 'stature'>) {
    const key = keyOf(s);
    const asked =
      this.underWay.get(key) ??
      this.reader
        .read(s, { pattern, tuning, limits }, { ...pupil, handed: s.handed })
        .then(({ view }) => view)
        .finally(() => this.underWay.delete(key));
    this.underWay.set(key, asked);
    return asked;
  }
}

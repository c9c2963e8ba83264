import { inject, Injectable, signal } from '@angular/core';
import type { Pupil } from '@vilko/contract/pupil';
import type { SwingHead } from '@vilko/contract/swing';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { sentenceOf } from '../state/sentences';
import { SwingReader } from './swing-reader';

/** Swings that are fetched at once. */
const AT_ONCE = 6;
/** What has come is shown no more often than this, ms: each time everything is drawn anew. */
const BETWEEN = 150;
/** Readings that are kept when a page is left. */
const MOST = 120;

/** Under which a swing's reading holds. */
const keyOf = (s: SwingHead, { stature }: Pick<Pupil, 'stature'>): string =>
  JSON.stringify([s.id, s.club, s.kind, s.handed, s.marks, stature]);

/** The newest readings of every page, without the mat's frames: who comes back finds them. */
@Injectable({ providedIn: 'root' })
class KeptReadings {
  private readonly reader = inject(SwingReader);
  private readonly kept = new Map<string, SwingTraces>();
  /** What is being read: another wish for the same waits for it. */
  private readonly underWay = new Map<string, Promise<SwingTraces>>();

  there(key: string): SwingTraces | undefined {
    return this.kept.get(key);
  }
  read(key: string, s: SwingHead): Promise<SwingTraces> {
    const asked =
      this.underWay.get(key) ??
      this.reader
        .traces(s)
        .then((traces) => this.keep(key, { ...traces, mat: null }))
        .finally(() => this.underWay.delete(key));
    this.underWay.set(key, asked);
    return asked;
  }
  private keep(key: string, view: SwingTraces): SwingTraces {
    this.kept.set(key, view);
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= MOST) break;
      this.kept.delete(oldest);
    }
    return view;
  }
}

/**
 * Several swings of a page, each read once, some at a time; a newer wish leaves the older. The mat's frames are not
 * kept. Provided by the page.
 */
@Injectable()
export class SwingReadings {
  private readonly kept = inject(KeptReadings);
  private readonly read = signal<ReadonlyMap<string, SwingTraces>>(new Map());
  private asked = 0;
  /** Readings by the swings' ids. */
  readonly views = this.read.asReadonly();
  /** How far the newest wish is; null when all is read. */
  readonly progress = signal<{ readonly done: number; readonly of: number } | null>(null);
  /** Why the newest wish came to nothing, in one sentence. */
  readonly refused = signal<string | null>(null);

  /** Reads what is not read yet. */
  async want(wanted: readonly SwingHead[], pupil: Pick<Pupil, 'stature'>): Promise<void> {
    const n = ++this.asked;
    const all = wanted.map((s) => ({ s, key: keyOf(s, pupil) }));
    const there = all.flatMap(({ s, key }) => {
      const view = this.kept.there(key);
      return view ? [[s.id, view] as const] : [];
    });
    if (there.some(([id, view]) => this.read().get(id) !== view)) this.read.update((m) => new Map([...m, ...there]));
    const missing = all.filter(({ key }) => !this.kept.there(key));
    this.refused.set(null);
    this.progress.set(missing.length ? { done: 0, of: missing.length } : null);
    try {
      await this.readAll(missing, () => n === this.asked);
    } catch (e) {
      if (n === this.asked) this.refused.set(`A swing cannot be read: ${sentenceOf(e)}`);
    } finally {
      if (n === this.asked) this.progress.set(null);
    }
  }

  /** Reads swings, some at a time, and shows what has come now and then; ends where nobody waits for it any more. */
  private async readAll(
    missing: readonly { readonly s: SwingHead; readonly key: string }[],
    waitedFor: () => boolean,
  ): Promise<void> {
    const came = new Map<string, SwingTraces>();
    let [next, done, shown] = [0, 0, -Infinity];
    const show = (): void => {
      shown = performance.now();
      this.read.update((m) => new Map([...m, ...came]));
      came.clear();
    };
    const failures: unknown[] = [];
    const one = async (): Promise<void> => {
      while (next < missing.length && waitedFor()) {
        const { s, key } = missing[next++]!;
        try {
          const traces = await this.kept.read(key, s);
          came.set(s.id, traces);
        } catch (e) {
          // the others are read all the same
          failures.push(e);
        }
        if (!waitedFor()) return;
        this.progress.set({ done: ++done, of: missing.length });
        if (came.size && performance.now() - shown > BETWEEN) show();
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, one));
    if (came.size && waitedFor()) show();
    if (failures.length) throw failures[0];
  }
}

import { signal } from '@angular/core';
import type { Film } from '@vilko/contract/film';
import type { Place } from '@vilko/core/film/read-followed';

export type Line = Film['lines'][number];

/** What can be drawn on a picture to stay there through the frames. */
export const LINE_KINDS: readonly { readonly kind: Line['kind']; readonly words: string; readonly points: 2 | 3 }[] = [
  { kind: 'hip', words: 'hip line', points: 2 },
  { kind: 'breastbone', words: 'breastbone', points: 2 },
  { kind: 'stick', words: 'stick', points: 2 },
  { kind: 'foot', words: 'foot mark', points: 2 },
  { kind: 'angle', words: 'angle', points: 3 },
  { kind: 'length', words: 'known length', points: 2 },
];
export const lineKind = (kind: Line['kind']) => LINE_KINDS.find((t) => t.kind === kind)!;

/** Drawing one line on a picture, point by point. */
export class LineTool {
  /** What is drawn; null: nothing. */
  readonly kind = signal<Line['kind'] | null>(null);
  readonly points = signal<readonly Place[]>([]);
  /** A drawn line whose length is still to be given. */
  readonly unknown = signal<readonly Place[] | null>(null);

  choose(kind: Line['kind'] | null): void {
    this.points.set([]);
    this.kind.set(this.kind() === kind ? null : kind);
  }
  /** Puts the next point; the whole line with its last. A known length first waits for its centimetres. */
  put(at: Place): { readonly kind: Line['kind']; readonly points: readonly Place[] } | null {
    const kind = this.kind();
    if (!kind) return null;
    const points = [...this.points(), at];
    if (points.length < lineKind(kind).points) {
      this.points.set(points);
      return null;
    }
    this.choose(null);
    if (kind !== 'length') return { kind, points };
    this.unknown.set(points);
    return null;
  }
}

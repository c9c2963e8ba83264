import { signal } from '@angular/core';
import type { Film } from '@vilko/contract/film';
import { apartInPicture } from '@vilko/core/film/film-scale';
import type { FollowedId } from '@vilko/core/film/followed';
import { type Place, placesAt, withFrame } from '@vilko/core/film/read-followed';

type FollowedLine = Film['followed'][number];

/** A point nearer than this is taken hold of instead of placed anew, parts of the picture's height. */
const HOLD = 0.035;

/** Who lets go nearer than this has clicked, not moved, parts of the picture's height. */
const CLICK = 0.006;

/** What was done with a press on the picture. */
export type Pressed = 'held' | 'placed' | 'whole';

/** A point that is held. */
interface Held {
  readonly index: number;
  /** All points as they lie meanwhile. */
  readonly points: readonly Place[];
  readonly from: Place;
  readonly moved: boolean;
}

/** What is known of the picture and the line when it is pressed. */
export interface PressedOn {
  /** Where the line's points lie in this frame. */
  readonly lying: readonly Place[];
  /** Points of one frame. */
  readonly needed: number;
  readonly aspect: number;
}

/**
 * Following something through a film by hand: its points are placed one after the other in a frame, which makes the
 * frame whole, and each can be taken hold of and moved.
 */
export class FollowTool {
  /** What is being followed; null: nothing. */
  readonly of = signal<FollowedId | null>(null);
  /** The line that is gone on with; null: it begins with the next points. */
  readonly line = signal<string | null>(null);
  /** Points of this frame placed so far. */
  readonly placed = signal<readonly Place[]>([]);
  readonly held = signal<Held | null>(null);

  begin(of: FollowedId, line: string | null = null): void {
    this.of.set(of);
    this.line.set(line);
    this.leave();
  }
  end(): void {
    this.of.set(null);
    this.line.set(null);
    this.leave();
  }
  /** Drops what was begun in this frame. */
  leave(): void {
    this.placed.set([]);
    this.held.set(null);
  }

  /** A press at a place: on a point that lies there it takes hold of it, else it places the next one. */
  press(at: Place, on: PressedOn): Pressed {
    const near = on.lying.findIndex((p) => apartInPicture(p, at, on.aspect) < HOLD);
    if (near >= 0 && !this.placed().length) {
      this.held.set({ index: near, points: on.lying, from: at, moved: false });
      return 'held';
    }
    return this.place(at, on);
  }
  /** Places the next point of this frame. */
  private place(at: Place, { needed }: PressedOn): Pressed {
    this.placed.set([...this.placed(), at]);
    return this.placed().length >= needed ? 'whole' : 'placed';
  }
  /** Moves the held point. */
  move(at: Place, aspect: number): void {
    const held = this.held();
    if (!held || (!held.moved && apartInPicture(held.from, at, aspect) < CLICK)) return;
    this.held.set({ ...held, moved: true, points: held.points.map((p, i) => (i === held.index ? at : p)) });
  }
  /** Lets go: of a point that was moved, or of one that was only clicked on, which places the next one there. */
  letGo(on: PressedOn): Pressed | { readonly moved: readonly Place[] } | null {
    const held = this.held();
    if (!held) return null;
    this.held.set(null);
    return held.moved ? { moved: held.points } : this.place(held.from, on);
  }
}

/** Where a line's points lie at a film time; none before it was begun. */
export const lyingAt = (line: FollowedLine | undefined, t: number): readonly Place[] =>
  line ? placesAt(line.frames, t) : [];

/** A film's followed lines with the points of one frame put down. */
export function followedWith(
  film: Pick<Film, 'followed' | 'frameRate'>,
  put: { readonly id: string; readonly of: FollowedId; readonly t: number; readonly points: readonly Place[] },
): FollowedLine[] {
  const points = put.points.map(([x, y]): [number, number] => [x, y]);
  const frame = { t: put.t, points };
  const there = film.followed.find((l) => l.id === put.id);
  if (!there) return [...film.followed, { id: put.id, of: put.of, name: '', frames: [frame], touchedAt: null }];
  const frames = withFrame(there.frames, frame, film.frameRate) as FollowedLine['frames'];
  return film.followed.map((l) => (l.id === put.id ? { ...l, frames } : l));
}

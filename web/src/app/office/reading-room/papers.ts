import { Injectable, signal } from '@angular/core';
import { type Paper, paperCode } from '@vilko/core/reading-room/paper';
import { type ItemRead, isRight } from './answers';

/** A paper that somebody sits, or sat. */
export interface Sitting {
  readonly paper: Paper;
  readonly reader: string;
  /** ISO 8601 */
  readonly at: string;
  /** In the order of the paper; what was not reached is not there. */
  readonly reads: readonly ItemRead[];
}

const KEY = 'vilko.papers';
const MOST = 60;

function stored(): Sitting[] {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '[]') as Sitting[];
  } catch {
    return [];
  }
}
const sameReader = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The papers that were sat in this browser: each by each reader once. */
@Injectable({ providedIn: 'root' })
export class Papers {
  private readonly list = signal<readonly Sitting[]>(stored());
  readonly sat = this.list.asReadonly();

  /** When this reader sat it; null: not yet. */
  satBy(reader: string, paper: Paper): Sitting | null {
    return this.sat().find((s) => sameReader(s.reader, reader) && paperCode(s.paper) === paperCode(paper)) ?? null;
  }
  /** The first of these that this reader has not sat. */
  nextOf(papers: readonly Paper[], reader: string): Paper | undefined {
    return papers.find((p) => !this.satBy(reader, p));
  }
  /** Keeps a sitting as it stands: once it is begun it was sat, whatever becomes of the page. */
  keep(s: Sitting): void {
    const others = this.sat().filter((x) => x.at !== s.at || x.reader !== s.reader);
    this.list.set([...others, s].slice(-MOST));
    try {
      localStorage.setItem(KEY, JSON.stringify(this.list()));
    } catch {
      // a browser that may keep nothing: it is known as long as the page is open
    }
  }
}

export const rightIn = (s: Sitting): number => s.reads.filter(isRight).length;

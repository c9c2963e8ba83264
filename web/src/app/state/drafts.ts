import { DestroyRef, effect, inject, Injectable, type Signal, signal, untracked } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { clockText } from '@vilko/core/words/dates';
import { tap } from 'rxjs';
import { LessonActions } from './lesson';
import { NoticeActions } from './notices';
import { OfficeActions } from './office';
import { ReportActions } from './report-actions';

/** What was typed and is not kept by the server yet. */
export interface Draft<T> {
  readonly value: T;
  /** ISO 8601 */
  readonly at: string;
}

const PREFIX = 'vilko.draft.';
const CHANNEL = 'vilko.drafts';

/**
 * Words that are being written stay in this browser until the server has them: a reload, a way out or a server that is
 * away loses none. Other windows of this browser hear that a text is being written.
 */
@Injectable({ providedIn: 'root' })
export class Drafts {
  private readonly channel = new BroadcastChannel(CHANNEL);
  private readonly others = signal<ReadonlySet<string>>(new Set());
  /** Texts that another window is writing too. */
  readonly elsewhere = this.others.asReadonly();

  constructor() {
    this.channel.onmessage = ({ data }: MessageEvent<string>) => this.others.update((s) => new Set(s).add(data));
    inject(DestroyRef).onDestroy(() => this.channel.close());
  }

  keep(key: string, value: unknown): void {
    localStorage.setItem(
      PREFIX + key,
      JSON.stringify({ value, at: new Date().toISOString() } satisfies Draft<unknown>),
    );
    this.channel.postMessage(key);
  }
  read<T>(key: string): Draft<T> | null {
    const kept = localStorage.getItem(PREFIX + key);
    return kept === null ? null : (JSON.parse(kept) as Draft<T>);
  }
  /** Lets go of it if it is what the server has; what was typed since stays. */
  dropKept(key: string, kept: unknown): void {
    if (JSON.stringify(this.read(key)?.value) === JSON.stringify(kept)) this.drop(key);
  }
  drop(key: string): void {
    localStorage.removeItem(PREFIX + key);
  }
}

/** A text that is written on a page. */
export interface Written<T> {
  /** Under which it is kept; null: nothing is open yet. */
  readonly key: () => string | null;
  /** What was typed and is not kept yet; null where nothing is. */
  readonly typed: () => T | null;
  /** What the server has; null before it came. */
  readonly kept: () => T | null;
  /** Puts back what was typed before. */
  readonly back: (value: T) => void;
}

/**
 * Keeps what is typed on a page in the browser until it is kept by the server, and puts it back when the page is
 * opened anew. To be called where things are injected.
 * @returns whether another window writes the same
 * @example draftOf({ key: () => 'notes', typed: this.own, kept: this.notes, back: (t) => this.own.set(t) })
 */
export function draftOf<T>({ key, typed, kept, back }: Written<T>): Signal<boolean> {
  const drafts = inject(Drafts);
  const store = inject(Store);
  const twice = signal(false);
  let opened = '';
  effect(() => {
    const [name, server] = [key(), kept()];
    if (name === null || server === null) return;
    const before = drafts.read<T>(name);
    const fresh = name !== opened;
    opened = name;
    if (!before) return;
    if (JSON.stringify(before.value) === JSON.stringify(server)) drafts.drop(name);
    else if (fresh)
      untracked(() => {
        back(before.value);
        store.dispatch(
          NoticeActions.say({
            text: `What you typed at ${clockText(before.at)} was not kept yet: it is here again.`,
            kind: 'plain',
          }),
        );
      });
  });
  effect(() => {
    const [name, value] = [key(), typed()];
    if (name !== null && value !== null) drafts.keep(name, value);
  });
  effect(() => twice.set(drafts.elsewhere().has(key() ?? '')));
  return twice.asReadonly();
}

/** What the server has is not kept here any longer. */
export const draftEffects = {
  done: createEffect(
    (actions = inject(Actions), drafts = inject(Drafts)) =>
      actions.pipe(
        ofType(OfficeActions.pupilChanged, OfficeActions.pupilAdded, LessonActions.lessonChanged, ReportActions.kept),
        tap((a) => {
          if (a.type === OfficeActions.pupilAdded.type) drafts.drop('pupil/new');
          else if (a.type === OfficeActions.pupilChanged.type) drafts.drop(`pupil/${a.pupil.id}`);
          else if (a.type === LessonActions.lessonChanged.type)
            drafts.dropKept(`lesson/${a.head.id}`, { homework: a.head.homework, notes: a.head.notes });
          else drafts.dropKept(`report/${a.lessonId}`, a.report.text);
        }),
      ),
    { functional: true, dispatch: false },
  ),
};

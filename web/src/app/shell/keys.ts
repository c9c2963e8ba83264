import { Dialog } from '@angular/cdk/dialog';
import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** A key a view listens to, and what the `?` card says of it. */
export interface KeyBinding {
  readonly key: string;
  readonly words: string;
  readonly run: (event: KeyboardEvent) => void;
}

/** Where a key acts: in the dialog that is open, on the page, anywhere. The nearest wins. */
export type KeyScope = 'dialog' | 'page' | 'house';

/** Keys of one view. */
export interface KeyGroup {
  readonly title: string;
  readonly scope: KeyScope;
  readonly bindings: readonly KeyBinding[];
}

const NAMES: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ' ': 'Space',
  Delete: 'Del',
  PageDown: 'Page ↓',
  PageUp: 'Page ↑',
  Escape: 'Esc',
};

export const keyName = (key: string): string => NAMES[key] ?? key;

/** What the browser itself does with a key on what has the focus. */
const PRESSED_BY: Readonly<Record<string, string>> = {
  ' ': 'button, [role=button], summary',
  Enter: 'button, a, [role=button], summary',
};

/** Which keys do what, right now. */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly dialog = inject(Dialog);
  private readonly groups = signal<readonly KeyGroup[]>([]);
  readonly shown = this.groups.asReadonly();

  /** Registers a view's keys until it is left. */
  use(title: string, bindings: readonly KeyBinding[], scope: KeyScope = 'page'): void {
    const group = { title, bindings, scope };
    this.groups.update((g) => [...g, group]);
    inject(DestroyRef).onDestroy(() => this.groups.update((g) => g.filter((x) => x !== group)));
  }

  handle(event: KeyboardEvent): void {
    const target = event.target as HTMLElement | null;
    if (event.ctrlKey || event.metaKey || event.altKey || target?.closest('input, textarea, select, [contenteditable]'))
      return;
    const own = PRESSED_BY[event.key];
    if (own && target?.closest(own)) return;
    for (const { bindings } of this.nearest()) {
      const b = bindings.find((x) => x.key.toLowerCase() === event.key.toLowerCase());
      if (!b) continue;
      event.preventDefault();
      b.run(event);
      return;
    }
  }

  /** The groups that listen now, the nearest first: beneath a dialog nothing does. */
  private nearest(): readonly KeyGroup[] {
    const newest = [...this.groups()].reverse();
    const of = (scope: KeyScope) => newest.filter((g) => g.scope === scope);
    return this.dialog.openDialogs.length ? of('dialog') : [...of('page'), ...of('house')];
  }
}

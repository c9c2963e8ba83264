import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** A key a view listens to, and what the `?` card says of it. */
export interface KeyBinding {
  readonly key: string;
  readonly words: string;
  readonly run: (event: KeyboardEvent) => void;
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

/** Which keys do what, right now. */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly groups = signal<readonly { title: string; bindings: readonly KeyBinding[] }[]>([]);
  readonly shown = this.groups.asReadonly();

  /** Registers a view's keys until it is left. */
  use(title: string, bindings: readonly KeyBinding[]): void {
    const group = { title, bindings };
    this.groups.update((g) => [...g, group]);
    inject(DestroyRef).onDestroy(() => this.groups.update((g) => g.filter((x) => x !== group)));
  }

  handle(event: KeyboardEvent): void {
    const target = event.target as HTMLElement | null;
    if (event.ctrlKey || event.metaKey || event.altKey || target?.closest('input, textarea, select, [contenteditable]'))
      return;
    if ((event.key === ' ' || event.key === 'Enter') && target?.closest('button, a, [role=button], summary')) return;
    for (const { bindings } of [...this.groups()].reverse()) {
      const b = bindings.find((x) => x.key.toLowerCase() === event.key.toLowerCase());
      if (!b) continue;
      event.preventDefault();
      b.run(event);
      return;
    }
  }
}

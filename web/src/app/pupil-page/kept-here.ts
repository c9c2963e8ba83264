import { effect, inject, Injectable, InjectionToken, signal, type WritableSignal } from '@angular/core';

/** The secret in the link that was opened. */
export const LINK_TOKEN = new InjectionToken<string>('link token');

/** What this browser keeps of the page behind a link; where it may keep nothing, as long as the page is open. */
@Injectable()
export class KeptHere {
  private readonly token = inject(LINK_TOKEN);
  /** Nothing more is to be kept. */
  private forgotten = false;

  /** What was kept under a name; null where there is nothing, or nothing legible. */
  read<T>(name: string): T | null {
    try {
      return JSON.parse(localStorage.getItem(this.key(name)) ?? 'null') as T | null;
    } catch {
      return null;
    }
  }
  /** Keeps something; null lets go of it. */
  write(name: string, value: unknown): void {
    if (this.forgotten) return;
    try {
      if (value === null) localStorage.removeItem(this.key(name));
      else localStorage.setItem(this.key(name), JSON.stringify(value));
    } catch {
      // private windows, a full disk: it stays as long as the page is open
    }
  }
  /** Something begun that a closed or discarded page must not lose; nothing of it stays once it is empty again. */
  draft<T>(name: string, empty: T): WritableSignal<T> {
    const value = signal(this.read<T>(name) ?? empty);
    effect(() => this.write(name, value() === empty ? null : value()));
    return value;
  }
  /** Nothing of the page stays in this browser. */
  forget(): void {
    this.forgotten = true;
    for (const key of Object.keys(localStorage)) if (key.startsWith(this.key(''))) localStorage.removeItem(key);
  }

  private key(name: string): string {
    return `vilko ${this.token} ${name}`;
  }
}

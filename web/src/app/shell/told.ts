import { DOCUMENT } from '@angular/common';
import { DestroyRef, inject, Injectable } from '@angular/core';

/** A finger that rests so long asks what the mouse is told on hover, ms. */
const HOLD = 500;
/** A finger that moves farther scrolls or drags, px. */
const MOVED = 10;
const EDGE = 8;

/** What an element tells on hover: its own title or that of what it stands in. */
export function toldOf(from: Element | null): string {
  for (let el = from; el; el = el.parentElement) {
    const own = el.getAttribute('title') ?? el.querySelector(':scope > title')?.textContent;
    if (own?.trim()) return own.trim();
    if (isCut(el)) return el.textContent.trim().replace(/\s+/g, ' ');
  }
  return '';
}

/** Whether a line does not show all its words. */
const isCut = (el: Element): boolean => el.classList.contains('one-line') && el.scrollHeight > el.clientHeight + 2;

/**
 * What the mouse is told on hover, told to a finger that rests: a bubble until the next touch. Lines that do not show
 * all their words tell the whole of them to both.
 */
@Injectable({ providedIn: 'root' })
export class Told {
  private readonly doc = inject(DOCUMENT);
  private bubble: HTMLElement | null = null;
  private waiting: ReturnType<typeof setTimeout> | undefined;
  private from: PointerEvent | null = null;
  private held = false;

  constructor() {
    const listening = new AbortController();
    const on = <K extends keyof DocumentEventMap>(type: K, run: (e: DocumentEventMap[K]) => void): void =>
      this.doc.addEventListener(type, run, { signal: listening.signal, capture: true });
    on('pointerover', (e) => this.name(e.target as Element));
    on('pointerdown', (e) => this.down(e));
    on('pointermove', (e) => this.from && Math.hypot(e.x - this.from.x, e.y - this.from.y) > MOVED && this.let());
    on('pointerup', () => this.let());
    on('pointercancel', () => this.let());
    // what was asked about is not pressed, too
    on('click', (e) => {
      if (!this.held) return;
      this.held = false;
      e.preventDefault();
      e.stopPropagation();
    });
    on('contextmenu', (e) => this.held && e.preventDefault());
    inject(DestroyRef).onDestroy(() => {
      listening.abort();
      this.let();
      this.bubble?.remove();
    });
  }

  private name(el: Element): void {
    const line = el.closest?.('.one-line');
    if (line && isCut(line) && !el.closest('[title]')) line.setAttribute('title', toldOf(line));
  }

  private down(e: PointerEvent): void {
    this.bubble?.remove();
    this.bubble = null;
    this.held = false;
    this.let();
    if (e.pointerType !== 'touch') return;
    const words = toldOf(e.target as Element);
    if (!words) return;
    this.from = e;
    this.waiting = setTimeout(() => this.tell(words, e), HOLD);
  }

  private let(): void {
    clearTimeout(this.waiting);
    this.from = null;
  }

  private tell(words: string, { x, y }: PointerEvent): void {
    this.held = true;
    const b = this.doc.createElement('div');
    b.className = 'overlay-card told';
    b.setAttribute('role', 'status');
    b.textContent = words;
    this.doc.body.append(b);
    const { innerWidth } = this.doc.defaultView!;
    const { width, height } = b.getBoundingClientRect();
    b.style.left = `${Math.max(EDGE, Math.min(innerWidth - width - EDGE, x - width / 2))}px`;
    // above the finger, where there is room
    b.style.top = `${y - height - 3 * EDGE > EDGE ? y - height - 3 * EDGE : y + 3 * EDGE}px`;
    this.bubble = b;
  }
}

import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { painRose } from '@vilko/core/practice/plan';
import type { BlockResult } from '@vilko/core/practice/plan-schema';
import { PainEntry } from './pain-entry';

/** How a day of practice went: done and passed or not, missed, stopped by pain. */
@Component({
  selector: 'vk-block-log',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PainEntry],
  host: { class: 'mt-1 block' },
  template: `
    @if (result(); as r) {
      <p class="text-15">{{ said() }} <button class="link text-13" (click)="log.emit(null)">Take back</button></p>
    } @else {
      <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
        <vk-pain-entry words="Pain before" [value]="before()" (changed)="before.set($event)" />
        <vk-pain-entry words="after" [value]="after()" (changed)="after.set($event)" />
      </div>
      @if (rose()) {
        <p class="mt-1 text-alarm">
          Pain rose by {{ after()! - before()! }}: the drill stops here. Stop on pain; see a physician or
          physiotherapist first.
        </p>
      }
      <div class="mt-1 flex flex-wrap gap-2">
        <button class="plain-button" (click)="write('done', 'passed')">Done, test passed</button>
        <button class="plain-button" (click)="write('done', 'failed')">Done, not passed</button>
        <button class="plain-button" (click)="write('missed', null)">Missed</button>
        <button class="alarm-button" (click)="write('stopped', null)">Stopped by pain</button>
      </div>
    }
  `,
})
export class BlockLog {
  readonly result = input<BlockResult | null>(null);
  readonly measured = input(false);
  readonly log = output<BlockResult | null>();
  protected readonly before = signal<number | null>(null);
  protected readonly after = signal<number | null>(null);
  protected readonly rose = computed(() => painRose(this.before(), this.after()));
  protected readonly said = computed(() => {
    const r = this.result()!;
    const pain =
      r.painBefore === null || r.painAfter === null ? '' : ` Pain ${r.painBefore} before, ${r.painAfter} after.`;
    const did = {
      done: r.test === 'passed' ? 'Done, test passed.' : 'Done, test not passed.',
      missed: 'Missed.',
      stopped: 'Stopped by pain.',
    }[r.did];
    return `${did}${pain}`;
  });

  constructor() {
    // another day, another body
    effect(() => {
      this.result();
      this.before.set(null);
      this.after.set(null);
    });
  }

  protected write(did: BlockResult['did'], test: BlockResult['test']): void {
    this.log.emit({ did, test, painBefore: this.before(), painAfter: this.after(), note: '' });
  }
}

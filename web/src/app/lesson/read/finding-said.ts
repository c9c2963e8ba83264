import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Confirmed, Overruled, SwingChange, SwingHead } from '@vilko/contract/swing';
import { HEALTHY_SWING } from '@vilko/core/reading-room/options';
import { dateText } from '@vilko/core/words/dates';
import { faultName } from '@vilko/core/words/findings';
import { toggleConfirmed, unconfirmed } from './confirmed';

/**
 * What the instructor says of a finding: that it is so, which makes the swing one to be read in the reading room, or
 * why it is not; both are kept and shown, and can be taken back.
 */
@Component({
  selector: 'vk-finding-said',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (asking() === finding()) {
      <form class="mt-2" (submit)="$event.preventDefault(); overrule(reason.value)">
        <label class="block text-ink2">
          Why is “{{ name(finding()) }}” not so here?
          <input
            #reason
            class="mt-1 w-full rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5 text-ink"
            maxlength="400"
            required
            name="reason"
          />
        </label>
        <p class="mt-1 flex gap-3">
          <button class="link">Overrule</button
          ><button type="button" class="link" (click)="asking.set(null)">Leave it</button>
        </p>
      </form>
    } @else {
      <p class="mt-2 flex flex-wrap gap-x-4">
        @if (!confirmed()) {
          <button class="link" title="Confirm it: C" (click)="toggle()">
            {{ healthy() ? 'Yes, nothing to find' : 'Yes, that is it' }}
          </button>
        }
        @if (!healthy()) {
          <button class="link" (click)="asking.set(finding())">I see it otherwise …</button>
        }
      </p>
    }
    @for (c of swing().confirmed; track c.fault) {
      <p class="mt-2 border-l-2 border-strong-rules pl-2">
        Confirmed: {{ name(c.fault) }} <span class="text-ink2">– {{ day(c) }}</span>
        <button class="link ml-1" (click)="takeBack(c)">Take back</button>
      </p>
    }
    @for (o of swing().overruled; track o.fault) {
      <p class="mt-2 border-l-2 border-strong-rules pl-2">
        Overruled: {{ name(o.fault) }} <span class="text-ink2">– {{ o.reason }}</span>
        <button class="link ml-1" (click)="allow(o)">Take back</button>
      </p>
    }
  `,
})
export class FindingSaid {
  /** The fault that is found first, or `healthy`. */
  readonly finding = input.required<string>();
  readonly swing = input.required<Pick<SwingHead, 'confirmed' | 'overruled'>>();
  /** The pattern it is judged by. */
  readonly pattern = input.required<string>();
  readonly said = output<Pick<SwingChange, 'confirmed' | 'overruled'>>();
  protected readonly asking = signal<string | null>(null);
  protected readonly healthy = computed(() => this.finding() === HEALTHY_SWING);
  protected readonly confirmed = computed(() => this.swing().confirmed.some((c) => c.fault === this.finding()));

  protected name(fault: string): string {
    return fault === HEALTHY_SWING ? 'nothing to find' : faultName(fault);
  }
  protected day(c: Confirmed): string {
    return dateText(c.at);
  }
  protected toggle(): void {
    const now = { fault: this.finding(), pattern: this.pattern() };
    this.said.emit({ confirmed: toggleConfirmed(this.swing().confirmed, now) });
  }
  protected takeBack({ fault }: Confirmed): void {
    this.said.emit({ confirmed: unconfirmed(this.swing().confirmed, fault) });
  }
  protected overrule(text: string): void {
    const [reason, fault] = [text.trim(), this.finding()];
    if (!reason) return;
    this.asking.set(null);
    const { confirmed } = this.swing();
    this.said.emit({
      overruled: [...this.without(fault), { fault, reason, at: new Date().toISOString() }],
      // nobody says both
      ...(this.confirmed() ? { confirmed: unconfirmed(confirmed, fault) } : {}),
    });
  }
  protected allow({ fault }: Overruled): void {
    this.said.emit({ overruled: this.without(fault) });
  }
  private without(fault: string): Overruled[] {
    return this.swing().overruled.filter((o) => o.fault !== fault);
  }
}

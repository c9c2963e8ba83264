import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import type { Overruled } from '@vilko/contract/swing';
import { faultName } from '@vilko/core/words/findings';

/** An instructor who does not share a finding says why; that is kept and shown, and can be taken back. */
@Component({
  selector: 'vk-overrule',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (fault(); as f) {
      @if (asking() === f) {
        <form class="mt-2" (submit)="$event.preventDefault(); give(f, reason.value)">
          <label class="block text-ink2">
            Why is “{{ name(f) }}” not so here?
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
        <button class="link mt-2" (click)="asking.set(f)">I see it otherwise …</button>
      }
    }
    @for (o of overruled(); track o.fault) {
      <p class="mt-2 border-l-2 border-strong-rules pl-2">
        Overruled: {{ name(o.fault) }} <span class="text-ink2">– {{ o.reason }}</span>
        <button class="link ml-1" (click)="changed.emit(without(o.fault))">Take back</button>
      </p>
    }
  `,
})
export class Overrule {
  /** The finding that may be overruled; null: none is found. */
  readonly fault = input.required<string | null>();
  readonly overruled = input.required<readonly Overruled[]>();
  readonly changed = output<Overruled[]>();
  protected readonly asking = signal<string | null>(null);
  protected readonly name = faultName;

  protected give(fault: string, text: string): void {
    const reason = text.trim();
    if (!reason) return;
    this.asking.set(null);
    this.changed.emit([...this.without(fault), { fault, reason, at: new Date().toISOString() }]);
  }
  protected without(fault: string): Overruled[] {
    return this.overruled().filter((o) => o.fault !== fault);
  }
}

import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { BALL_SIGNALS } from '@vilko/core/faults/ball-does';
import type { CannotJudge, Weighing } from '@vilko/core/faults/judge';
import { type EarlierCause, SIGNS, walkBack } from '@vilko/core/faults/seen';
import type { MeasureId } from '@vilko/core/measures/registry';
import { evidenceValue, evidenceWords } from '@vilko/core/words/evidence';
import { faultName } from '@vilko/core/words/findings';

const FOUND = 0.5;

/** *I see…* and *The ball…*: starts from what was seen and walks the causes backward, each with its number. */
@Component({
  selector: 'vk-i-see',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @for (e of entrances; track e.says) {
      <label class="mb-1 flex items-center gap-2">
        <span class="shrink-0 font-semibold">{{ e.says }}</span>
        <select
          class="min-w-0 flex-1 rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
          [attr.aria-label]="e.label"
          (change)="seen.set($any($event.target).value)"
        >
          <option value="" [selected]="!holds(e.signs)">…</option>
          @for (s of e.signs; track s.id) {
            <option [value]="s.id" [selected]="s.id === seen()">{{ s.words }}</option>
          }
        </select>
      </label>
    }
    @if (sign(); as s) {
      <p class="mt-1 text-ink2">{{ s.looks }} {{ asked() }} Earlier causes, nearest first:</p>
      <ol class="mt-1">
        @for (c of causes(); track c.fault) {
          <li
            class="flex gap-2 border-t border-rules py-1"
            tabindex="0"
            (mouseenter)="lit.emit(c.ids)"
            (mouseleave)="lit.emit([])"
            (focus)="lit.emit(c.ids)"
            (blur)="lit.emit([])"
          >
            <span
              class="figures w-4 shrink-0 text-ink2"
              [title]="c.steps ? c.steps + ' steps before what was seen' : 'what was seen'"
              >{{ c.steps || '·' }}</span
            >
            <span class="min-w-0 flex-1">
              <span [class.font-semibold]="c.found">{{ c.name }}</span>
              <span class="block text-ink2">{{ c.says }}</span>
            </span>
          </li>
        }
      </ol>
    }
  `,
})
export class ISee {
  readonly weighed = input.required<readonly (Weighing | CannotJudge)[]>();
  readonly lit = output<readonly MeasureId[]>();
  protected readonly entrances = [
    { says: 'I see that the pupil', label: 'I see', signs: SIGNS },
    { says: 'The ball', label: 'The ball', signs: BALL_SIGNALS },
  ] as const;
  /** Id of what was chosen at either entrance. */
  protected readonly seen = signal('');
  private readonly ball = computed(() => BALL_SIGNALS.find((s) => s.id === this.seen()) ?? null);
  protected readonly sign = computed(() => this.ball() ?? SIGNS.find((s) => s.id === this.seen()) ?? null);
  /** Who is asked before the feet where a ball goes to a side. */
  protected readonly asked = computed(() =>
    this.ball()?.sided ? 'Face and grip are asked first; then the feet.' : '',
  );
  protected readonly causes = computed(() => {
    const sign = this.sign();
    return sign ? walkBack(sign, this.weighed()).flatMap((c) => causeWords(c) ?? []) : [];
  });

  protected holds(signs: readonly { readonly id: string }[]): boolean {
    return signs.some((s) => s.id === this.seen());
  }
}

/** A fault that does not apply to the club or the school says nothing at all. */
function causeWords({ fault, steps, says }: EarlierCause) {
  if (!says) return null;
  const name = faultName(fault);
  if ('reason' in says)
    return {
      fault,
      steps,
      name,
      found: false,
      says: `cannot be judged here: ${says.reason}`,
      ids: [] as readonly MeasureId[],
    };
  const found = says.strength >= FOUND;
  const numbers = says.evidence.map((p) => `${evidenceWords(p)} ${evidenceValue(p)}`);
  return {
    fault,
    steps,
    name,
    found,
    says: `${found ? 'found' : 'not found'}: ${numbers.join('; ')}`,
    ids: says.evidence.flatMap((p) => p.measures),
  };
}

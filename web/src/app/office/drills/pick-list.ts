import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

export interface Pick {
  readonly id: string;
  readonly name: string;
}

/** Some of a long list: what is chosen, each to be let go again, and one more to choose. */
@Component({
  selector: 'vk-pick-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="field">
      {{ label() }}
      <ul class="mt-0.5 flex flex-wrap gap-1.5 text-15 text-ink">
        @for (p of chosen(); track p.id) {
          <li class="flex items-center gap-1.5 rounded-[3px] border border-strong-rules bg-sheet py-0.5 pr-0.5 pl-2">
            {{ p.name }}
            <button
              type="button"
              class="press px-1.5 text-ink2 hover:text-ink"
              [attr.aria-label]="'Without ' + p.name"
              (click)="without(p.id)"
            >
              ×
            </button>
          </li>
        }
        <li>
          <select
            class="!mt-0 !w-auto max-w-60"
            [attr.aria-label]="label() + ': add'"
            (change)="add($any($event.target))"
          >
            <option value="">add …</option>
            @for (p of others(); track p.id) {
              <option [value]="p.id">{{ p.name }}</option>
            }
          </select>
        </li>
      </ul>
    </div>
  `,
})
export class PickList {
  readonly label = input.required<string>();
  readonly all = input.required<readonly Pick[]>();
  /** Ids of what is chosen. */
  readonly value = input.required<readonly string[]>();
  readonly changed = output<string[]>();
  protected readonly chosen = computed(() =>
    this.value().map((id): Pick => this.all().find((p) => p.id === id) ?? { id, name: id }),
  );
  protected readonly others = computed(() => this.all().filter((p) => !this.value().includes(p.id)));

  protected add(select: HTMLSelectElement): void {
    const id = select.value;
    select.value = '';
    if (id) this.changed.emit([...this.value(), id]);
  }
  protected without(id: string): void {
    this.changed.emit(this.value().filter((x) => x !== id));
  }
}

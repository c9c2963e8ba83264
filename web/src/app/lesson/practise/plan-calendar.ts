import { type CdkDragDrop, DragDropModule } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { addDays, type Day, weekday } from '@vilko/core/practice/day';
import type { LaidBlock } from '@vilko/core/practice/plan';
import { RUNGS } from '@vilko/core/practice/rungs';
import { dayWords, WEEKDAYS } from './day-words';
import { HouseDrills } from '../../state/house-drills';

/** The weeks of a plan; a block is dragged to another day, or moved by the arrow keys. */
@Component({
  selector: 'vk-plan-calendar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DragDropModule],
  host: { class: 'block' },
  template: `
    <div class="grid grid-cols-7 text-center text-ink2" aria-hidden="true">
      @for (w of weekdays; track w) {
        <span>{{ w }}</span>
      }
    </div>
    <div
      class="grid grid-cols-7 border-t border-l border-rules"
      cdkDropListGroup
      role="list"
      aria-label="Days of the plan"
    >
      @for (d of days(); track d.day) {
        <div
          cdkDropList
          role="listitem"
          class="h-[52px] min-w-0 border-r border-b border-rules p-0.5"
          [class.bg-sheet]="d.within"
          [cdkDropListData]="d.day"
          [attr.data-day]="d.day"
          (cdkDropListDropped)="dropped($event)"
        >
          <p class="figures text-[13px] leading-4" [class]="d.day === today() ? 'font-bold underline' : 'text-ink2'">
            {{ d.number }}
          </p>
          @if (d.block; as b) {
            <button
              cdkDrag
              [cdkDragData]="b.id"
              [cdkDragDisabled]="b.result !== null || b.withdrawn"
              class="block w-full one-line rounded-[3px] border px-0.5 text-left text-13 leading-[26px]"
              [class]="look(b)"
              [attr.aria-label]="said(b)"
              [title]="said(b)"
              [attr.aria-pressed]="chosen() === b.id"
              (click)="choose.emit(b.id)"
              (keydown)="key($event, b)"
            >
              <span class="figures font-semibold">{{ letter(b) }}{{ b.rung + 1 }}</span> {{ mark(b) }}
            </button>
          }
        </div>
      }
    </div>
  `,
})
export class PlanCalendar {
  readonly blocks = input.required<readonly LaidBlock[]>();
  readonly from = input.required<Day>();
  readonly until = input.required<Day>();
  readonly today = input.required<Day>();
  readonly chosen = input<string | null>(null);
  readonly choose = output<string>();
  readonly move = output<{ block: string; to: Day }>();
  private readonly house = inject(HouseDrills);
  protected readonly weekdays = WEEKDAYS;
  protected readonly days = computed(() => {
    const byDay = new Map(this.blocks().map((b) => [b.date, b]));
    const first = addDays(this.from(), -weekday(this.from()));
    const last = addDays(this.until(), 6 - weekday(this.until()));
    const days: { day: Day; number: string; within: boolean; block: LaidBlock | null }[] = [];
    for (let day = first; day <= last; day = addDays(day, 1))
      days.push({
        day,
        number: String(Number(day.slice(8))),
        within: day >= this.from() && day <= this.until(),
        block: byDay.get(day) ?? null,
      });
    return days;
  });

  protected look(b: LaidBlock): string {
    if (b.withdrawn) return 'border-alarm text-alarm line-through';
    const edge = this.chosen() === b.id ? 'border-ink border-2' : 'border-strong-rules';
    return b.result ? `${edge} text-ink2` : `${edge} bg-paper${b.effort === 'high' ? ' font-semibold' : ''}`;
  }
  /** One word: how it went, or what kind of day it is. */
  protected mark(b: LaidBlock): string {
    if (b.withdrawn) return 'off';
    if (!b.result) return b.date < this.today() ? '?' : b.effort === 'high' ? 'hard' : '';
    if (b.result.did !== 'done') return b.result.did === 'missed' ? 'not' : 'pain';
    return b.result.test === 'passed' ? '✓' : '○';
  }
  protected letter(b: LaidBlock): string {
    return this.house.shelf().nameOf(b.drill)[0]!;
  }
  protected said(b: LaidBlock): string {
    const state = b.withdrawn
      ? 'withdrawn'
      : b.result
        ? { done: b.result.test === 'passed' ? 'done, passed' : 'done', missed: 'missed', stopped: 'stopped by pain' }[
            b.result.did
          ]
        : 'open; arrow keys move it';
    return `${dayWords(b.date)}: ${this.house.shelf().nameOf(b.drill)}, rung ${b.rung + 1}, ${RUNGS[b.rung]!.words}; ${b.effort === 'high' ? 'hard, ' : ''}${state}.`;
  }
  protected dropped(e: CdkDragDrop<Day, Day, string>): void {
    if (e.container !== e.previousContainer) this.move.emit({ block: e.item.data, to: e.container.data });
  }
  protected key(e: KeyboardEvent, b: LaidBlock): void {
    const by = ({ ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 } as Record<string, number>)[e.key];
    if (by === undefined || b.result || b.withdrawn) return;
    e.preventDefault();
    e.stopPropagation();
    this.move.emit({ block: b.id, to: addDays(b.date, by) });
  }
}

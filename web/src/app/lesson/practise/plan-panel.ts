import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { DrillProgress, PlanAct, PracticePlan } from '@vilko/contract/practice';
import type { Pupil } from '@vilko/contract/pupil';
import type { Drill } from '@vilko/core/drills/drill';
import type { Day } from '@vilko/core/practice/day';
import { layOut } from '@vilko/core/practice/plan';
import type { BlockResult, PlanWish } from '@vilko/core/practice/plan-schema';
import { retestWords, type TestedAs } from '@vilko/core/practice/retest';
import { RUNGS } from '@vilko/core/practice/rungs';
import type { ClubClass } from '@vilko/core/recording/recording';
import { BlockLog } from './block-log';
import { dayWords, today } from './day-words';
import { PlanCalendar } from './plan-calendar';
import { PlanForm } from './plan-form';
import { HouseDrills } from '../../state/house-drills';

/** What is to be done, what is said about it, and what takes it back. */
export interface PlanDeed {
  readonly act: PlanAct;
  readonly said?: string;
  readonly back?: PlanAct;
}

/** The days until the next lesson: the plan that runs, its calendar and what was done; or the form of a new one. */
@Component({
  selector: 'vk-plan-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BlockLog, PlanCalendar, PlanForm],
  host: { class: 'block' },
  template: `
    <div class="flex items-baseline gap-3">
      <h2 class="text-18 font-semibold">Plan</h2>
      @if (running(); as p) {
        <span class="text-ink2">{{ kept() }}</span>
        <a class="link ml-auto" [href]="'/api/plans/' + p.id + '/calendar.ics'" download>Calendar file</a>
        <button
          class="link"
          (click)="act.emit({ act: { act: 'end' }, said: 'The plan was put aside.', back: { act: 'resume' } })"
        >
          Put aside
        </button>
      }
    </div>
    @if (running(); as p) {
      <p class="mb-1 leading-5">
        {{ names() }}; {{ p.plan.wish.minutes }} min a day <span class="text-ink2">✓ passed, ○ not passed</span>
      </p>
      <vk-plan-calendar
        [blocks]="laid()"
        [from]="p.plan.wish.from"
        [until]="p.plan.wish.until"
        [today]="now"
        [chosen]="chosen()?.id ?? null"
        (choose)="picked.set($event)"
        (move)="move($event.block, $event.to)"
      />
      @if (p.plan.wish.retest; as r) {
        <p class="mt-1 leading-5">
          <span class="font-semibold">{{ words(r.on) }}:</span> {{ retest(r) }}
        </p>
      }
      @if (chosen(); as b) {
        <section class="mt-2" [attr.aria-label]="'Practice of ' + words(b.date)">
          <h3 class="text-15 font-semibold">{{ words(b.date) }}: {{ name(b.drill) }}, rung {{ b.rung + 1 }}</h3>
          <p class="text-ink2">{{ rungs[b.rung]!.words }}. {{ content() }}</p>
          @if (b.changed) {
            <p class="text-alarm">{{ b.changed }}.</p>
          }
          @if (!b.withdrawn) {
            <vk-block-log [result]="b.result" [measured]="rungs[b.rung]!.ball" (log)="log(b.id, $event)" />
          }
        </section>
      }
    } @else {
      <vk-plan-form
        [drill]="drill()"
        [fault]="fault()"
        [club]="club()"
        [progress]="progress()"
        [pupil]="pupil()"
        [nextVisit]="nextVisit()"
        [tested]="tested()"
        (made)="made.emit($event)"
      />
    }
  `,
})
export class PlanPanel {
  readonly running = input<PracticePlan | null>(null);
  readonly drill = input<Drill | null>(null);
  readonly fault = input<string | null>(null);
  readonly club = input.required<ClubClass>();
  readonly progress = input<readonly DrillProgress[]>([]);
  readonly pupil = input.required<Pupil>();
  readonly nextVisit = input<string | null>(null);
  readonly tested = input<TestedAs | null>(null);
  readonly made = output<PlanWish>();
  readonly act = output<PlanDeed>();
  protected readonly now = today();
  protected readonly picked = signal<string | null>(null);
  private readonly house = inject(HouseDrills);
  protected readonly name = (id: string): string => this.house.shelf().nameOf(id);
  protected readonly words = dayWords;
  protected readonly retest = retestWords;
  protected readonly rungs = RUNGS;
  protected readonly laid = computed(() => {
    const p = this.running();
    return p ? layOut(p.plan, this.house.shelf()) : [];
  });
  protected readonly names = computed(
    () =>
      this.running()
        ?.plan.wish.drills.map((d) => `${this.name(d)[0]} ${this.name(d)}`)
        .join(', ') ?? '',
  );
  /** The one clicked, else today's, else the next that is open. */
  protected readonly chosen = computed(() => {
    const laid = this.laid();
    return (
      laid.find((b) => b.id === this.picked()) ??
      laid.find((b) => !b.result && !b.withdrawn && b.date >= this.now) ??
      laid.at(-1) ??
      null
    );
  });
  protected readonly kept = computed(() => {
    const past = this.laid().filter((b) => b.result || (b.date < this.now && !b.withdrawn));
    return past.length ? `${past.filter((b) => b.result?.did === 'done').length} of ${past.length} days kept` : '';
  });
  protected readonly content = computed(() => {
    const b = this.chosen()!;
    const { warmUp, drill, shots, test } = b.minutes;
    return [
      `Warm-up ${warmUp} min`,
      `drill ${drill} min`,
      ...(b.hops ? [`at most ${b.hops} hops`] : []),
      ...(shots ? [`${b.balls} ${b.drivers ? 'full drivers' : 'balls'}, ${shots} min`] : []),
      ...(test ? [`test ${test} min`] : []),
    ].join('; ');
  });

  protected move(block: string, to: Day): void {
    const from = this.laid().find((b) => b.id === block)!.date;
    this.picked.set(block);
    this.act.emit({
      act: { act: 'move', block, to, today: this.now },
      said: `Moved to ${dayWords(to)}.`,
      back: { act: 'move', block, to: from, today: from },
    });
  }
  protected log(block: string, result: BlockResult | null): void {
    const before = this.laid().find((b) => b.id === block)!.result;
    this.picked.set(block);
    this.act.emit({
      act: { act: 'log', block, result },
      said: result ? 'Written down; the days after it follow.' : 'Taken back.',
      back: { act: 'log', block, result: before },
    });
  }
}

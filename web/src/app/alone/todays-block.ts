import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import { RUNGS } from '@vilko/core/practice/rungs';
import { counted } from '@vilko/core/words/amounts';
import { weekdayDate } from '@vilko/core/words/dates';
import { DrillMediaView } from '../drill-media';
import { DrillPictures } from '../drawing/drill/drill-pictures';
import { testWords } from '../drill-words';
import { today } from '../lesson/practise/day-words';
import { HouseDrills } from '../state/house-drills';
import { AloneDesk } from './alone-desk';
import { TakeAlong } from './take-along';

const SHOWN = 5;

/** What is to be done today: one drill, one rung, in pictures. */
@Component({
  selector: 'vk-todays-block',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillMediaView, DrillPictures, TakeAlong],
  host: { class: 'block' },
  template: `
    <h1 class="text-40 leading-[48px] font-semibold">{{ drill()?.name ?? 'Free practice' }}</h1>
    <p class="mt-1 text-18 text-ink2">{{ when() }}</p>
    <div class="mt-4 grid grid-cols-[minmax(0,1fr)_360px] gap-8 max-[900px]:grid-cols-1">
      <div class="text-18 leading-7">
        @if (drill(); as d) {
          <p>{{ d.gist }}</p>
          <vk-drill-pictures class="mt-3 max-w-[560px]" [drill]="d" [handed]="desk.pupil()!.handed" />
          <vk-drill-media class="mt-2 max-w-[560px]" [drill]="d" />
          <ol class="mt-3 list-decimal pl-6">
            @for (s of d.steps; track s) {
              <li>{{ s }}</li>
            }
          </ol>
          <p class="mt-2 text-ink2">{{ d.dose }}</p>
        } @else {
          <p>Your instructor has given you no drill yet: swing, and see where the pressure goes.</p>
        }
        <p class="mt-4 border-l-2 border-alarm pl-3 text-15 leading-5">
          @if (drill()?.caution; as c) {
            <strong class="font-semibold">{{ c }}</strong>
          }
          {{ cautions }}
          @if (desk.now()?.minor) {
            A grown-up stands by, and nothing is done with full effort.
          }
        </p>
      </div>
      <div>
        <p class="text-18 font-semibold">{{ rung() }}</p>
        <p class="text-15 text-ink2">{{ test() }}</p>
        <button
          class="main-button mt-4 min-h-16 w-full text-24"
          [disabled]="desk.busy() || !desk.home()?.bay"
          (click)="desk.begin()"
        >
          Begin
        </button>
        @if (!desk.home()?.bay) {
          <p class="mt-1 text-alarm">{{ desk.home()?.why }}</p>
        }
        <button class="link mt-2 min-h-11 text-15" (click)="desk.leave()">Somebody else</button>
        @if (past().length) {
          <h2 class="mt-5 border-t border-rules pt-3 text-18 font-semibold">Before</h2>
          <ul>
            @for (p of past(); track p.lessonId) {
              <li class="border-b border-rules py-1 text-15">
                {{ p.words }}
                @if (desk.home()?.home) {
                  <vk-take-along class="block" [lessonId]="p.lessonId" />
                }
              </li>
            }
          </ul>
        }
      </div>
    </div>
  `,
})
export class TodaysBlock {
  protected readonly desk = inject(AloneDesk);
  private readonly house = inject(HouseDrills);
  protected readonly cautions = DRILL_CAUTIONS.slice(0, 3).join(' ');
  protected readonly drill = computed(() => this.house.shelf().one(this.desk.now()?.drill) ?? null);
  protected readonly rung = computed(() =>
    this.drill() ? `Today: ${RUNGS[this.desk.now()!.rung]!.words}` : 'As many swings as you like',
  );
  protected readonly test = computed(() => {
    const d = this.drill();
    return d ? testWords(d) : '';
  });
  protected readonly when = computed(() => {
    const block = this.desk.now()?.block;
    if (!block) return 'Nothing is planned for today; this is what was agreed last.';
    if (block.date === today()) return `Planned for today, ${block.minutes} minutes.`;
    return block.date > today()
      ? `Nothing is planned for today. Next is ${weekdayDate(block.date)}: it can be done now.`
      : `Still open from ${weekdayDate(block.date)}.`;
  });
  protected readonly past = computed(() =>
    (this.desk.now()?.past ?? [])
      .slice(0, SHOWN)
      .map((p) => ({ ...p, words: `${weekdayDate(p.at)}: ${counted(p.swings, 'swing')}` })),
  );
}

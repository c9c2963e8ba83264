import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { PupilProfile } from '@vilko/contract/pupil';
import {
  BODY_SCREEN,
  hurtIn,
  type Proposal,
  proposalsOf,
  SCREEN_ANSWERS,
  type ScreenAnswer,
} from '@vilko/core/drills/body-screen';
import type { InjuryTag } from '@vilko/core/drills/injuries';
import { Store } from '@ngrx/store';
import { today } from '../../lesson/practise/day-words';
import { selectPatterns } from '../../state/pattern-shelf';
import { dateText } from '@vilko/core/words/dates';

/** Six looks at what a body can do, and what they propose: nothing is set until somebody takes it over. */
@Component({
  selector: 'vk-body-screen-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <details class="col-span-6" [open]="answered() > 0">
      <summary class="cursor-pointer text-15">
        Body screen: six looks without equipment, three minutes
        @if (profile().screenedOn; as on) {
          <span class="text-ink2">· {{ answered() }} of {{ tests.length }} on {{ day(on) }}</span>
        }
      </summary>
      <p class="mt-1 text-13 text-ink2">
        Within comfort, a support within reach; stop on pain. Not medical advice: what hurts is seen by a physician or
        physiotherapist first.
      </p>
      <ol class="mt-1">
        @for (t of tests; track t.id) {
          <li
            class="grid grid-cols-[150px_minmax(0,1fr)_auto] items-baseline gap-3 border-t border-rules py-1.5 text-15"
          >
            <span class="font-semibold">{{ t.name }}</span>
            <span class="leading-5"
              >{{ t.how }} <span class="text-ink2">Easy: {{ t.easy }}.</span></span
            >
            <span class="whitespace-nowrap" role="group" [attr.aria-label]="t.name">
              @for (a of answers; track a) {
                <button
                  type="button"
                  class="px-2 py-0.5 pointer-coarse:min-h-11"
                  [class]="profile().screen[t.id] === a ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
                  [attr.aria-pressed]="profile().screen[t.id] === a"
                  (click)="answer(t.id, a)"
                >
                  {{ a }}
                </button>
              }
            </span>
          </li>
        }
      </ol>
      @if (hurt().length) {
        <p class="mt-1 border-l-2 border-alarm pl-2 text-15" role="alert">
          It hurts: a physician or physiotherapist first. Put on record what it is:
          @for (part of hurt(); track part) {
            @if (!profile().injuries.includes(part)) {
              <button type="button" class="link ml-2" (click)="record(part)">{{ part }}</button>
            }
          }
        </p>
      }
      @for (p of proposals(); track p.words) {
        <p class="mt-1 flex items-baseline gap-3 text-15">
          <span class="leading-5 text-ink2"
            ><span class="font-semibold text-ink">{{ p.words }}</span> {{ p.why }}.</span
          >
          @if (p.take) {
            <button type="button" class="link ml-auto whitespace-nowrap" (click)="changed.emit(p.take)">
              Take over
            </button>
          }
        </p>
      }
    </details>
  `,
})
export class BodyScreenFields {
  readonly profile = input.required<PupilProfile>();
  readonly changed = output<Partial<PupilProfile>>();
  private readonly patterns = inject(Store).selectSignal(selectPatterns);
  protected readonly tests = BODY_SCREEN;
  protected readonly answers = SCREEN_ANSWERS;
  protected readonly day = dateText;
  protected readonly answered = computed(() => Object.keys(this.profile().screen).length);
  protected readonly hurt = computed((): readonly InjuryTag[] => hurtIn(this.profile().screen));
  protected readonly proposals = computed(() =>
    proposalsOf(this.profile().screen).map((p) => ({ ...this.told(p), why: p.why.join('; ') })),
  );

  /** A proposal in words, and what taking it over changes; nothing where that is so already. */
  private told(p: Proposal): { readonly words: string; readonly take: Partial<PupilProfile> | null } {
    const { size, school, injuries } = this.profile();
    const name = (id: string): string => this.patterns().find((x) => x.id === id)?.name ?? id;
    if (p.kind === 'size')
      return {
        words: `Size asked for: ${Math.round(100 * p.value)}%.`,
        take: size > p.value ? { size: p.value } : null,
      };
    if (p.kind === 'school')
      return { words: `School: ${name(p.school)} may suit.`, take: school === p.school ? null : { school: p.school } };
    if (p.kind === 'against')
      return {
        words: `School: ${name(p.school)} hardly suits${school === p.school ? ', and it is chosen' : ''}.`,
        take: null,
      };
    return {
      words: `On record: ${p.part}.`,
      take: injuries.includes(p.part) ? null : { injuries: [...injuries, p.part] },
    };
  }
  protected answer(id: string, a: ScreenAnswer): void {
    const { [id]: before, ...others } = this.profile().screen;
    const screen = before === a ? others : { ...others, [id]: a };
    this.changed.emit({ screen, screenedOn: Object.keys(screen).length ? today() : null });
  }
  protected record(part: InjuryTag): void {
    this.changed.emit({ injuries: [...this.profile().injuries, part] });
  }
}

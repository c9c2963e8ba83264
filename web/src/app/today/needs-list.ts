import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Need } from '@vilko/contract/booking';
import type { NeedKind } from '@vilko/contract/booking-words';
import { dayWords } from '../lesson/practise/day-words';

/** What is done about each. */
const ACT: Readonly<Record<NeedKind, string>> = {
  pain: 'Look',
  answer: 'Read',
  letter: 'Send',
  retest: 'Book',
  visit: 'Book',
  practice: 'Look',
  inbox: 'Sort',
};

/** What waits for a person, what costs most to leave first. */
@Component({
  selector: 'vk-needs-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <ul>
      @for (n of needs(); track $index) {
        <li class="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-3 border-b border-rules py-2 text-15">
          <div class="min-w-0">
            <p class="flex items-baseline gap-2">
              <span class="font-semibold" [class.text-alarm]="n.kind === 'pain'">{{ n.name }}</span>
              @if (n.since) {
                <span class="figures text-13 text-ink2">{{ day(n.since) }}</span>
              }
            </p>
            <p>{{ n.words }}</p>
          </div>
          <a
            class="link"
            [routerLink]="pathOf(n)"
            [queryParams]="asked(n)"
            [attr.aria-label]="act(n) + ': ' + n.name"
            >{{ act(n) }}</a
          >
        </li>
      }
    </ul>
  `,
})
export class NeedsList {
  readonly needs = input.required<readonly Need[]>();
  protected readonly day = dayWords;
  protected readonly act = (n: Need): string => ACT[n.kind];
  protected readonly pathOf = (n: Need): string[] => {
    if (n.kind === 'inbox') return ['/office/inbox'];
    if (n.kind === 'letter') return ['/office/letters'];
    if (n.kind === 'retest' || n.kind === 'visit') return ['/week'];
    if (n.kind === 'answer' && n.lessonId) return ['/lesson', n.lessonId, 'report'];
    if (n.kind === 'practice' && n.lessonId) return ['/lesson', n.lessonId, 'practise'];
    return ['/office/pupils', n.pupilId!];
  };
  /** A visit that is not booked is booked for that very pupil. */
  protected readonly asked = (n: Need): Record<string, string> =>
    n.kind === 'answer'
      ? { page: '' }
      : n.kind === 'retest' || n.kind === 'visit'
        ? { book: n.pupilId!, ...(n.kind === 'retest' ? { purpose: 'retest' } : {}) }
        : {};
}

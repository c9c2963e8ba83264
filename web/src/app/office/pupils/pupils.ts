import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { PupilWithLessons } from '@vilko/contract/lesson';
import { counted } from '@vilko/core/words/amounts';
import type { CsvRows } from '../../shell/csv';
import { Keys } from '../../shell/keys';
import { Seen } from '../../shell/seen';
import { HouseUnits } from '../../shell/units';
import { InboxActions, inboxFeature } from '../../state/inbox';
import { OfficeActions, officeFeature } from '../../state/office';
import { dateText, shortDate } from '@vilko/core/words/dates';
import { measureName } from '../words';
import { TableCsv } from '../../shell/table-csv';

/** Rows that are drawn at first, and each time the end of them comes near. */
const PORTION = 60;

type Order = 'name' | 'last' | 'next' | 'swings';

const swingsOf = (p: PupilWithLessons): number => p.lessons.reduce((n, l) => n + l.swings, 0);
const ORDERS: Readonly<Record<Order, (p: PupilWithLessons) => string | number>> = {
  name: (p) => p.name.toLowerCase(),
  last: (p) => -Date.parse(p.lessons[0]?.startedAt ?? '1970-01-01'),
  next: (p) => p.lessons[0]?.nextVisit ?? '9999',
  swings: (p) => -swingsOf(p),
};

/** Office › Pupils: who comes here, what they work on, when they were here last and come next. */
@Component({
  selector: 'vk-pupils',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, Seen, TableCsv],
  host: { '(window:beforeprint)': 'drawAll()' },
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8">
      <div class="flex items-center gap-6">
        <h1 class="text-24 font-semibold">Pupils</h1>
        <input
          #search
          class="entry !mt-0 !w-[280px]"
          type="search"
          placeholder="Search name, sport, aim  /"
          aria-label="Search pupils"
          [value]="query()"
          (input)="query.set(search.value)"
        />
        <label class="flex items-center gap-2 text-15"
          ><input type="checkbox" [checked]="archived()" (change)="archived.set(!archived())" /> with archived</label
        >
        @if (inbox().length) {
          <a class="link text-15" routerLink="/office/inbox"
            >Inbox: {{ counted(inbox().length, 'swing') }} without an owner</a
          >
        }
        @if (pupils()?.length) {
          <vk-table-csv class="ml-auto text-15" [of]="csv" name="pupils" />
        }
        <a class="main-button text-15" [class.ml-auto]="!pupils()?.length" routerLink="/office/pupils/new">New pupil</a>
      </div>
      @if (pupils(); as list) {
        @if (list.length === 0) {
          <p class="mt-6 text-18">
            Nobody yet. Take in the first pupil: name, hand and what brings them are enough to start.
          </p>
        } @else {
          <table class="mt-4 w-full border-collapse text-15">
            <thead class="text-left text-13 text-ink2">
              <tr class="border-b border-strong-rules">
                @for (c of columns; track c.order) {
                  <th
                    class="py-1 pr-4 font-normal"
                    [class.text-right]="c.order === 'swings'"
                    [attr.aria-sort]="order() === c.order ? 'ascending' : null"
                  >
                    <button
                      class="hover:underline"
                      [class.font-semibold]="order() === c.order"
                      [class.text-ink]="order() === c.order"
                      (click)="order.set(c.order)"
                    >
                      {{ c.words }}
                    </button>
                  </th>
                  @if (c.order === 'name') {
                    <th class="py-1 pr-4 font-normal">What brings them</th>
                    <th class="py-1 pr-4 font-normal">Works on</th>
                  }
                }
                <th></th>
              </tr>
            </thead>
            <tbody>
              @for (p of drawn(); track p.id) {
                <tr class="border-b border-rules align-top hover:bg-sheet">
                  <td class="w-[200px] py-2.5 pr-4 [overflow-wrap:anywhere]">
                    <a class="font-semibold hover:underline" [routerLink]="['/office/pupils', p.id]">{{
                      p.name
                    }}</a><br /><span class="text-ink2">{{ p.about }}{{ p.archived ? ', archived' : '' }}</span>
                  </td>
                  <td class="max-w-[330px] py-2.5 pr-6 text-ink2 [overflow-wrap:anywhere]">{{ p.story }}</td>
                  <td class="py-2.5 pr-4 [overflow-wrap:anywhere]">
                    {{ p.lessons[0]?.aim || '–' }}
                    @if (p.lessons[0]?.measure; as m) {
                      <div class="text-ink2">by {{ name(m) }}</div>
                    }
                    @if (p.profile.injuries.length) {
                      <div class="text-alarm">{{ p.profile.injuries.join(', ') }}</div>
                    }
                  </td>
                  <td class="py-2.5 pr-4 whitespace-nowrap">
                    @if (p.lessons[0]; as l) {
                      {{ date(l.startedAt) }}
                      <div class="text-ink2">
                        {{ l.bay }} · <a class="link" [routerLink]="['/lesson', l.id, 'read']">Read</a>
                      </div>
                    } @else {
                      <span class="text-ink2">no lesson yet</span>
                    }
                  </td>
                  <td class="py-2.5 pr-4 whitespace-nowrap">
                    {{ p.lessons[0]?.nextVisit ? short(p.lessons[0]!.nextVisit!) : '–' }}
                  </td>
                  <td class="figures py-2.5 pr-4 text-right">{{ swings(p) }}</td>
                  <td class="py-2.5 text-right whitespace-nowrap">
                    <a class="link" [routerLink]="['/office/pupils', p.id]" [queryParams]="{ start: 1 }"
                      >Start a lesson</a
                    >
                  </td>
                </tr>
              } @empty {
                <tr>
                  <td colspan="7" class="py-6 text-ink2">Nobody here matches “{{ query() }}”.</td>
                </tr>
              }
            </tbody>
          </table>
          @for (n of further(); track n) {
            <p class="py-3 text-15 text-ink2" (vkSeen)="portions.set(portions() + 1)">
              {{ n }} of {{ found().length }} pupils; the others come as you scroll.
            </p>
          }
        }
      } @else if (error()) {
        <p class="mt-4 text-15 text-alarm">{{ error() }}</p>
      } @else {
        <p class="mt-4 text-15 text-ink2">Fetching the pupils …</p>
      }
    </div>
  `,
})
export class Pupils {
  private readonly app = inject(ApplicationRef);
  private readonly store = inject(Store);
  protected readonly units = inject(HouseUnits);
  protected readonly counted = counted;
  protected readonly pupils = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly error = this.store.selectSignal(officeFeature.selectError);
  private readonly lying = this.store.selectSignal(inboxFeature.selectSwings);
  protected readonly inbox = computed(() => this.lying() ?? []);
  protected readonly query = signal('');
  protected readonly archived = signal(false);
  protected readonly order = signal<Order>('last');
  protected readonly columns = [
    { order: 'name', words: 'Pupil' },
    { order: 'last', words: 'Last lesson' },
    { order: 'next', words: 'Next visit' },
    { order: 'swings', words: 'Swings' },
  ] as const;
  protected readonly found = computed(() => {
    const words = this.query().toLowerCase().split(/\s+/).filter(Boolean);
    const text = (p: PupilWithLessons) =>
      [
        p.name,
        p.about,
        p.story,
        p.profile.otherSports,
        p.profile.badShot,
        ...p.profile.injuries,
        ...p.lessons.map((l) => l.aim),
      ]
        .join(' ')
        .toLowerCase();
    const key = ORDERS[this.order()];
    return (this.pupils() ?? [])
      .filter((p) => (this.archived() || !p.archived) && words.every((w) => text(p).includes(w)))
      .sort((a, b) => (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0));
  });
  /** As many as were scrolled to; what is looked for or put in another order begins at its top. */
  protected readonly portions = linkedSignal({
    source: () => [this.query(), this.archived(), this.order()],
    computation: () => 1,
  });
  protected readonly drawn = computed(() => this.found().slice(0, PORTION * this.portions()));
  /** How many are drawn, where those are not all: drawn anew, the end of the table is watched for again. */
  protected readonly further = computed(() => (this.drawn().length < this.found().length ? [this.drawn().length] : []));
  /** Every pupil that was found, drawn or not. */
  protected readonly csv = (): CsvRows => [
    ['Pupil', 'About', 'What brings them', 'Works on', 'By', 'Hurts', 'Last lesson', 'Next visit', 'Swings'],
    ...this.found().map((p) => {
      const last = p.lessons[0];
      return [
        p.name,
        p.about + (p.archived ? ', archived' : ''),
        p.story,
        last?.aim ?? null,
        last?.measure ? measureName(last.measure) : null,
        p.profile.injuries.join(', ') || null,
        last ? last.startedAt.slice(0, 10) : null,
        last?.nextVisit ?? null,
        swingsOf(p),
      ];
    }),
  ];
  protected readonly date = dateText;
  protected readonly short = shortDate;
  protected readonly name = measureName;
  protected readonly swings = swingsOf;

  /** Paper does not scroll. */
  protected drawAll(): void {
    this.portions.set(Infinity);
    this.app.tick();
  }

  constructor() {
    this.store.dispatch(OfficeActions.openPupils());
    this.store.dispatch(InboxActions.open());
    inject(Keys).use('Pupils', [
      {
        key: '/',
        words: 'search',
        run: () => document.querySelector<HTMLInputElement>('vk-pupils input[type=search]')?.focus(),
      },
    ]);
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import type { EnteredSwing, NewEnteredSwing } from '@vilko/contract/entered';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { bandScale, placeOn } from '@vilko/core/practice/band-scale';
import { targetBand } from '@vilko/core/practice/target';
import { wanted } from '@vilko/core/words/amounts';
import { amount, plusMinus } from '@vilko/core/words/amounts';
import { clockText, shortDate } from '@vilko/core/words/dates';
import { TableCsv } from '../../shell/table-csv';
import { HouseUnits } from '../../shell/units';
import { EnteredActions, enteredFeature } from '../../state/entered';
import { lessonFeature } from '../../state/lesson';
import { officeFeature } from '../../state/office';
import { selectStandard } from '../../state/school';
import { schoolBand } from '../school-band';
import { clubChoices } from '../swing-card/card-draft';
import { EnteredForm } from './entered-form';

const STRIP = 96;

/** Swings of which only numbers are known: typed with their source, shown hollow, never judged. */
@Component({
  selector: 'vk-entered-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EnteredForm, RouterLink, TableCsv],
  host: { class: 'block h-full overflow-auto px-4 pt-5 pb-10 print:h-auto' },
  template: `
    <div class="flex items-baseline gap-4">
      <h1 class="text-24 font-semibold">Numbers from elsewhere</h1>
      <a class="link text-15 print:hidden" [routerLink]="['/lesson', lessonId(), 'read']">Back to Read</a>
      @if (swings().length) {
        <vk-table-csv class="ml-auto text-15" [of]="table" name="numbers from elsewhere" />
      }
    </div>
    <p class="max-w-[900px] text-15 text-ink2">
      A swing that another device, a sheet or a person gave numbers of. They are shown hollow, with their source; they
      are never judged, stand in no set and in no fault, and can be laid over a comparison.
    </p>
    <div class="mt-4 grid grid-cols-[minmax(0,1fr)_minmax(0,600px)] gap-8 max-[1150px]:block">
      <section aria-label="Entered swings">
        <table #table class="w-full border-collapse text-15" [hidden]="!swings().length">
          <thead>
            <tr class="border-b border-strong-rules text-left align-bottom">
              <th class="py-1 pr-3 font-semibold">Measure</th>
              @for (s of swings(); track s.id; let i = $index) {
                <th class="py-1 pr-3 font-normal">
                  <span class="font-semibold">E{{ i + 1 }}</span> {{ s.clubName }}
                  <span class="block text-13 text-ink2">{{ day(s) }}</span>
                  <span class="block text-13 text-ink2">from {{ s.source }}</span>
                </th>
              }
              <th class="py-1 text-13 font-normal text-ink2">wanted</th>
            </tr>
          </thead>
          <tbody>
            @for (r of rows(); track r.id) {
              <tr class="border-b border-rules">
                <td class="py-1.5 pr-3">
                  {{ r.words }}
                  @if (r.agreed) {
                    <span class="text-13 text-ink2">agreed</span>
                  }
                </td>
                @for (c of r.cells; track $index) {
                  <td class="py-1.5 pr-3 whitespace-nowrap">
                    @if (c) {
                      <svg [attr.width]="STRIP" height="16" class="mr-2 inline align-middle" aria-hidden="true">
                        @if (r.band) {
                          <rect
                            [attr.x]="r.band[0]"
                            y="3"
                            [attr.width]="r.band[1] - r.band[0]"
                            height="10"
                            fill="none"
                            stroke="var(--target)"
                          />
                        }
                        <path [attr.d]="'M0 8H' + STRIP" stroke="var(--rules)" />
                        <circle
                          [attr.cx]="c.x"
                          cy="8"
                          r="4.5"
                          fill="var(--paper)"
                          stroke="var(--ink)"
                          stroke-width="1.5"
                        />
                      </svg>
                      <span class="figures">{{ c.text }}</span>
                      <span class="figures ml-1 text-13 text-ink2">{{ c.u }}</span>
                    } @else {
                      <span class="text-ink2">–</span>
                    }
                  </td>
                }
                <td class="py-1.5 text-13 whitespace-nowrap text-ink2">{{ r.wanted }}</td>
              </tr>
            }
            <tr data-csv="">
              <td></td>
              @for (s of swings(); track s.id; let i = $index) {
                <td class="py-1.5 pr-3 align-top">
                  @if (s.note) {
                    <p class="text-13 text-ink2">{{ s.note }}</p>
                  }
                  <span class="flex gap-3 print:hidden">
                    <button
                      class="link"
                      [attr.aria-label]="'Change E' + (i + 1)"
                      (click)="editing.set(editing() === s.id ? null : s.id)"
                    >
                      Change
                    </button>
                    <button
                      class="text-ink2 hover:underline"
                      [attr.aria-label]="'Delete E' + (i + 1)"
                      (click)="remove(s)"
                    >
                      Delete
                    </button>
                  </span>
                </td>
              }
              <td></td>
            </tr>
          </tbody>
        </table>
        @if (!swings().length) {
          <p class="text-18 leading-7">
            Nothing is entered in this lesson yet. What is typed beside stays in this browser until it is kept.
          </p>
        }
      </section>
      <section class="max-[1150px]:mt-6 print:hidden" [attr.aria-label]="formTitle()">
        <h2 class="mb-2 text-18 font-semibold">{{ formTitle() }}</h2>
        @if (lesson(); as l) {
          <vk-entered-form
            [lessonId]="lessonId()"
            [swing]="edited()"
            [clubs]="clubs()"
            [sources]="sources()"
            [at]="l.startedAt"
            [clubName]="clubName()"
            (saved)="save($event)"
            (left)="editing.set(null)"
          />
        }
      </section>
    </div>
  `,
})
export class EnteredPage {
  readonly lessonId = input.required<string>();
  /** The entered swing that is to be changed, from a link. */
  readonly swing = input<string>();
  private readonly store = inject(Store);
  private readonly units = inject(HouseUnits);
  private readonly form = viewChild(EnteredForm);
  protected readonly STRIP = STRIP;
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly office = this.store.selectSignal(officeFeature.selectPupils);
  private readonly standard = this.store.selectSignal(selectStandard);
  protected readonly swings = this.store.selectSignal(enteredFeature.selectOfLesson);
  protected readonly editing = linkedSignal<string | null>(() => this.swing() ?? null);
  protected readonly edited = computed(() => this.swings().find((s) => s.id === this.editing()) ?? null);
  protected readonly formTitle = computed(() =>
    this.edited() ? `Change E${this.swings().findIndex((s) => s.id === this.editing()) + 1}` : 'Enter a swing',
  );
  protected readonly sources = computed(() => [...new Set(this.swings().map((s) => s.source))]);
  protected readonly clubs = computed(() =>
    clubChoices(
      this.office()?.find((p) => p.id === this.lesson()?.pupilId),
      [...this.rack(), ...this.swings()],
    ),
  );
  protected readonly clubName = computed(() => this.rack().at(-1)?.clubName ?? this.clubs()[0]?.name ?? '');

  protected readonly rows = computed(() => {
    const swings = this.swings();
    const agreed = this.lesson()?.measure ?? null;
    const ids = [...new Set(swings.flatMap((s) => s.values.map((v) => v.measure)))];
    return ids.sort((a, b) => Number(b === agreed) - Number(a === agreed)).map((id) => this.row(id, id === agreed));
  });
  private row(id: QuantityId, agreed: boolean) {
    const { words, unit, worth } = quantityOf(id);
    const swings = this.swings();
    const club = swings.find((s) => s.values.some((v) => v.measure === id))!.club;
    const school = schoolBand(this.standard(), club, id);
    const band = agreed ? targetBand(this.lesson()?.target ?? null, school) : school;
    const shown = this.units.shown(unit);
    const wants = band[0] !== null || band[1] !== null;
    const scale = this.scaleOf(id, band, worth ?? 1);
    const x = placeOn(scale, STRIP);
    return {
      id,
      words,
      agreed,
      band: wants ? ([x(band[0] ?? -Infinity), x(band[1] ?? Infinity)] as const) : null,
      wanted: wants ? wanted(this.units.range(band, unit), shown) : 'no range',
      cells: swings.map((s) => {
        const v = s.values.find((y) => y.measure === id);
        return v
          ? {
              x: Math.max(5, Math.min(STRIP - 5, x(v.value))),
              text: amount(this.units.value(v.value, unit), shown),
              u: v.u === null ? '' : plusMinus(this.units.value(v.u, unit), shown),
            }
          : null;
      }),
    };
  }
  /** Where the school wants it, with room beside; without a range, around the numbers themselves. */
  private scaleOf(
    id: QuantityId,
    band: readonly [number | null, number | null],
    worth: number,
  ): readonly [number, number] {
    if (band[0] !== null || band[1] !== null) return bandScale(band, worth);
    const values = this.swings().flatMap((s) => s.values.filter((v) => v.measure === id).map((v) => v.value));
    return [Math.min(...values) - 2 * worth, Math.max(...values) + 2 * worth];
  }

  constructor() {
    // what was typed stays until the server has it
    inject(Actions)
      .pipe(ofType(EnteredActions.kept, EnteredActions.changed), takeUntilDestroyed())
      .subscribe(() => this.form()?.leave());
  }

  protected day(s: EnteredSwing): string {
    return `${shortDate(s.at)}, ${clockText(s.at)}`;
  }
  protected save(swing: NewEnteredSwing): void {
    const edited = this.edited();
    if (edited) {
      const { id, lessonId: _, ...before } = edited;
      this.store.dispatch(EnteredActions.change({ id, swing, before }));
    } else this.store.dispatch(EnteredActions.enter({ lessonId: this.lessonId(), swing }));
  }
  protected remove(s: EnteredSwing): void {
    if (this.editing() === s.id) this.editing.set(null);
    this.store.dispatch(EnteredActions.delete({ id: s.id }));
  }
}

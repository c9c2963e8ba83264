import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { LessonChange, LessonHead } from '@vilko/contract/lesson';
import { FOOTWEAR } from '@vilko/contract/footwear';
import type { LogEntry } from '@vilko/contract/practice';
import type { NewPupil, PupilProfile } from '@vilko/contract/pupil';
import { injuryWords } from '@vilko/contract/injury-words';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { cuesThat } from '@vilko/contract/cues';
import { standardFor } from '@vilko/contract/standard';
import { deviceWords } from '../../device-words';
import { BODY_SCREEN } from '@vilko/core/drills/body-screen';
import { quantityOf } from '@vilko/core/measures/quantity';
import { idealOf } from '@vilko/core/patterns/bands';
import { targetBand } from '@vilko/core/practice/target';
import type { ClubClass } from '@vilko/core/recording/recording';
import { difference } from '@vilko/core/words/amounts';
import { faultName } from '@vilko/core/words/findings';
import { Felt } from '../../drawing/trend/felt';
import { Trend } from '../../drawing/trend/trend';
import { HouseUnits } from '../../shell/units';
import { bayFeature } from '../../state/bay';
import { LessonActions } from '../../state/lesson';
import { selectOwnPatterns } from '../../state/patterns';
import { OfficeActions, officeFeature } from '../../state/office';
import { entryWords } from '../../lesson/practise/entry-words';
import { LessonNotes } from '../lesson-notes';
import { type Agreement, AgreementFields } from '../agreement-fields';
import { dateText, shortDate } from '@vilko/core/words/dates';
import { measureName } from '../words';
import { PupilForm } from './pupil-form';
import { TableCsv } from '../../shell/table-csv';
import { HouseDrills } from '../../state/house-drills';

/** What a body screen found that is not easy. */
const screenWords = (screen: PupilProfile['screen']): string =>
  BODY_SCREEN.flatMap((t) =>
    ['limited', 'hurts'].includes(screen[t.id] ?? '') ? `${t.name} ${screen[t.id]}` : [],
  ).join(', ');

/** A pupil: what was worked on, whether it changed, what comes next, and everything known. */
@Component({
  selector: 'vk-pupil',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgreementFields, Felt, LessonNotes, PupilForm, RouterLink, TableCsv, Trend],
  template: `
    @if (pupil(); as p) {
      <div class="h-full overflow-auto px-4 pt-5 pb-10">
        <div class="flex items-start gap-6">
          <div class="min-w-0">
            <h1 class="text-24 leading-8 font-semibold">{{ p.name }}</h1>
            <p class="text-15 text-ink2">{{ facts() }}</p>
          </div>
          <div class="ml-auto flex shrink-0 items-center gap-3 text-15">
            <button class="plain-button" (click)="editing.set(!editing())">
              {{ editing() ? 'Back to the overview' : 'Edit' }}
            </button>
            <button class="main-button" (click)="starting.set(!starting())">Start a lesson</button>
          </div>
        </div>
        @if (starting()) {
          <form
            class="mt-3 flex items-end gap-4 border-y border-rules py-3"
            (submit)="$event.preventDefault(); begin(p.id, aim.value, agreement(), shoes.value)"
          >
            <label class="field flex-1"
              >Aim of this lesson<input #aim maxlength="400" [value]="p.lessons[0]?.aim ?? ''"
            /></label>
            <vk-agreement-fields class="w-[270px]" [value]="agreement()" (changed)="agreed.set($event)" />
            <label class="field w-[150px]">
              On the feet
              <select #shoes>
                @for (f of footwear; track f) {
                  <option [value]="f" [selected]="f === p.lessons[0]?.footwear">{{ f }}</option>
                }
              </select>
            </label>
            <button class="main-button h-8 text-15">Begin</button>
          </form>
          @if (shoeWords(p.lessons[0]?.footwear, shoes.value); as w) {
            <p class="pt-1 text-13 text-ink2">{{ w }}</p>
          }
        }
        @if (editing()) {
          <vk-pupil-form
            class="mt-4 block max-w-[900px]"
            [pupil]="known()"
            [draftKey]="p.id"
            action="Save"
            (saved)="save(p.id, $event)"
            (cancelled)="editing.set(false)"
          />
        } @else {
          <div class="mt-4 grid grid-cols-[minmax(0,1fr)_360px] gap-8">
            <div class="min-w-0">
              @if (dashboard(); as d) {
                @if (d.came.length) {
                  <section class="mb-5 border-l-2 border-ink pl-3 text-15" aria-label="From the pupil">
                    <h2 class="text-18 font-semibold">Since the last lesson</h2>
                    @for (e of d.came; track e.id) {
                      <p>
                        <span class="figures text-ink2">{{ short(e.at) }}</span> {{ entry(e) }}
                      </p>
                    }
                  </section>
                }
                @for (q of d.loft; track q) {
                  <p class="mb-3 border-l-2 border-ink pl-3 text-15">
                    {{ q }} <button class="link" (click)="editing.set(true)">Clubs</button>
                  </p>
                }
                @if (d.measure) {
                  <h2 class="text-18 font-semibold">{{ name(d.measure) }}, {{ d.club }}s</h2>
                  <p class="text-15 text-ink2">{{ headline() }}</p>
                  @if (d.trend.length) {
                    <vk-trend class="mt-2" [points]="d.trend" [unit]="d.unit" [band]="band()" />
                    <p class="text-13 text-ink2">
                      Each mark is the mean of a lesson’s last run with its spread; filled: a real change since the
                      lesson before on the same kind of device.{{ runsDrawn() }} Dashed: the wanted range.
                    </p>
                    @if (shoesChange(); as w) {
                      <p class="mt-1 text-13 text-alarm">{{ w }}</p>
                    }
                  } @else {
                    <p class="mt-2 text-15">No swing has given this number yet.</p>
                  }
                } @else {
                  <h2 class="text-18 font-semibold">No measure is agreed yet</h2>
                  <p class="text-15 text-ink2">
                    Agree on one number when the next lesson starts: success is judged on that, never on whatever
                    improved.
                  </p>
                }
                @for (f of felt(); track f.of; let first = $first) {
                  @if (first) {
                    <h2 class="mt-6 text-18 font-semibold">Felt against measured</h2>
                  }
                  <p class="text-15 text-ink2">{{ f.words }}</p>
                  <vk-felt class="mt-1" [pairs]="f.pairs" [name]="f.name" [unit]="f.unit" />
                }
              } @else {
                <p class="text-15 text-ink2">Reading this pupil’s swings …</p>
              }
              <div class="mt-6 flex items-baseline gap-4 text-15">
                <h2 class="text-18 font-semibold">Lessons</h2>
                <a class="link ml-auto" [routerLink]="['/office/pupils', p.id, 'swings']"
                  >Every swing, filtered, and relations</a
                >
                <a class="link" [routerLink]="['/office/pupils', p.id, 'progress']">Progress and logbook</a>
                <vk-table-csv [of]="lessonRows" [name]="p.name + ' lessons'" />
              </div>
              <table #lessonRows class="mt-1 w-full text-15">
                <tbody>
                  @for (l of p.lessons; track l.id) {
                    <tr class="border-t border-rules align-top">
                      <td class="w-[150px] py-1.5 pr-3 whitespace-nowrap">{{ date(l.startedAt) }}</td>
                      <td class="py-1.5 pr-3">
                        {{ l.aim }}
                        @if (finding(l.id); as f) {
                          <div [class.text-ink2]="!f.fault">{{ f.words }}</div>
                        }
                        @if (noting() === l.id) {
                          <vk-lesson-notes class="my-2 max-w-[460px]" [lesson]="l" (changed)="note(l.id, $event)" />
                        } @else {
                          @if (l.homework) {
                            <div class="text-ink2">Homework: {{ l.homework }}</div>
                          }
                          @if (l.notes) {
                            <div class="text-ink2">{{ l.notes }}</div>
                          }
                        }
                        @if (l.painBefore !== null) {
                          <div class="text-ink2">
                            Pain {{ l.painBefore }} before, {{ l.painAfter ?? '–' }} after
                            <span class="text-13">(0–10)</span>
                          </div>
                        }
                      </td>
                      <td class="py-1.5 pr-3 whitespace-nowrap text-ink2">
                        {{ l.bay }}, <span class="figures">{{ l.swings }}</span> swings
                      </td>
                      <td class="py-1.5 whitespace-nowrap">
                        <button class="link mr-3" (click)="noting.set(noting() === l.id ? null : l.id)">
                          {{ noting() === l.id ? 'Done' : 'Notes' }}
                        </button>
                        <a class="link mr-3" [routerLink]="['/lesson', l.id, 'read']">Read</a>
                        <a class="link mr-3" [routerLink]="['/lesson', l.id, 'record']">Record</a>
                        <button
                          class="text-ink2 hover:underline"
                          [attr.aria-label]="'Lesson of ' + date(l.startedAt) + ' into the bin'"
                          (click)="removeLesson(l.id)"
                        >
                          Delete
                        </button>
                      </td>
                    </tr>
                  } @empty {
                    <tr>
                      <td class="py-2 text-ink2">No lesson yet.</td>
                    </tr>
                  }
                </tbody>
              </table>
            </div>
            <aside class="text-15 leading-6">
              <dl>
                @for (f of about(); track f.words) {
                  <div class="border-t border-rules py-1.5">
                    <dt class="text-13 text-ink2">{{ f.words }}</dt>
                    <dd [class.text-alarm]="f.alarm">{{ f.value }}</dd>
                  </div>
                }
              </dl>
              <details class="mt-4 border-t border-strong-rules pt-2">
                <summary class="cursor-pointer">Move, merge, archive, erase</summary>
                <p class="mt-2">
                  <a class="link" [href]="'/api/pupils/' + p.id + '/bundle'" download
                    >Take everything out as one file</a
                  >
                </p>
                <p class="mt-2">
                  <button class="link" (click)="archive(p.id, !p.archived)">
                    {{ p.archived ? 'Bring back from the archive' : 'Archive' }}
                  </button>
                </p>
                <label class="field mt-3">
                  Entered twice? The lessons of the other come here
                  <select #double (change)="double.value && merge(p.id, double)">
                    <option value="">choose the double</option>
                    @for (o of others(); track o.id) {
                      <option [value]="o.id">{{ o.name }}</option>
                    }
                  </select>
                </label>
                <label class="field mt-4">
                  Erase for good: type the name. This cannot be undone.
                  <input #typed autocomplete="off" [placeholder]="p.name" (input)="typedName.set(typed.value)" />
                </label>
                <button
                  class="alarm-button mt-2"
                  [disabled]="typedName() !== p.name || !!doing()"
                  (click)="erase(p.id, p.name)"
                >
                  Erase {{ p.name }}, {{ swings() }} swings and every film
                </button>
                @if (doing(); as w) {
                  <p class="mt-2 text-13 text-ink2" role="status">{{ w }}</p>
                }
              </details>
            </aside>
          </div>
        }
      </div>
    } @else if (missing()) {
      <p class="p-6 text-18">There is no such pupil. <a class="link" routerLink="/office/pupils">All pupils</a></p>
    } @else {
      <p class="p-6 text-15 text-ink2">Fetching the pupil …</p>
    }
  `,
})
export class PupilPage {
  readonly pupilId = input.required<string>();
  /** Opened to start a lesson. */
  readonly start = input<string>();
  private readonly drills = inject(HouseDrills);
  private readonly store = inject(Store);
  private readonly units = inject(HouseUnits);
  protected readonly pupils = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly doing = this.store.selectSignal(officeFeature.selectDoing);
  private readonly board = this.store.selectSignal(officeFeature.selectDashboard);
  private readonly house = this.store.selectSignal(officeFeature.selectHouse);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  private readonly ownPatterns = this.store.selectSignal(selectOwnPatterns);
  protected readonly editing = signal(false);
  /** Lesson whose homework, next visit and notes are being written. */
  protected readonly noting = signal<string | null>(null);
  protected readonly starting = signal(false);
  /** What the new lesson is judged by: what the last one was, until something else is said. */
  protected readonly agreed = signal<Agreement | null>(null);
  protected readonly agreement = computed((): Agreement => {
    const last = this.pupil()?.lessons[0];
    return this.agreed() ?? { measure: last?.measure ?? null, target: last?.target ?? null };
  });
  protected readonly typedName = signal('');
  protected readonly footwear = FOOTWEAR;
  protected readonly date = dateText;
  protected readonly short = shortDate;
  protected readonly entry = (e: LogEntry): string => entryWords(e, this.drills.shelf());
  protected readonly name = measureName;
  private readonly record = this.store.selectSignal(officeFeature.selectRecord);
  protected readonly pupil = computed(() => (this.record()?.id === this.pupilId() ? this.record()! : null));
  protected readonly missing = computed(() => this.pupils()?.every((p) => p.id !== this.pupilId()) ?? false);
  protected readonly others = computed(() => (this.pupils() ?? []).filter((p) => p.id !== this.pupilId()));
  protected readonly dashboard = computed(() => (this.board()?.id === this.pupilId() ? this.board()!.dashboard : null));
  protected readonly swings = computed(() => this.pupil()?.lessons.reduce((n, l) => n + l.swings, 0) ?? 0);
  protected readonly known = computed((): NewPupil => {
    const { name, about, handed, stature, mass, story, profile } = this.pupil()!;
    return { name, about, handed, stature, mass, story, profile };
  });
  protected readonly facts = computed(() => {
    const p = this.pupil()!;
    const parts = [
      p.about,
      /handed/.test(p.about) ? '' : `plays ${p.handed}-handed`,
      p.profile.ageBand ?? '',
      p.profile.skill === null ? '' : /\d/.test(p.profile.skill) ? `plays off ${p.profile.skill}` : p.profile.skill,
      p.stature ? `${Math.round(100 * p.stature)} cm` : '',
      p.mass ? this.units.text(p.mass, 'kg') : '',
    ];
    return parts.filter(Boolean).join(' · ');
  });
  protected readonly about = computed(() => {
    const p = this.pupil()!;
    const f = p.profile;
    const last = p.lessons[0];
    const rows = [
      { words: 'Injuries and conditions', value: injuryWords(f, p.handed).join('; '), alarm: true },
      { words: 'Afraid of', value: f.fear, alarm: true },
      { words: 'Next visit', value: last?.nextVisit ? dateText(last.nextVisit) : '' },
      { words: 'Homework', value: last?.homework ?? '' },
      { words: 'What brings them', value: p.story },
      { words: 'Typical bad shot', value: f.badShot },
      { words: 'Told before', value: f.toldBefore },
      { words: 'Cue words that worked', value: cuesThat(f.cues, 'worked') },
      { words: 'Cue words, not known yet', value: cuesThat(f.cues, 'not known yet') },
      { words: 'Cue words that did not help', value: cuesThat(f.cues, 'did not help') },
      { words: 'Other sports', value: f.otherSports },
      { words: 'Limits', value: f.limits },
      { words: 'Body screen', value: [screenWords(f.screen), f.bodyScreen].filter(Boolean).join('. ') },
      {
        words: 'Clubs',
        value: f.clubs
          .map((c) => `${c.name}${c.loft === null ? '' : ` ${c.loft}°`}${c.changes ? ` (${c.changes})` : ''}`)
          .join(', '),
      },
      { words: 'Parent’s consent', value: f.consent ? `${f.consent.by}, ${dateText(f.consent.on)}` : '' },
      { words: 'Notes', value: f.notes },
    ];
    return rows.filter((r) => r.value).map((r) => ({ alarm: false, ...r }));
  });
  protected readonly headline = computed(() => {
    const { trend, unit } = this.dashboard()!;
    // the device with the longest story speaks, of equals the one used last
    const kinds = [...new Set(trend.map((t) => t.device).reverse())].map((d) => trend.filter((t) => t.device === d));
    const longest = kinds.sort((a, b) => b.length - a.length)[0];
    const last = longest?.at(-1);
    if (!last) return '';
    const first = longest![0]!;
    const now = `${kinds.length > 1 ? `On the ${deviceWords(last.device)} last` : 'Now'} ${oneDigit(last.mean)} ${unit}`;
    if (first === last) return `${now}, the first time on this device.`;
    const real = trend.filter((t) => t.device === last.device && t.change === 'real change').length;
    const steps = longest!.length - 1;
    const changes =
      real === 0
        ? 'no lesson brought a real change: what moves is spread'
        : steps === 1
          ? 'the step between was a real change'
          : `${real} of the ${steps} steps between ${real === 1 ? 'was a real change' : 'were real changes'}`;
    return `${now}, ${oneDigit(first.mean)} at the first lesson on this device; ${changes}.`;
  });
  protected finding(lessonId: string): { fault: string | null; words: string } | null {
    const f = this.dashboard()?.findings.find((x) => x.lessonId === lessonId);
    if (!f) return null;
    return {
      fault: f.fault,
      words: f.fault ? `Found: ${faultName(f.fault)}, ${f.shows}` : `Nothing found in ${f.of} swings`,
    };
  }
  protected readonly runsDrawn = computed(() =>
    this.dashboard()?.trend.some((p) => p.earlier)
      ? ' Dotted: from the run before it in the same lesson, the short rule.'
      : '',
  );
  /** What was felt against what was measured, one chart for each measure that was asked about. */
  protected readonly felt = computed(() => {
    const all = this.dashboard()?.felt ?? [];
    return [...new Set(all.map((p) => p.of))].map((of) => {
      const pairs = all.filter((p) => p.of === of);
      const { words: name, unit } = quantityOf(of);
      const off = pairs.reduce((s, p) => s + p.felt - p.measured, 0) / pairs.length;
      const words = `${name}: hollow is what was felt. On average ${difference(off, unit)} ${off >= 0 ? 'more' : 'less'} was felt than there was.`;
      return { of, pairs, name, unit, words };
    });
  });
  protected readonly band = computed(() => {
    const d = this.dashboard();
    if (!d?.measure || !d.club) return null;
    const club = d.club as ClubClass;
    const standard = standardFor(
      {
        profile: this.pupil()?.profile ?? NO_PROFILE,
        handed: this.pupil()?.handed ?? 'right',
        house: this.house(),
        own: this.ownPatterns(),
      },
      club,
    );
    const band = targetBand(d.target, idealOf(standard, club, d.measure) ?? [null, null]);
    return band[0] === null && band[1] === null ? null : band;
  });
  protected readonly shoesChange = computed(() => {
    const shoes = new Set(this.dashboard()?.trend.map((t) => t.footwear));
    return shoes.size > 1
      ? `Footwear differs between these lessons (${[...shoes].join(', ')}): part of a change may be the shoes.`
      : null;
  });

  constructor() {
    this.store.dispatch(OfficeActions.openPupils());
    effect(() => this.store.dispatch(OfficeActions.openPupil({ id: this.pupilId() })));
    effect(() => this.store.dispatch(OfficeActions.openDashboard({ id: this.pupilId() })));
    effect(() => {
      const start = this.start() !== undefined;
      untracked(() => this.starting.set(start));
    });
  }

  protected shoeWords(before: string | undefined, now: string): string | null {
    return before && before !== now ? `Last time it was ${before}: comparisons across footwear will say so.` : null;
  }
  protected begin(pupilId: string, aim: string, { measure, target }: Agreement, footwear: string): void {
    this.store.dispatch(
      OfficeActions.startLesson({
        pupilId,
        aim,
        measure,
        target,
        footwear: footwear as LessonHead['footwear'],
        ...(this.bay() ? { bay: this.bay()!.id } : {}),
      }),
    );
  }
  protected note(id: string, change: LessonChange): void {
    this.store.dispatch(LessonActions.changeLesson({ id, change }));
  }
  protected removeLesson(id: string): void {
    this.store.dispatch(LessonActions.deleteLesson({ id }));
  }
  protected save(id: string, change: NewPupil): void {
    this.store.dispatch(OfficeActions.changePupil({ id, change }));
    this.editing.set(false);
  }
  protected archive(id: string, archived: boolean): void {
    this.store.dispatch(OfficeActions.changePupil({ id, change: { archived } }));
  }
  protected merge(id: string, double: HTMLSelectElement): void {
    const other = this.others().find((p) => p.id === double.value);
    if (other && confirm(`Move all lessons of ${other.name} here and remove the second entry?`))
      this.store.dispatch(OfficeActions.mergePupils({ id, double: other.id }));
    double.value = '';
  }
  protected erase(id: string, name: string): void {
    this.store.dispatch(OfficeActions.erasePupil({ id, name }));
  }
}

const oneDigit = (v: number): string => v.toFixed(1).replace('-', '−');

import { painRose } from '@vilko/core/practice/plan';
import { clockText } from '@vilko/core/words/dates';
import { placingOf } from '@vilko/core/recording/placing';
import { DEVICES, isDeviceKind } from '@vilko/core/recording/device-kinds';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { LessonChange } from '@vilko/contract/lesson';
import { FOOTWEAR } from '@vilko/contract/footwear';
import { injuryWords } from '@vilko/contract/injury-words';
import type { SetUpAct, SetUpState } from '@vilko/contract/set-up';
import { SET_UP_STEPS, type SetUpStep } from '@vilko/core/live/words';
import { LessonNotes } from '../../office/lesson-notes';
import { type Agreement, AgreementFields } from '../../office/agreement-fields';
import { Keys } from '../../shell/keys';
import { BayActions, bayFeature, hasBay } from '../../state/bay';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { OfficeActions, officeFeature } from '../../state/office';
import { NO_BAND, schoolBand } from '../school-band';
import { selectStandard } from '../../state/school';
import { TakeBay } from '../take-bay';
import { CheckedFeet } from './checked-feet';
import { LiveCanvas } from '../record/live-canvas';
import { FootRocking } from './foot-rocking';

const STEP_WORDS: Readonly<Record<SetUpStep, string>> = {
  device: 'Device',
  zero: 'Zero',
  mass: 'Weight',
  'lead foot': 'Lead foot',
  'trail foot': 'Trail foot',
  sides: 'Lead and trail',
  ready: 'Ready',
};

/** Set up: one guided sequence, each step turning done by itself when its signal is good. */
@Component({
  selector: 'vk-set-up',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgreementFields, CheckedFeet, FootRocking, LessonNotes, LiveCanvas, RouterLink, TakeBay],
  host: { class: 'block h-full overflow-auto' },
  template: `
    <div class="grid min-h-full grid-cols-[300px_minmax(0,1fr)_300px]">
      <ol class="border-r border-rules px-4 pt-5" aria-label="Steps of the set-up">
        @for (s of steps(); track s.step) {
          <li class="relative flex gap-4 pb-5" [attr.aria-current]="s.now ? 'step' : null">
            <svg width="18" height="18" class="mt-1 shrink-0" aria-hidden="true">
              @if (s.done) {
                <circle
                  cx="9"
                  cy="9"
                  r="7"
                  [attr.fill]="s.skipped ? 'var(--paper)' : 'var(--ink)'"
                  stroke="var(--ink)"
                />
                @if (!s.skipped) {
                  <path d="M5.5 9.2 8 11.7 12.7 6.6" fill="none" stroke="var(--paper)" stroke-width="1.8" />
                }
              } @else {
                <circle
                  cx="9"
                  cy="9"
                  [attr.r]="s.now ? 6 : 5"
                  fill="var(--paper)"
                  stroke="var(--ink)"
                  [attr.stroke-width]="s.now ? 3 : 1"
                />
              }
            </svg>
            <div class="min-w-0 text-15">
              <p class="text-18 leading-6" [class.font-semibold]="s.now" [class.text-ink2]="!s.now && !s.done">
                {{ s.words }}
              </p>
              @if (s.said) {
                <p class="leading-5 text-ink2">{{ s.said }}</p>
              }
            </div>
          </li>
        }
      </ol>
      <section class="flex flex-col px-10 pt-10" aria-live="polite">
        @if (state(); as s) {
          <h1 class="max-w-[620px] text-40 leading-[48px] font-semibold" data-testid="set-up-ask">{{ s.ask }}</h1>
          <p
            class="mt-4 text-24 leading-8"
            [class.text-alarm]="s.alarm"
            [class.text-ink2]="!s.alarm"
            data-testid="set-up-seen"
          >
            {{ s.seen }}
          </p>
          @if (s.step !== 'ready') {
            <div
              class="mt-5 h-2 max-w-[620px] border border-strong-rules"
              role="progressbar"
              [attr.aria-valuenow]="percent(s)"
              aria-label="How far this step is"
            >
              <div class="h-full bg-ink" [style.width.%]="percent(s)"></div>
            </div>
          }
          @if (s.step === 'lead foot' || s.step === 'trail foot') {
            <vk-foot-rocking
              class="mt-6"
              [points]="s.rocked"
              [foot]="s.step === 'lead foot' ? 'lead' : 'trail'"
              [handed]="handed()"
            />
          }
          @if (s.step === 'ready' && s.record?.footCheck; as check) {
            <vk-checked-feet class="mt-6" [check]="check" [handed]="handed()" />
          }
          <div class="mt-8 flex gap-4 text-18">
            @if (s.step === 'ready') {
              <a class="main-button" [routerLink]="['/lesson', lessonId(), 'record']">Go and record</a>
              <button class="plain-button" (click)="act('again')">From the start</button>
            } @else {
              @if (s.alarm && s.progress >= 1) {
                <button class="main-button" (click)="act('use')">Take it all the same</button>
              }
              <button class="plain-button" (click)="act('again')">Again</button>
              <button class="plain-button" (click)="act('skip')">Leave out</button>
              <button class="plain-button" (click)="act('stop')">Stop</button>
            }
          </div>
          @if (s.step !== 'lead foot' && s.step !== 'trail foot' && !s.record?.footCheck) {
            <div class="relative mt-8 min-h-[220px] max-w-[620px] flex-1 bg-sheet">
              <vk-live-canvas [handed]="handed()" [band]="middle" label="Live plan of the stance" />
            </div>
          }
          @if (s.health; as h) {
            <dl class="mt-auto grid max-w-[620px] grid-cols-3 gap-x-8 gap-y-1 border-t border-rules py-4 text-15">
              @for (f of healthFacts(); track f.words) {
                <div>
                  <dt class="text-13 text-ink2">{{ f.words }}</dt>
                  <dd class="figures">{{ f.value }}</dd>
                </div>
              }
            </dl>
          }
        } @else if (!mine()) {
          <vk-take-bay class="pl-0" [lessonId]="lessonId()" />
        } @else {
          <h1 class="max-w-[620px] text-40 leading-[48px] font-semibold">
            {{ kept() ? 'The bay is set up for this lesson.' : 'Set up the bay, in a minute.' }}
          </h1>
          @if (kept(); as k) {
            <p class="mt-4 max-w-[620px] text-18 leading-7 text-ink2">{{ keptWords() }}</p>
            @if (k.footCheck; as check) {
              <vk-checked-feet class="mt-4" [check]="check" [handed]="handed()" />
            }
          } @else {
            <p class="mt-4 max-w-[620px] text-18 leading-7">
              Step off, step on, rock on each foot, lean left and right. Every step is done by itself when its signal is
              good; the pupil reads along.
            </p>
          }
          @if (!device()?.connected) {
            <p class="mt-4 text-18 text-alarm">
              No device is sending. Start it; or go on without one and drop recordings made elsewhere on any screen.
            </p>
          }
          <div class="mt-8 flex gap-4 text-18">
            <button
              [class]="kept() ? 'plain-button' : 'main-button'"
              [disabled]="!device()?.connected"
              (click)="act('start')"
            >
              {{ kept() ? 'Set up again' : 'Start' }}
            </button>
            <a [class]="kept() ? 'main-button' : 'plain-button'" [routerLink]="['/lesson', lessonId(), 'record']">{{
              kept() ? 'Go and record' : 'Without set-up'
            }}</a>
          </div>
          @if (placing(); as guide) {
            <details class="mt-8 max-w-[620px] border-t border-rules pt-3" [open]="!kept() && !device()?.connected">
              <summary class="cursor-pointer text-18 font-semibold">Placing {{ guide.words }}</summary>
              <ul class="mt-2 list-disc pl-5 text-15 leading-[22px]">
                @for (line of guide.lines; track line) {
                  <li class="mb-1">{{ line }}</li>
                }
              </ul>
            </details>
          }
          @if (device()?.connected && !kept()?.footCheck) {
            <div class="relative my-8 min-h-[220px] max-w-[620px] flex-1 bg-sheet">
              <vk-live-canvas [handed]="handed()" [band]="middle" label="Live plan of the stance" />
            </div>
          }
        }
      </section>
      <aside class="border-l border-rules px-4 pt-5 text-15" aria-label="This lesson">
        @if (lesson(); as l) {
          <h2 class="text-18 font-semibold">This lesson</h2>
          <label class="field mt-2"
            >Aim<input #aim [value]="l.aim" maxlength="400" (change)="change({ aim: aim.value })"
          /></label>
          <vk-agreement-fields class="mt-2" [value]="l" [school]="school()" (changed)="agree($event)" />
          <label class="field mt-2">
            On the feet
            <select #shoes (change)="change({ footwear: footwearOf(shoes.value) })">
              @for (f of footwear; track f) {
                <option [value]="f" [selected]="f === l.footwear">{{ f }}</option>
              }
            </select>
          </label>
          @if (shoesBefore(); as w) {
            <p class="mt-1 text-13 text-alarm">{{ w }}</p>
          }
          <label class="field mt-2">
            Plays
            <select #hand (change)="setHand(hand.value)">
              <option value="right" [selected]="l.pupil.handed === 'right'">right-handed, target to the left</option>
              <option value="left" [selected]="l.pupil.handed === 'left'">left-handed, target to the right</option>
            </select>
          </label>
          <details class="mt-4 border-t border-rules pt-2">
            <summary class="cursor-pointer">Homework, next visit, notes</summary>
            <vk-lesson-notes class="mt-2" [lesson]="l" (changed)="change($event)" />
          </details>
          @if (l.pupil.profile.injuries.length || l.pupil.profile.fear) {
            <p class="mt-4 border-t border-rules pt-2 text-alarm">
              {{ injuries(l.pupil.profile, l.pupil.handed).join('; ')
              }}{{ l.pupil.profile.fear ? ' · afraid of ' + l.pupil.profile.fear : '' }}
            </p>
            <div class="mt-1 grid grid-cols-2 gap-3">
              <label class="field"
                >Pain before, 0–10<input
                  #pain
                  type="number"
                  min="0"
                  max="10"
                  [value]="l.painBefore ?? ''"
                  (change)="change({ painBefore: number(pain.value) })"
              /></label>
              <label class="field"
                >after<input
                  #after
                  type="number"
                  min="0"
                  max="10"
                  [value]="l.painAfter ?? ''"
                  (change)="change({ painAfter: number(after.value) })"
              /></label>
            </div>
            @if (painRises()) {
              <p class="mt-1 text-13 text-alarm" role="alert">Pain has risen by two or more: stop here.</p>
            }
            <p class="mt-2 text-13 leading-[18px] text-ink2">
              Stop on pain. An injury, a heart or a balance condition goes to a physician or physiotherapist first;
              nothing here is medical advice.
            </p>
          }
        }
      </aside>
    </div>
  `,
})
export class SetUp {
  protected readonly injuries = injuryWords;
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  protected readonly mine = hasBay(this.lessonId);
  private readonly running = this.store.selectSignal(bayFeature.selectSetUp);
  protected readonly state = computed(() => (this.mine() ? this.running() : null));
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  private readonly pupils = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly device = computed(() => this.bay()?.device ?? null);
  /** How the bay's device is placed; of a bay that has none yet, the kind this lesson's swings came from. */
  protected readonly placing = computed(() => {
    const kind = this.device()?.kind ?? this.rack().at(-1)?.device;
    return kind && isDeviceKind(kind) ? { words: `the ${DEVICES[kind].words}`, lines: placingOf(kind) } : null;
  });
  protected readonly handed = computed(() => this.lesson()?.pupil.handed ?? 'right');
  protected readonly kept = computed(() => this.state()?.record ?? this.lesson()?.setUp ?? null);
  private readonly standard = this.store.selectSignal(selectStandard);
  /** Where the school wants what is agreed, with the club at hand. */
  protected readonly school = computed(() => {
    const measure = this.lesson()?.measure;
    return measure ? schoolBand(this.standard(), this.bay()?.club ?? 'iron', measure) : NO_BAND;
  });
  /** Even feet, to lean from. */
  protected readonly middle = [45, 55] as const;
  protected readonly footwear = FOOTWEAR;

  protected readonly steps = computed(() => {
    const s = this.state();
    return SET_UP_STEPS.map((step) => {
      const done = s?.done.find((d) => d.step === step);
      return {
        step,
        words: STEP_WORDS[step],
        now: s?.step === step,
        done: !!done || (step === 'ready' && s?.step === 'ready'),
        skipped: done?.skipped ?? false,
        said: done?.words ?? '',
      };
    });
  });
  protected readonly healthFacts = computed(() => {
    const h = this.state()?.health;
    if (!h) return [];
    const facts = [
      { words: 'Rate', value: `${h.rate} of ${h.wantedRate} Hz` },
      { words: 'Noise', value: h.noise === null ? 'cannot say' : `${h.noise.toFixed(1)} N` },
      { words: 'Zero had moved', value: h.drift === null ? 'not looked at' : `${h.drift.toFixed(1)} N` },
      { words: 'Lag', value: `${Math.round(1000 * h.lag)} ms` },
      { words: 'Lost', value: `${h.lost} messages` },
    ];
    return h.deadCells === null ? facts : [...facts, { words: 'Dead cells', value: `${h.deadCells}` }];
  });
  protected readonly keptWords = computed(() => {
    const k = this.kept()!;
    const parts = [
      `${k.device}, ${clockText(k.at)}`,
      k.mass === null ? 'not weighed' : k.massWords,
      k.footCheck
        ? `feet ${Math.round(1000 * k.footCheck.lead.length)} and ${Math.round(1000 * k.footCheck.trail.length)} mm long`
        : this.device() && DEVICES[this.device()!.kind].soles
          ? 'the mat shows the feet'
          : 'feet not checked: positions in the foot are assumed',
      k.sides === null ? 'sides not checked' : k.sides ? 'lead and trail are right' : 'lead and trail were not right',
    ];
    return `${parts.join('; ')}.`;
  });
  protected readonly shoesBefore = computed(() => {
    const l = this.lesson();
    const before = this.pupils()
      ?.find((p) => p.id === l?.pupilId)
      ?.lessons.find((x) => x.startedAt < l!.startedAt)?.footwear;
    return before && before !== l!.footwear ? `Last time: ${before}. Comparisons across footwear will say so.` : null;
  });
  protected readonly painRises = computed(() => {
    const l = this.lesson();
    return l !== null && painRose(l.painBefore, l.painAfter);
  });

  constructor() {
    this.store.dispatch(OfficeActions.openPupils());
    inject(Keys).use('Set up', [
      {
        key: 'Enter',
        words: 'start the set-up, or take it all the same',
        run: () => this.act(this.state() ? 'use' : 'start'),
      },
      { key: 'n', words: 'leave this step out', run: () => this.act('skip') },
      { key: 'r', words: 'this step again', run: () => this.act('again') },
    ]);
  }

  protected percent(s: SetUpState): number {
    return Math.round(100 * s.progress);
  }
  protected act(act: SetUpAct['act']): void {
    if (this.mine()) this.store.dispatch(BayActions.setUp({ act }));
  }
  protected change(change: LessonChange): void {
    this.store.dispatch(LessonActions.changeLesson({ id: this.lessonId(), change }));
  }
  /** Another measure makes every swing say its number anew; a target alone does not. */
  protected agree({ measure, target }: Agreement): void {
    this.change(measure === this.lesson()?.measure ? { target } : { measure, target });
  }
  protected footwearOf(value: string): (typeof FOOTWEAR)[number] {
    return FOOTWEAR.find((f) => f === value) ?? 'other';
  }
  protected number(text: string): number | null {
    return text === '' ? null : Math.max(0, Math.min(10, Math.round(Number(text))));
  }
  protected setHand(handed: string): void {
    const pupil = this.lesson()?.pupil;
    if (!pupil) return;
    this.store.dispatch(
      OfficeActions.changePupil({ id: pupil.id, change: { handed: handed === 'left' ? 'left' : 'right' } }),
    );
  }
}

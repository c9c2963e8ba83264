import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Follower, FollowerAct, NewProgramme } from '@vilko/contract/programme';
import { wantedWords } from '@vilko/contract/report-words';
import { quantityOf } from '@vilko/core/measures/quantity';
import type { ProgrammeStep } from '@vilko/core/practice/programme';
import { targetBand } from '@vilko/core/practice/target';
import { counted } from '@vilko/core/words/amounts';
import type { Observable } from 'rxjs';
import { standingWords, testWords } from '../../programme-words';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { HouseDrills } from '../../state/house-drills';
import { NoticeActions } from '../../state/notices';
import { OfficeActions, officeFeature } from '../../state/office';
import { sentenceOf } from '../../state/sentences';
import { ProgrammeForm } from './programme-form';

/** Office › Programmes: courses over weeks, who follows them, and how each one's step stands. */
@Component({
  selector: 'vk-programmes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProgrammeForm, RouterLink],
  template: `
    <div class="grid h-full min-h-0 grid-cols-[280px_minmax(0,1fr)] text-15">
      <nav class="min-h-0 overflow-y-auto border-r border-rules px-4 pt-5 pb-8" aria-label="Programmes">
        <h1 class="text-24 font-semibold">Programmes</h1>
        <ul class="mt-3">
          @for (p of shelf(); track p.programme.id) {
            <li class="border-t border-rules">
              <button
                class="block w-full py-2 text-left hover:underline"
                [class.font-semibold]="p.programme.id === chosen()?.programme?.id"
                [attr.aria-current]="p.programme.id === chosen()?.programme?.id"
                (click)="pick(p.programme.id)"
              >
                {{ p.programme.name }}
                <span class="block text-13 font-normal text-ink2"
                  >{{ counted(p.programme.steps.length, 'step') }}{{ followedBy(p.programme.id)
                  }}{{ p.off ? '; off the shelf' : '' }}</span
                >
              </button>
            </li>
          }
        </ul>
        <button class="plain-button mt-3" (click)="writing.set('new')">Write one</button>
      </nav>
      <div class="min-h-0 overflow-y-auto px-6 pt-5 pb-8">
        @if (writing(); as w) {
          <vk-programme-form
            [programme]="w === 'new' ? blank : chosen()!.programme"
            [action]="w === 'change' ? 'Save' : 'Put on the shelf'"
            (saved)="keep($event)"
            (cancelled)="writing.set(null)"
          />
        } @else if (chosen(); as c) {
          <div class="flex items-baseline gap-4">
            <h2 class="text-18 font-semibold">{{ c.programme.name }}</h2>
            <span class="ml-auto flex gap-4">
              <button class="link" (click)="writing.set('change')">Change</button>
              <button class="link" (click)="writing.set('copy')">Copy</button>
              @if (c.off) {
                <button class="link" (click)="shelve('restoreProgramme')">Put it back on the shelf</button>
              } @else {
                <button class="link" (click)="shelve('takeOffProgramme')">Take off the shelf</button>
              }
            </span>
          </div>
          <p class="max-w-[760px] text-ink2">{{ c.programme.about }}</p>
          <ol class="mt-3 max-w-[980px]" aria-label="Steps">
            @for (s of c.programme.steps; track $index; let i = $index) {
              <li class="grid grid-cols-[28px_150px_minmax(0,1fr)_110px] gap-x-3 border-t border-rules py-2">
                <span class="figures text-ink2">{{ i + 1 }}</span>
                <span class="font-semibold">{{ s.name }}</span>
                <span>
                  {{ s.what }}
                  <span class="block text-ink2">{{ testedBy(s) }}</span>
                  <span class="block text-ink2">{{ drillsOf(s) }}</span>
                </span>
                <span class="text-right text-ink2">{{
                  s.weeks === 1 ? 'after a week' : 'after ' + s.weeks + ' weeks'
                }}</span>
              </li>
            }
          </ol>
          <h3 class="mt-6 text-18 font-semibold">Who follows it</h3>
          @if (following().length) {
            <table class="mt-2 w-full max-w-[980px]">
              <thead class="text-left text-13 text-ink2">
                <tr class="border-b border-strong-rules">
                  <th class="py-1 pr-4 font-normal">Who</th>
                  <th class="py-1 pr-4 font-normal">Step</th>
                  <th class="py-1 pr-4 font-normal">Last lesson of it</th>
                  <th class="py-1 pr-4 font-normal">Test</th>
                  <th class="py-1 font-normal"></th>
                </tr>
              </thead>
              <tbody>
                @for (f of following(); track f.id) {
                  <tr class="border-b border-rules align-baseline">
                    <td class="py-2 pr-4 whitespace-nowrap">
                      <a class="link" [routerLink]="['/office/pupils', f.pupilId]">{{ f.name }}</a>
                    </td>
                    <td class="py-2 pr-4">{{ stepOf(f) }}</td>
                    <td class="py-2 pr-4" [class.font-semibold]="f.standing?.word === 'met'">
                      {{ f.ended === null ? standing(f.standing) : '' }}
                    </td>
                    <td class="py-2 pr-4" [class.text-alarm]="f.ended === null && !f.test">
                      {{ f.ended === null ? test(f) : '' }}
                      @if (f.ended === null && !f.test) {
                        <a class="link" routerLink="/week" [queryParams]="{ book: f.pupilId, purpose: 'retest' }"
                          >Book</a
                        >
                      }
                    </td>
                    <td class="py-2 text-right whitespace-nowrap">
                      @if (f.ended === null) {
                        <button class="link" [attr.aria-label]="'Move on: ' + f.name" (click)="act(f, 'on')">
                          Move on
                        </button>
                        @if (f.step > 0) {
                          <button
                            class="link ml-3"
                            [attr.aria-label]="'A step back: ' + f.name"
                            (click)="act(f, 'back')"
                          >
                            Back
                          </button>
                        }
                        <button class="link ml-3" [attr.aria-label]="'Leave it: ' + f.name" (click)="act(f, 'leave')">
                          Leave
                        </button>
                      } @else {
                        <button
                          class="link"
                          [attr.aria-label]="'Take it up again: ' + f.name"
                          (click)="act(f, 'go on')"
                        >
                          Take it up again
                        </button>
                      }
                    </td>
                  </tr>
                }
              </tbody>
            </table>
          } @else {
            <p class="mt-1 text-ink2">Nobody yet.</p>
          }
          @if (!c.off && free().length) {
            <form
              class="mt-3 flex max-w-[760px] flex-wrap items-end gap-x-3 gap-y-1"
              (submit)="$event.preventDefault(); begin()"
            >
              <label class="field w-[300px]"
                >Begin with
                <select #who (change)="beginning.set([...beginning(), who.value]); who.value = ''">
                  <option value="">choose …</option>
                  @for (p of free(); track p.id) {
                    @if (!beginning().includes(p.id)) {
                      <option [value]="p.id">{{ p.name }}</option>
                    }
                  }
                </select></label
              >
              <button class="main-button h-8" [disabled]="working() || !beginning().length">Begin</button>
              @for (p of free(); track p.id) {
                @if (beginning().includes(p.id)) {
                  <p class="flex w-full items-baseline gap-3">
                    {{ p.name }}
                    <button
                      type="button"
                      class="link text-13"
                      [attr.aria-label]="'Leave out ' + p.name"
                      (click)="leaveOut(p.id)"
                    >
                      leave out
                    </button>
                  </p>
                }
              }
            </form>
            <p class="text-13 text-ink2">
              The test of each step is booked by itself, on their usual day and hour. A lesson that was booked begins
              with the step’s aim and measure.
            </p>
          }
        } @else if (answer.refused(); as why) {
          <p class="text-alarm" role="alert">{{ why }}</p>
        } @else {
          <p class="text-ink2" role="status">Fetching the programmes …</p>
        }
      </div>
    </div>
  `,
})
export class ProgrammesPage {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly drills = inject(HouseDrills);
  private readonly version = signal(0);
  protected readonly answer = answerOf('programmes', () => {
    this.version();
    return {};
  });
  private readonly pupils = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly counted = counted;
  protected readonly standing = standingWords;
  protected readonly test = testWords;
  protected readonly working = signal(false);
  protected readonly writing = signal<'new' | 'copy' | 'change' | null>(null);
  protected readonly blank: NewProgramme = {
    name: '',
    about: '',
    steps: [{ name: '', what: '', measure: 'share.lead.p7', target: null, drills: [], weeks: 2 }],
  };
  /** Those on the shelf, then those off it. */
  protected readonly shelf = computed(() =>
    [...(this.answer.value()?.programmes ?? [])].sort((a, b) => Number(a.off) - Number(b.off)),
  );
  private readonly picked = signal<string | null>(null);
  protected readonly chosen = linkedSignal(
    () => this.shelf().find((p) => p.programme.id === this.picked()) ?? this.shelf()[0] ?? null,
  );
  private readonly followers = computed(() => this.answer.value()?.followers ?? []);
  protected readonly following = computed(() =>
    this.followers()
      .filter((f) => f.programmeId === this.chosen()?.programme.id)
      .sort((a, b) => Number(a.ended !== null) - Number(b.ended !== null)),
  );
  /** Who is to begin it. */
  protected readonly beginning = signal<readonly string[]>([]);
  /** Who follows nothing now. */
  protected readonly free = computed(() => {
    const busy = new Set(this.followers().flatMap((f) => (f.ended === null ? f.pupilId : [])));
    return (this.pupils() ?? []).filter((p) => !p.archived && !busy.has(p.id));
  });

  constructor() {
    this.store.dispatch(OfficeActions.openPupils());
  }

  protected followedBy(id: string): string {
    const n = this.followers().filter((f) => f.programmeId === id && f.ended === null).length;
    return n ? `, ${n} ${n === 1 ? 'follows' : 'follow'} it` : '';
  }
  protected testedBy({ measure, target }: ProgrammeStep): string {
    const { words, unit } = quantityOf(measure);
    const spread = target?.of === 'spread' ? target : null;
    const wanted = wantedWords({ band: [...targetBand(target, [null, null])], spread, unit });
    return `Test: ${words}, ${wanted || 'where the school wants it'}`;
  }
  protected drillsOf({ drills }: ProgrammeStep): string {
    return drills.map((id) => this.drills.shelf().nameOf(id)).join(', ');
  }
  protected stepOf(f: Follower): string {
    const steps = this.chosen()!.programme.steps;
    if (f.ended === 'through') return 'through';
    const at = `${steps[f.step]?.name ?? ''}, ${f.step + 1} of ${steps.length}`;
    return f.ended === 'left' ? `left at ${at}` : at;
  }
  protected pick(id: string): void {
    this.writing.set(null);
    this.picked.set(id);
  }
  protected keep(programme: NewProgramme): void {
    const wanted =
      this.writing() === 'change'
        ? this.api.ask('saveProgramme', { id: this.chosen()!.programme.id }, programme)
        : this.api.ask('addProgramme', {}, programme);
    this.ask(wanted, ({ programme: { id, name } }) => {
      this.writing.set(null);
      this.picked.set(id);
      return `“${name}” stands on the shelf.`;
    });
  }
  protected shelve(what: 'takeOffProgramme' | 'restoreProgramme'): void {
    this.ask(this.api.ask(what, { id: this.chosen()!.programme.id }), ({ programme, off }) =>
      off ? `“${programme.name}” is off the shelf; who follows it goes on.` : `“${programme.name}” is back.`,
    );
  }
  protected leaveOut(id: string): void {
    this.beginning.update((ids) => ids.filter((x) => x !== id));
  }
  protected begin(): void {
    const pupilIds = [...this.beginning()];
    this.ask(this.api.ask('follow', { id: this.chosen()!.programme.id }, { pupilIds }), (moved) => {
      this.beginning.set([]);
      return moved.map((m) => m.said).join(' ');
    });
  }
  protected act(f: Follower, act: FollowerAct['act']): void {
    this.ask(this.api.ask('moveFollower', { id: f.id }, { act }), ({ said }) => said);
  }
  private ask<T>(wanted: Observable<T>, said: (came: T) => string): void {
    this.working.set(true);
    wanted.subscribe({
      next: (came) => {
        this.working.set(false);
        const text = said(came);
        if (text) this.say(text);
        this.version.update((v) => v + 1);
      },
      error: (e: unknown) => {
        this.working.set(false);
        this.say(sentenceOf(e), 'alarm');
      },
    });
  }
  private say(text: string, kind: 'plain' | 'alarm' = 'plain'): void {
    this.store.dispatch(NoticeActions.say({ text, kind }));
  }
}

import { CdkMenu, CdkMenuItem, CdkMenuTrigger } from '@angular/cdk/menu';
import { shortDate } from '@vilko/core/words/dates';
import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { Store } from '@ngrx/store';
import { lessonFeature } from '../state/lesson';
import { BayStrip } from './bay-strip';
import { OFFICE, STOPS } from './places';

/** The lesson as a line with stops, whose lesson it is, and the way to the office. */
@Component({
  selector: 'vk-lesson-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BayStrip, CdkMenu, CdkMenuItem, CdkMenuTrigger, RouterLink, RouterLinkActive],
  template: `
    <header class="flex h-14 items-stretch border-b border-rules px-4 text-15">
      <nav
        aria-label="Lesson"
        class="shrink-0 print:hidden"
        [class]="lesson() ? 'w-[464px] max-[1150px]:w-[406px]' : 'w-[100px]'"
      >
        @if (lesson(); as l) {
          <ol class="relative flex h-full">
            <span
              class="absolute top-[17px] left-[6px] h-px w-[380px] bg-ink2 max-[1150px]:w-[335px]"
              aria-hidden="true"
            ></span>
            @for (stop of stops; track stop.path) {
              <li class="w-[76px] max-[1150px]:w-[67px]">
                <a
                  class="group block h-full"
                  [routerLink]="['/lesson', l.id, stop.path]"
                  routerLinkActive="is-here font-bold"
                  #here="routerLinkActive"
                  [attr.aria-current]="here.isActive ? 'step' : null"
                >
                  <svg class="absolute top-[10px]" width="14" height="14" aria-hidden="true">
                    <circle
                      cx="7"
                      cy="7"
                      [attr.r]="here.isActive ? 5 : 4"
                      [attr.fill]="here.isActive ? 'var(--paper)' : 'var(--ink)'"
                      stroke="var(--ink)"
                      [attr.stroke-width]="here.isActive ? 3 : 1"
                    />
                  </svg>
                  <span class="block pt-[29px] leading-4 group-hover:underline max-[1150px]:text-[14px]">{{
                    stop.words
                  }}</span>
                </a>
              </li>
            }
          </ol>
        } @else {
          <a routerLink="/" class="flex h-full items-center gap-3 text-18 font-semibold"
            ><img src="mark.svg" width="24" height="24" alt="" />Vilko</a
          >
        }
      </nav>
      @if (lesson(); as l) {
        <div class="my-2 min-w-0 border-l border-rules pl-4 max-[1150px]:pl-2">
          <p class="one-line leading-5 font-semibold">{{ l.pupil.name }}</p>
          <p class="one-line leading-5 text-ink2">
            {{ day() }}<span class="max-[1150px]:hidden"> · {{ l.pupil.about }}{{ plays() }}</span>
          </p>
        </div>
      }
      <vk-bay-strip class="ml-4 max-[1150px]:ml-2" />
      <div class="ml-auto flex shrink-0 items-center gap-3 pl-3 whitespace-nowrap max-[1150px]:gap-2 print:hidden">
        @if (!lesson()) {
          <nav aria-label="House" class="flex gap-2.5">
            @for (o of office; track o.path; let i = $index) {
              <a
                [routerLink]="o.path"
                routerLinkActive="font-bold"
                [routerLinkActiveOptions]="{ exact: o.path === '/' }"
                class="hover:underline"
                [class.max-[1150px]:hidden]="i >= always"
                >{{ o.words }}</a
              >
            }
          </nav>
        }
        <button class="hover:underline" [class]="lesson() ? '' : 'min-[1150px]:hidden'" [cdkMenuTriggerFor]="house">
          House
        </button>
        <ng-template #house>
          <div class="overlay-card flex min-w-[180px] flex-col py-2" cdkMenu aria-label="House">
            @for (o of office; track o.path) {
              <a
                class="px-4 py-2 text-15 hover:underline focus:underline"
                cdkMenuItem
                [routerLink]="o.path"
                routerLinkActive="font-bold"
                [routerLinkActiveOptions]="{ exact: o.path === '/' }"
                >{{ o.words }}</a
              >
            }
          </div>
        </ng-template>
        <button class="hover:underline" title="Recordings, films, lists of shots: +" (click)="bring.emit()">
          Import
        </button>
        <button class="hover:underline" (click)="theme.emit()" title="Switch between day and night">
          {{ 'Day / night' }}
        </button>
        <button class="hover:underline" (click)="help.emit()"><span class="figures">?</span> keys</button>
      </div>
    </header>
  `,
})
export class LessonLine {
  private readonly store = inject(Store);
  readonly help = output();
  readonly theme = output();
  /** Files are to be chosen. */
  readonly bring = output();
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  protected readonly office = OFFICE;
  /** Places that stand in the header however narrow it is: the day and the week. */
  protected readonly always = 2;
  protected readonly stops = STOPS;
  protected readonly plays = computed(() => {
    const p = this.lesson()?.pupil;
    return !p || /handed/.test(p.about) ? '' : `, ${p.handed}\u2011handed`;
  });
  protected readonly day = computed(() => {
    const l = this.lesson();
    return l ? `${shortDate(l.startedAt)}${l.alone ? ', practised alone' : ''}` : '';
  });
}

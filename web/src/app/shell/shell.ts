import { Dialog } from '@angular/cdk/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map } from 'rxjs';
import { armOrPause, bayFeature } from '../state/bay';
import { behindWords, roomWords } from '../state/bay-words';
import { ImportActions } from '../state/import-actions';
import { Live } from '../state/live';
import { NoticeActions, noticeFeature } from '../state/notices';
import { OfficeActions } from '../state/office';
import { DrillActions } from '../state/drills';
import { PatternActions } from '../state/patterns';
import { SettingsActions, settingsFeature } from '../state/settings';
import { personFeature } from '../state/person';
import { PersonQuestion } from '../lesson/person/person-question';
import { GoCard } from './go-card';
import { Keys } from './keys';
import { KeysCard } from './keys-card';
import { LessonLine } from './lesson-line';
import { Notices } from './notices';
import { Told } from './told';

/** The frame around every view: lesson line, notices, keys, theme, and files dropped anywhere. */
@Component({
  selector: 'vk-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, LessonLine, Notices, PersonQuestion],
  host: {
    '(window:keydown)': 'keys.handle($event)',
    '(click)': 'clicked($event)',
    '(window:dragover)': 'dragOver($event)',
    '(window:dragleave)': 'dragLeave($event)',
    '(window:drop)': 'drop($event)',
  },
  template: `
    <div class="flex h-full min-h-0 flex-col bg-paper text-ink print:block print:h-auto">
      <vk-lesson-line (help)="showKeys()" (theme)="switchTheme()" (bring)="pickFiles()" />
      <input #picker type="file" class="hidden" multiple aria-label="Files to import" (change)="chosen(picker)" />
      @if (!live() && !url().startsWith('/sign-in')) {
        <p class="border-b border-rules px-4 py-1 text-13 text-alarm" role="status">
          No connection to the server: trying again. Everything found before is stored.
        </p>
      }
      @if (room(); as r) {
        <p class="border-b border-rules px-4 py-1 text-13 text-alarm print:hidden" role="status">{{ roomWords(r) }}</p>
      }
      @if (behind(); as work) {
        <p class="border-b border-rules px-4 py-1 text-13 text-ink2 print:hidden" role="status">
          {{ behindWords(work) }}
        </p>
      }
      <main class="min-h-0 flex-1 print:h-auto"><router-outlet /></main>
    </div>
    @if (dropping()) {
      <div
        class="pointer-events-none fixed inset-4 z-40 grid place-items-center border-2 border-dashed border-target bg-paper/85 text-24"
      >
        Drop a recording{{ formats() ? ' (' + formats() + ')' : '' }}, a list of shots (shots….csv) or a film (WebM,
        MP4)
      </div>
    }
    @if (asking(); as s) {
      <div class="pointer-events-none fixed inset-x-0 top-16 z-40 flex justify-center px-4 print:hidden">
        <div class="overlay-card pointer-events-auto max-w-[860px] border-alarm px-4 py-3" role="alert">
          <vk-person-question [swing]="s" />
        </div>
      </div>
    }
    <vk-notices />
  `,
})
export class Shell {
  private readonly store = inject(Store);
  private readonly dialog = inject(Dialog);
  private readonly router = inject(Router);
  protected readonly keys = inject(Keys);
  private readonly filePicker = viewChild.required<ElementRef<HTMLInputElement>>('picker');
  protected readonly live = this.store.selectSignal(bayFeature.selectLive);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  /** What the server is still at. */
  protected readonly behind = this.store.selectSignal(bayFeature.selectBehind);
  protected readonly behindWords = behindWords;
  protected readonly room = this.store.selectSignal(bayFeature.selectRoom);
  protected readonly roomWords = roomWords;
  protected readonly dropping = signal(false);
  /** Names of the formats that can be read, once they are known. */
  protected readonly formats = signal('');
  /** A swing that may be another person's: asked about on every screen, but where it is read anyhow. */
  protected readonly asking = computed(() => {
    const swing = this.unsure();
    return swing && this.url().includes(`/read/${swing.id}`) ? null : swing;
  });
  private readonly unsure = this.store.selectSignal(personFeature.selectAsking);
  private readonly lastUndo = this.store.selectSignal(noticeFeature.selectUndo);
  private readonly themeChoice = this.store.selectSignal(settingsFeature.selectTheme);
  protected readonly url = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map((e) => e.urlAfterRedirects),
    ),
    { initialValue: '' },
  );
  private readonly theme = computed(() => {
    const chosen = this.themeChoice();
    return chosen === 'auto' ? (/\/(record|pupil-view|practise\/train)/.test(this.url()) ? 'night' : 'day') : chosen;
  });

  constructor() {
    inject(Live).connect();
    inject(Told);
    this.store.dispatch(OfficeActions.openHouse());
    this.store.dispatch(PatternActions.open());
    this.store.dispatch(DrillActions.open());
    effect(() => {
      document.documentElement.className = this.theme();
    });
    this.keys.use(
      'Everywhere',
      [
        { key: '?', words: 'this card', run: () => this.showKeys() },
        { key: 'g', words: 'go to a stop of the lesson or a page of the house', run: () => this.showPlaces() },
        { key: 'd', words: 'day or night', run: () => this.switchTheme() },
        { key: 'q', words: 'arm or pause the bay', run: () => this.toggleBay() },
        { key: '+', words: 'import files', run: () => this.pickFiles() },
        { key: 'u', words: 'undo the last deletion or move', run: () => this.undo() },
      ],
      'house',
    );
  }

  private undo(): void {
    const undo = this.lastUndo();
    if (!undo) return;
    this.store.dispatch(undo);
    this.store.dispatch(NoticeActions.undone());
  }

  private toggleBay(): void {
    const bay = this.bay();
    if (bay?.lessonId) this.store.dispatch(armOrPause(bay));
  }

  /** A press by hand leaves no focus on a button that the next Space would press again; keys keep theirs. */
  protected clicked(e: MouseEvent): void {
    const button = (e.target as Element | null)?.closest<HTMLElement>('button, a, summary');
    if (e.detail > 0 && button === document.activeElement) button?.blur();
  }

  protected showKeys(): void {
    if (!this.dialog.openDialogs.length) this.dialog.open(KeysCard, { ariaLabel: 'Keys' });
  }

  private showPlaces(): void {
    if (!this.dialog.openDialogs.length) this.dialog.open(GoCard, { ariaLabel: 'Go to' });
  }

  protected switchTheme(): void {
    this.store.dispatch(SettingsActions.setTheme({ theme: this.theme() === 'night' ? 'day' : 'night' }));
  }

  protected dragOver(e: DragEvent): void {
    if (!e.dataTransfer?.types.includes('Files')) return;
    e.preventDefault();
    if (!this.dropping()) void import('./formats').then(({ formatWords }) => this.formats.set(formatWords()));
    this.dropping.set(true);
  }
  protected dragLeave(e: DragEvent): void {
    if (!e.relatedTarget) this.dropping.set(false);
  }
  protected pickFiles(): void {
    if (!this.dialog.openDialogs.length) this.filePicker().nativeElement.click();
  }
  protected chosen(input: HTMLInputElement): void {
    this.store.dispatch(ImportActions.importFiles({ files: Array.from(input.files ?? []) }));
    input.value = '';
  }
  protected drop(e: DragEvent): void {
    e.preventDefault();
    this.dropping.set(false);
    this.store.dispatch(ImportActions.importFiles({ files: Array.from(e.dataTransfer?.files ?? []) }));
  }
}

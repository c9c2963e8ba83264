import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { counted } from '@vilko/core/words/amounts';
import { shortDate } from '@vilko/core/words/dates';
import { catchError, map, of } from 'rxjs';
import { Api } from '../../state/api';
import { ImportActions } from '../../state/import-actions';
import { importFeature, isFilm, isShotList, rememberedHow } from '../../state/importing';
import { lessonFeature } from '../../state/lesson';
import { OfficeActions, officeFeature } from '../../state/office';
import { sentenceOf } from '../../state/sentences';
import { FileReading } from '../../workers/file-reading';
import { clubChoices } from '../swing-card/card-draft';
import { lookWords } from './look-words';

const KINDS = [
  { value: 'full' as const, words: 'whole swings' },
  { value: 'half' as const, words: 'half swings' },
  { value: 'slow' as const, words: 'slow swings' },
];
/** A lesson that is made for these files. */
const NEW = 'new';

interface Understood {
  readonly words: string;
  readonly wrong: boolean;
}

/** Files that were dropped or chosen: what each is, and whose swings they hold; nothing is taken from the bay. */
@Component({
  selector: 'vk-import-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <form
      class="overlay-card flex max-h-[92vh] w-[760px] flex-col p-6 text-15"
      (submit)="$event.preventDefault(); read()"
    >
      <h2 class="text-18 font-semibold">
        {{ rows().length === 1 ? rows()[0]!.file.name : counted(rows().length, 'file') }}
      </h2>
      @if (!began()) {
        <p class="text-ink2">Whose swings are they, and with what? Nothing is taken from the bay.</p>
        <div class="mt-3 grid grid-cols-2 gap-3">
          <label class="field"
            >Pupil
            <select (change)="whose.set($any($event.target).value)">
              @if (!whose()) {
                <option value="" selected>choose …</option>
              }
              @for (p of pupils(); track p.id) {
                <option [value]="p.id" [selected]="p.id === whose()">{{ p.name }}</option>
              }
            </select></label
          >
          <label class="field"
            >Lesson
            <select [disabled]="!whose()" (change)="lesson.set($any($event.target).value)">
              @for (l of lessons(); track l.id) {
                <option [value]="l.id" [selected]="l.id === lesson()">{{ l.words }}</option>
              }
            </select></label
          >
          <label class="field"
            >Club
            <select (change)="club.set($any($event.target).value)">
              @for (c of clubs(); track c.name) {
                <option [value]="c.name" [selected]="c.name === club()">{{ c.name }}</option>
              }
            </select></label
          >
          <label class="field"
            >Kind
            <select (change)="kind.set($any($event.target).value)">
              @for (k of kinds; track k.value) {
                <option [value]="k.value" [selected]="k.value === kind()">{{ k.words }}</option>
              }
            </select></label
          >
        </div>
      }
      <ol class="mt-4 min-h-0 flex-1 overflow-auto border-t border-rules" aria-label="Files">
        @for (r of rows(); track r.file) {
          <li class="grid grid-cols-[minmax(0,260px)_1fr_auto] items-baseline gap-4 border-b border-rules py-2">
            <span class="truncate" [title]="r.file.name">{{ r.file.name }}</span>
            <span [class.text-alarm]="r.says.wrong" [class.text-ink2]="!r.says.wrong" role="status">{{
              r.says.words
            }}</span>
            @if (!began() && rows().length > 1) {
              <button type="button" class="link" [attr.aria-label]="'Leave out ' + r.file.name" (click)="leave(r.file)">
                Leave out
              </button>
            }
          </li>
        }
      </ol>
      @if (refused(); as r) {
        <p class="mt-2 text-alarm" role="alert">{{ r }}</p>
      }
      <div class="mt-4 flex items-center gap-3">
        @if (began()) {
          <button type="button" class="main-button" (click)="ref.close()">Close</button>
          <a class="link" [routerLink]="['/lesson', target(), 'read']" (click)="ref.close()">To the lesson</a>
        } @else {
          <button class="main-button" [disabled]="!ready()">
            {{ rows().length === 1 ? 'Read it' : 'Read ' + counted(readable().length, 'file') }}
          </button>
          <button type="button" class="plain-button" (click)="ref.close()">Cancel</button>
        }
      </div>
    </form>
  `,
})
export class ImportSheet {
  private readonly files = signal(inject<readonly File[]>(DIALOG_DATA));
  protected readonly ref = inject(DialogRef);
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly open = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly house = this.store.selectSignal(officeFeature.selectHouse);
  private readonly known = this.store.selectSignal(officeFeature.selectPupils);
  private readonly importing = this.store.selectSignal(importFeature.selectImporting);
  private readonly results = this.store.selectSignal(importFeature.selectResults);
  private readonly looked = signal<ReadonlyMap<File, Understood>>(new Map());
  protected readonly kinds = KINDS;
  protected readonly counted = counted;
  protected readonly began = signal(false);
  protected readonly refused = signal<string | null>(null);
  /** The lesson they go to, once that is settled. */
  protected readonly target = signal('');
  protected readonly pupils = computed(() => this.known() ?? []);
  protected readonly whose = linkedSignal(() => this.open()?.pupil.id ?? '');
  private readonly pupil = computed(() => this.pupils().find((p) => p.id === this.whose()));
  protected readonly lessons = computed(() => [
    ...(this.pupil()?.lessons ?? []).map((l) => ({
      id: l.id,
      words: `${shortDate(l.startedAt)}, ${l.aim || 'no aim'}`,
    })),
    ...(this.pupil() ? [{ id: NEW, words: 'a new lesson, of today' }] : []),
  ]);
  protected readonly lesson = linkedSignal(() => {
    const open = this.open();
    return open && open.pupil.id === this.whose() ? open.id : (this.lessons()[0]?.id ?? '');
  });
  protected readonly clubs = computed(() => clubChoices(this.pupil(), this.rack()));
  protected readonly club = linkedSignal(() => this.rack().at(-1)?.clubName ?? '7-iron');
  protected readonly kind = signal<(typeof KINDS)[number]['value']>('full');
  protected readonly rows = computed(() => this.files().map((file) => ({ file, says: this.saysOf(file) })));
  /** Files that can be read at all. */
  protected readonly readable = computed(() => this.files().filter((f) => !this.looked().get(f)?.wrong));
  protected readonly ready = computed(
    () => this.lesson() !== '' && this.readable().length > 0 && this.files().every((f) => this.looked().has(f)),
  );

  constructor() {
    if (!this.known()) this.store.dispatch(OfficeActions.openPupils());
    const reading = inject(FileReading);
    for (const file of this.files()) {
      if (isFilm(file.name) || isShotList(file.name)) {
        this.understood(file, { words: isFilm(file.name) ? 'a film' : 'a list of shots', wrong: false });
        continue;
      }
      reading
        .look(file)
        .pipe(
          map((look) => ({ words: lookWords(look, rememberedHow(look, this.house()) !== null), wrong: false })),
          catchError((e: unknown) => of({ words: `${sentenceOf(e)}. Nothing of it is stored.`, wrong: true })),
          takeUntilDestroyed(),
        )
        .subscribe((u) => this.understood(file, u));
    }
  }

  private understood(file: File, u: Understood): void {
    this.looked.update((m) => new Map(m).set(file, u));
  }
  private saysOf(file: File): Understood {
    const done = this.results()[file.name];
    if (this.began() && done) return done;
    if (this.began() && this.importing()?.file === file.name) return { words: 'reading …', wrong: false };
    return this.looked().get(file) ?? { words: 'looking at it …', wrong: false };
  }
  protected leave(file: File): void {
    this.files.update((all) => all.filter((f) => f !== file));
  }

  protected read(): void {
    if (!this.ready()) return;
    if (this.lesson() !== NEW) return this.readInto(this.lesson());
    const about = { aim: 'Recorded elsewhere', footwear: 'other' as const };
    this.api.ask('startLesson', { id: this.whose() }, about).subscribe({
      next: ({ id }) => {
        this.store.dispatch(OfficeActions.openPupils());
        this.readInto(id);
      },
      error: (e: unknown) => this.refused.set(sentenceOf(e)),
    });
  }
  private readInto(lessonId: string): void {
    const chosen = this.clubs().find((c) => c.name === this.club())!;
    const to = { lessonId, club: chosen.club, clubName: chosen.name, kind: this.kind() };
    this.target.set(lessonId);
    this.began.set(true);
    for (const file of this.readable()) this.store.dispatch(ImportActions.importFile({ file, to }));
    // one file speaks for itself, where everything is said
    if (this.files().length === 1) this.ref.close();
  }
}

import { Dialog, DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { INTENTS, SWING_TAGS } from '@vilko/contract/swing-words';
import { clockText, dateText, shortDate } from '@vilko/core/words/dates';
import { deviceWords } from '../../device-words';
import { draftOf as keptWords, Drafts } from '../../state/drafts';
import { OfficeActions, officeFeature } from '../../state/office';
import { SwingsActions } from '../../state/swings-actions';
import { type CardDraft, changeOf, clubChoices, draftOf } from './card-draft';

const KINDS = [
  { value: 'full', words: 'whole swing' },
  { value: 'half', words: 'half swing' },
  { value: 'slow', words: 'slow swing' },
];
const HANDS = [
  { value: 'right', words: 'right-handed' },
  { value: 'left', words: 'left-handed' },
];
const plain = (values: readonly string[], words: Readonly<Record<string, string>> = {}) =>
  values.map((value) => ({ value, words: words[value] ?? value }));

/** The card of one swing or of many: what it was, whose it is. Everything that rests on a change is made anew. */
@Component({
  selector: 'vk-swing-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="overlay-card w-[720px] p-6 text-15" (submit)="$event.preventDefault(); keep()">
      <h2 class="text-18 font-semibold">{{ title() }}</h2>
      <p class="text-ink2">{{ about() }}</p>
      <div class="mt-4 grid grid-cols-5 gap-3">
        @for (f of fields(); track f.key) {
          <label class="field"
            >{{ f.words }}
            <select (change)="set(f.key, $any($event.target).value)">
              @if (!was[f.key]) {
                <option value="">as they are</option>
              }
              @for (o of f.options; track o.value) {
                <option [value]="o.value" [selected]="o.value === draft()[f.key]">{{ o.words }}</option>
              }
            </select></label
          >
        }
      </div>
      @if (handWords(); as w) {
        <p class="mt-1 text-13 text-ink2">{{ w }}</p>
      }
      <label class="field mt-3"
        >{{ swings.length === 1 ? 'Note' : 'Note, on all of them' }}
        <textarea
          rows="2"
          maxlength="2000"
          [placeholder]="swings.length > 1 && !was.note ? 'as they are' : ''"
          [value]="draft().note"
          (input)="set('note', $any($event.target).value)"
        ></textarea>
      </label>
      <div class="mt-3 grid grid-cols-2 gap-3">
        <label class="field"
          >Pupil
          <select (change)="whose.set($any($event.target).value)">
            @for (p of pupils(); track p.id) {
              <option [value]="p.id" [selected]="p.id === pupil()?.id">{{ p.name }}</option>
            }
          </select></label
        >
        <label class="field"
          >Lesson
          <select (change)="lesson.set($any($event.target).value)">
            @if (pupil()?.id === own()?.id || !pupil()?.lessons?.length) {
              <option value="" [selected]="!lesson()">
                {{ pupil()?.id === own()?.id ? 'where it is' : 'no lesson yet: start one first' }}
              </option>
            }
            @for (l of lessons(); track l.id) {
              <option [value]="l.id" [selected]="l.id === goesTo()">{{ l.words }}</option>
            }
          </select></label
        >
      </div>
      @if (moves()) {
        <p class="mt-1 text-13 text-ink2">
          Films and shots go along. {{ swings.length === 1 ? 'It is' : 'They are' }} read as {{ pupil()?.name }}’s from
          then on; it can be undone.
        </p>
      }
      <div class="mt-5 flex gap-3">
        <button class="main-button" [disabled]="!changed()">Keep</button>
        <button type="button" class="plain-button" (click)="cancel()">Cancel</button>
        <button type="button" class="link ml-auto" (click)="remove()">Into the bin</button>
      </div>
    </form>
  `,
})
export class SwingCard {
  protected readonly swings = inject<readonly SwingHead[]>(DIALOG_DATA);
  protected readonly ref = inject(DialogRef);
  private readonly store = inject(Store);
  private readonly all = this.store.selectSignal(officeFeature.selectPupils);
  private readonly ids = this.swings.map((s) => s.id);
  protected readonly was = draftOf(this.swings);
  protected readonly draft = signal<CardDraft>(this.was);
  protected readonly pupils = computed(() => this.all() ?? []);
  /** Whose lesson the first of them stands in. */
  protected readonly own = computed(() =>
    this.pupils().find((p) => p.lessons.some((l) => l.id === this.swings[0]!.lessonId)),
  );
  protected readonly whose = signal<string | null>(null);
  protected readonly lesson = signal('');
  protected readonly pupil = computed(() => this.pupils().find((p) => p.id === this.whose()) ?? this.own());
  protected readonly lessons = computed(() =>
    (this.pupil()?.lessons ?? [])
      .filter((l) => this.swings.some((s) => s.lessonId !== l.id))
      .map((l) => ({ id: l.id, words: `${shortDate(l.startedAt)}, ${l.aim || 'no aim'}` })),
  );
  /** The lesson they go to; empty where they stay. Another pupil without a word: their newest lesson. */
  protected readonly goesTo = computed(() => {
    const chosen = this.lessons().find((l) => l.id === this.lesson());
    if (chosen) return chosen.id;
    return this.pupil()?.id === this.own()?.id ? '' : (this.lessons()[0]?.id ?? '');
  });
  protected readonly moves = computed(() => this.goesTo() !== '');
  private readonly clubs = computed(() => clubChoices(this.own(), this.swings));
  private readonly change = computed(() => changeOf(this.draft(), this.was, this.clubs()));
  protected readonly changed = computed(() => this.moves() || Object.keys(this.change()).length > 0);
  protected readonly title = computed(() =>
    this.swings.length === 1 ? `Swing ${this.swings[0]!.number}` : `${this.swings.length} swings`,
  );
  protected readonly about = computed(() => {
    const [s] = this.swings;
    if (this.swings.length > 1) return 'What is chosen here is said of each of them; the rest stays as it is.';
    return `${dateText(s!.recordedAt)}, ${clockText(s!.recordedAt)}, ${deviceWords(s!.device)}${s!.file ? `, from ${s!.file}` : ''}`;
  });
  protected readonly fields = computed(() => [
    { key: 'club' as const, words: 'Club', options: this.clubs().map((c) => ({ value: c.name, words: c.name })) },
    { key: 'kind' as const, words: 'Kind', options: KINDS },
    { key: 'tag' as const, words: 'What it was', options: plain(SWING_TAGS, { ball: 'with a ball' }) },
    { key: 'intent' as const, words: 'Intent', options: plain(INTENTS) },
    { key: 'handed' as const, words: 'Hand', options: HANDS },
  ]);
  protected readonly handWords = computed(() => {
    const [own, hand] = [this.own(), this.draft().handed];
    return own && hand && hand !== own.handed
      ? `${own.name} plays ${own.handed}-handed: these swings alone are read as ${hand}-handed.`
      : '';
  });

  private readonly drafts = inject(Drafts);
  private readonly key = `card/${[...this.ids].sort().join()}`;

  constructor() {
    if (!this.all()) this.store.dispatch(OfficeActions.openPupils());
    // a note that was closed by a key, or that the server did not get, is there when the card is opened again
    keptWords({
      key: () => this.key,
      typed: () => (this.draft().note === this.was.note ? null : this.draft().note),
      kept: () => this.was.note,
      back: (note) => this.set('note', note),
    });
  }

  protected cancel(): void {
    this.drafts.drop(this.key);
    this.ref.close();
  }

  protected set(key: keyof CardDraft, value: string): void {
    this.draft.update((d) => ({ ...d, [key]: value }));
  }
  protected keep(): void {
    if (!this.changed()) return;
    const change = this.change();
    if (Object.keys(change).length) this.store.dispatch(SwingsActions.change({ ids: this.ids, change }));
    const lesson = this.lessons().find((l) => l.id === this.goesTo());
    if (lesson)
      this.store.dispatch(
        SwingsActions.move({
          ids: this.ids,
          lessonId: lesson.id,
          whose: `${this.pupil()!.name}, ${lesson.words}`,
        }),
      );
    this.ref.close();
  }
  protected remove(): void {
    this.store.dispatch(SwingsActions.delete({ ids: this.ids }));
    this.ref.close();
  }
}

/** Opens the card of swings, one dialog at a time. */
@Injectable({ providedIn: 'root' })
export class SwingCards {
  private readonly dialog = inject(Dialog);

  open(swings: readonly SwingHead[]): void {
    if (!swings.length || this.dialog.openDialogs.length) return;
    const label = swings.length === 1 ? `Card of swing ${swings[0]!.number}` : `Card of ${swings.length} swings`;
    this.dialog.open(SwingCard, { data: swings, ariaLabel: label });
  }
}

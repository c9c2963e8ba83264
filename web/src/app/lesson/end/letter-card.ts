import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Letter, LetterToWrite } from '@vilko/contract/letter';
import { LONGEST_LETTER, LONGEST_SUBJECT } from '@vilko/contract/letter-words';
import { switchMap, type Observable } from 'rxjs';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { draftOf, Drafts } from '../../state/drafts';
import { letterWords } from '../../letter-words';
import { sentenceOf } from '../../state/sentences';

type Written = Pick<LetterToWrite, 'to' | 'subject' | 'text'>;

/** The letter of a lesson: drafted, changed, sent from here, or handed to whatever program sends letters. */
@Component({
  selector: 'vk-letter-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { class: 'block' },
  template: `
    @if (draft.value(); as d) {
      <form #form class="grid grid-cols-2 gap-x-3 gap-y-2" (submit)="$event.preventDefault(); send()">
        <label class="field"
          >To<input
            #to
            type="email"
            required
            maxlength="200"
            autocomplete="off"
            list="known-addresses"
            placeholder="name@example.org"
            [value]="now().to"
            (input)="type({ to: to.value })"
          /><datalist id="known-addresses">
            @for (a of d.to; track a.address) {
              <option [value]="a.address">{{ a.whose }}</option>
            }
          </datalist></label
        >
        <label class="field"
          >About<input
            #subject
            required
            [attr.maxlength]="longestSubject"
            [value]="now().subject"
            (input)="type({ subject: subject.value })"
        /></label>
        <p class="col-span-2 text-13 text-ink2">
          @if (whose(); as w) {
            {{ w }}’s address.
          } @else if (!d.to.length) {
            No address is known. <a class="link" [routerLink]="['/office/pupils', pupilId()]">Add one</a>
          }
        </p>
        <label class="field col-span-2"
          >Text<textarea
            #text
            required
            class="field-sizing-content max-h-[290px] min-h-[140px]"
            rows="8"
            [attr.maxlength]="longest"
            [value]="now().text"
            (input)="type({ text: text.value })"
          ></textarea>
        </label>
        <p class="col-span-2 flex flex-wrap items-center gap-x-4 gap-y-1">
          @if (d.mail) {
            <button class="main-button" [disabled]="working() !== null">Send</button>
            <button type="button" class="link" (click)="save()">Save as a file</button>
          } @else {
            <button type="button" class="main-button" [disabled]="working() !== null" (click)="save()">
              Save as a file
            </button>
          }
          <button type="button" class="link" (click)="openMail()">Open in a mail program</button>
          <a class="link" [href]="'/api/lessons/' + lessonId() + '/report.pdf'" target="_blank">The page, as PDF</a>
          @if (own()) {
            <button type="button" class="link" (click)="drop()">Back to the draft</button>
          }
        </p>
      </form>
      @if (working(); as w) {
        <p class="mt-1 text-ink2" role="status">{{ w }}</p>
      }
      @if (refused(); as why) {
        <p class="mt-1 border-l-2 border-alarm pl-2 text-alarm" role="alert">{{ why }}</p>
      }
      @if (!d.mail) {
        <p class="mt-1 text-13 text-ink2">
          The file opens in mail programs with the page attached. To send from here, name a mail server in
          <a class="link" routerLink="/office/settings">Settings</a>.
        </p>
      }
      @for (l of d.before; track l.id) {
        <p class="mt-1 border-t border-rules pt-1" [class.text-alarm]="l.state === 'failed'">
          {{ words(l) }}
          @if (d.mail && (l.state === 'failed' || l.state === 'written')) {
            <button class="link" (click)="again(l)">Send {{ l.tries ? 'again' : 'it' }}</button>
          }
        </p>
      }
    } @else if (draft.refused(); as why) {
      <p class="text-alarm" role="alert">{{ why }}</p>
    } @else {
      <p class="text-ink2" role="status">Drafting the letter …</p>
    }
  `,
})
export class LetterCard {
  readonly lessonId = input.required<string>();
  readonly pupilId = input.required<string>();
  /** Changes whenever what the draft rests on has changed. */
  readonly anew = input<unknown>();
  private readonly api = inject(Api);
  private readonly drafts = inject(Drafts);
  private readonly gone = inject(DestroyRef);
  private readonly version = signal(0);
  protected readonly draft = answerOf('draftLetter', () => {
    this.anew();
    this.version();
    return { id: this.lessonId() };
  });
  protected readonly own = signal<Written | null>(null);
  private readonly kept = computed((): Written | null => {
    const d = this.draft.value();
    return d && { to: d.to[0]?.address ?? '', subject: d.subject, text: d.text };
  });
  protected readonly now = computed((): Written => this.own() ?? this.kept() ?? { to: '', subject: '', text: '' });
  protected readonly whose = computed(() => this.draft.value()?.to.find((a) => a.address === this.now().to)?.whose);
  protected readonly longest = LONGEST_LETTER;
  protected readonly longestSubject = LONGEST_SUBJECT;
  protected readonly words = letterWords;
  protected readonly working = signal<string | null>(null);
  protected readonly refused = signal<string | null>(null);
  private readonly key = computed(() => `letter/${this.lessonId()}`);

  constructor() {
    draftOf<Written>({ key: this.key, typed: this.own, kept: this.kept, back: (typed) => this.own.set(typed) });
  }

  protected type(change: Partial<Written>): void {
    this.own.set({ ...this.now(), ...change });
  }
  protected drop(): void {
    this.drafts.drop(this.key());
    this.own.set(null);
  }
  protected send(): void {
    this.ask('Sending …', this.write(true));
  }
  protected again({ id }: Letter): void {
    this.ask('Sending …', this.api.ask('sendLetter', { id }, {}));
  }
  protected save(): void {
    this.handOver(({ id }) => {
      const file = document.createElement('a');
      file.href = `/api/letters/${id}/letter.eml`;
      file.download = 'letter.eml';
      file.click();
    });
  }
  protected openMail(): void {
    this.handOver(({ to, subject, text }) => {
      location.href = `mailto:${encodeURIComponent(to)}?subject=${encodeURIComponent(subject)}&body=${encodeURIComponent(text)}`;
    });
  }
  private write(send: boolean): Observable<Letter> {
    return this.api.ask('writeLetter', { id: this.lessonId() }, { ...this.now(), send });
  }
  private handOver(go: (letter: Letter) => void): void {
    if (!/.+@.+/.test(this.now().to)) {
      this.refused.set('Say to whom the letter goes.');
      return;
    }
    const written = this.write(false).pipe(switchMap(({ id }) => this.api.ask('handOverLetter', { id })));
    this.ask('Writing …', written, go);
  }
  private ask(doing: string, letter: Observable<Letter>, then?: (letter: Letter) => void): void {
    if (this.working() !== null) return;
    this.working.set(doing);
    this.refused.set(null);
    letter.pipe(takeUntilDestroyed(this.gone)).subscribe({
      next: (l) => {
        this.working.set(null);
        if (l.state !== 'failed') this.drop();
        this.version.update((v) => v + 1);
        then?.(l);
      },
      error: (e: unknown) => {
        this.working.set(null);
        this.refused.set(sentenceOf(e));
      },
    });
  }
}

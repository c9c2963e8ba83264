import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Letter } from '@vilko/contract/letter';
import type { LetterState } from '@vilko/contract/letter-words';
import { shortDate } from '@vilko/core/words/dates';
import type { Observable } from 'rxjs';
import { letterWords } from '../../letter-words';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { sentenceOf } from '../../state/sentences';

/** What waits for somebody stands above what is done with. */
const WAITS: readonly LetterState[] = ['failed', 'written', 'sending'];

/** Office › Letters: what was written to pupils, what went, and what did not. */
@Component({
  selector: 'vk-letters',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8 text-15">
      <h1 class="text-24 font-semibold">Letters</h1>
      <p class="mt-2 max-w-[760px] text-ink2">
        Letters are written at the end of a lesson; the page of the lesson goes with each.
        @if (mail.value(); as m) {
          @if (m.host) {
            They go by {{ m.host }}, from {{ m.from }}.
          } @else {
            No mail server is named in <a class="link" routerLink="/office/settings">Settings</a>: they are saved as
            files, or opened in a mail program.
          }
        }
      </p>
      @if (refused(); as why) {
        <p class="mt-2 border-l-2 border-alarm pl-2 text-alarm" role="alert">{{ why }}</p>
      }
      @if (rows(); as list) {
        @if (list.length) {
          <ul class="mt-4 max-w-[1180px] border-t border-strong-rules" aria-label="Letters">
            @for (l of list; track l.id) {
              <li class="grid grid-cols-[200px_minmax(0,1fr)_auto] items-baseline gap-x-4 border-b border-rules py-2">
                <span
                  ><a class="link font-semibold" [routerLink]="['/lesson', l.lessonId, 'end']">{{ l.name }}</a
                  ><br /><span class="text-13 text-ink2">lesson of {{ day(l.startedAt) }}</span></span
                >
                <span class="min-w-0"
                  ><span class="one-line block">{{ l.subject }}</span>
                  <span
                    class="block"
                    [class.text-alarm]="l.state === 'failed'"
                    [class.text-ink2]="l.state !== 'failed'"
                  >
                    {{ words(l) }}
                  </span></span
                >
                <span class="flex items-baseline gap-4">
                  @if (waits(l) && mail.value()?.host) {
                    @if (other() === l.id) {
                      <form class="flex items-baseline gap-2" (submit)="$event.preventDefault(); send(l, to.value)">
                        <input
                          #to
                          type="email"
                          required
                          class="entry !mt-0 !w-[220px]"
                          aria-label="To another address"
                          [value]="l.to"
                        /><button class="link" [attr.aria-label]="'Send to this address: ' + l.name">Send</button>
                      </form>
                    } @else {
                      <button
                        class="link"
                        [disabled]="working()"
                        [attr.aria-label]="(l.tries ? 'Send again: ' : 'Send: ') + l.name"
                        (click)="send(l)"
                      >
                        {{ l.tries ? 'Send again' : 'Send' }}
                      </button>
                      <button
                        class="link"
                        [attr.aria-label]="'To another address: ' + l.name"
                        (click)="other.set(l.id)"
                      >
                        To another address
                      </button>
                    }
                  }
                  <a
                    class="link"
                    [href]="'/api/letters/' + l.id + '/letter.eml'"
                    download="letter.eml"
                    [attr.aria-label]="'Save: ' + l.name"
                    (click)="saved(l)"
                    >Save</a
                  >
                  <button
                    class="link"
                    [attr.aria-label]="(sure() === l.id ? 'Delete for good: ' : 'Delete: ') + l.name"
                    (click)="remove(l)"
                  >
                    {{ sure() === l.id ? 'Delete for good' : 'Delete' }}
                  </button>
                </span>
              </li>
            }
          </ul>
        } @else {
          <p class="mt-6 text-18">No letter was written yet.</p>
        }
      } @else if (letters.refused(); as why) {
        <p class="mt-6 text-alarm" role="alert">{{ why }}</p>
      } @else {
        <p class="mt-6 text-ink2" role="status">Fetching the letters …</p>
      }
      <p class="mt-2 text-ink2" role="status">{{ working() ? 'Sending …' : '' }}</p>
    </div>
  `,
})
export class Letters {
  private readonly api = inject(Api);
  private readonly version = signal(0);
  protected readonly letters = answerOf('letters', () => {
    this.version();
    return {};
  });
  protected readonly mail = answerOf('mail', () => ({}));
  protected readonly rows = computed(() => {
    const all = this.letters.value();
    const rank = (l: Letter): number => (WAITS.includes(l.state) ? 0 : 1);
    return all && [...all].sort((a, b) => rank(a) - rank(b));
  });
  protected readonly day = shortDate;
  protected readonly words = letterWords;
  protected readonly working = signal(false);
  protected readonly refused = signal<string | null>(null);
  /** The one that is to go to another address. */
  protected readonly other = signal<string | null>(null);
  /** The one that is about to be deleted: a second press does it. */
  protected readonly sure = signal<string | null>(null);
  protected readonly waits = (l: Letter): boolean => l.state === 'failed' || l.state === 'written';

  protected send({ id }: Letter, to?: string): void {
    this.working.set(true);
    this.ask(this.api.ask('sendLetter', { id }, to ? { to } : {}));
  }
  /** What was taken along from here waits for nobody any more. */
  protected saved(l: Letter): void {
    if (this.waits(l)) this.ask(this.api.ask('handOverLetter', { id: l.id }));
  }
  protected remove({ id }: Letter): void {
    if (this.sure() === id) this.ask(this.api.ask('deleteLetter', { id }));
    this.sure.update((s) => (s === id ? null : id));
  }
  private ask(letter: Observable<unknown>): void {
    this.refused.set(null);
    letter.subscribe({
      next: () => this.over(),
      error: (e: unknown) => {
        this.over();
        this.refused.set(sentenceOf(e));
      },
    });
  }
  private over(): void {
    this.working.set(false);
    this.other.set(null);
    this.version.update((v) => v + 1);
  }
}

import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { LogEntry } from '@vilko/contract/practice';
import type { Share, Shares } from '@vilko/contract/share';
import { SHARE_DAYS, shareIsOpen } from '@vilko/contract/open-share';
import { shortDate } from '@vilko/core/words/dates';
import { QrMark } from '../../pupil-page/qr-mark';

/** The pupil's page: its links, who may still open them, and what came back. */
@Component({
  selector: 'vk-share-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QrMark],
  host: { class: 'block' },
  template: `
    <div class="flex items-end gap-3">
      <label class="field w-[110px]"
        >Open for
        <select #days class="figures">
          @for (d of choices; track d) {
            <option [value]="d">{{ d }} days</option>
          }
        </select>
      </label>
      <button class="main-button h-8 shrink-0" (click)="make.emit(choices[days.selectedIndex]!)">Make a link</button>
      <p class="min-w-0 flex-1 leading-4 text-ink2">
        Whoever has the link reads this page as it stands, answers, ticks days and sends a film; nothing else is
        reachable through it.
        @if (shares(); as s) {
          @if (s.origin === null) {
            <strong class="text-ink"
              >Vilko listens on this machine only: a phone cannot open the link. Hand over the PDF, or send it with a
              letter; who set Vilko up can open it to your network.</strong
            >
          }
        }
      </p>
    </div>
    @if (!shares()) {
      <p class="mt-2 text-ink2" role="status">Looking up the links …</p>
    }
    <ul class="mt-2">
      @for (s of live(); track s.token) {
        <li class="border-t border-rules py-1.5">
          <div class="flex items-baseline gap-3">
            <a class="link figures min-w-0 truncate" [href]="link(s)" target="_blank" rel="noreferrer">{{ link(s) }}</a>
            <span class="ml-auto shrink-0 text-ink2">until {{ date(s.expiresAt) }}; {{ opened(s) }}</span>
            <button class="link shrink-0" (click)="copy(s)">{{ copied() === s.token ? 'Copied' : 'Copy' }}</button>
            @if (shares()!.origin !== null) {
              <button
                class="link shrink-0"
                [attr.aria-expanded]="shown() === s.token"
                (click)="shown.set(shown() === s.token ? null : s.token)"
              >
                Show to a phone
              </button>
            }
            <button class="link shrink-0 text-alarm" (click)="revoke.emit(s.token)">Revoke</button>
          </div>
          @if (shown() === s.token) {
            <vk-qr-mark class="mt-2 w-[200px]" [link]="link(s)" />
          }
        </li>
      }
      @if (closed(); as n) {
        <li class="border-t border-rules py-1.5 text-ink2">
          {{ n === 1 ? 'One link is' : n + ' links are' }} closed: revoked or over.
        </li>
      }
    </ul>
    @if (came().length) {
      <h3 class="mt-1 border-t border-rules pt-1.5 font-semibold">From the pupil</h3>
      <ul>
        @for (e of came(); track e.id) {
          <li class="flex gap-2 py-0.5">
            <span class="figures w-[52px] shrink-0 text-ink2">{{ date(e.at) }}</span>
            <span class="min-w-0 flex-1">{{ words(e) }}</span>
            @if (e.film) {
              <button class="link shrink-0" (click)="watch.emit(e)">Watch and mark</button>
            }
            <button
              class="link shrink-0"
              [attr.aria-label]="(e.reply ? 'Change the answer to: ' : 'Answer: ') + words(e)"
              (click)="writes.set(writes() === e.id ? null : e.id)"
            >
              {{ e.reply ? 'Change' : 'Answer' }}
            </button>
          </li>
          @if (writes() === e.id) {
            <li class="pb-1 pl-[60px]">
              <form class="flex items-end gap-3" (submit)="$event.preventDefault(); send(e, text.value)">
                <label class="field min-w-0 flex-1"
                  >Your answer stands on the pupil’s page<textarea
                    #text
                    rows="2"
                    maxlength="1000"
                    [value]="e.reply?.text ?? ''"
                  ></textarea></label
                ><button class="plain-button h-8">Answer</button>
              </form>
            </li>
          } @else if (e.reply; as r) {
            <li class="flex gap-2 pb-1 pl-[60px] text-ink2">
              <span class="border-l-2 border-ink pl-2">{{ r.text }}</span>
            </li>
          }
        }
      </ul>
    }
  `,
})
export class SharePanel {
  readonly shares = input<Shares | null>(null);
  readonly make = output<(typeof SHARE_DAYS)[number]>();
  readonly revoke = output<string>();
  readonly watch = output<LogEntry>();
  readonly replied = output<{ id: string; text: string }>();
  /** The entry that is being answered. */
  protected readonly writes = signal<string | null>(null);
  protected readonly choices = SHARE_DAYS;
  protected readonly copied = signal<string | null>(null);
  protected readonly shown = signal<string | null>(null);
  protected readonly date = shortDate;
  protected readonly live = computed(() => (this.shares()?.shares ?? []).filter(shareIsOpen));
  protected readonly closed = computed(() => (this.shares()?.shares.length ?? 0) - this.live().length);
  protected readonly came = computed(() => this.shares()?.came ?? []);

  protected link(s: Share): string {
    return `${this.shares()?.origin ?? location.origin}/shared/${s.token}`;
  }
  protected opened(s: Share): string {
    return s.lastOpenedAt === null ? 'not opened yet' : `opened ${shortDate(s.lastOpenedAt)}`;
  }
  protected copy(s: Share): void {
    void navigator.clipboard.writeText(this.link(s)).then(() => this.copied.set(s.token));
  }
  protected send({ id }: LogEntry, text: string): void {
    this.writes.set(null);
    this.replied.emit({ id, text: text.trim() });
  }
  protected words(e: LogEntry): string {
    if (e.kind === 'film') return e.note ? `A film: ${e.note}` : 'A film.';
    const pain =
      e.painBefore === null
        ? ''
        : ` Pain ${e.painBefore} before${e.painAfter === null ? '' : `, ${e.painAfter} after`}.`;
    return `${e.note}${e.kind === 'home' ? '.' : ''}${pain}`;
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { SharedPage } from '@vilko/contract/share';
import { shortDate } from '@vilko/core/words/dates';
import { ballWords, checkWords } from '../lesson/practise/entry-words';
import { Outbox, type Waiting } from './outbox';

type Sent = Pick<SharedPage['sent'][number], 'kind' | 'checks' | 'felt' | 'blocks' | 'note'>;

/** What an entry of the pupil says, to the pupil. */
export function sentWords({ kind, checks, felt, blocks, note }: Sent): string {
  const told = [
    ...(kind === 'film' ? ['A film'] : []),
    ...checkWords(checks),
    ...(felt === null ? [] : [`Felt ${felt}% under the front foot`]),
    ...(blocks.length ? [`Balls as wanted: ${ballWords(blocks).join(', ')}`] : []),
    ...(note ? [note] : []),
  ];
  return told.join('; ');
}

const NOTHING = { checks: {}, felt: null, blocks: [], note: '' };

/** The same of what is still here. */
export function waitingWords({ act }: Waiting): string {
  switch (act.act) {
    case 'answer':
      return act.text;
    case 'tick':
      return act.did === 'stopped' ? 'Stopped by pain' : act.did === null ? 'A day’s tick taken back' : 'Practised';
    case 'check':
      return sentWords({ ...NOTHING, kind: 'self-check', checks: act.checks, note: act.note });
    case 'felt':
      return sentWords({ ...NOTHING, kind: 'felt', felt: act.felt, note: act.note });
    case 'balls':
      return sentWords({ ...NOTHING, kind: 'home', blocks: act.blocks, note: act.note });
  }
}

/** What the pupil sent with the answers to it, and what still waits for a network. */
@Component({
  selector: 'vk-sent-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (waiting().length) {
      <section class="mt-5" aria-label="Not sent yet">
        <h2 class="text-15 font-semibold">Not sent yet</h2>
        <ul>
          @for (w of waiting(); track w.id) {
            <li class="border-t border-rules py-1">
              <p class="flex gap-3">
                <span class="figures shrink-0 text-ink2">{{ w.day }}</span><span>{{ w.words }}</span>
              </p>
              @if (w.refused) {
                <p class="text-alarm">
                  {{ w.refused }} It stays here until you let go of it.
                  <button class="link min-h-11" (click)="outbox.drop(w.id)">Let go</button>
                </p>
              }
            </li>
          }
        </ul>
        @if (goes()) {
          <p class="text-13 text-ink2">Kept on this device; it goes by itself when there is a network.</p>
        }
      </section>
    }
    @if (sent().length) {
      <section class="mt-5" aria-label="What you sent">
        <h2 class="text-15 font-semibold">What you sent</h2>
        <ul>
          @for (e of sent(); track e.id) {
            <li class="border-t border-rules py-1">
              <p class="flex gap-3">
                <span class="figures shrink-0 text-ink2">{{ day(e.at) }}</span><span>{{ words(e) }}</span>
              </p>
              @if (e.reply; as r) {
                <p class="mt-0.5 border-l-2 border-ink pl-2 whitespace-pre-line">
                  <span class="text-ink2">{{ by() || 'Your instructor' }}, {{ day(r.at) }}:</span>
                  {{ r.text }}
                </p>
              }
            </li>
          }
        </ul>
      </section>
    }
  `,
})
export class SentList {
  readonly sent = input<SharedPage['sent']>([]);
  /** Who answers. */
  readonly by = input('');
  protected readonly outbox = inject(Outbox);
  protected readonly day = shortDate;
  protected readonly words = sentWords;
  protected readonly waiting = computed(() =>
    this.outbox.waiting().map((w) => ({
      id: w.act.id,
      day: shortDate(w.act.at),
      words: waitingWords(w),
      refused: w.refused,
    })),
  );
  protected readonly goes = computed(() => this.waiting().some((w) => w.refused === null));
}

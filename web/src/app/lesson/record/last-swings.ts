import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Standard, SwingHead } from '@vilko/contract';
import { bandsFor, type ClubClass, fitWords, verdictWords } from '@vilko/core';
import { Thumbnail } from '../../drawing/rack/thumbnail';
import { HouseUnits } from '../../shell/units';
import { shotWords } from './shot-words';

const LAST = 3;

/** The newest swings; where felt values are asked for, a number is shown only once they have been given. */
@Component({
  selector: 'vk-last-swings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, Thumbnail],
  host: { class: 'block shrink-0' },
  template: `
    <ol class="grid h-[208px] grid-cols-3 border-t border-strong-rules px-4" aria-label="Last swings">
      @for (s of last(); track s.id) {
        <li class="relative flex min-w-0 flex-col border-r border-rules px-4 py-2.5 last:border-r-0 first:pl-0">
          <div class="flex min-h-0 flex-1 gap-2">
            <div class="min-w-0 text-24 leading-8">
              <a
                class="font-semibold whitespace-nowrap hover:underline"
                [routerLink]="['/lesson', lessonId(), 'read', s.id]"
                >Swing {{ s.number }}</a
              >
              <p class="text-18 leading-6 text-ink2">{{ s.clubName }}{{ s.kind === 'full' ? '' : ', ' + s.kind }}</p>
              @if (s.tag !== 'ball') {
                <p class="text-15 leading-5 text-ink2">{{ s.tag }}</p>
              }
            </div>
            <vk-thumbnail class="min-w-0 flex-1" [shape]="hidden(s) ? null : s.thumbnail" [handed]="s.handed" />
            @if (!hidden(s)) {
              <div class="text-right">
                <p class="figures text-40 leading-10 font-bold whitespace-nowrap text-lead">
                  {{ s.leadAtImpact === null ? '–' : s.leadAtImpact.toFixed(0)
                  }}<span class="text-24 font-normal">%</span>
                </p>
                <p class="text-15 whitespace-nowrap text-ink2">
                  at impact{{ s.felt === null ? '' : ', felt ' + s.felt }}
                </p>
              </div>
            }
          </div>
          @if (hidden(s)) {
            <div class="text-18 leading-7">
              <p class="font-semibold">What did you feel? Lead share at impact</p>
              <div class="flex items-center gap-1">
                @for (f of choices; track f) {
                  <button
                    class="figures border border-strong-rules px-2 py-0.5 text-18 hover:border-ink"
                    (click)="felt.emit({ swing: s, felt: f })"
                  >
                    {{ f }}
                  </button>
                }
                <button class="link ml-2 text-15" (click)="shown.set(s.id)">just show</button>
              </div>
            </div>
          } @else {
            @if (strip(s); as b) {
              <svg viewBox="0 0 380 30" class="block w-full" role="img" [attr.aria-label]="b.words">
                <defs>
                  <pattern
                    [id]="'hatch' + s.number"
                    width="6"
                    height="6"
                    patternUnits="userSpaceOnUse"
                    patternTransform="rotate(45)"
                  >
                    <path d="M0 0V6" stroke="var(--target)" stroke-width="1.4" />
                  </pattern>
                </defs>
                <path d="M0 15H380" stroke="var(--strong-rules)" />
                <rect
                  [attr.x]="b.lo"
                  y="5"
                  [attr.width]="b.hi - b.lo"
                  height="20"
                  [attr.fill]="'url(#hatch' + s.number + ')'"
                />
                <path
                  [attr.d]="
                    'M' +
                    (b.lo + 6) +
                    ' 5H' +
                    b.lo +
                    'V25H' +
                    (b.lo + 6) +
                    'M' +
                    (b.hi - 6) +
                    ' 5H' +
                    b.hi +
                    'V25H' +
                    (b.hi - 6)
                  "
                  fill="none"
                  stroke="var(--target)"
                  stroke-width="2.5"
                />
                <path [attr.d]="'M' + b.v + ' 2V28'" stroke="var(--ink)" stroke-width="5" />
              </svg>
            }
            <p class="truncate text-18" [class.text-alarm]="s.mainFault" [class.font-semibold]="s.mainFault">
              {{ verdict(s) }}
            </p>
            <p class="flex items-baseline gap-3 text-15 text-ink2">
              <span class="truncate">{{ ball(s) || 'no ball data' }}</span>
              <button
                class="ml-auto shrink-0 hover:underline"
                (click)="enter.emit(s)"
                [attr.aria-label]="'Ball of swing ' + s.number"
              >
                Ball
              </button>
              <button
                class="shrink-0 hover:underline"
                [attr.aria-label]="'Card of swing ' + s.number"
                (click)="card.emit(s)"
              >
                Card
              </button>
              <button
                class="shrink-0 hover:underline"
                [attr.aria-label]="'Delete swing ' + s.number"
                (click)="remove.emit(s)"
              >
                Delete
              </button>
            </p>
          }
        </li>
      } @empty {
        <li class="col-span-3 grid place-items-center text-24 text-ink2">
          No swing yet in this lesson. Stand still, then swing: it is found by itself.
        </li>
      }
    </ol>
  `,
})
export class LastSwings {
  readonly lessonId = input.required<string>();
  readonly rack = input.required<readonly SwingHead[]>();
  /** What a club's swings are judged by. */
  readonly standard = input.required<(club: ClubClass, intent?: string) => Standard>();
  readonly askFelt = input(false);
  /** Swings that were there before this screen was opened are not asked about. */
  readonly since = input(0);
  readonly felt = output<{ swing: SwingHead; felt: number }>();
  readonly enter = output<SwingHead>();
  readonly card = output<SwingHead>();
  readonly remove = output<SwingHead>();
  private readonly units = inject(HouseUnits);
  protected readonly shown = signal<string | null>(null);
  protected readonly choices = [40, 50, 60, 70, 80, 90];
  protected readonly last = computed(() => this.rack().slice(-LAST).reverse());

  protected hidden(s: SwingHead): boolean {
    return (
      this.askFelt() &&
      s.felt === null &&
      s.number > this.since() &&
      this.shown() !== s.id &&
      this.last()[0]?.id === s.id
    );
  }
  protected ball(s: SwingHead): string {
    return shotWords(s.shot, this.units);
  }
  protected verdict(s: SwingHead): string {
    const grown = s.warnings.find((w) => w.includes('has grown'));
    if (grown) return grown;
    return s.mainFault || s.fit === null ? verdictWords(s) : `${verdictWords(s)}, ${fitWords(s.fit)}`;
  }
  /** Lead share at impact against the pattern's band, on a strip from 30 to 100%. */
  protected strip(s: SwingHead): { lo: number; hi: number; v: number; words: string } | null {
    const { pattern, tuning } = this.standard()(s.club, s.intent);
    const b = bandsFor(pattern, s.club, tuning).find((x) => x.measure === 'share.lead.p7');
    if (!b || s.leadAtImpact === null || s.kind !== 'full') return null;
    const x = (share: number) => Math.max(3, Math.min(377, ((share - 30) / 70) * 380));
    const [lo, hi] = [b.ideal[0] ?? 0, b.ideal[1] ?? 100];
    return {
      lo: x(lo),
      hi: x(hi),
      v: x(s.leadAtImpact),
      words: `Lead share at impact ${s.leadAtImpact.toFixed(0)} percent; wanted ${lo} to ${hi} percent`,
    };
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Standard } from '@vilko/contract/standard';
import type { SwingHead } from '@vilko/contract/swing';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import type { PracticeBand } from '@vilko/core/practice/attempts';
import { bandScale, placeOn } from '@vilko/core/practice/band-scale';
import { targetBand, type Target } from '@vilko/core/practice/target';
import type { ClubClass } from '@vilko/core/recording/recording';
import { amount, figure, unitBehind, wanted } from '@vilko/core/words/amounts';
import { fitWords, verdictWords } from '@vilko/core/words/findings';
import { Thumbnail } from '../../drawing/rack/thumbnail';
import { HouseUnits } from '../../shell/units';
import { feltChoices } from './felt-choices';
import { FeltQuestion } from './felt-question';
import { schoolBand } from '../school-band';
import { shotWords } from './shot-words';

const LAST = 3;
/** Width of a strip, as it is drawn. */
const STRIP = 380;
const LEAD: QuantityId = 'share.lead.p7';

/** The newest swings; where felt values are asked for, a number is shown only once they have been given. */
@Component({
  selector: 'vk-last-swings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FeltQuestion, RouterLink, Thumbnail],
  host: { class: 'block shrink-0' },
  template: `
    <ol
      class="grid h-[208px] grid-cols-3 grid-rows-[minmax(0,1fr)] border-t border-strong-rules px-4"
      aria-label="Last swings"
    >
      @for (s of last(); track s.id) {
        <li class="relative flex min-w-0 flex-col border-r border-rules px-4 py-2.5 last:border-r-0 first:pl-0">
          <div class="flex min-h-0 flex-1 gap-2">
            <div class="min-w-0 text-24 leading-8">
              <a
                class="press font-semibold whitespace-nowrap hover:underline"
                [routerLink]="['/lesson', lessonId(), 'read', s.id]"
                >Swing {{ s.number }}</a
              >
              <p class="text-18 leading-6 text-ink2">{{ s.clubName }}{{ s.kind === 'full' ? '' : ', ' + s.kind }}</p>
              @if (s.tag !== 'ball') {
                <p class="text-15 leading-5 text-ink2">{{ s.tag }}</p>
              }
            </div>
            @if (!hidden(s)) {
              <vk-thumbnail class="min-w-0 flex-1" [shape]="s.thumbnail" [handed]="s.handed" />
              <div class="text-right">
                <p class="figures text-40 leading-10 font-bold whitespace-nowrap text-lead">
                  {{ number(s) }}<span class="text-24 font-normal">{{ unit() }}</span>
                </p>
                <p class="ml-auto max-w-[190px] text-15 leading-5 text-ink2">{{ said(s) }}</p>
              </div>
            }
          </div>
          @if (hidden(s)) {
            @if (asked() === s.id) {
              <vk-felt-question
                [name]="row().words"
                [rawUnit]="shownUnit()"
                [choices]="choices(s)"
                (felt)="felt.emit({ swing: s, felt: stored($event), feltOf: row().id })"
                (waved)="wave(s)"
              />
            } @else {
              <p class="text-15 leading-5 text-ink2">
                Its number waits until it is said what was felt.
                <button class="link min-h-11 px-1" (click)="wave(s)">just show</button>
              </p>
            }
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
            <p class="one-line text-18" [class.text-alarm]="s.mainFault" [class.font-semibold]="s.mainFault">
              {{ verdict(s) }}
            </p>
            <p class="flex items-baseline gap-3 text-15 text-ink2">
              <span class="one-line">{{ ball(s) || 'no ball data' }}</span>
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
        <li class="col-span-3 grid place-content-center place-items-center gap-3 text-24 text-ink2">
          <p>No swing yet in this lesson. Stand still, then swing: it is found by itself.</p>
          <button class="plain-button h-11 text-18" (click)="askChanged.emit(!askFelt())">
            {{
              askFelt()
                ? 'Asked first what was felt: ' + row().words + '. Stop asking'
                : 'Ask what was felt before the number: ' + row().words
            }}
          </button>
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
  /** What the lesson is judged by; null where nothing is agreed. */
  readonly measure = input<QuantityId | null>(null);
  /** Where it is to come; null: where the school wants it. */
  readonly target = input<Target | null>(null);
  readonly felt = output<{ swing: SwingHead; felt: number; feltOf: QuantityId }>();
  readonly askChanged = output<boolean>();
  readonly enter = output<SwingHead>();
  readonly card = output<SwingHead>();
  readonly remove = output<SwingHead>();
  private readonly units = inject(HouseUnits);
  /** Swings whose number is shown without an answer. */
  private readonly waved = signal<ReadonlySet<string>>(new Set());
  /** The measure that stands here: the agreed one. */
  protected readonly row = computed(() => quantityOf(this.measure() ?? LEAD));
  /** The unit it is shown in. */
  protected readonly shownUnit = computed(() => this.units.shown(this.row().unit));
  protected readonly unit = computed(() => unitBehind(this.shownUnit()));
  private shown(v: number): number {
    return this.units.value(v, this.row().unit);
  }
  protected readonly last = computed(() => this.rack().slice(-LAST).reverse());

  protected hidden(s: SwingHead): boolean {
    return this.askFelt() && s.felt === null && s.number > this.since() && !this.waved().has(s.id);
  }
  /** The newest swing that waits for an answer: one question at a time. */
  protected readonly asked = computed(() => this.last().find((s) => this.hidden(s))?.id ?? null);
  protected wave(s: SwingHead): void {
    this.waved.update((ids) => new Set(ids).add(s.id));
  }
  private valueOf(s: SwingHead): number | null {
    return this.measure() === null || this.measure() === LEAD ? s.leadAtImpact : s.agreed;
  }
  protected number(s: SwingHead): string {
    const v = this.valueOf(s);
    return v === null ? '–' : figure(this.shown(v), this.shownUnit());
  }
  /** What the number is, and what was felt of the same. */
  protected said(s: SwingHead): string {
    const name = this.row().id === LEAD ? 'at impact' : this.row().words;
    const felt = s.felt !== null && (s.feltOf ?? LEAD) === this.row().id;
    return `${name}${felt ? `, felt ${figure(this.shown(s.felt!), this.shownUnit())}` : ''}`;
  }
  private bandOf(s: SwingHead): PracticeBand {
    return targetBand(this.target(), schoolBand(this.standard(), s.club, this.row().id, s.intent));
  }
  protected choices(s: SwingHead): readonly number[] | null {
    return feltChoices(
      this.units.range(this.bandOf(s), this.row().unit),
      this.shown(this.row().worth ?? 1),
      this.shownUnit(),
    );
  }
  /** What was felt, in the unit it is kept in. */
  protected stored(felt: number): number {
    return this.units.stored(felt, this.row().unit);
  }
  protected ball(s: SwingHead): string {
    return shotWords(s.shot, this.units);
  }
  protected verdict(s: SwingHead): string {
    const grown = s.warnings.find((w) => w.includes('has grown'));
    if (grown) return grown;
    return s.mainFault || s.fit === null ? verdictWords(s) : `${verdictWords(s)}, ${fitWords(s.fit)}`;
  }
  /** The number against the pattern's band, on the strip every page has. */
  protected strip(s: SwingHead): { lo: number; hi: number; v: number; words: string } | null {
    const band = this.bandOf(s);
    const v = this.valueOf(s);
    const [lo, hi] = band;
    if ((lo === null && hi === null) || v === null || s.kind !== 'full') return null;
    const x = placeOn(bandScale(band, this.row().worth ?? 1), STRIP);
    const { words } = this.row();
    const unit = this.shownUnit();
    return {
      lo: x(lo ?? -Infinity),
      hi: x(hi ?? Infinity),
      v: x(v),
      words: `${words} ${amount(this.shown(v), unit)}; wanted: ${wanted(this.units.range(band, this.row().unit), unit)}`,
    };
  }
}

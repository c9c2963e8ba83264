import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Film } from '@vilko/contract/film';
import { EVENT_WORDS } from '@vilko/core/events/event';
import { filmScale } from '@vilko/core/film/film-scale';
import { FOLLOWED, type Followed, followedBy, type FollowedId } from '@vilko/core/film/followed';
import { keptValues, valueAtMoment, valuesFollowed } from '@vilko/core/film/read-followed';
import { amount, counted } from '@vilko/core/words/amounts';
import { recordingTime } from '../../../film/film-time';
import type { EventTimes } from './film-strip';

type FollowedLine = Film['followed'][number];

const W = 112;
const H = 24;
const EDGE = 4;
/** The least a small trend spans, ° or cm: nobody points surer than that. */
const LEAST_SPAN = 8;
/** Events that are marked under a small trend. */
const TICKS = ['p1', 'p4', 'p7', 'p10'] as const;

/** What is followed in a film by hand: what can be, what was, and what it says; entered, never judged. */
@Component({
  selector: 'vk-film-followed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block text-13' },
  template: `
    <label class="flex items-center gap-1.5 py-0.5"
      >Follow by hand
      <select
        #what
        class="entry !mt-0 !h-6 !w-[170px] !px-1 !py-0 !text-13"
        (change)="$any(what.value) && begun.emit({ of: $any(what.value), line: null }); what.value = ''"
      >
        <option value="">choose …</option>
        @for (f of offered(); track f.id) {
          <option [value]="f.id">{{ f.words }}</option>
        }
      </select>
    </label>
    @if (rows().length) {
      <ul class="max-h-[190px] overflow-auto" aria-label="Followed by hand">
        @for (r of rows(); track r.id) {
          <li
            class="grid grid-cols-[116px_44px_112px_minmax(0,1fr)_auto] items-center gap-x-2 border-t border-rules py-0.5"
          >
            @if (r.own) {
              <input
                class="entry !mt-0 !h-6 !w-full !px-1 !py-0 !text-13"
                [attr.aria-label]="'Name of ' + r.words"
                [placeholder]="r.words"
                maxlength="60"
                [value]="r.name"
                (change)="renamed.emit({ id: r.id, name: $any($event.target).value.trim() })"
              />
            } @else {
              <span [title]="r.sign">{{ r.words }}</span>
            }
            <span class="figures text-right font-semibold" [title]="'at this frame; ' + r.sign">{{ r.now }}</span>
            @if (r.points.length > 1) {
              <svg [attr.width]="W" [attr.height]="H" role="img" [attr.aria-label]="r.spoken">
                @for (x of r.ticks; track $index) {
                  <path [attr.d]="'M' + x + ' 0V' + H" stroke="var(--strong-rules)" />
                }
                <polyline [attr.points]="r.line" fill="none" stroke="var(--ink2)" />
                @for (p of r.points; track $index) {
                  <circle [attr.cx]="p.x" [attr.cy]="p.y" r="2" fill="var(--sheet)" stroke="var(--ink)" />
                }
                @if (r.cursor !== null) {
                  <path [attr.d]="'M' + r.cursor + ' 0V' + H" stroke="var(--lead)" stroke-width="1.5" />
                }
              </svg>
            }
            <span class="figures col-start-4">{{ r.kept }}</span>
            <span class="ml-auto flex gap-2 whitespace-nowrap">
              @if (r.touch) {
                <button class="hover:underline" (click)="touched.emit(r.id)">touched at this frame</button>
              } @else {
                <button
                  class="hover:underline"
                  [class.font-semibold]="r.id === active()"
                  [attr.aria-pressed]="r.id === active()"
                  (click)="begun.emit({ of: r.of, line: r.id })"
                >
                  go on
                </button>
              }
              <button
                class="text-ink2 hover:underline"
                [attr.aria-label]="'Take off ' + (r.name || r.words)"
                (click)="dropped.emit(r.id)"
              >
                take off
              </button>
            </span>
          </li>
        }
      </ul>
      <p class="text-ink2">
        Entered by hand from the film, ± a frame; never judged. Only what lies in the picture’s own plane shows its true
        angle.
      </p>
    }
  `,
})
export class FilmFollowed {
  readonly film = input.required<Film>();
  readonly handed = input.required<'right' | 'left'>();
  /** Where the film stands, film time, s. */
  readonly now = input.required<number>();
  /** Impact on the recording's clock, s. */
  readonly impact = input.required<number>();
  readonly events = input.required<EventTimes>();
  /** The line that is gone on with. */
  readonly active = input<string | null>(null);
  readonly begun = output<{ of: FollowedId; line: string | null }>();
  readonly renamed = output<{ id: string; name: string }>();
  readonly touched = output<string>();
  readonly dropped = output<string>();
  protected readonly W = W;
  protected readonly H = H;

  protected readonly offered = computed(() => {
    const { angle, followed } = this.film();
    return FOLLOWED.filter(
      (f: Followed) =>
        f.from.includes(angle) && (f.id.startsWith('own-') || !followed.some((line) => line.of === f.id)),
    );
  });
  private readonly reading = computed(() => ({
    ...this.film(),
    handed: this.handed(),
    scale: filmScale(this.film()),
  }));
  protected readonly rows = computed(() => this.film().followed.map((line) => this.row(line)));

  private row(line: FollowedLine) {
    const about = followedBy(line.of);
    const values = valuesFollowed(line, this.reading());
    const here = valueAtMoment(values, this.now(), this.film().frameRate);
    const drawn = this.drawn(values);
    return {
      id: line.id,
      of: line.of,
      own: about.id.startsWith('own-'),
      name: line.name,
      words: about.words,
      sign: about.sign,
      touch: about.as === 'moment',
      now: about.as !== 'moment' && here !== null ? amount(here, about.unit) : '',
      kept: this.keptOf(line, about, values.length),
      ...drawn,
      spoken: `${about.words} over ${values.length} marked frames`,
    };
  }
  /** What is kept with the swing, or what is missing for it. */
  private keptOf(line: FollowedLine, about: Followed, marked: number): string {
    const kept = keptValues(line, this.reading(), this.events());
    if (kept.length)
      return kept
        .map(({ moment, value }) => {
          const said = amount(value, about.unit);
          return moment ? `P${moment.slice(1)} ${said}` : `${said} from impact${this.eventNear(line.touchedAt)}`;
        })
        .join(' · ');
    if (about.as === 'height' && this.reading().scale === null) return 'mark a known length for cm';
    if (about.as === 'moment') return this.film().impact === null ? 'put impact at its frame first' : 'not touched yet';
    if (this.film().impact === null) return `${counted(marked, 'frame')}; put impact at its frame for P4 and P7`;
    return `${counted(marked, 'frame')}; none at ${about.moments.map((m) => `P${m.slice(1)}`).join(', ')} yet`;
  }
  /** Which event a moment lies at, when it is within a frame of one. */
  private eventNear(t: number | null): string {
    const at = t === null ? null : recordingTime(this.film(), t, this.impact());
    if (at === null) return '';
    const found = (Object.keys(EVENT_WORDS) as (keyof typeof EVENT_WORDS)[]).find(
      (e) => Math.abs((this.events()[e]?.t ?? NaN) - at) <= 1 / this.film().frameRate,
    );
    return found ? `, at P${found.slice(1)}` : '';
  }
  private drawn(values: readonly { t: number; value: number }[]) {
    const film = this.film();
    const ticksAt = TICKS.flatMap((e) => {
      const t = this.events()[e]?.t;
      return t === undefined || film.impact === null ? [] : [film.impact + t - this.impact()];
    });
    const times = [...ticksAt, ...values.map((v) => v.t)];
    const [from, to] = [Math.min(...times), Math.max(...times)];
    const read = values.map((v) => v.value);
    // a stretch of what nobody could tell apart is drawn flat
    const middle = (Math.min(...read) + Math.max(...read)) / 2;
    const half = Math.max(Math.max(...read) - middle, LEAST_SPAN / 2);
    const [lo, hi] = [middle - half, middle + half];
    const x = (t: number) => EDGE + ((W - 2 * EDGE) * (t - from)) / Math.max(1e-3, to - from);
    const y = (v: number) => H - EDGE - ((H - 2 * EDGE) * (v - lo)) / Math.max(1e-3, hi - lo);
    const points = values.map((v) => ({ x: x(v.t), y: y(v.value) }));
    const cursor = x(this.now());
    return {
      points,
      line: points.map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' '),
      ticks: ticksAt.map(x),
      cursor: cursor >= 0 && cursor <= W ? cursor : null,
    };
  }
}

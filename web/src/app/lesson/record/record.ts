import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  NgZone,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { CLUB_KEYS, type SwingHead } from '@vilko/contract';
import { bandsFor, DEFAULT_PATTERN, faultOf, patternOf } from '@vilko/core';
import { Thumbnail } from '../../drawing/rack/thumbnail';
import { LiveTrack, type LiveStyle } from '../../drawing/track/live-track';
import { Keys } from '../../shell/keys';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { Live } from '../../state/live';
import { SettingsActions, settingsFeature } from '../../state/settings';
import { type Stance, StanceWatch } from './stance-watch';

const STATES = [
  { id: 'armed', words: 'Armed' },
  { id: 'recording', words: 'Recording' },
  { id: 'found', words: 'Found' },
] as const;
/** Figures change ten times a second: faster cannot be read. */
const FIGURES_EVERY = 100;
const LAST = 3;
const NOBODY: Stance = { lead: NaN, still: 0, there: false };

/** Record: the live stance, large enough for four metres; swings are found by themselves. */
@Component({
  selector: 'vk-record',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, Thumbnail],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    <div class="flex h-[66px] shrink-0 items-center gap-6 border-b border-rules px-4 text-24">
      <div role="status" aria-live="polite" class="flex items-center gap-6">
        @if (bay()?.state === 'idle') {
          <span class="border border-ink2 px-3.5 py-1 font-semibold">Not armed</span>
        }
        @for (s of states; track s.id) {
          <span [class]="bay()?.state === s.id ? 'bg-ink px-3.5 py-1 font-bold text-paper' : 'text-ink2'">{{ s.words }}</span>
        }
      </div>
      <button class="plain-button text-15" (click)="arm()">{{ bay()?.state === 'idle' ? 'Arm' : 'Pause' }}</button>
      <p class="ml-auto text-15" [class.text-alarm]="deviceAlarm()" [class.text-ink2]="!deviceAlarm()">{{ deviceWords() }}</p>
      <p class="whitespace-nowrap">
        Swing <span class="figures">{{ next() }}</span> with the {{ bay()?.clubName }}
      </p>
    </div>
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(380px,452px)_1fr] gap-6 px-4 py-3">
      <section class="flex min-h-0 flex-col" aria-label="Stance in figures">
        <p class="text-24 leading-7 text-ink2">Lead share</p>
        <div class="flex items-end gap-3">
          <span class="figures text-160 leading-[128px] font-semibold tracking-tighter text-lead" data-testid="live-share">{{ shareText() }}</span>
          <span class="pb-1 text-40 leading-10 text-lead">%</span>
          <span class="ml-auto pb-2 text-right text-24 leading-7" [class.text-alarm]="shareWord().alarm">{{ shareWord().text }}</span>
        </div>
        <svg
          viewBox="0 0 452 74"
          class="mt-2 block w-full"
          role="img"
          [attr.aria-label]="'Lead share ' + shareText() + ' percent; wanted at address ' + band().join(' to ') + ' percent'"
        >
          <defs>
            <pattern id="live-hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <path d="M0 0V6" stroke="var(--target)" stroke-width="1.4" />
            </pattern>
          </defs>
          <path d="M0 24H452M1 17v14M76 17v14M151 17v14M226 17v14M301 17v14M376 17v14M451 17v14" stroke="var(--strong-rules)" />
          <rect [attr.x]="at(band()[0])" y="9" [attr.width]="at(band()[1]) - at(band()[0])" height="30" fill="url(#live-hatch)" />
          <path [attr.d]="bracket()" fill="none" stroke="var(--target)" stroke-width="3" />
          @if (stance().there) {
            <path [attr.d]="'M' + at(stance().lead) + ' 6V42'" stroke="var(--ink)" stroke-width="5" />
          }
          <g class="figures" font-size="24" fill="var(--ink2)">
            <text x="0" y="68">35</text>
            <text x="452" y="68" text-anchor="end">65</text>
            <text [attr.x]="at(band()[0])" y="68" text-anchor="middle" fill="var(--target)">{{ band()[0] }}</text>
            <text [attr.x]="at(band()[1])" y="68" text-anchor="middle" fill="var(--target)">{{ band()[1] }}</text>
          </g>
        </svg>
        <div class="mt-3 border-t border-rules pt-2 text-24 leading-9">
          <p class="flex">
            <span class="text-ink2">Address check</span><span class="ml-auto" [class.text-alarm]="address().alarm">{{ address().text }}</span>
          </p>
          <p class="flex">
            <span>Standing still</span
            ><span class="ml-auto"
              ><span class="figures">{{ stance().there ? stillText() : '–' }}</span> <span class="text-ink2">s</span></span
            >
          </p>
          <p class="flex items-center gap-2 pt-1 text-15 leading-7" aria-label="Club by key">
            @for (c of clubs; track c.key) {
              <button
                class="px-1.5"
                [class]="bay()?.clubName === c.name ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
                (click)="setClub(c.key)"
                [attr.aria-pressed]="bay()?.clubName === c.name"
              >
                <span class="figures font-semibold">{{ c.key }}</span> {{ c.name }}
              </button>
            }
          </p>
        </div>
      </section>
      <section class="relative min-h-0 bg-sheet" aria-label="Live Track">
        <canvas
          #canvas
          class="absolute inset-0 h-full w-full"
          role="img"
          [attr.aria-label]="'Live plan of the stance, lead share ' + shareText() + ' percent'"
        ></canvas>
        <p class="figures absolute bottom-1 text-40 leading-[44px] font-bold text-lead" [class]="leftIsLead() ? 'left-[15%]' : 'right-[15%]'">
          L {{ shareText() }}<span class="text-24 font-normal">%</span>
        </p>
        <p class="figures absolute bottom-1 text-40 leading-[44px] font-bold text-trail" [class]="leftIsLead() ? 'right-[15%]' : 'left-[15%]'">
          T {{ trailText() }}<span class="text-24 font-normal">%</span>
        </p>
        @if (emptyWords(); as e) {
          <p class="absolute inset-0 grid place-items-center bg-sheet/90 px-16 text-center text-24">{{ e }}</p>
        }
      </section>
    </div>
    <ol class="grid h-[214px] shrink-0 grid-cols-3 border-t border-strong-rules px-4" aria-label="Last swings">
      @for (s of last(); track s.id) {
        <li class="relative flex flex-col border-r border-rules px-4 py-3 last:border-r-0 first:pl-0">
          <div class="flex min-h-0 flex-1 gap-2">
            <div class="text-24 leading-8">
              <a class="font-semibold hover:underline" [routerLink]="['/lesson', lessonId(), 'read', s.id]">Swing {{ s.number }}</a>
              <p class="text-18 leading-7 text-ink2">{{ s.clubName }}</p>
            </div>
            <vk-thumbnail class="min-w-0 flex-1" [shape]="s.thumbnail" [handed]="handed()" />
            <div class="text-right">
              <p class="figures text-40 leading-10 font-bold whitespace-nowrap text-lead">
                {{ s.leadAtImpact === null ? '–' : s.leadAtImpact.toFixed(0) }} <span class="text-24 font-normal">%</span>
              </p>
              <p class="text-18 whitespace-nowrap text-ink2">at impact</p>
            </div>
          </div>
          @if (strip(s); as b) {
            <svg viewBox="0 0 380 34" class="block w-full" role="img" [attr.aria-label]="b.words">
              <path d="M0 17H380" stroke="var(--strong-rules)" />
              <rect [attr.x]="b.lo" y="6" [attr.width]="b.hi - b.lo" height="22" fill="url(#live-hatch)" />
              <path
                [attr.d]="'M' + (b.lo + 6) + ' 6H' + b.lo + 'V28H' + (b.lo + 6) + 'M' + (b.hi - 6) + ' 6H' + b.hi + 'V28H' + (b.hi - 6)"
                fill="none"
                stroke="var(--target)"
                stroke-width="2.5"
              />
              <path [attr.d]="'M' + b.v + ' 2V32'" stroke="var(--ink)" stroke-width="5" />
            </svg>
          }
          <div class="flex items-baseline gap-3 text-18">
            <span class="truncate" [class.text-alarm]="s.mainFault" [class.font-semibold]="s.mainFault">{{ verdict(s) }}</span>
            <button class="ml-auto shrink-0 text-15 text-ink2 hover:underline" [attr.aria-label]="'Delete swing ' + s.number" (click)="remove(s)">
              Delete
            </button>
          </div>
        </li>
      } @empty {
        <li class="col-span-3 grid place-items-center text-24 text-ink2">No swing yet in this lesson. Stand still, then swing: it is found by itself.</li>
      }
    </ol>
  `,
})
export class Record {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly live = inject(Live);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly drawing = new LiveTrack();
  private readonly watch = new StanceWatch();

  protected readonly bay = this.store.selectSignal(lessonFeature.selectBay);
  protected readonly connected = this.store.selectSignal(lessonFeature.selectLive);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly turned = this.store.selectSignal(settingsFeature.selectTurned);
  private readonly theme = this.store.selectSignal(settingsFeature.selectTheme);
  protected readonly stance = signal<Stance>(NOBODY);
  protected readonly states = STATES;
  protected readonly clubs = CLUB_KEYS;

  protected readonly handed = computed(() => this.lesson()?.pupil.handed ?? 'right');
  protected readonly leftIsLead = computed(() => (this.handed() === 'right') !== this.turned());
  protected readonly band = computed((): [number, number] => {
    const b = bandsFor(patternOf(DEFAULT_PATTERN), this.bay()?.club ?? 'iron').find((x) => x.measure === 'share.lead.address');
    return [b?.ideal[0] ?? 45, b?.ideal[1] ?? 60];
  });
  protected readonly next = computed(() => (this.rack().at(-1)?.number ?? 0) + 1);
  protected readonly last = computed(() => this.rack().slice(-LAST).reverse());
  protected readonly shareText = computed(() => (this.stance().there ? this.stance().lead.toFixed(0) : '–'));
  protected readonly trailText = computed(() => (this.stance().there ? (100 - Number(this.stance().lead.toFixed(0))).toFixed(0) : '–'));
  protected readonly stillText = computed(() => Math.min(99, Math.floor(this.stance().still)).toFixed(0));
  protected readonly shareWord = computed(() => {
    const { lead, there } = this.stance();
    const [lo, hi] = this.band();
    if (!there) return { text: 'nobody on it', alarm: false };
    return lead < lo ? { text: 'under the band', alarm: true } : lead > hi ? { text: 'over the band', alarm: true } : { text: 'in the band', alarm: false };
  });
  protected readonly address = computed(() => {
    const { there, still, lead } = this.stance();
    const [lo, hi] = this.band();
    if (!there) return { text: 'step on', alarm: false };
    if (still < 1) return { text: 'stand still', alarm: false };
    if (lead < lo) return { text: 'too much on the trail foot', alarm: true };
    return lead > hi ? { text: 'too much on the lead foot', alarm: true } : { text: 'good to go', alarm: false };
  });
  private readonly device = computed(() => this.bay()?.device ?? null);
  protected readonly deviceAlarm = computed(() => !this.connected() || !this.device()?.connected || (this.device()?.lost ?? 0) > 0);
  protected readonly deviceWords = computed(() => {
    const d = this.device();
    if (!this.connected()) return 'No connection to the server';
    if (!d) return 'No device has said hello yet';
    if (!d.connected) return `${d.name}: not connected`;
    const lost = d.lost ? `, ${d.lost} messages lost` : ', nothing lost';
    return `${d.name} · ${d.seen ? `${d.seen} Hz${lost}` : 'listening'}`;
  });
  protected readonly emptyWords = computed(() => {
    if (!this.connected()) return 'The server does not answer. Everything found before is stored; this goes on by itself.';
    if (!this.device()?.connected) return 'No device is sending. Start the device, or drop a recording made elsewhere on this window.';
    return null;
  });

  constructor() {
    effect(() => {
      this.store.dispatch(LessonActions.open({ id: this.lessonId() }));
      this.store.dispatch(LessonActions.changeBay({ change: { lessonId: this.lessonId() } }));
    });
    effect(() => {
      this.handed();
      this.drawing.forget();
    });
    inject(Keys).use('Record', [
      { key: ' ', words: 'arm or pause', run: () => this.arm() },
      { key: 'Delete', words: 'delete the last swing (undo offered)', run: () => this.removeLast() },
      { key: 's', words: 'star the last swing', run: () => this.starLast() },
      { key: 't', words: 'turn the Track', run: () => this.store.dispatch(SettingsActions.turnTrack()) },
      ...CLUB_KEYS.map((c) => ({ key: c.key, words: `club: ${c.name}`, run: () => this.setClub(c.key) })),
    ]);
    const destroy = inject(DestroyRef);
    const zone = inject(NgZone);
    afterNextRender(() => zone.runOutsideAngular(() => this.follow(destroy)));
  }

  /** One picture per animation frame at most, drawn from the newest frame; figures less often. */
  private follow(destroy: DestroyRef): void {
    let asked = 0;
    let figuresAt = 0;
    const paint = (): void => {
      asked = 0;
      const f = this.live.take();
      if (!f) return;
      const stance = this.watch.see(f);
      this.drawing.draw(
        this.canvas().nativeElement,
        f,
        { mat: this.live.mat(), handed: this.handed(), turned: this.turned(), band: stance.there ? this.band() : null },
        this.style(),
      );
      performance.mark('vilko-painted', { detail: performance.timeOrigin + performance.now() - f.arrived });
      const now = performance.now();
      if (now - figuresAt < FIGURES_EVERY) return;
      figuresAt = now;
      performance.clearMarks('vilko-painted');
      this.stance.set(stance);
    };
    const off = this.live.onFrame(() => {
      asked ||= requestAnimationFrame(paint);
    });
    destroy.onDestroy(() => {
      off();
      cancelAnimationFrame(asked);
    });
  }

  private kept: { key: string; style: LiveStyle } | null = null;
  private style(): LiveStyle {
    const key = document.documentElement.className + this.theme();
    if (this.kept?.key === key) return this.kept.style;
    const css = getComputedStyle(document.documentElement);
    const v = (name: string) => css.getPropertyValue(`--${name}`).trim();
    const style: LiveStyle = {
      paper: v('sheet'),
      ink: v('ink'),
      ink2: v('ink2'),
      rules: v('strong-rules'),
      lead: v('lead'),
      trail: v('trail'),
      target: v('target'),
    };
    this.kept = { key, style };
    return style;
  }

  /** Place of a share on the 35–65% strip. */
  protected at(share: number): number {
    return Math.max(3, Math.min(449, ((share - 35) / 30) * 452));
  }
  protected readonly bracket = computed(() => {
    const [a, b] = this.band().map((s) => this.at(s)) as [number, number];
    return `M${a + 8} 9H${a}V39H${a + 8}M${b - 8} 9H${b}V39H${b - 8}`;
  });
  protected verdict(s: SwingHead): string {
    return s.mainFault
      ? `${faultOf(s.mainFault)?.name ?? s.mainFault}, ${s.mainWord}`
      : s.fit === null
        ? 'no swing found'
        : `nothing found, fit ${Math.round(100 * s.fit)}%`;
  }
  /** Lead share at impact against the pattern's band, on a strip from 30 to 100%. */
  protected strip(s: SwingHead): { lo: number; hi: number; v: number; words: string } | null {
    const b = bandsFor(patternOf(DEFAULT_PATTERN), s.club).find((x) => x.measure === 'share.lead.p7');
    if (!b || s.leadAtImpact === null) return null;
    const x = (share: number) => Math.max(3, Math.min(377, ((share - 30) / 70) * 380));
    const [lo, hi] = [b.ideal[0] ?? 0, b.ideal[1] ?? 100];
    return { lo: x(lo), hi: x(hi), v: x(s.leadAtImpact), words: `Lead share at impact ${s.leadAtImpact.toFixed(0)} percent; wanted ${lo} to ${hi} percent` };
  }
  protected arm(): void {
    this.store.dispatch(LessonActions.changeBay({ change: { armed: this.bay()?.state === 'idle' } }));
  }
  protected setClub(key: string): void {
    const c = CLUB_KEYS.find((x) => x.key === key);
    if (c) this.store.dispatch(LessonActions.changeBay({ change: { club: c.club, clubName: c.name } }));
  }
  protected remove(s: SwingHead): void {
    this.store.dispatch(LessonActions.deleteSwing({ id: s.id }));
  }
  private removeLast(): void {
    const s = this.rack().at(-1);
    if (s) this.remove(s);
  }
  private starLast(): void {
    const s = this.rack().at(-1);
    if (s) this.store.dispatch(LessonActions.changeSwing({ id: s.id, change: { starred: !s.starred } }));
  }
}

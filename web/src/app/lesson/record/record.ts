import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, viewChild } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { CLUB_KEYS } from '@vilko/contract/club-keys';
import type { SwingHead } from '@vilko/contract/swing';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { Keys } from '../../shell/keys';
import { bayFeature, hasBay } from '../../state/bay';
import { BaySilence } from '../../state/bay-silence';
import { silenceWords } from '../../state/bay-words';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { OfficeActions, officeFeature } from '../../state/office';
import { selectStandard } from '../../state/school';
import { SettingsActions, settingsFeature } from '../../state/settings';
import { SwingCards } from '../swing-card/swing-card';
import { TakeBay } from '../take-bay';
import { AddressCheck } from './address-check';
import { BandStrip } from '../practise/band-strip';
import { Camera } from './camera';
import { LastSwings } from './last-swings';
import { addressBand } from '../address-band';
import { LiveCanvas, NOBODY, type Seen } from './live-canvas';
import { RecordBar } from './record-bar';
import { ShotEntry } from './shot-entry';
import { shareTexts } from './stance-watch';

/** Ends of the share's strip, %. */
const STRIP = [35, 65] as const;

/** Record: the live stance, large enough for four metres; swings are found by themselves. */
@Component({
  selector: 'vk-record',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddressCheck, BandStrip, Camera, LastSwings, LiveCanvas, RecordBar, RouterLink, TakeBay],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    @if (mine()) {
      <vk-record-bar [lessonId]="lessonId()" [next]="next()" />
    } @else {
      <vk-take-bay class="grid min-h-0 flex-1 place-content-center" [lessonId]="lessonId()" />
    }
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(380px,452px)_1fr] gap-6 px-4 py-2" [class.hidden]="!mine()">
      <section class="flex min-h-0 flex-col overflow-hidden" aria-label="Stance in figures">
        <p class="text-24 leading-7 text-ink2">Lead share</p>
        <div class="flex items-end gap-3">
          <span
            class="figures text-160 leading-[132px] font-semibold tracking-tighter"
            [class]="stale() ? 'text-ink2 line-through decoration-[6px]' : 'text-lead'"
            data-testid="live-share"
            >{{ shareText() }}</span
          >
          <span class="pb-1 text-40 leading-10 text-lead">%</span>
          <span class="ml-auto pb-2 text-right text-24 leading-7" [class.text-alarm]="shareWord().alarm">{{
            shareWord().text
          }}</span>
        </div>
        <vk-band-strip class="mt-1" [of]="addressShare" [ends]="ends" [value]="shareNow()" [band]="band()" />
        @if (silent() === null) {
          <vk-address-check
            class="mt-2 border-t border-rules pt-1"
            [seen]="seen()"
            [club]="bay()?.club ?? 'iron'"
            [standard]="standard()(bay()?.club ?? 'iron')"
          />
        }
        <vk-camera class="mt-auto pt-1" [newest]="rack().at(-1)" />
        <p class="text-15">
          <a class="press text-ink2 hover:underline" [routerLink]="['/lesson', lessonId(), 'entered']"
            >Numbers from elsewhere</a
          >
        </p>
      </section>
      <section class="relative min-h-0 bg-sheet" aria-label="Live Track">
        <vk-live-canvas
          [handed]="handed()"
          [turned]="turned()"
          [band]="band()"
          [check]="lesson()?.setUp?.footCheck ?? null"
          [label]="'Live plan of the stance, lead share ' + shareText() + ' percent'"
          (seen)="seen.set($event)"
        />
        <p
          class="figures absolute bottom-1 text-40 leading-[44px] font-bold text-lead"
          [class]="leftIsLead() ? 'left-[15%]' : 'right-[15%]'"
        >
          L {{ shareText() }}<span class="text-24 font-normal">%</span>
        </p>
        <p
          class="figures absolute bottom-1 text-40 leading-[44px] font-bold text-trail"
          [class]="leftIsLead() ? 'right-[15%]' : 'left-[15%]'"
        >
          T {{ trailText() }}<span class="text-24 font-normal">%</span>
        </p>
        @if (emptyWords(); as e) {
          <p class="absolute inset-0 grid place-items-center bg-sheet/90 px-16 text-center text-24">{{ e }}</p>
        }
      </section>
    </div>
    <vk-last-swings
      [lessonId]="lessonId()"
      [rack]="rack()"
      [standard]="standard()"
      [askFelt]="house().askFelt"
      [since]="since()"
      [measure]="lesson()?.measure ?? null"
      [target]="lesson()?.target ?? null"
      (felt)="change($event.swing, { felt: $event.felt, feltOf: $event.feltOf })"
      (askChanged)="askFelt($event)"
      (enter)="enterShot($event)"
      (card)="cards.open([$event])"
      (remove)="remove($event)"
    />
  `,
})
export class Record {
  protected readonly ends = STRIP;
  protected readonly addressShare = quantityOf('share.lead.address');
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly dialog = inject(Dialog);
  protected readonly cards = inject(SwingCards);
  private readonly bar = viewChild(RecordBar);
  private readonly camera = viewChild.required(Camera);

  protected readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly mine = hasBay(this.lessonId);
  /** s since the device was heard; null while it speaks. */
  protected readonly silent = inject(BaySilence).seconds;
  private readonly connected = this.store.selectSignal(bayFeature.selectLive);
  protected readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  protected readonly house = this.store.selectSignal(officeFeature.selectHouse);
  protected readonly turned = this.store.selectSignal(settingsFeature.selectTurned);
  protected readonly seen = signal<Seen>(NOBODY);
  /** Number of the last swing that was there when the lesson was opened here. */
  protected readonly since = signal(Infinity);

  protected readonly handed = computed(() => this.lesson()?.pupil.handed ?? 'right');
  protected readonly leftIsLead = computed(() => (this.handed() === 'right') !== this.turned());
  protected readonly standard = this.store.selectSignal(selectStandard);
  protected readonly band = computed(() => addressBand(this.standard(), this.bay()?.club ?? 'iron'));
  /** Null when nobody stands there. */
  protected readonly shareNow = computed(() => {
    const share = this.silent() === null ? this.seen().stance.lead : NaN;
    return Number.isFinite(share) ? share : null;
  });
  protected readonly next = computed(() => (this.rack().at(-1)?.number ?? 0) + 1);
  private readonly shares = computed(() => shareTexts(this.seen().stance.lead));
  protected readonly shareText = computed(() => this.shares().lead);
  protected readonly trailText = computed(() => this.shares().trail);
  /** A number is there that is not of now. */
  protected readonly stale = computed(() => this.silent() !== null && this.seen().stance.there);
  protected readonly shareWord = computed(() => {
    const { lead, there } = this.seen().stance;
    const [lo, hi] = this.band();
    const silent = this.silent();
    if (silent !== null) return { text: silenceWords(silent), alarm: true };
    if (!there) return { text: 'nobody on it', alarm: false };
    if (Number.isNaN(lead)) return { text: 'feet not told apart', alarm: false };
    return lead < lo
      ? { text: 'under the band', alarm: true }
      : lead > hi
        ? { text: 'over the band', alarm: true }
        : { text: 'in the band', alarm: false };
  });
  protected readonly emptyWords = computed(() => {
    if (!this.connected())
      return 'The server does not answer. Everything found before is stored; this goes on by itself.';
    if (!this.bay()?.device?.connected)
      return 'No device is sending. Start the device, or drop a recording made elsewhere on this window.';
    const silent = this.silent();
    if (silent !== null)
      return `${this.bay()!.device!.name}: ${silenceWords(silent)}. What came before is kept; it goes on by itself.`;
    return null;
  });

  constructor() {
    effect(() => {
      if (this.lesson()?.id === this.lessonId() && this.since() === Infinity)
        this.since.set(this.rack().at(-1)?.number ?? 0);
    });
    inject(Keys).use('Record', [
      { key: ' ', words: 'arm or pause', run: () => this.bar()?.arm() },
      { key: 'b', words: 'ball: enter the last swing’s shot', run: () => this.withLast((s) => this.enterShot(s)) },
      {
        key: 'e',
        words: 'card of the last swing: club, kind, whose it is',
        run: () => this.withLast((s) => this.cards.open([s])),
      },
      {
        key: 'p',
        words: 'with a ball, practice swing, exercise, demonstration, exaggerated',
        run: () => this.bar()?.nextTag(),
      },
      { key: 'i', words: 'intent: stock, draw feet, fade feet, speed', run: () => this.bar()?.nextIntent() },
      { key: 'w', words: 'whole swings', run: () => this.bar()?.change({ kind: 'full' }) },
      { key: 'h', words: 'half swings', run: () => this.bar()?.change({ kind: 'half' }) },
      { key: 'o', words: 'slow swings', run: () => this.bar()?.change({ kind: 'slow' }) },
      { key: 'c', words: 'bay camera on or off', run: () => this.camera().toggle() },
      { key: 'z', words: 'zero the unloaded device', run: () => this.bar()?.zero() },
      {
        key: 's',
        words: 'star the last swing',
        run: () => this.withLast((s) => this.change(s, { starred: !s.starred })),
      },
      { key: 'Delete', words: 'delete the last swing (undo offered)', run: () => this.withLast((s) => this.remove(s)) },
      {
        key: 'f',
        words: 'ask what was felt before the number, or not',
        run: () => this.askFelt(!this.house().askFelt),
      },
      { key: 't', words: 'turn the Track', run: () => this.store.dispatch(SettingsActions.turnTrack()) },
      ...CLUB_KEYS.map((c) => ({
        key: c.key,
        words: `club: ${c.name}`,
        run: () => this.bar()?.change({ club: c.club, clubName: c.name }),
      })),
    ]);
    inject(Keys).use('Clicker', [
      {
        key: 'PageDown',
        words: 'next: read the last swing',
        run: () => this.withLast((s) => void this.router.navigate(['/lesson', this.lessonId(), 'read', s.id])),
      },
      {
        key: 'PageUp',
        words: 'star the last swing',
        run: () => this.withLast((s) => this.change(s, { starred: !s.starred })),
      },
      { key: '.', words: 'arm or pause', run: () => this.bar()?.arm() },
      { key: 'F5', words: 'zero the unloaded device', run: () => this.bar()?.zero() },
    ]);
  }

  private withLast(f: (s: SwingHead) => void): void {
    const s = this.rack().at(-1);
    if (s) f(s);
  }
  protected askFelt(askFelt: boolean): void {
    this.store.dispatch(OfficeActions.changeHouse({ house: { ...this.house(), askFelt } }));
  }
  protected change(s: SwingHead, change: { felt: number; feltOf: QuantityId } | { starred: boolean }): void {
    this.store.dispatch(LessonActions.changeSwing({ id: s.id, change }));
  }
  protected remove(s: SwingHead): void {
    this.store.dispatch(LessonActions.deleteSwing({ id: s.id }));
  }
  protected enterShot(s: SwingHead): void {
    if (!this.dialog.openDialogs.length)
      this.dialog.open(ShotEntry, { data: s, ariaLabel: `Ball of swing ${s.number}` });
  }
}

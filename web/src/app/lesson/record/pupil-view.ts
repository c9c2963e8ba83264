import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { quantityOf } from '@vilko/core/measures/quantity';
import { amount } from '@vilko/core/words/amounts';
import { Keys } from '../../shell/keys';
import { HouseUnits } from '../../shell/units';
import { bayFeature, hasBay } from '../../state/bay';
import { BaySilence } from '../../state/bay-silence';
import { lessonFeature } from '../../state/lesson';
import { officeFeature } from '../../state/office';
import { selectStandard } from '../../state/school';
import { addressBand } from '../address-band';
import { LiveCanvas, NOBODY, type Seen } from './live-canvas';
import { shareTexts } from './stance-watch';

/** A second window for the pupil: large figures and the Track, turnable by 180° for a screen on the floor. */
@Component({
  selector: 'vk-pupil-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LiveCanvas],
  host: { class: 'fixed inset-0 z-30 block bg-paper' },
  template: `
    <div class="grid h-full grid-rows-[auto_1fr] p-4" [style.transform]="flipped() ? 'rotate(180deg)' : null">
      <div class="flex items-end gap-8">
        <p class="figures text-160 leading-[130px] font-semibold tracking-tighter text-lead" data-testid="pupil-lead">
          <span class="block font-sans text-40 leading-[48px] font-normal tracking-normal"
            >{{ feet().lead }} foot, lead</span
          >{{ lead() }}<span class="text-40">%</span>
        </p>
        <p class="figures text-160 leading-[130px] font-semibold tracking-tighter text-trail">
          <span class="block font-sans text-40 leading-[48px] font-normal tracking-normal"
            >{{ feet().trail }} foot, trail</span
          >{{ trail() }}<span class="text-40">%</span>
        </p>
        <p class="ml-auto text-right text-40 leading-[48px]">{{ words() }}</p>
      </div>
      <div class="relative mt-2 bg-sheet">
        <vk-live-canvas
          [handed]="handed()"
          [turned]="false"
          [band]="band()"
          [label]="'Live plan of the stance'"
          (seen)="seen.set($event)"
        />
      </div>
    </div>
    <p class="fixed bottom-2 left-4 text-13 text-ink2">
      <button class="hover:underline" (click)="flipped.set(!flipped())">
        <span class="figures">F</span> turn by 180° for a screen on the floor
      </button>
    </p>
  `,
})
export class PupilView {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly units = inject(HouseUnits);
  private readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly house = this.store.selectSignal(officeFeature.selectHouse);
  private readonly standard = this.store.selectSignal(selectStandard);
  protected readonly seen = signal<Seen>(NOBODY);
  protected readonly flipped = signal(false);
  protected readonly handed = computed(() => this.lesson()?.pupil.handed ?? 'right');
  protected readonly band = computed(() => addressBand(this.standard(), this.bay()?.club ?? 'iron'));
  /** Which foot is which, so that the pupil need not know the words. */
  protected readonly feet = computed(() =>
    this.handed() === 'right' ? { lead: 'left', trail: 'right' } : { lead: 'right', trail: 'left' },
  );
  private readonly mine = hasBay(this.lessonId);
  private readonly silent = inject(BaySilence).seconds;
  private readonly shown = computed(() => this.seen().stance.there && this.silent() === null && this.mine());
  private readonly shares = computed(() => shareTexts(this.shown() ? this.seen().stance.lead : NaN));
  protected readonly lead = computed(() => this.shares().lead);
  protected readonly trail = computed(() => this.shares().trail);
  protected readonly words = computed(() => {
    const bay = this.bay();
    if (!bay?.device?.connected) return 'no device is sending';
    if (!this.mine()) return 'the bay is another lesson’s';
    if (this.silent() !== null) return 'no signal: wait';
    if (bay.state === 'recording') return 'swing!';
    const last = this.rack().at(-1);
    if (bay.state === 'found' && last && !(this.house().askFelt && last.felt === null))
      return `swing ${last.number}: ${this.number(last)}`;
    if (bay.state === 'found') return 'what did you feel?';
    return this.seen().stance.there ? (bay.state === 'armed' ? 'ready when you are' : 'not recording') : 'step on';
  });

  /** The agreed measure of a swing, or the lead share at impact. */
  private number(s: SwingHead): string {
    const agreed = this.lesson()?.measure ?? null;
    if (agreed === null || s.agreed === null)
      return `${s.leadAtImpact === null ? '–' : amount(s.leadAtImpact, '%')} at impact`;
    const { words, unit } = quantityOf(agreed);
    return `${words} ${amount(this.units.value(s.agreed, unit), this.units.shown(unit))}`;
  }

  constructor() {
    inject(Keys).use('For the pupil', [
      { key: 'f', words: 'turn by 180°', run: () => this.flipped.set(!this.flipped()) },
    ]);
  }
}

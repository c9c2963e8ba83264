import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ClubClass } from '@vilko/contract/pupil';
import type { Standard } from '@vilko/contract/standard';
import { bandsFor } from '@vilko/core/patterns/bands';
import type * as z from 'zod';
import type { Seen } from './live-canvas';

/** How far above or below a band a live value lies. */
function against(value: number, [lo, hi]: readonly [number | null, number | null]): -1 | 0 | 1 {
  if (lo !== null && value < lo) return -1;
  return hi !== null && value > hi ? 1 : 0;
}

const STIRS = { press: 'forward press seen', load: 'load goes to the trail foot' } as const;

/** The address against the chosen pattern, live: share, where the load lies in each foot, the feet's distance. */
@Component({
  selector: 'vk-address-check',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p class="flex text-24 leading-9">
      <span class="text-ink2">Address</span
      ><span class="ml-auto" [class.text-alarm]="verdict().alarm" data-testid="address-verdict">{{
        verdict().text
      }}</span>
    </p>
    <dl class="grid grid-cols-2 gap-x-6 text-18 leading-7">
      @for (r of rows(); track r.words) {
        <div class="flex border-t border-rules">
          <dt class="text-ink2">{{ r.words }}</dt>
          <dd class="ml-auto" [class.text-alarm]="r.off !== 0">
            <span class="figures">{{ r.value }}</span>{{ r.off > 0 ? ' ▲' : r.off < 0 ? ' ▼' : ''
            }}<span class="visually-hidden">{{
              r.off > 0 ? ' over the band' : r.off < 0 ? ' under the band' : ''
            }}</span>
          </dd>
        </div>
      }
    </dl>
  `,
})
export class AddressCheck {
  readonly seen = input.required<Seen>();
  readonly club = input.required<z.infer<typeof ClubClass>>();
  readonly standard = input.required<Standard>();

  private readonly bands = computed(
    () =>
      new Map(bandsFor(this.standard().pattern, this.club(), this.standard().tuning).map((b) => [b.measure, b.ideal])),
  );

  protected readonly rows = computed(() => {
    const { stance, feet } = this.seen();
    const fwd = (foot: 'lead' | 'trail') => {
      const value = feet?.[foot].forward ?? null;
      const band = this.bands().get(`foot.${foot}.fwd.address`);
      return {
        words: foot === 'lead' ? 'L forward' : 'T forward',
        value: value === null ? (stance.there ? 'cannot say' : '–') : `${value.toFixed(0)}%`,
        off: value === null || !band ? (0 as const) : against(value, band),
      };
    };
    const toe = (foot: 'lead' | 'trail') => {
      const value = feet?.[foot].toe ?? null;
      return value === null
        ? []
        : [{ words: foot === 'lead' ? 'L toes hold' : 'T toes hold', value: `${value.toFixed(0)}%`, off: 0 as const }];
    };
    const apart = feet?.apart ?? null;
    return [
      fwd('lead'),
      fwd('trail'),
      ...toe('lead'),
      ...toe('trail'),
      { words: 'Still', value: stance.there ? `${Math.min(99, Math.floor(stance.still))} s` : '–', off: 0 as const },
      { words: 'Feet apart', value: apart === null ? '–' : `${(100 * apart).toFixed(0)} cm`, off: 0 as const },
    ];
  });

  protected readonly verdict = computed((): { text: string; alarm: boolean } => {
    const { stance, feet } = this.seen();
    if (!stance.there) return { text: 'step on', alarm: false };
    if (stance.stir) return { text: STIRS[stance.stir], alarm: false };
    if (stance.still < 1) return { text: 'stand still', alarm: false };
    const share = this.bands().get('share.lead.address');
    const side = share ? against(stance.lead, share) : 0;
    if (side !== 0) return { text: `too much on the ${side < 0 ? 'trail' : 'lead'} foot`, alarm: true };
    for (const foot of ['lead', 'trail'] as const) {
      const value = feet?.[foot].forward ?? null;
      const band = this.bands().get(`foot.${foot}.fwd.address`);
      const off = value === null || !band ? 0 : against(value, band);
      if (off !== 0) return { text: `${foot} foot: ${off > 0 ? 'on the toes' : 'on the heel'}`, alarm: true };
    }
    // without a share nothing more is known of the address
    return { text: Number.isNaN(stance.lead) ? 'standing still' : 'good to go', alarm: false };
  });
}

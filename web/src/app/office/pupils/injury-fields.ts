import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { InjuryNote, PupilProfile } from '@vilko/contract/pupil';
import { onRecord } from '@vilko/contract/injury-words';
import { NO_NOTE } from '@vilko/contract/no-profile';
import { LADDER } from '@vilko/core/drills/ladder';
import { INJURY_TAGS, type InjuryTag } from '@vilko/core/drills/injuries';
import { capsOf } from '@vilko/core/drills/injury-caps';
import type { Handed } from '@vilko/core/recording/recording';
import { footOfSide } from '@vilko/core/recording/recording';

const SIDES = ['left', 'right'] as const;

/** Injuries and conditions of a pupil, what is known about each, and what they cap. */
@Component({
  selector: 'vk-injury-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <fieldset class="col-span-6">
      <legend class="text-13 text-ink2">
        Injuries and conditions: drills that do not suit them are left out, with the reason
      </legend>
      <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1 text-15">
        @for (t of tags; track t) {
          <label class="flex items-center gap-1.5"
            ><input type="checkbox" [checked]="profile().injuries.includes(t)" (change)="toggle(t)" /> {{ t }}</label
          >
        }
      </div>
      @for (r of rows(); track r.part) {
        <div class="mt-2 grid grid-cols-[90px_110px_140px_minmax(0,1fr)_auto] items-center gap-2 text-15">
          <span class="font-semibold">{{ r.part }}</span>
          <select
            class="entry"
            [attr.aria-label]="r.part + ': side'"
            (change)="note(r.part, { side: $any($event.target).value || null })"
          >
            <option value="" [selected]="r.side === null">no side</option>
            @for (s of sides(); track s.side) {
              <option [value]="s.side" [selected]="r.side === s.side">{{ s.words }}</option>
            }
          </select>
          <input
            class="entry"
            maxlength="60"
            placeholder="since when"
            [attr.aria-label]="r.part + ': since when'"
            [value]="r.since"
            (change)="note(r.part, { since: $any($event.target).value })"
          />
          <input
            class="entry"
            maxlength="400"
            placeholder="what was advised, by whom"
            [attr.aria-label]="r.part + ': what was advised'"
            [value]="r.advice"
            (change)="note(r.part, { advice: $any($event.target).value })"
          />
          <label class="flex items-center gap-1.5 whitespace-nowrap" [title]="r.cap"
            ><input
              type="checkbox"
              [checked]="r.cleared"
              (change)="note(r.part, { cleared: $any($event.target).checked })"
            />
            yes, cleared</label
          >
        </div>
      }
      @if (rows().length) {
        <p class="mt-1 text-13 text-ink2">{{ caps() }}</p>
      }
    </fieldset>
  `,
})
export class InjuryFields {
  readonly profile = input.required<PupilProfile>();
  readonly handed = input.required<Handed>();
  readonly changed = output<Partial<PupilProfile>>();
  protected readonly tags = INJURY_TAGS;
  protected readonly sides = computed(() =>
    SIDES.map((side) => ({ side, words: `${side} (${footOfSide(side, this.handed())})` })),
  );
  protected readonly rows = computed(() =>
    this.profile().injuries.map((part) => {
      const { largestRung } = capsOf([{ part, side: null, cleared: false }], this.handed());
      const cap = `Before it is cleared a drill goes no further than ${LADDER[largestRung]}.`;
      return { ...this.noteOf(part), part, cap };
    }),
  );
  /** What is asked at most with this on record. */
  protected readonly caps = computed(() => {
    const c = capsOf(onRecord(this.profile()), this.handed());
    const feet = (['lead', 'trail'] as const).filter((f) => c.sizeOfFoot[f] < 1);
    const percent = (x: number): string => `${Math.round(100 * x)}%`;
    const said = [
      c.fullEffort === null ? '' : `At most ${c.fullEffort} swings at full effort in a session`,
      c.hops ? '' : 'no hops, no unstable supports',
      c.heldBy.length ? `no further than ${LADDER[c.largestRung]} before it is cleared` : '',
      c.size < 1 ? `sizes asked for at ${percent(c.size)}` : '',
      feet.length
        ? `the ${feet.join(' and ')} foot’s push asked for at ${percent(Math.min(...feet.map((f) => c.sizeOfFoot[f])))}`
        : '',
      c.forLength ? '' : 'nothing is asked for length',
    ];
    return `${said.filter(Boolean).join('; ')}.`;
  });

  private noteOf(part: InjuryTag): InjuryNote {
    return this.profile().injuryNotes[part] ?? NO_NOTE;
  }
  protected toggle(part: InjuryTag): void {
    const { injuries } = this.profile();
    this.changed.emit({ injuries: injuries.includes(part) ? injuries.filter((t) => t !== part) : [...injuries, part] });
  }
  protected note(part: InjuryTag, change: Partial<InjuryNote>): void {
    this.changed.emit({ injuryNotes: { ...this.profile().injuryNotes, [part]: { ...this.noteOf(part), ...change } } });
  }
}

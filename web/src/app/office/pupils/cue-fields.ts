import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Cue, PupilProfile } from '@vilko/contract/pupil';
import { CUE_DID, MOST_CUES } from '@vilko/contract/cues';

/** A pupil's own shelf of cue words: what came of each, and whether it asks for more than is wanted. */
@Component({
  selector: 'vk-cue-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <fieldset class="col-span-6">
      <legend class="text-13 text-ink2">Cue words</legend>
      @for (c of cues(); track $index; let i = $index) {
        <div class="mt-1 grid grid-cols-[minmax(0,1fr)_150px_190px_80px] items-center gap-2">
          <input
            class="entry mt-0!"
            aria-label="Cue words"
            placeholder="step off the ferry"
            maxlength="400"
            required
            [value]="c.words"
            (input)="edit(i, { words: $any($event.target).value })"
          />
          <select
            class="entry mt-0!"
            [attr.aria-label]="'What came of ' + (c.words || 'it')"
            (change)="edit(i, { did: $any($event.target).value })"
          >
            @for (d of did; track d) {
              <option [value]="d" [selected]="d === c.did">{{ d }}</option>
            }
          </select>
          <label class="flex items-center gap-1.5 text-15"
            ><input
              type="checkbox"
              [checked]="c.exaggerates"
              (change)="edit(i, { exaggerates: !c.exaggerates })"
            />exaggerates on purpose</label
          >
          <button
            type="button"
            class="link text-left text-15"
            [attr.aria-label]="'Take out ' + (c.words || 'it')"
            (click)="drop(i)"
          >
            Take out
          </button>
        </div>
      }
      @if (cues().length < most) {
        <button type="button" class="link mt-2 text-15" (click)="add()">Add a cue</button>
      }
    </fieldset>
  `,
})
export class CueFields {
  readonly cues = input.required<readonly Cue[]>();
  readonly changed = output<Pick<PupilProfile, 'cues'>>();
  protected readonly did = CUE_DID;
  protected readonly most = MOST_CUES;

  protected edit(i: number, change: Partial<Cue>): void {
    this.changed.emit({ cues: this.cues().map((c, k) => (k === i ? { ...c, ...change } : c)) });
  }
  protected add(): void {
    this.changed.emit({ cues: [...this.cues(), { words: '', did: 'worked', exaggerates: false }] });
  }
  protected drop(i: number): void {
    this.changed.emit({ cues: this.cues().filter((_, k) => k !== i) });
  }
}

import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { SchoolFields } from './school-fields';
import { FormsModule } from '@angular/forms';
import {
  AGE_BANDS,
  type InjuryNote,
  MINOR,
  type NewPupil,
  NO_NOTE,
  NO_PROFILE,
  onRecord,
  type PupilClub,
} from '@vilko/contract';
import { capsOf, CLUB_CLASSES, footOfSide, INJURY_TAGS, type InjuryTag, LADDER } from '@vilko/core';
import { HouseUnits } from '../../shell/units';
import { draftOf, Drafts } from '../../state/drafts';

export const NOBODY_YET: NewPupil = {
  name: '',
  about: '',
  handed: 'right',
  stature: null,
  mass: null,
  story: '',
  profile: NO_PROFILE,
};

const TEXTS = [
  { key: 'badShot', words: 'Typical bad shot', rows: 1 },
  { key: 'toldBefore', words: 'What they were told before', rows: 1 },
  { key: 'otherSports', words: 'Other sports', rows: 1 },
  { key: 'cueWords', words: 'Cue words that worked', rows: 1 },
  { key: 'fear', words: 'A side or movement they fear', rows: 1 },
  { key: 'limits', words: 'Limits of mobility', rows: 1 },
  { key: 'bodyScreen', words: 'Note from a body screen', rows: 2 },
  { key: 'notes', words: 'Notes', rows: 3 },
] as const;

/** Everything an instructor may note about a pupil; only name and hand are needed. */
@Component({
  selector: 'vk-pupil-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, SchoolFields],
  template: `
    <form #form="ngForm" class="grid grid-cols-6 gap-x-4 gap-y-3" (ngSubmit)="form.valid && saved.emit(draft())">
      <label class="field col-span-3"
        >Name<input
          name="name"
          required
          maxlength="120"
          [ngModel]="draft().name"
          (ngModelChange)="set({ name: $event })"
      /></label>
      <label class="field col-span-3"
        >What they do<input
          name="about"
          maxlength="200"
          [ngModel]="draft().about"
          (ngModelChange)="set({ about: $event })"
      /></label>
      <label class="field col-span-6"
        >What brings them<input
          name="story"
          maxlength="1000"
          [ngModel]="draft().story"
          (ngModelChange)="set({ story: $event })"
      /></label>
      <label class="field">
        Plays
        <select name="handed" [ngModel]="draft().handed" (ngModelChange)="set({ handed: $event })">
          <option value="right">right-handed</option>
          <option value="left">left-handed</option>
        </select>
      </label>
      <label class="field">
        Age
        <select name="age" [ngModel]="draft().profile.ageBand" (ngModelChange)="profile({ ageBand: $event })">
          <option [ngValue]="null">not said</option>
          @for (a of ages; track a) {
            <option [ngValue]="a">{{ a }}</option>
          }
        </select>
      </label>
      <label class="field">
        Stature (cm)
        <input
          name="stature"
          type="number"
          min="80"
          max="240"
          step="1"
          [ngModel]="cm()"
          (ngModelChange)="set({ stature: $event ? $event / 100 : null })"
        />
      </label>
      <label class="field">
        Mass ({{ units.shown('kg') }})
        <input
          name="mass"
          type="number"
          [min]="15"
          max="550"
          step="0.1"
          [ngModel]="mass()"
          (ngModelChange)="set({ mass: $event ? units.stored($event, 'kg') : null })"
        />
      </label>
      <vk-school-fields [profile]="draft().profile" (changed)="profile($event)" />
      @if (minor()) {
        <label class="field col-span-3">
          Parent’s consent by<input
            name="consentBy"
            required
            maxlength="120"
            [ngModel]="draft().profile.consent?.by ?? ''"
            (ngModelChange)="consent($event, draft().profile.consent?.on)"
          />
        </label>
        <label class="field col-span-3">
          on<input
            name="consentOn"
            type="date"
            required
            [ngModel]="draft().profile.consent?.on ?? ''"
            (ngModelChange)="consent(draft().profile.consent?.by, $event)"
          />
        </label>
      }
      <fieldset class="col-span-6">
        <legend class="text-13 text-ink2">
          Injuries and conditions: drills that do not suit them are left out, with the reason
        </legend>
        <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1 text-15">
          @for (t of tags; track t) {
            <label class="flex items-center gap-1.5"
              ><input type="checkbox" [checked]="draft().profile.injuries.includes(t)" (change)="injury(t)" />
              {{ t }}</label
            >
          }
        </div>
        @for (t of draft().profile.injuries; track t) {
          <div class="mt-2 grid grid-cols-[90px_110px_140px_minmax(0,1fr)_auto] items-center gap-2 text-15">
            <span class="font-semibold">{{ t }}</span>
            <select
              class="entry"
              [attr.aria-label]="t + ': side'"
              (change)="note(t, { side: $any($event.target).value || null })"
            >
              <option value="" [selected]="noteOf(t).side === null">no side</option>
              @for (s of sides; track s) {
                <option [value]="s" [selected]="noteOf(t).side === s">{{ s }} ({{ footOf(s) }})</option>
              }
            </select>
            <input
              class="entry"
              maxlength="60"
              placeholder="since when"
              [attr.aria-label]="t + ': since when'"
              [value]="noteOf(t).since"
              (change)="note(t, { since: $any($event.target).value })"
            />
            <input
              class="entry"
              maxlength="400"
              placeholder="what was advised, by whom"
              [attr.aria-label]="t + ': what was advised'"
              [value]="noteOf(t).advice"
              (change)="note(t, { advice: $any($event.target).value })"
            />
            <label class="flex items-center gap-1.5 whitespace-nowrap" [title]="capWords(t)"
              ><input
                type="checkbox"
                [checked]="noteOf(t).cleared"
                (change)="note(t, { cleared: $any($event.target).checked })"
              />
              yes, cleared</label
            >
          </div>
        }
        @if (draft().profile.injuries.length) {
          <p class="mt-1 text-13 text-ink2">{{ caps() }}</p>
        }
      </fieldset>
      @for (t of texts; track t.key) {
        <label class="field" [class]="t.rows > 1 ? 'col-span-6' : 'col-span-3'">
          {{ t.words }}
          <textarea
            [name]="t.key"
            [rows]="t.rows"
            maxlength="2000"
            [ngModel]="draft().profile[t.key]"
            (ngModelChange)="text(t.key, $event)"
          ></textarea>
        </label>
      }
      <fieldset class="col-span-6">
        <legend class="text-13 text-ink2">Clubs</legend>
        @for (c of draft().profile.clubs; track $index; let i = $index) {
          <div class="mt-1 grid grid-cols-[1fr_120px_110px_2fr_80px] gap-2">
            <input
              class="entry"
              [name]="'club' + i"
              aria-label="Club"
              placeholder="7-iron"
              required
              [ngModel]="c.name"
              (ngModelChange)="club(i, { name: $event })"
            />
            <select
              class="entry"
              [name]="'class' + i"
              aria-label="Kind of club"
              [ngModel]="c.club"
              (ngModelChange)="club(i, { club: $event })"
            >
              @for (k of classes; track k) {
                <option [value]="k">{{ k }}</option>
              }
            </select>
            <input
              class="entry"
              [name]="'loft' + i"
              aria-label="Loft, degrees"
              type="number"
              min="0"
              max="75"
              step="0.5"
              placeholder="loft °"
              [ngModel]="c.loft"
              (ngModelChange)="club(i, { loft: $event })"
            />
            <input
              class="entry"
              [name]="'changes' + i"
              aria-label="What was changed about it"
              placeholder="changed: shaft, grip, lie …"
              [ngModel]="c.changes"
              (ngModelChange)="club(i, { changes: $event })"
            />
            <button type="button" class="link text-left text-15" (click)="dropClub(i)">Take out</button>
          </div>
        }
        <button type="button" class="link mt-2 text-15" (click)="addClub()">Add a club</button>
      </fieldset>
      <div class="sticky bottom-0 col-span-6 flex items-center gap-4 border-t border-rules bg-paper py-3 text-15">
        <button class="main-button" [disabled]="form.invalid">{{ action() }}</button>
        <button type="button" class="plain-button" (click)="giveUp()">Cancel</button>
        @if (form.invalid && form.touched) {
          <span class="text-alarm">{{ !draft().name ? 'A name is needed.' : 'Something marked red cannot be.' }}</span>
        }
      </div>
    </form>
  `,
})
export class PupilForm {
  readonly pupil = input<NewPupil>(NOBODY_YET);
  readonly action = input('Save');
  /** Whose form it is: what is typed stays in this browser until it is saved or given up. */
  readonly draftKey = input('new');
  readonly saved = output<NewPupil>();
  readonly cancelled = output();
  protected readonly units = inject(HouseUnits);
  private readonly drafts = inject(Drafts);
  protected readonly draft = signal<NewPupil>(NOBODY_YET);
  protected readonly ages = AGE_BANDS;
  protected readonly tags = INJURY_TAGS;
  protected readonly texts = TEXTS;
  protected readonly classes = CLUB_CLASSES;
  protected readonly cm = () => (this.draft().stature === null ? null : Math.round(1000 * this.draft().stature!) / 10);
  protected readonly mass = () =>
    this.draft().mass === null ? null : Math.round(10 * this.units.value(this.draft().mass!, 'kg')) / 10;
  protected readonly minor = () => MINOR.includes(this.draft().profile.ageBand ?? '');

  constructor() {
    effect(() => this.draft.set(this.pupil()));
    draftOf<NewPupil>({
      key: () => `pupil/${this.draftKey()}`,
      typed: () => (this.draft() === this.pupil() ? null : this.draft()),
      kept: () => this.pupil(),
      back: (typed) => this.draft.set(typed),
    });
  }

  /** What was typed is not wanted. */
  protected giveUp(): void {
    this.drafts.drop(`pupil/${this.draftKey()}`);
    this.cancelled.emit();
  }
  protected set(change: Partial<NewPupil>): void {
    this.draft.update((d) => ({ ...d, ...change }));
  }
  protected profile(change: Partial<NewPupil['profile']>): void {
    this.set({ profile: { ...this.draft().profile, ...change } });
  }
  protected text(key: (typeof TEXTS)[number]['key'], value: string): void {
    this.profile({ [key]: value });
  }
  protected injury(tag: InjuryTag): void {
    const { injuries } = this.draft().profile;
    this.profile({ injuries: injuries.includes(tag) ? injuries.filter((t) => t !== tag) : [...injuries, tag] });
  }
  protected readonly sides = ['left', 'right'] as const;
  protected noteOf(tag: InjuryTag): InjuryNote {
    return this.draft().profile.injuryNotes[tag] ?? NO_NOTE;
  }
  protected note(tag: InjuryTag, change: Partial<InjuryNote>): void {
    this.profile({ injuryNotes: { ...this.draft().profile.injuryNotes, [tag]: { ...this.noteOf(tag), ...change } } });
  }
  protected footOf(side: 'left' | 'right'): string {
    return footOfSide(side, this.draft().handed);
  }
  protected capWords(tag: InjuryTag): string {
    const { largestRung } = capsOf([{ part: tag, side: null, cleared: false }], this.draft().handed);
    return `Before it is cleared a drill goes no further than ${LADDER[largestRung]}.`;
  }
  /** What is asked at most with this on record. */
  protected readonly caps = computed(() => {
    const c = capsOf(onRecord(this.draft().profile), this.draft().handed);
    const foot = (['lead', 'trail'] as const).filter((f) => c.sizeOfFoot[f] < 1);
    return [
      c.fullEffort === null ? '' : `At most ${c.fullEffort} swings at full effort in a session`,
      c.hops ? '' : 'no hops, no unstable supports',
      c.heldBy.length ? `no further than ${LADDER[c.largestRung]} before it is cleared` : '',
      c.size < 1 ? `sizes asked for at ${Math.round(100 * c.size)}%` : '',
      foot.length
        ? `the ${foot.join(' and ')} foot’s push asked for at ${Math.round(100 * Math.min(...foot.map((f) => c.sizeOfFoot[f])))}%`
        : '',
      c.forLength ? '' : 'nothing is asked for length',
    ]
      .filter(Boolean)
      .join('; ')
      .concat('.');
  });
  protected consent(by = '', on = ''): void {
    this.profile({ consent: by || on ? { by, on } : null });
  }
  protected club(i: number, change: Partial<PupilClub>): void {
    this.profile({ clubs: this.draft().profile.clubs.map((c, k) => (k === i ? { ...c, ...change } : c)) });
  }
  protected addClub(): void {
    this.profile({ clubs: [...this.draft().profile.clubs, { name: '', club: 'iron', loft: null, changes: '' }] });
  }
  protected dropClub(i: number): void {
    this.profile({ clubs: this.draft().profile.clubs.filter((_, k) => k !== i) });
  }
}

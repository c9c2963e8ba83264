import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import { BodyScreenFields } from './body-screen-fields';
import { ContactFields } from './contact-fields';
import { CueFields } from './cue-fields';
import { InjuryFields } from './injury-fields';
import { SchoolFields } from './school-fields';
import { FormsModule } from '@angular/forms';
import type { NewPupil, PupilClub } from '@vilko/contract/pupil';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { AGE_BANDS, MINOR, SKILLS } from '@vilko/contract/person-words';
import { CLUB_CLASSES } from '@vilko/core/recording/recording';
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
  { key: 'fear', words: 'A side or movement they fear', rows: 1 },
  { key: 'limits', words: 'Limits of mobility', rows: 1 },
  { key: 'bodyScreen', words: 'Note from a body screen', rows: 2 },
  { key: 'notes', words: 'Notes', rows: 3 },
] as const;

/** Everything an instructor may note about a pupil; only name and hand are needed. */
@Component({
  selector: 'vk-pupil-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BodyScreenFields, ContactFields, CueFields, FormsModule, InjuryFields, SchoolFields],
  template: `
    <form #form="ngForm" class="grid grid-cols-6 gap-x-4 gap-y-3" (ngSubmit)="form.valid && keep()">
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
      <label class="field">
        Plays off
        <select name="skill" [ngModel]="draft().profile.skill" (ngModelChange)="profile({ skill: $event })">
          <option [ngValue]="null">not said</option>
          @for (s of skills; track s) {
            <option [ngValue]="s">{{ s }}</option>
          }
        </select>
      </label>
      <label class="field" title="Asked only to be compared with the right people. Left out, nothing is missing.">
        Sex, if they like
        <select name="sex" [ngModel]="draft().profile.sex" (ngModelChange)="profile({ sex: $event })">
          <option [ngValue]="null">not said</option>
          <option value="female">female</option>
          <option value="male">male</option>
          <option value="other">other</option>
        </select>
      </label>
      <p class="col-span-4 self-end pb-1.5 text-13 leading-[17px] text-ink2">
        Skill, age and sex are asked only to compare with the right people. Nothing else depends on them, and nothing is
        missing without them.
      </p>
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
      <vk-contact-fields [contact]="draft().profile.contact" [minor]="minor()" (changed)="profile($event)" />
      <vk-injury-fields [profile]="draft().profile" [handed]="draft().handed" (changed)="profile($event)" />
      <vk-body-screen-fields [profile]="draft().profile" (changed)="profile($event)" />
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
      <vk-cue-fields [cues]="draft().profile.cues" (changed)="profile($event)" />
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
  protected readonly skills = SKILLS;
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
      // what was typed before a part of the record was there has none of it
      back: (typed) => this.draft.set({ ...typed, profile: { ...NO_PROFILE, ...typed.profile } }),
    });
  }

  /** A cue without words is none. */
  protected keep(): void {
    const { profile } = this.draft();
    this.saved.emit({ ...this.draft(), profile: { ...profile, cues: profile.cues.filter((c) => c.words.trim()) } });
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

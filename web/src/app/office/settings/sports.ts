import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { type HouseSports, shippedSays, SPORT_THEMES, sportLibrary, type SportTheme } from '@vilko/core/words/sports';
import { capital } from '@vilko/core/words/case';
import { OfficeActions, officeFeature } from '../../state/office';

const THEME_WORDS: Readonly<Record<SportTheme, string>> = {
  load: 'loading the trail foot',
  shift: 'going over to the lead foot',
  push: 'pushing',
  centre: 'keeping the middle',
  foot: 'within the foot',
  order: 'order and beat',
  finish: 'holding the finish',
};
const LONGEST_NAME = 40;

/** Comparisons from a pupil's own sport: read, said in the house's own words, and for sports of its own. */
@Component({
  selector: 'vk-sports',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <h2 id="sports" class="text-18 font-semibold">Comparisons from other sports</h2>
    <p class="text-ink2">
      Told beside a finding where a pupil’s other sport is on record. What is written here stands instead; an empty line
      is as it came.
    </p>
    <div class="mt-3 flex flex-wrap items-end gap-3">
      <label class="field"
        >Sport
        <select #which (change)="chosen.set(which.value)">
          @for (s of library(); track s.id) {
            <option [value]="s.id" [selected]="s.id === sport().id">{{ s.id }}{{ s.comes ? '' : ', your own' }}</option>
          }
        </select></label
      >
      <form class="flex items-end gap-2" (submit)="$event.preventDefault(); add(fresh)">
        <label class="field">Another sport<input #fresh maxlength="40" placeholder="bell ringing" /></label>
        <button class="plain-button h-8">Add</button>
      </form>
      @if (!sport().comes) {
        <button class="link h-8" (click)="drop()">Take out {{ sport().id }}</button>
      }
    </div>
    @if (problem()) {
      <p class="mt-1 text-13 text-alarm" role="alert">{{ problem() }}</p>
    }
    @if (!sport().comes) {
      <label class="field mt-2"
        >Told by words that begin with, with commas between<input
          #named
          [value]="sport().named.join(', ')"
          (change)="name(named.value)"
      /></label>
    }
    @for (t of themes; track t) {
      <label class="field mt-2"
        >{{ words(t)
        }}<input
          #says
          maxlength="200"
          [value]="said(t)"
          [placeholder]="came()[t] ?? 'nothing is said of it'"
          (change)="say(t, says.value)"
      /></label>
    }
  `,
})
export class Sports {
  private readonly store = inject(Store);
  private readonly house = this.store.selectSignal(officeFeature.selectHouse);
  protected readonly themes = SPORT_THEMES;
  protected readonly chosen = signal('');
  protected readonly problem = signal('');
  protected readonly library = computed(() => sportLibrary(this.house().sports));
  protected readonly sport = computed(() => this.library().find((s) => s.id === this.chosen()) ?? this.library()[0]!);
  protected readonly came = computed(() => shippedSays(this.sport().id));

  protected words(t: SportTheme): string {
    return capital(THEME_WORDS[t]);
  }
  /** What the house says of it; empty where it is as it came. */
  protected said(t: SportTheme): string {
    return this.house().sports[this.sport().id]?.says[t] ?? '';
  }
  protected say(t: SportTheme, words: string): void {
    const { id } = this.sport();
    const { [t]: _, ...others } = this.house().sports[id]?.says ?? {};
    this.keep(id, { says: words.trim() ? { ...others, [t]: words.trim() } : others });
  }
  protected name(text: string): void {
    const named = text
      .split(',')
      .map((s) => s.trim())
      .filter((s) => s.length > 1);
    this.keep(this.sport().id, { named: named.map((s) => s.slice(0, LONGEST_NAME)).slice(0, 12) });
  }
  protected add(box: HTMLInputElement): void {
    const id = box.value.trim().toLowerCase();
    this.problem.set('');
    if (!id) return;
    if (this.library().some((s) => s.id === id)) this.problem.set(`${capital(id)} is in the list already.`);
    else {
      this.keep(id, {});
      box.value = '';
    }
    this.chosen.set(id);
  }
  protected drop(): void {
    const { [this.sport().id]: _, ...sports } = this.house().sports;
    this.chosen.set('');
    this.change(sports);
  }
  private keep(id: string, change: Partial<HouseSports[string]>): void {
    const { sports } = this.house();
    this.change({ ...sports, [id]: { named: [], says: {}, ...sports[id], ...change } });
  }
  private change(sports: HouseSports): void {
    this.store.dispatch(OfficeActions.changeHouse({ house: { ...this.house(), sports } }));
  }
}

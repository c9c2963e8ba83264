import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { PupilWithLessons } from '@vilko/contract/lesson';
import type { SwingHead } from '@vilko/contract/swing';
import { type ModelSwing, patternFromSwings } from '@vilko/core/patterns/from-swings';
import { DEFAULT_PATTERN, patternOf } from '@vilko/core/patterns/library';
import { idFrom } from '@vilko/core/words/id';
import { Thumbnail } from '../../drawing/rack/thumbnail';
import { answerOf } from '../../state/answer';
import { sentenceOf } from '../../state/sentences';
import { PatternActions } from '../../state/patterns';
import { SwingReader } from '../../workers/swing-reader';
import { comparable } from '../../lesson/compare/sets';

/** Makes a pattern from chosen swings of one pupil: mean ± 1 SD is ideal, ± 2 SD tolerated. */
@Component({
  selector: 'vk-from-swings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Thumbnail],
  host: { class: 'flex max-h-[86vh] w-[min(760px,94vw)] flex-col border border-strong-rules bg-paper p-5' },
  template: `
    <h2 class="text-18 font-semibold">A pattern from swings</h2>
    <p class="mt-1 text-ink2">
      Mean ± 1 SD becomes ideal, ± 2 SD tolerated, never narrower than the measure’s own uncertainty. At least three
      swings of a club class.
    </p>
    <div class="mt-3 flex flex-wrap items-end gap-3">
      <label class="field !w-[220px]">
        Name
        <input #name maxlength="80" required [value]="title()" (input)="title.set(name.value)" />
      </label>
      <label class="field !w-[220px]">
        Pupil
        <select #who (change)="choosePupil(who.value)">
          <option value="">choose …</option>
          @for (p of pupils(); track p.id) {
            <option [value]="p.id">{{ p.name }}</option>
          }
        </select>
      </label>
      @if (swings().length) {
        <span class="flex gap-3 pb-1">
          <button class="link" (click)="pick('starred')">the starred</button
          ><button class="link" (click)="pick('sound')">those without a finding</button
          ><button class="link" (click)="pick('none')">none</button>
        </span>
      }
    </div>
    <div class="mt-3 min-h-[120px] flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Swings">
      @for (g of groups(); track g.words) {
        <h3 class="mt-2 text-ink2">{{ g.words }}</h3>
        <ul class="flex flex-wrap gap-1">
          @for (s of g.swings; track s.id) {
            <li>
              <label
                class="block w-[92px] cursor-pointer border px-1 pb-0.5"
                [class]="chosen().has(s.id) ? 'border-ink bg-sheet' : 'border-rules'"
              >
                <span class="flex items-center gap-1"
                  ><input type="checkbox" [checked]="chosen().has(s.id)" (change)="toggle(s.id)" /><span
                    class="figures"
                    >{{ s.number }}</span
                  ><span class="text-13">{{ s.starred ? '★' : '' }}</span></span
                >
                <vk-thumbnail class="block h-9" [shape]="s.thumbnail" [handed]="s.handed" />
              </label>
            </li>
          }
        </ul>
      } @empty {
        <p class="text-15 text-ink2">{{ empty() }}</p>
      }
    </div>
    @if (problem(); as p) {
      <p class="mt-2 text-alarm" role="alert">{{ p }}</p>
    }
    <p class="mt-3 flex items-center gap-4">
      <button class="plain-button" [disabled]="!ready() || working() !== null" (click)="make()">
        {{ working() ?? 'Make it from ' + chosen().size + ' swings' }}
      </button>
      <button class="link" (click)="ref.close()">Leave it</button>
    </p>
  `,
})
export class FromSwings {
  protected readonly ref = inject(DialogRef);
  private readonly store = inject(Store);
  private readonly reader = inject(SwingReader);
  protected readonly title = signal('');
  private readonly pupilId = signal<string | null>(null);
  private readonly asked = {
    pupils: answerOf('pupils', () => ({})),
    swings: answerOf('swingsOf', () => {
      const id = this.pupilId();
      return id === null ? null : { id };
    }),
  };
  protected readonly pupils = computed((): readonly PupilWithLessons[] => this.asked.pupils.value() ?? []);
  protected readonly pupil = computed(() => this.pupils().find((p) => p.id === this.pupilId()));
  protected readonly swings = computed(() => (this.asked.swings.value() ?? []).filter(comparable));
  /** The starred ones, until others are picked. */
  protected readonly chosen = linkedSignal(
    (): ReadonlySet<string> => new Set(this.swings().flatMap((s) => (s.starred ? [s.id] : []))),
  );
  private readonly failed = signal<string | null>(null);
  protected readonly problem = computed(
    () => this.failed() ?? this.asked.pupils.refused() ?? this.asked.swings.refused(),
  );
  protected readonly working = signal<string | null>(null);
  protected readonly empty = computed(() => {
    if (!this.pupil()) return 'Choose a pupil to see their swings.';
    return this.asked.swings.value() ? 'No whole swings are stored for this pupil.' : 'Fetching the swings …';
  });
  protected readonly ready = computed(() => this.title().trim().length > 0 && this.chosen().size >= 3);
  protected readonly groups = computed(() => {
    const groups = new Map<string, SwingHead[]>();
    for (const s of this.swings()) {
      const words = `${new Date(s.recordedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })} · ${s.clubName}`;
      groups.set(words, [...(groups.get(words) ?? []), s]);
    }
    return [...groups].reverse().map(([words, swings]) => ({ words, swings }));
  });

  protected choosePupil(id: string): void {
    this.pupilId.set(this.pupils().some((p) => p.id === id) ? id : null);
  }
  protected pick(which: 'starred' | 'sound' | 'none'): void {
    const of = (s: SwingHead) => (which === 'starred' ? s.starred : which === 'sound' && s.mainFault === null);
    this.chosen.set(
      new Set(
        this.swings()
          .filter(of)
          .map((s) => s.id),
      ),
    );
  }
  protected toggle(id: string): void {
    const next = new Set(this.chosen());
    if (!next.delete(id)) next.add(id);
    this.chosen.set(next);
  }

  protected async make(): Promise<void> {
    const own = this.swings().filter((s) => this.chosen().has(s.id));
    this.failed.set(null);
    try {
      const models: ModelSwing[] = [];
      for (const [i, s] of own.entries()) {
        this.working.set(`Reading swing ${i + 1} of ${own.length} …`);
        const { view } = await this.reader.read(s, { pattern: patternOf(DEFAULT_PATTERN) }, this.pupil()!);
        models.push({ club: s.club, measures: view.measures });
      }
      const name = this.title().trim();
      const pattern = patternFromSwings(models, {
        id: idFrom(name, 'pattern'),
        name,
        belief: `Made from ${own.length} swings of ${this.pupil()!.name}.`,
      });
      this.store.dispatch(PatternActions.add({ pattern }));
      this.ref.close();
    } catch (e) {
      this.failed.set(`${sentenceOf(e)} Nothing was made.`);
    } finally {
      this.working.set(null);
    }
  }
}

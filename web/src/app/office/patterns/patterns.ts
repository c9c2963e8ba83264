import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { numberOf } from '@vilko/core/measures/measure';
import type { MeasureId } from '@vilko/core/measures/registry';
import { bandsFor } from '@vilko/core/patterns/bands';
import { type Dispute, DISPUTES } from '@vilko/core/patterns/disputes';
import { compare } from '@vilko/core/patterns/fit';
import { patternOf, PATTERNS } from '@vilko/core/patterns/library';
import { type Pattern, readPattern } from '@vilko/core/patterns/pattern';
import { CLUB_CLASSES, type ClubClass } from '@vilko/core/recording/recording';
import { Score } from '../../drawing/score/score';
import { Keys } from '../../shell/keys';
import { jsonIn, saveFile } from '../../shell/files';
import { NoticeActions } from '../../state/notices';
import { PatternActions, patternFeature } from '../../state/patterns';
import { selectPatterns } from '../../state/pattern-shelf';
import { type BandChange, BandTable } from './band-table';
import { copyOf, draggedEdge, versionWords, withBand, withNewBand, withoutBand } from './edit-pattern';
import { FromSwings } from './from-swings';
import { ModelSwings } from './model-swing';

/** Office › Patterns: what schools believe; read, copied, changed, made from swings, brought and taken along. */
@Component({
  selector: 'vk-patterns',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BandTable, RouterLink, Score],
  providers: [ModelSwings],
  host: { class: 'block h-full' },
  template: `
    <div class="grid h-full grid-cols-[236px_minmax(0,1fr)] print:block">
      <nav class="overflow-y-auto border-r border-rules px-4 pt-5 pb-6 print:hidden" aria-label="Patterns">
        <h1 class="text-24 font-semibold">Patterns</h1>
        <ul class="mt-3">
          @for (p of patterns(); track p.id; let i = $index) {
            @if (i === shipped) {
              <li class="mt-3 text-13 text-ink2">Your own</li>
            }
            <li>
              <a
                class="block py-1 leading-4 hover:underline"
                [class.font-semibold]="p.id === pattern().id"
                [attr.aria-current]="p.id === pattern().id ? 'page' : null"
                [routerLink]="['/office/patterns', p.id]"
              >
                {{ p.name }}{{ drafts()[p.id]?.length ? ' *' : '' }}
              </a>
            </li>
          }
        </ul>
        <div class="mt-4 flex flex-col items-start gap-2 border-t border-rules pt-4">
          <button class="link" (click)="copy()">Copy this one</button>
          <button class="link" (click)="fromSwings()">Make one from swings …</button>
          <label class="link cursor-pointer">
            Bring one (JSON) …
            <input
              #file
              class="visually-hidden"
              type="file"
              accept=".json,application/json"
              aria-label="Bring a pattern"
              (change)="bring(file)"
            />
          </label>
        </div>
      </nav>
      <div class="min-h-0 min-w-0 overflow-y-auto px-6 pt-5 pb-6">
        @let p = pattern();
        <div class="flex items-baseline gap-3">
          @if (own()) {
            <input
              class="min-w-0 flex-1 rounded-[3px] border border-transparent bg-transparent text-24 font-semibold hover:border-strong-rules focus:border-strong-rules focus:bg-sheet"
              aria-label="Name"
              maxlength="80"
              required
              [value]="p.name"
              (change)="rename($any($event.target))"
            />
          } @else {
            <h2 class="text-24 font-semibold">{{ p.name }}</h2>
          }
          <span class="whitespace-nowrap text-ink2">{{ kind() }}</span>
          <span class="ml-auto flex gap-4 whitespace-nowrap print:hidden">
            @if (changed()) {
              <button class="link" (click)="undo()">Undo</button>
              <button class="link" (click)="drop()">Drop the changes</button>
              <button class="plain-button" (click)="save()">Save as version {{ saved().version + 1 }}</button>
            } @else {
              <button class="link" (click)="take()">Take along (JSON)</button>
              @if (own()) {
                <button class="link" (click)="remove()">Take off the shelf</button>
              }
            }
          </span>
        </div>
        @if (own()) {
          <textarea
            class="mt-1 w-full max-w-[860px] rounded-[3px] border border-transparent bg-transparent text-15 leading-5 hover:border-strong-rules focus:border-strong-rules focus:bg-sheet"
            rows="2"
            aria-label="What it believes"
            maxlength="1200"
            placeholder="What it believes, in plain words"
            [value]="p.belief"
            (change)="edit({ belief: $any($event.target).value })"
          ></textarea>
        } @else {
          <p class="mt-1 max-w-[860px] text-15 leading-5">{{ p.belief }}</p>
        }
        <div class="mt-3 flex items-baseline gap-4" role="tablist" aria-label="Club">
          @for (c of clubs; track c) {
            <button
              role="tab"
              class="hover:underline"
              [class.font-semibold]="c === club()"
              [class.text-ink2]="c !== club()"
              [attr.aria-selected]="c === club()"
              (click)="club.set(c)"
            >
              {{ c }}
            </button>
          }
          <span class="ml-auto one-line text-ink2">{{ clubNote() }}</span>
        </div>
        @if (bands().length) {
          <div class="mt-2 h-[400px] shrink-0" aria-label="Bands on the Score">
            @if (drawn(); as v) {
              <p class="text-ink2">
                Drawn {{ model()!.words }}. {{ own() ? 'Drag an edge, or type below; both follow each other.' : '' }}
              </p>
              <vk-score
                class="mt-1 !h-[376px]"
                [view]="v"
                [cursor]="v.events.p7?.t ?? v.start"
                [choice]="staves"
                [editable]="own()"
                (bandDragged)="drag($event)"
                (bandDropped)="dragging = false"
              />
            } @else {
              <p class="grid h-full place-items-center bg-sheet text-15 text-ink2">
                {{
                  modelState() === 'none'
                    ? 'No swing with this club has been recorded yet, so there is nothing to draw the bands over. The table below is the same.'
                    : 'Looking for a swing to draw the bands over …'
                }}
              </p>
            }
          </div>
          <vk-band-table
            class="mt-4"
            [bands]="bands()"
            [fits]="drawn()?.comparison?.bands ?? []"
            [editable]="own()"
            (changed)="change($event)"
            (dropped)="edit(without($event))"
            (added)="add($event)"
            (refused)="say($event)"
          />
          @if (p.order) {
            <p class="mt-2 text-ink2">The three main peaks come in this order: {{ p.order.join(', ') }}.</p>
          }
        } @else {
          <p class="mt-6 text-15 text-ink2">{{ p.name }} says nothing about the {{ club() }}.</p>
        }
        @if (disputes().length) {
          <section class="mt-6 max-w-[860px]">
            <h3 class="text-18 font-semibold">Where teachers differ</h3>
            @for (d of disputes(); track d.id) {
              <p class="mt-2">
                {{ d.question }}<br /><span [class.font-semibold]="stands(d) === 0">{{ d.one }}</span> –
                <span [class.font-semibold]="stands(d) === 1">{{ d.other }}</span>
              </p>
            }
            <p class="mt-2 text-ink2">Bold: the side this pattern stands on. Both sides teach good players.</p>
          </section>
        }
        @if (history().length) {
          <section class="mt-6 print:hidden">
            <h3 class="text-18 font-semibold">History</h3>
            <table class="mt-1">
              @for (h of history(); track h.version) {
                <tr class="border-t border-rules">
                  <td class="figures py-1 pr-4">v{{ h.version }}</td>
                  <td class="py-1 pr-4 whitespace-nowrap text-ink2">{{ h.when }}</td>
                  <td class="py-1 pr-4">{{ h.what }}</td>
                  <td class="py-1">
                    @if (h.version !== saved().version) {
                      <button class="link" (click)="back(h.pattern)">Back to this</button>
                    }
                  </td>
                </tr>
              }
            </table>
          </section>
        }
      </div>
    </div>
  `,
})
export class Patterns {
  readonly patternId = input<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly dialog = inject(Dialog);
  private readonly models = inject(ModelSwings);
  protected readonly shipped = PATTERNS.length;
  protected readonly clubs = CLUB_CLASSES;
  protected readonly staves = {
    staves: ['share', 'sideways', 'vertical', 'mass'] as const,
    byFoot: ['share', 'vertical'] as const,
  };
  protected readonly club = signal<ClubClass>('iron');
  protected readonly patterns = this.store.selectSignal(selectPatterns);
  protected readonly drafts = this.store.selectSignal(patternFeature.selectDrafts);
  private readonly past = this.store.selectSignal(patternFeature.selectHistory);
  private readonly justAdded = this.store.selectSignal(patternFeature.selectAdded);
  protected readonly model = this.models.model.asReadonly();
  protected readonly modelState = this.models.state.asReadonly();
  protected dragging = false;

  protected readonly saved = computed(
    (): Pattern => this.patterns().find((p) => p.id === this.patternId()) ?? patternOf('common-ground'),
  );
  protected readonly own = computed(() => !PATTERNS.some((p) => p.id === this.saved().id));
  protected readonly pattern = computed((): Pattern => this.drafts()[this.saved().id]?.at(-1) ?? this.saved());
  protected readonly changed = computed(() => (this.drafts()[this.saved().id]?.length ?? 0) > 0);
  protected readonly kind = computed(
    () =>
      `version ${this.saved().version}, ${this.own() ? 'your own' : 'comes with the application'}${this.pattern().provisional ? ', provisional' : ''}`,
  );
  protected readonly bands = computed(() => bandsFor(this.pattern(), this.club()));
  protected readonly clubNote = computed(() => {
    const c = this.club();
    if (!this.bands().length) return '';
    if (c === 'wood')
      return 'Woods off a tee: halfway between driver and irons; off the ground they take the irons’ bands.';
    return c === 'wedge' ? 'Wedges: the irons’ bands, shares up to 5 points nearer to even.' : '';
  });
  /** The model swing against the bands as they stand now. */
  protected readonly drawn = computed(() => {
    const m = this.model();
    return m && { ...m.view, comparison: compare(m.view.measures, this.pattern(), this.club()) };
  });
  protected readonly disputes = computed(() =>
    DISPUTES.filter((d) => this.stands(d) >= 0 || d.measures.some((m) => this.bands().some((b) => b.measure === m))),
  );
  protected readonly history = computed(() => {
    const h = this.past();
    if (!h || h.id !== this.saved().id) return [];
    return h.versions.map((v, i) => ({
      version: v.version,
      pattern: v.pattern,
      when: new Date(v.savedAt).toLocaleString('en-GB', {
        day: 'numeric',
        month: 'short',
        hour: '2-digit',
        minute: '2-digit',
      }),
      what: versionWords(v.pattern, h.versions[i + 1]?.pattern),
    }));
  });

  constructor() {
    this.store.dispatch(PatternActions.open());
    effect(() => {
      const club = this.club();
      untracked(() => void this.models.find(club));
    });
    effect(() => {
      const { id } = this.saved();
      if (this.own()) untracked(() => this.store.dispatch(PatternActions.openHistory({ id })));
    });
    effect(() => {
      // another pattern opens on a club it speaks of; whoever then asks for one it does not is told so
      const { clubs } = this.saved();
      untracked(() => clubs.includes(this.club()) || this.club.set(clubs[0]!));
    });
    let seen = this.justAdded();
    effect(() => {
      const id = this.justAdded();
      if (id && id !== seen) untracked(() => void this.router.navigate(['/office/patterns', id]));
      seen = id;
    });
    inject(Keys).use('Patterns', [
      { key: 'z', words: 'undo the last change', run: () => this.changed() && this.undo() },
      { key: 'c', words: 'copy this pattern', run: () => this.copy() },
    ]);
  }

  protected stands(d: Dispute): number {
    return d.sides.findIndex((s) => s.includes(this.saved().id));
  }
  protected say(text: string): void {
    this.store.dispatch(NoticeActions.say({ text, kind: 'alarm' }));
  }
  protected edit(change: Partial<Pattern>, step = true): void {
    this.store.dispatch(PatternActions.edit({ pattern: { ...this.pattern(), ...change }, step }));
  }
  protected rename(box: HTMLInputElement): void {
    const name = box.value.trim();
    if (name) this.edit({ name });
    else box.value = this.pattern().name;
  }
  protected change({ measure, change }: BandChange, step = true): void {
    const inForce = this.bands().find((b) => b.measure === measure);
    if (inForce) this.edit(withBand(this.pattern(), inForce, this.club(), change), step);
  }
  /** An edge follows the pointer; it never passes the other edge. */
  protected drag({ measure, edge, value }: { measure: MeasureId; edge: 'lower' | 'upper'; value: number }): void {
    const b = this.bands().find((x) => x.measure === measure);
    if (!b) return;
    const ideal = draggedEdge(b.ideal, edge, value);
    if (ideal[0] === b.ideal[0] && ideal[1] === b.ideal[1]) return;
    this.change({ measure, change: { ideal, tolerated: undefined } }, !this.dragging);
    this.dragging = true;
  }
  protected without(measure: MeasureId): Pattern {
    return withoutBand(this.pattern(), measure, this.club());
  }
  protected add(measure: MeasureId): void {
    if (!measure) return;
    const about = numberOf(this.model()?.view.measures[measure]) ?? 0;
    this.edit(withNewBand(this.pattern(), measure, this.club(), about));
  }
  protected undo(): void {
    this.store.dispatch(PatternActions.undoEdit({ id: this.saved().id }));
  }
  protected drop(): void {
    this.store.dispatch(PatternActions.dropEdits({ id: this.saved().id }));
  }
  protected save(): void {
    const read = readPattern(this.pattern());
    if ('problem' in read) this.say(`${read.problem}. Nothing was saved; your changes are still here.`);
    else this.store.dispatch(PatternActions.save({ pattern: read.pattern, before: this.saved() }));
  }
  protected back(pattern: Pattern): void {
    this.store.dispatch(PatternActions.save({ pattern, before: this.saved() }));
  }
  protected copy(): void {
    this.store.dispatch(PatternActions.add({ pattern: copyOf(this.pattern()) }));
  }
  protected remove(): void {
    this.store.dispatch(PatternActions.delete({ id: this.saved().id }));
    void this.router.navigate(['/office/patterns']);
  }
  protected fromSwings(): void {
    if (!this.dialog.openDialogs.length) this.dialog.open(FromSwings, { ariaLabel: 'A pattern from swings' });
  }
  protected take(): void {
    const p = this.saved();
    saveFile(`${p.id}-v${p.version}.json`, new Blob([JSON.stringify(p, null, 2)], { type: 'application/json' }));
  }
  protected bring(box: HTMLInputElement): void {
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    void jsonIn(file).then((said) => {
      if ('problem' in said) {
        this.say(said.problem);
        return;
      }
      const read = readPattern(said.json);
      if ('problem' in read) this.say(`${file.name}: ${read.problem}. Nothing was changed.`);
      else this.store.dispatch(PatternActions.add({ pattern: read.pattern }));
    });
  }
}

import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { type Standard, standardFor } from '@vilko/contract/standard';
import type { SwingHead } from '@vilko/contract/swing';
import { byProducts, differenceIn, isReal, movedBy, strikeWords } from '@vilko/core/compare/by-products';
import { type Difference, differencesOf, representative, valuesOf } from '@vilko/core/compare/differences';
import type { QuantityId, ValueOf } from '@vilko/core/measures/quantity';
import { isMeasureId } from '@vilko/core/measures/registry';
import { bandsFor } from '@vilko/core/patterns/bands';
import { differsIn, retestLacks, type TestedAs } from '@vilko/core/practice/retest';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { lower } from '@vilko/core/words/case';
import { Keys } from '../../shell/keys';
import { HouseUnits } from '../../shell/units';
import { swingsOfPupil } from '../swings-of-pupil';
import { sinceBetween } from '../time-line/since-words';
import { NoticeActions } from '../../state/notices';
import { lessonFeature } from '../../state/lesson';
import { OfficeActions, officeFeature } from '../../state/office';
import { selectPatterns } from '../../state/pattern-shelf';
import { selectSources } from '../../state/school';
import { SwingReadings } from '../../workers/swing-readings';
import { headline, wordsOf } from './difference-words';
import { DifferenceLedger } from './difference-ledger';
import type { Align } from './overlay';
import { RoutesPlan } from './routes-plan';
import { layingOver } from './laying-over';
import { ScoreOverlay } from './score-overlay';
import { answerOf } from '../../state/answer';
import { comparable, cycled, firstSets, groupsOf, halves, idsOf, MOST, type Sets, setWords, type Side } from './sets';

/** Other swings of the pupil that tell the usual spread between two single ones. */
const USUAL = 10;
const NOTHING: Sets = { before: [], after: [] };

/** Compare: two swings or two sets, routes and traces over each other, and what really changed. */
@Component({
  selector: 'vk-compare',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DifferenceLedger, RoutesPlan, ScoreOverlay],
  providers: [SwingReadings],
  host: { class: 'flex h-full min-h-0 flex-col print:block print:h-auto' },
  template: `
    @if (choosable().length < 2 && !come()) {
      <p class="p-6 text-18 text-ink2" role="status">Looking up the pupil’s swings …</p>
    } @else if (choosable().length < 2) {
      <div class="grid flex-1 place-items-center">
        <p class="max-w-[520px] text-18 leading-7">
          Two whole swings are needed to compare. Let the pupil swing on <strong>Record</strong>, or choose swings of
          another lesson when there are some.
        </p>
      </div>
    } @else {
      <header class="flex min-h-10 flex-wrap items-center gap-x-6 gap-y-1 border-b border-rules px-4 py-1">
        @for (side of sides; track side) {
          <div class="flex min-w-0 items-center gap-2">
            <svg width="14" height="14" class="shrink-0" aria-hidden="true">
              <circle
                cx="7"
                cy="7"
                r="5"
                [attr.fill]="side === 'after' ? 'var(--ink)' : 'none'"
                stroke="var(--ink)"
                stroke-width="1.6"
              />
            </svg>
            <label class="relative flex min-w-0 items-center gap-2 pointer-coarse:min-h-11">
              <span class="text-15 font-semibold">{{ side === 'before' ? 'Before' : 'After' }}</span>
              <span
                class="min-w-0 text-ink2 underline decoration-dotted underline-offset-2 print:no-underline"
                [title]="words(side)"
                ><span class="one-line">{{ words(side) }}</span></span
              >
              <select
                class="absolute inset-0 h-full w-full cursor-pointer opacity-0 print:hidden"
                [attr.aria-label]="'Swings ' + side"
                (change)="take(side, $any($event.target).value); $any($event.target).value = ''"
              >
                <option value="">choose …</option>
                @for (g of groups(); track g.key) {
                  <option [value]="g.key">{{ g.words }}</option>
                }
              </select>
            </label>
          </div>
        }
        <button class="link print:hidden" (click)="swap()" title="s">Swap</button>
        <ol
          class="flex min-w-0 flex-1 items-center gap-[3px] overflow-x-auto max-[1150px]:order-last max-[1150px]:basis-full min-[1150px]:justify-center-safe print:hidden"
          aria-label="Swings of this lesson: click for before, again for after, again for neither"
        >
          @for (s of strip(); track s.id) {
            <li>
              <button
                class="figures relative block h-11 w-[30px] border text-13 pointer-coarse:w-11"
                [class]="
                  s.side === 'after'
                    ? 'border-ink bg-ink text-paper'
                    : s.side === 'before'
                      ? 'border-2 border-ink bg-sheet'
                      : 'border-strong-rules text-ink2'
                "
                [attr.aria-label]="'Swing ' + s.number + ', ' + s.clubName + ', ' + (s.side ?? 'not compared')"
                [title]="s.number + ' · ' + s.clubName + (s.starred ? ' · starred' : '')"
                (click)="cycle(s.id)"
              >
                @if (s.starred) {
                  <span class="absolute top-0.5 left-0 w-full text-center text-[9px] leading-none" aria-hidden="true"
                    >★</span
                  >
                }
                {{ s.number }}
              </button>
            </li>
          }
        </ol>
        <div class="flex items-baseline gap-3 whitespace-nowrap print:hidden">
          @for (a of aligns; track a.align) {
            <button
              class="hover:underline"
              [class.font-semibold]="align() === a.align"
              [class.text-ink2]="align() !== a.align"
              [attr.aria-pressed]="align() === a.align"
              (click)="go({ align: a.align })"
            >
              {{ a.words }}
            </button>
          }
          <select
            class="max-w-[150px] rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
            aria-label="Pattern whose measures are compared"
            (change)="go({ pattern: $any($event.target).value })"
          >
            @for (p of patterns(); track p.id) {
              <option [value]="p.id" [selected]="p.id === standard()?.pattern?.id">{{ p.name }}</option>
            }
          </select>
          <button class="link" (click)="copyLink()">Link</button>
          <button class="link" (click)="print()">Print</button>
        </div>
      </header>
      <div class="grid min-h-0 flex-1 grid-cols-2 print:block">
        <section class="flex min-h-0 flex-col px-4 pt-2 print:px-0" aria-label="Routes and differences">
          <div class="flex items-baseline gap-2 pb-1">
            <h1 class="text-15 font-semibold">Track</h1>
            <span class="one-line text-ink2">routes over the distance between foot centres, trail 0 to lead 100</span>
            @if (laying.choices().length) {
              <select
                class="ml-auto max-w-[210px] shrink-0 rounded-[3px] border border-strong-rules bg-sheet px-1 text-13 print:hidden"
                aria-label="Laid over, in neither set"
                title="Laid over both sets, in neither of them"
                (change)="go({ over: $any($event.target).value })"
              >
                <option value="">nothing laid over</option>
                @for (c of laying.choices(); track c.key) {
                  <option [value]="c.key" [selected]="c.key === over()">{{ c.words }}</option>
                }
              </select>
            }
          </div>
          <vk-routes-plan
            [before]="before()"
            [after]="after()"
            [handed]="lesson()!.pupil.handed"
            [over]="laying.over()?.view ?? null"
          />
          @if (laying.over(); as o) {
            <p class="flex items-center gap-2 pb-1 text-13 text-ink2">
              <svg width="30" height="10" class="shrink-0" aria-hidden="true">
                <path d="M0 5H30" stroke="var(--target)" stroke-width="2" stroke-dasharray="2 3" />
                <path d="M15 1l4 4l-4 4l-4 -4z" fill="var(--paper)" stroke="var(--target)" stroke-width="1.5" />
              </svg>
              <span class="one-line">Laid over, in neither set, not judged: {{ o.words }}</span>
            </p>
          }
          <p
            class="border-t border-strong-rules pt-2 pb-1 text-18 leading-6 font-semibold"
            role="status"
            data-testid="headline"
          >
            {{ said() }}
          </p>
          @if (since(); as text) {
            <p class="pb-1">{{ text }}.</p>
          }
          @if (alone()) {
            <p class="pb-1 text-ink2">
              <button class="link" (click)="halve()">Its first half against its second</button>
            </p>
          }
          @if (notes(); as n) {
            <p class="pb-1 text-ink2">{{ n }}</p>
          }
          <vk-difference-ledger
            class="min-h-0 flex-1 pb-2"
            [differences]="differences()"
            [agreed]="agreed()"
            [beside]="beside()"
            [struck]="struck()"
            [over]="laying.values()"
          />
        </section>
        <section
          class="flex min-h-0 min-w-0 flex-col border-l border-rules px-4 pt-2 print:mt-4 print:border-0 print:px-0"
          aria-label="Score"
        >
          <div class="flex items-baseline gap-2 pb-1">
            <h2 class="text-15 font-semibold">Score</h2>
            <span class="text-ink2">median and ±2 SD of each set, aligned by {{ align() }}</span>
          </div>
          <vk-score-overlay
            class="min-h-0 flex-1 print:h-[620px] print:flex-none"
            [before]="before()"
            [after]="after()"
            [align]="align()"
            [over]="laying.over()?.view ?? null"
          />
          @if (moved(); as text) {
            <p class="pt-1 pb-2 text-ink2">What else moved: {{ text }}</p>
          }
        </section>
      </div>
    }
  `,
})
export class Compare {
  readonly lessonId = input.required<string>();
  /** Parts of the permanent link. */
  readonly a = input<string>();
  readonly b = input<string>();
  readonly pattern = input<string>();
  /** Version of the pattern the link was made with. */
  readonly v = input<string>();
  readonly by = input<string>();
  /** What is laid over both sets. */
  readonly over = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly readings = inject(SwingReadings);
  private readonly units = inject(HouseUnits);

  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  protected readonly patterns = this.store.selectSignal(selectPatterns);
  private readonly sources = this.store.selectSignal(selectSources);
  private readonly office = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly sides = ['before', 'after'] as const;
  protected readonly aligns = [
    { align: 'impact', words: 'by impact' },
    { align: 'phase', words: 'by phase' },
  ] as const;

  /** What the lesson compares on every screen. */
  private readonly found = answerOf('findings', () => (this.lesson() ? { id: this.lesson()!.id } : null));
  private readonly answered = computed(() => this.found.value() !== null || this.found.refused() !== null);
  /** Every swing of the pupil, of all lessons; the rack's until they came. */
  private readonly ever = swingsOfPupil(this.answered);
  private readonly swings = computed(() => {
    const known = new Map([...(this.ever() ?? []), ...this.rack()].map((s) => [s.id, s]));
    return [...known.values()].sort((x, y) => x.recordedAt.localeCompare(y.recordedAt));
  });
  /** What is laid over both sets by choice. */
  protected readonly laying = layingOver(this.over, this.swings, { views: this.readings.views, asked: this.answered });
  /** Whether all swings of the lesson's pupil have come. */
  protected readonly come = computed(() => this.lesson()?.id === this.lessonId() && this.ever() !== null);
  protected readonly choosable = computed(() => this.swings().filter(comparable));
  protected readonly groups = computed(() => groupsOf(this.swings()));
  protected readonly align = computed((): Align => (this.by() === 'phase' ? 'phase' : 'impact'));
  /** Swings of an earlier lesson come with all of the pupil's. */
  private readonly known = computed(() => {
    if (this.found.refused() !== null) return true;
    const found = this.found.value();
    const here = new Set(this.swings().map((s) => s.id));
    return found !== null && (this.ever() !== null || (found.compared?.before ?? []).every((id) => here.has(id)));
  });
  protected readonly sets = computed((): Sets => {
    if (this.a() !== undefined || this.b() !== undefined) return { before: idsOf(this.a()), after: idsOf(this.b()) };
    // nothing is chosen before it is known
    return this.known() ? firstSets(this.rack(), this.found.value()?.compared) : NOTHING;
  });
  /** The first lesson of its kind, within which nothing changed: there is no before. */
  protected readonly alone = computed(() => {
    const { before, after } = this.sets();
    return this.a() === undefined && !before.length && after.length > 0;
  });
  protected readonly strip = computed(() => {
    const { before, after } = this.sets();
    const side = (id: string): Side | null => (before.includes(id) ? 'before' : after.includes(id) ? 'after' : null);
    return this.rack()
      .filter(comparable)
      .map((s) => ({ ...s, side: side(s.id) }));
  });
  private readonly heads = (ids: readonly string[]): SwingHead[] =>
    ids.flatMap((id) => this.choosable().find((s) => s.id === id) ?? []);
  private readonly club = computed(() => this.heads([...this.sets().after, ...this.sets().before])[0]?.club ?? 'iron');
  protected readonly standard = computed((): Standard | null =>
    this.lesson() ? standardFor(this.sources(), this.club(), undefined, this.pattern()) : null,
  );

  private readonly viewsOf = (ids: readonly string[]): SwingTraces[] =>
    ids.flatMap((id) => this.readings.views().get(id) ?? []);
  protected readonly before = computed(() => this.viewsOf(this.sets().before));
  protected readonly after = computed(() => this.viewsOf(this.sets().after));
  /** Earlier swings of the pupil with this club and device: what two of them differ by for no reason. */
  private readonly usual = computed(() => {
    const { before, after } = this.sets();
    if (before.length !== 1 && after.length !== 1) return [];
    const [model] = this.heads(after);
    const chosen = new Set([...before, ...after]);
    return this.choosable()
      .filter((s) => model && s.clubName === model.clubName && s.device === model.device && !chosen.has(s.id))
      .slice(-USUAL)
      .map((s) => s.id);
  });
  protected readonly agreed = computed(() => this.lesson()?.measure ?? null);
  private readonly measures = computed(() => ({
    before: this.before().map((v) => v.measures),
    after: this.after().map((v) => v.measures),
  }));
  /** Values of swings that were read, their balls beside them. */
  private readonly valued = (ids: readonly string[]): ValueOf[] =>
    this.heads(ids).flatMap((head): ValueOf[] => {
      const view = this.readings.views().get(head.id);
      return view ? [valuesOf(view.measures, head.shot?.values)] : [];
    });
  private readonly values = computed(() => ({
    before: this.valued(this.sets().before),
    after: this.valued(this.sets().after),
    usual: this.valued(this.usual()),
  }));
  private readonly ids = computed((): QuantityId[] => {
    const s = this.standard();
    const agreed = this.agreed();
    const bands = s ? bandsFor(s.pattern, this.club(), s.tuning).map((b) => b.measure) : [];
    return agreed && s ? [agreed, ...bands.filter((id) => id !== agreed)] : bands;
  });
  /** In the units the house has chosen. */
  private readonly shown = (d: Difference): Difference => differenceIn(d, this.units.shown(d.unit));
  protected readonly differences = computed(() => {
    const { before, after, usual } = this.values();
    return differencesOf(before, after, this.ids(), { usual, agreed: this.agreed() }).map(this.shown);
  });
  /** What nobody aimed at, the ball too. */
  protected readonly beside = computed(() => {
    const { before, after, usual } = this.values();
    return byProducts(before, after, this.ids(), usual).map(this.shown);
  });
  protected readonly struck = computed(() => {
    const [before, after] = this.sides.map((side) =>
      this.heads(this.sets()[side]).map((s) => s.shot?.values.strike ?? null),
    );
    return strikeWords(before!, after!);
  });
  protected readonly said = computed(() => {
    const r = this.readings.progress();
    if (r) return `Reading swing ${r.done + 1} of ${r.of} …`;
    if (this.sets() === NOTHING) return 'Looking which swings belong together …';
    if (this.alone())
      return 'Nothing to compare with yet: the first lesson with this club on this kind of device, and nothing changed within it.';
    return this.readings.refused() ?? headline(this.differences(), this.agreed());
  });
  protected readonly notes = computed(() => {
    const now = this.standard()?.pattern;
    return [
      ...this.differing(),
      this.standard()?.missing
        ? `The pattern “${this.standard()!.missing}” is not on the shelf any more; common ground stands in.`
        : '',
      this.v() && now && String(now.version) !== this.v()
        ? `The link was made with version ${this.v()} of ${now.name}; this is version ${now.version}.`
        : '',
      this.nearest(),
    ]
      .filter(Boolean)
      .join(' ');
  });
  /** In what the two sets differ beside the golfer, and what a retest of another day lacks. */
  private readonly differing = computed((): string[] => {
    const [before, after] = this.sides.map((side) => this.heads(this.sets()[side]));
    const shoes = new Map(
      this.office()
        ?.find((p) => p.id === this.lesson()?.pupilId)
        ?.lessons.map((l) => [l.id, l.footwear]),
    );
    shoes.set(this.lessonId(), this.lesson()?.footwear ?? 'other');
    const as = (s: SwingHead): TestedAs => ({ ...s, footwear: shoes.get(s.lessonId) ?? 'shoes not known' });
    const devices = new Set([...before!, ...after!].map((s) => s.device)).size > 1;
    const first = after![0];
    const again = first && before!.length > 0 && before!.every((s) => s.lessonId !== first.lessonId);
    const warmUp = this.swings().filter((s) => s.lessonId === first?.lessonId && s.number < first.number).length;
    return [
      ...differsIn(before!.map(as), after!.map(as)),
      devices ? 'Lengths and speeds of the path are not comparable between devices.' : '',
      (again && retestLacks(after!.length, warmUp)) || '',
    ];
  });
  /** The swing of the second set nearest its own centre. */
  private readonly nearest = computed(() => {
    const { after } = this.measures();
    if (after.length < 3) return '';
    const id = this.sets().after.filter((x) => this.readings.views().has(x))[
      representative(after, this.ids().filter(isMeasureId))
    ];
    const head = id && this.heads([id])[0];
    return head ? `Nearest to the middle of the second set: swing ${head.number}.` : '';
  });
  /** What was said or done where the second set begins. */
  protected readonly since = computed(() => {
    const [lesson, { before, after }] = [this.lesson(), this.sets()];
    return lesson ? sinceBetween(this.heads(before), this.heads(after), lesson) : '';
  });
  protected readonly moved = computed(() => {
    const real = this.beside().filter(isReal);
    if (real.length) return real.map((d) => lower(movedBy(d, wordsOf(d.measure)))).join('; ');
    return this.beside().length ? 'nothing that can be told from chance' : '';
  });

  constructor() {
    // the shoes of earlier lessons stand in the pupils' list
    if (!this.office()) this.store.dispatch(OfficeActions.openPupils());
    effect(() => {
      const over = this.laying.swing();
      const sets = this.heads([...this.sets().before, ...this.sets().after, ...this.usual()]);
      const wanted = over ? [...sets, over] : sets;
      const pupil = this.lesson()?.pupil;
      if (pupil) untracked(() => void this.readings.want(wanted, pupil));
    });
    inject(Keys).use('Compare', [
      { key: 's', words: 'swap the two sets', run: () => this.swap() },
      {
        key: 'x',
        words: 'align by impact or by phase',
        run: () => this.go({ align: this.align() === 'impact' ? 'phase' : 'impact' }),
      },
      { key: 'p', words: 'print', run: () => this.print() },
    ]);
  }

  protected words(side: Side): string {
    return setWords(this.sets()[side], this.swings(), this.lessonId());
  }
  protected take(side: Side, key: string): void {
    const group = this.groups().find((g) => g.key === key);
    if (!group) return;
    const other: Side = side === 'before' ? 'after' : 'before';
    // a swing stands on one side only
    const rest = this.sets()[other].filter((id) => !group.ids.includes(id));
    this.choose(side === 'before' ? { before: group.ids, after: rest } : { before: rest, after: group.ids });
  }
  protected cycle(id: string): void {
    this.choose(cycled(this.sets(), id));
  }
  protected swap(): void {
    const { before, after } = this.sets();
    this.choose({ before: after, after: before });
  }
  protected halve(): void {
    this.choose(halves(this.heads(this.sets().after)));
  }
  private choose({ before, after }: Sets): void {
    void this.router.navigate([], {
      queryParams: { a: before.slice(0, MOST).join(','), b: after.slice(0, MOST).join(',') },
      queryParamsHandling: 'merge',
    });
  }
  /** Both sets as the address has them; what is not known yet is not fixed as nothing. */
  private chosen(): { a?: string; b?: string } {
    const sets = this.sets();
    return sets === NOTHING ? {} : { a: sets.before.join(','), b: sets.after.join(',') };
  }
  protected go(to: { align?: Align; pattern?: string; over?: string }): void {
    void this.router.navigate([], {
      queryParams: {
        ...this.chosen(),
        ...(to.align ? { by: to.align } : {}),
        ...(to.over === undefined ? {} : { over: to.over || null }),
        ...(to.pattern ? { pattern: to.pattern, v: this.patterns().find((p) => p.id === to.pattern)?.version } : {}),
      },
      queryParamsHandling: 'merge',
    });
  }
  /** The address holds everything: which swings, the pattern and its version, the alignment. */
  protected copyLink(): void {
    const p = this.standard()?.pattern;
    const tree = this.router.createUrlTree(['/lesson', this.lessonId(), 'compare'], {
      queryParams: {
        ...this.chosen(),
        by: this.align(),
        pattern: p?.id,
        v: p?.version,
        over: this.over(),
      },
    });
    const link = location.origin + this.router.serializeUrl(tree);
    void this.router.navigateByUrl(tree, { replaceUrl: true });
    const copied = navigator.clipboard?.writeText(link) ?? Promise.reject(new Error('no clipboard'));
    copied.then(
      () => this.store.dispatch(NoticeActions.say({ text: 'The link to this comparison is copied.', kind: 'plain' })),
      () =>
        this.store.dispatch(
          NoticeActions.say({ text: 'The address of this page is the link: copy it from there.', kind: 'plain' }),
        ),
    );
  }
  protected print(): void {
    window.print();
  }
}

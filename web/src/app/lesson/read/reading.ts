import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { SwingHead } from '@vilko/contract';
import { type FaultRule, faultOf, type Finding, measureRow, PATTERNS, type Piece } from '@vilko/core';
import type { ReadView } from '../../workers/read-view';
import { figure } from '../../drawing/trace';
import { Bullet } from '../../drawing/ledger/bullet';

interface EvidenceRow {
  readonly ids: readonly string[];
  readonly words: string;
  readonly value: string;
  readonly limit: string;
  readonly provisional: boolean;
  readonly tolerated: readonly [number | null, number | null];
  readonly number: number | null;
}

/** The judgement in words: because – so – ball, its evidence, and what would make it go away. */
@Component({
  selector: 'vk-reading',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Bullet],
  host: { class: 'block min-h-0 overflow-y-auto pr-1' },
  template: `
    <div class="flex items-baseline justify-between pt-1">
      <h2 class="text-15 font-semibold">Reading</h2>
      <span class="text-ink2">{{ degree() }}</span>
    </div>
    @if (caution()) {
      <p class="mt-2 border-l-2 border-alarm pl-2 text-15 leading-5">{{ caution() }}</p>
    }
    @if (swing().kind !== 'full') {
      <p class="mt-3 text-18 leading-6">A {{ swing().kind }} swing is a rehearsal: measured, never judged.</p>
      <p class="mt-2 text-15 text-ink2">Events are shown where they were seen; comparisons and trends never mix it with whole swings.</p>
    } @else if (main(); as m) {
      <dl class="mt-3 grid grid-cols-[58px_1fr] gap-y-2">
        <dt class="pt-[5px] text-ink2">Because</dt>
        <dd class="text-18 leading-6">
          {{ m.rule.looks }}: <strong>{{ m.rule.name }}</strong><span>{{ consequences().length ? ',' : '.' }}</span>
        </dd>
        @for (c of consequences(); track c.id; let last = $last) {
          <dt class="pt-[2px] text-ink2">so</dt>
          <dd class="text-15">{{ c.looks }}{{ last ? '.' : ',' }}</dd>
        }
        <dt class="pt-[2px] text-ink2">Ball</dt>
        <dd class="text-15">
          {{ m.rule.ball ? 'usually ' + m.rule.ball + '.' : '' }}
          <span class="text-ink2">{{ ball() ? 'Here: ' + ball() + '.' : 'No ball data for this swing.' }}</span>
        </dd>
      </dl>
      <section class="mt-4 border-t border-rules pt-3">
        <h3 class="mb-1 font-semibold">Evidence</h3>
        @for (e of evidence(); track e.words) {
          <div
            class="flex h-[23px] items-center gap-2 hover:bg-sheet"
            tabindex="0"
            (mouseenter)="lit.emit(e.ids)"
            (mouseleave)="lit.emit([])"
            (focus)="lit.emit(e.ids)"
            (blur)="lit.emit([])"
          >
            <span class="min-w-0 flex-1 truncate" [title]="e.words">{{ e.words }}</span>
            <vk-bullet [ideal]="e.tolerated" [tolerated]="e.tolerated" [value]="e.number" />
            <span class="figures w-[76px] text-right whitespace-nowrap">{{ e.value }}</span>
          </div>
        }
        <p class="mt-2 text-ink2">{{ gone() }}</p>
      </section>
    } @else {
      <p class="mt-3 text-18 leading-6">No fault is found in this swing under {{ patternName() }}.</p>
      <p class="mt-2 text-15 text-ink2">{{ view().comparison.judged }} of {{ view().comparison.of }} bands could be judged{{ fitWords() }}.</p>
    }
    <section class="mt-4 border-t border-rules pt-3">
      <label class="flex items-center gap-2">
        <span class="font-semibold">Pattern</span>
        <select
          class="min-w-0 flex-1 rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
          [value]="view().comparison.pattern"
          (change)="patternChosen.emit($any($event.target).value)"
        >
          @for (p of patterns; track p.id) {
            <option [value]="p.id">{{ p.name }}, v{{ p.version }}</option>
          }
        </select>
      </label>
      <p class="mt-2 text-ink2">{{ belief() }}</p>
    </section>
    @if (others().length) {
      <details class="mt-4 border-t border-rules pt-3" open>
        <summary class="cursor-pointer font-semibold">
          {{ others().length }} {{ others().length === 1 ? 'smaller finding' : 'smaller findings' }} beside it
        </summary>
        @for (f of others(); track f.fault) {
          <p class="mt-1">
            {{ name(f.fault) }} <span class="text-ink2">({{ f.word }}{{ f.consequenceOf ? ', follows from: ' + name(f.consequenceOf) : '' }})</span>
          </p>
        }
      </details>
    }
    @if (view().cannotJudge.length) {
      <details class="mt-4 border-t border-rules pt-3">
        <summary class="cursor-pointer font-semibold">{{ view().cannotJudge.length }} cannot be judged here</summary>
        @for (c of view().cannotJudge; track c.fault) {
          <p class="mt-1">
            {{ name(c.fault) }} <span class="text-ink2">– {{ c.reason }}</span>
          </p>
        }
      </details>
    }
    @if (view().warnings.length) {
      <section class="mt-4 border-t border-rules pt-3">
        <h3 class="font-semibold">About this recording</h3>
        @for (w of view().warnings; track w) {
          <p class="mt-1 text-ink2">{{ w }}</p>
        }
      </section>
    }
  `,
})
export class Reading {
  readonly view = input.required<ReadView>();
  readonly swing = input.required<SwingHead>();
  readonly rack = input.required<readonly SwingHead[]>();
  /** What the ball did, in words. */
  readonly ball = input('');
  /** Injuries and fears to have in mind. */
  readonly caution = input('');
  readonly lit = output<readonly string[]>();
  readonly patternChosen = output<string>();
  protected readonly patterns = PATTERNS;

  protected readonly main = computed((): (Finding & { rule: FaultRule }) | null => {
    const f = this.view().findings.find((x) => x.main);
    const rule = f && faultOf(f.fault);
    return f && rule ? { ...f, rule } : null;
  });
  protected readonly consequences = computed(() => {
    const main = this.main();
    return this.view()
      .findings.filter((f) => f.consequenceOf === main?.fault)
      .flatMap((f) => faultOf(f.fault) ?? []);
  });
  protected readonly others = computed(() => this.view().findings.filter((f) => !f.main));
  protected readonly degree = computed(() => {
    const main = this.main();
    const same = this.rack().filter((s) => s.clubName === this.swing().clubName);
    const few = same.length < 3 ? ', tentative: fewer than 3 swings' : '';
    if (!main) return few ? few.slice(2) : '';
    const shows = same.filter((s) => s.mainFault === main.fault).length;
    return same.length < 3 ? `${main.word}${few}` : `${main.word} · in ${shows} of ${same.length} with the ${this.swing().clubName}`;
  });
  protected readonly evidence = computed((): EvidenceRow[] => (this.main()?.evidence ?? []).map((p) => evidenceRow(p)));
  protected readonly gone = computed(() => {
    const rows = this.evidence();
    const limits = rows.map((e) => `${e.words.charAt(0).toLowerCase()}${e.words.slice(1)} ${e.limit}`);
    return `Gone when ${limits.join(' or ')}.${rows.some((e) => e.provisional) ? ' This limit is provisional.' : ''}`;
  });
  protected readonly patternName = computed(() => PATTERNS.find((p) => p.id === this.view().comparison.pattern)?.name ?? '');
  protected readonly belief = computed(() => PATTERNS.find((p) => p.id === this.view().comparison.pattern)?.belief ?? '');
  protected readonly fitWords = computed(() => {
    const { fit } = this.view().comparison;
    return fit === null ? '' : `; fit ${Math.round(100 * fit)}%`;
  });
  protected name(id: string): string {
    return faultOf(id)?.name ?? id;
  }
}

function evidenceRow(p: Piece): EvidenceRow {
  const rows = p.measures.map((id) => measureRow(id));
  const unit = rows[0]?.unit ?? '';
  const words = rows.map((r, i) => r?.words ?? p.measures[i]!).join(' less ');
  const shown = unit === '–' || unit === '0–1' || unit === 'P' ? '' : ` ${unit}`;
  const limit = `is ${p.direction === 'over' ? 'under' : 'over'} ${figure(p.limit, unit)}${shown}`;
  return {
    ids: p.measures,
    words,
    value: p.value === null ? 'never came' : `${figure(p.value, unit)}${shown}`,
    limit,
    provisional: p.provisional,
    tolerated: p.direction === 'over' ? [null, p.limit] : [p.limit, null],
    number: p.value,
  };
}

import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { capital } from '@vilko/core/words/case';
import { RouterLink } from '@angular/router';
import type { ClubFindings } from '@vilko/contract/judgement';
import { alike } from '@vilko/contract/sets';
import type { SwingChange, SwingHead } from '@vilko/contract/swing';
import { ballAnswer } from '@vilko/core/faults/ball';
import { faultOf } from '@vilko/core/faults/catalogue';
import { readFace, readLoft } from '@vilko/core/faults/face';
import type { Finding } from '@vilko/core/faults/judge';
import type { FaultRule } from '@vilko/core/faults/rule';
import type { MeasureId } from '@vilko/core/measures/registry';
import type { Pattern } from '@vilko/core/patterns/pattern';
import { counted } from '@vilko/core/words/amounts';
import { faceFirstWords, faceWords, pathWords } from '@vilko/core/words/face';
import {
  besideWords,
  faultName,
  faultNames,
  goneWords,
  judgedWords,
  nearWords,
  runWords,
  setFindingWords,
  unjudgedWords,
} from '@vilko/core/words/findings';
import { mayBeginRun } from '../../drawing/rack/runs';
import type { ReadView } from '../../workers/read-view';
import { PersonQuestion } from '../person/person-question';
import { findingIn } from './confirmed';
import { DrillOffer } from './drill-offer';
import { Evidence } from './evidence';
import { FindingSaid } from './finding-said';
import { ISee } from './i-see';
import { HouseDrills } from '../../state/house-drills';

/** The judgement in words: because – so – ball, its evidence, and what would make it go away. */
@Component({
  selector: 'vk-reading',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillOffer, Evidence, FindingSaid, ISee, PersonQuestion, RouterLink],
  host: { class: 'block min-h-0 overflow-y-auto pr-1' },
  template: `
    <div class="flex items-baseline justify-between pt-1">
      <h2 class="text-15 font-semibold">Reading</h2>
      <span class="text-ink2">{{ degree() }}</span>
    </div>
    @if (caution()) {
      <p class="mt-2 border-l-2 border-alarm pl-2 text-15 leading-5">{{ caution() }}</p>
    }
    @if (face(); as f) {
      <section
        class="mt-3 border-l-2 border-strong-rules pl-2"
        [class.border-alarm]="f.first"
        aria-label="Face before feet"
      >
        @if (f.first) {
          <p class="text-18 leading-6">{{ f.first }}</p>
        }
        <p class="mt-1 text-ink2">{{ f.numbers }}</p>
        @if (f.first) {
          <p class="mt-1">
            <a class="link mr-1" routerLink="/office/drills/finish-face">Finish face</a>
            <span class="text-ink2">What the feet say stands below it.</span>
          </p>
        }
        @if (f.path) {
          <p class="mt-1">
            {{ f.path }}
            @for (d of f.drills; track d.id) {
              <a class="link mr-1" [routerLink]="['/office/drills', d.id]">{{ d.name }}</a>
            }
          </p>
        }
      </section>
    }
    @if (swing().doubt) {
      <vk-person-question class="mt-3 block border-l-2 border-alarm pl-2" [swing]="swing()" />
      <p class="mt-2 text-15 text-ink2">Nothing is judged before that is answered; the numbers stand beside it.</p>
    } @else if (swing().kind !== 'full') {
      <p class="mt-3 text-18 leading-6">A {{ swing().kind }} swing is a rehearsal: measured, never judged.</p>
      <p class="mt-2 text-15 text-ink2">
        Events are shown where they were seen; comparisons and trends never mix it with whole swings.
      </p>
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
        <dt class="pt-[2px] text-ink2">Helps</dt>
        <dd class="text-15">{{ m.rule.helps }}</dd>
        <dt class="pt-[2px] text-ink2">Ball</dt>
        <dd class="text-15">
          {{ m.rule.ball ? 'usually ' + m.rule.ball + '.' : '' }}
          <span class="text-ink2">{{ ballWords() }} {{ loft() }}</span>
        </dd>
      </dl>
      <section class="mt-4 border-t border-rules pt-3">
        <h3 class="mb-1 font-semibold">Evidence</h3>
        <vk-evidence [pieces]="m.evidence" (lit)="lit.emit($event)" />
        <p class="mt-2 text-ink2">{{ gone() }}</p>
        @if (m.mayComeFrom.length) {
          <p class="mt-1 text-ink2">This device cannot say whether it comes from: {{ names(m.mayComeFrom) }}.</p>
        }
        <vk-finding-said
          [finding]="finding()"
          [swing]="swing()"
          [pattern]="view().comparison.pattern"
          (said)="said.emit($event)"
        />
      </section>
      <section class="mt-4 border-t border-rules pt-3">
        <vk-drill-offer
          [fault]="m.fault"
          [club]="swing().club"
          [found]="foundIds()"
          [injuries]="injuries()"
          [school]="view().comparison.pattern"
          [lessonId]="swing().lessonId"
        />
      </section>
    } @else if (unjudged(); as why) {
      <p class="mt-3 text-18 leading-6">{{ why }}: it is measured, and compared with nothing.</p>
    } @else {
      <p class="mt-3 text-18 leading-6">No fault is found in this swing under {{ patternName() }}.</p>
      <p class="mt-2 text-15 text-ink2">
        {{ judged() }}
      </p>
      <vk-finding-said
        [finding]="finding()"
        [swing]="swing()"
        [pattern]="view().comparison.pattern"
        (said)="said.emit($event)"
      />
    }
    @if (ofSet(); as set) {
      <section class="mt-4 border-t border-rules pt-3">
        <h3 class="font-semibold">{{ set.over }}</h3>
        <p class="mt-1">{{ set.words }}</p>
        @for (w of set.untold; track w) {
          <p class="mt-1 text-ink2">Not told by so few: {{ w }}.</p>
        }
        @if (set.mayBegin || set.byHand) {
          <p class="mt-1 flex flex-wrap gap-x-4 text-ink2">
            @if (set.mayBegin) {
              <button class="link" title="r" (click)="runToggled.emit()">
                {{ set.begins ? 'No run begins with this swing' : 'A run begins with this swing' }}
              </button>
            }
            @if (set.byHand) {
              <button class="link" (click)="runsFreed.emit()">Runs as the swings show them</button>
            }
          </p>
        }
        @if (oneSwingForAll()) {
          <p class="mt-1 text-ink2">
            Advice: driver and irons are swung alike in load, mass and share at impact, and the driver fits poorly. One
            swing does not serve every club.
          </p>
        }
      </section>
    }
    <section class="mt-4 border-t border-rules pt-3">
      <label class="flex items-center gap-2">
        <span class="font-semibold">Pattern</span>
        <select
          class="min-w-0 flex-1 rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
          (change)="patternChosen.emit($any($event.target).value)"
        >
          @for (p of patterns(); track p.id) {
            <option [value]="p.id" [selected]="p.id === view().comparison.pattern">
              {{ p.name }}, v{{ p.version }}
            </option>
          }
        </select>
      </label>
      @if (missing(); as id) {
        <p class="mt-1 text-alarm">The pattern “{{ id }}” is not on the shelf any more; common ground stands in.</p>
      }
      <p class="mt-2 text-ink2">{{ belief() }} {{ tuned() }}</p>
      <p class="mt-2">
        <button class="link" (click)="schoolsAsked.emit()">All schools side by side</button>
        <button class="link ml-3" (click)="whatIfAsked.emit()">What if …</button>
      </p>
    </section>
    @if (others().length) {
      <details class="mt-4 border-t border-rules pt-3" open>
        <summary class="cursor-pointer font-semibold">
          {{ counted(others().length, 'smaller finding') }} beside it
        </summary>
        @for (f of others(); track f.fault) {
          <p class="mt-1">
            {{ name(f.fault) }}
            <span class="text-ink2">{{ beside(f) }}</span>
          </p>
        }
      </details>
    }
    @if (unjudged() === null) {
      <section class="mt-4 border-t border-rules pt-3">
        <vk-i-see [weighed]="view().weighed" (lit)="lit.emit($event)" />
      </section>
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
  readonly injuries = input<readonly string[]>([]);
  readonly patterns = input.required<readonly Pattern[]>();
  /** Id of a chosen pattern that is gone. */
  readonly missing = input<string | null>(null);
  /** How the pattern is set for this pupil and shot, in words. */
  readonly tuned = input('');
  /** What is found in the lesson's sets. */
  readonly sets = input<readonly ClubFindings[]>([]);
  readonly oneSwingForAll = input(false);
  readonly lit = output<readonly MeasureId[]>();
  readonly patternChosen = output<string>();
  readonly schoolsAsked = output();
  readonly whatIfAsked = output();
  /** What the instructor says of the finding. */
  readonly said = output<Pick<SwingChange, 'confirmed' | 'overruled'>>();
  /** A run is to begin with this swing, or no more. */
  readonly runToggled = output();
  /** Runs are to begin where the swings show it. */
  readonly runsFreed = output();
  private readonly house = inject(HouseDrills);

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
  protected readonly finding = computed(() => findingIn(this.view()));
  protected readonly counted = counted;
  protected readonly others = computed(() => this.view().findings.filter((f) => !f.main));
  protected readonly foundIds = computed(() => this.view().findings.map((f) => f.fault));
  protected readonly degree = computed(() => {
    const main = this.main();
    const few = this.rack().filter((s) => s.clubName === this.swing().clubName && s.kind === 'full').length < 3;
    const tentative = few ? 'tentative: fewer than 3 swings' : '';
    return main ? [main.word, tentative].filter(Boolean).join(', ') : tentative;
  });
  /** The finding of the set this swing belongs to. */
  protected readonly ofSet = computed(() => {
    const s = this.swing();
    const set = this.sets().find((x) => alike(s, x));
    if (!set || s.kind !== 'full') return null;
    const main = set.findings.find((f) => f.main);
    return {
      ...set,
      over: `${runWords(set, set.clubName)}${set.byHand ? '; runs set by hand' : ''}`,
      words: setFindingWords(main),
      untold: set.near.map(nearWords),
      mayBegin: mayBeginRun(s, this.rack()),
      begins: set.steps.some((x) => x.at === s.number),
    };
  });
  protected readonly ballWords = computed(() => {
    const m = this.main();
    const shot = this.swing().shot?.values ?? null;
    const answer = m ? ballAnswer(m.fault, shot, this.swing().club) : 'no ball data';
    const here = this.ball() ? `Here: ${this.ball()}.` : '';
    if (answer !== 'no ball data') return `${here} ${capital(answer)}.`;
    return here ? `${here} That does not tell.` : 'No ball data for this swing.';
  });
  /** What the ball says of the face before the feet are asked; null where it says nothing against it. */
  protected readonly face = computed(() => {
    const s = this.swing();
    if (s.doubt || unjudgedWords(s)) return null;
    const f = readFace(s.shot?.values ?? null, s.club);
    const [first, path] = [faceFirstWords(f), f && pathWords(f)];
    if (!f || (!first && !path)) return null;
    return {
      first,
      path,
      numbers: faceWords(f),
      drills: this.house.shelf().offered.filter((d) => f.turn && d.overlays?.includes(f.turn)),
    };
  });
  protected readonly loft = computed(() => {
    const l = readLoft(this.swing().shot?.values ?? null);
    if (!l) return '';
    const from = l.basis === 'measured' ? 'dynamic loft less attack' : 'derived from launch and attack';
    return `Spin loft ${Math.round(l.spinLoft)}°, ${from}.`;
  });
  protected readonly gone = computed(() => goneWords(this.main()?.evidence ?? []));
  private readonly patternNow = computed(() => this.patterns().find((p) => p.id === this.view().comparison.pattern));
  protected readonly patternName = computed(() => this.patternNow()?.name ?? '');
  protected readonly belief = computed(() => this.patternNow()?.belief ?? '');
  /** Why this swing is not judged; null where it is. */
  protected readonly unjudged = computed(() => {
    const why = unjudgedWords(this.swing());
    return why && capital(why);
  });
  protected readonly judged = computed(() => judgedWords(this.view().comparison));
  protected readonly beside = besideWords;
  protected readonly name = faultName;
  protected readonly names = faultNames;
}

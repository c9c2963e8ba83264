import { computed, inject, signal } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withProps, withState } from '@ngrx/signals';
import { rxMethod } from '@ngrx/signals/rxjs-interop';
import { Store } from '@ngrx/store';
import { alike, setName } from '@vilko/contract/sets';
import type { Standard } from '@vilko/contract/standard';
import type { Lesson, SwingChange, SwingHead } from '@vilko/contract/swing';
import { EVENT_NAMES, type EventName } from '@vilko/core/events/event';
import type { MeasureId } from '@vilko/core/measures/registry';
import { unjudgedWords } from '@vilko/core/words/findings';
import { catchError, EMPTY, from, pipe, switchMap, tap } from 'rxjs';
import { mayBeginRun } from '../../drawing/rack/runs';
import { answerOf } from '../../state/answer';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { selectPatterns } from '../../state/pattern-shelf';
import { ReadActions, readFeature } from '../../state/read';
import { selectStandardRead } from '../../state/school';
import { sentenceOf } from '../../state/sentences';
import { judged } from '../../workers/judged';
import type { ReadRequest, ReadView } from '../../workers/read-view';
import { SwingReader } from '../../workers/swing-reader';
import { findingIn, toggleConfirmed } from './confirmed';
import { placeWords, toImpactWords } from './cursor-words';
import { findingMoment } from './finding-moment';

/** The rack has come to rest, ms. */
const SETTLE = 250;
/** A question that asks the same is not asked again. */
const SAME = { equal: (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b) };

/** A swing as it was read, and what was asked. */
interface SwingRead {
  readonly id: string;
  readonly request: ReadRequest;
  readonly view: ReadView;
}

/** Which swing the address names, and where its cursor stood in a link, ms from impact. */
export interface SwingLink {
  readonly swingId: string | undefined;
  readonly ms: number | null;
}

/** What makes a swing's numbers stale. */
function questionOf(s: SwingHead | undefined, pupil: Lesson['pupil'] | undefined) {
  if (!s || !pupil) return null;
  return {
    id: s.id,
    club: s.club,
    kind: s.kind,
    tag: s.tag,
    doubt: s.doubt,
    marks: s.marks,
    handed: s.handed,
    stature: pupil.stature,
  };
}
/** What makes only its judgement stale. */
function judgedBy(s: SwingHead | undefined, standard: Standard | null): ReadRequest['by'] | null {
  if (!s || !standard) return null;
  const { pattern, tuning, limits } = standard;
  return { pattern, tuning, limits, overruled: s.overruled.map((o) => o.fault) };
}
/** What is not judged cannot be asked what would make its finding go away. */
const judgedHere = (s: SwingHead | undefined): boolean => s !== undefined && unjudgedWords(s) === null;
type Question = NonNullable<ReturnType<typeof questionOf>>;

interface ReadStoreState {
  readonly link: SwingLink;
  /** Why the swing cannot be read. */
  readonly refusal: string | null;
  /** Measures lit by hovering a finding's evidence. */
  readonly lit: readonly MeasureId[];
  /** The panel of what would have to change is open. */
  readonly asking: boolean;
}

const initial: ReadStoreState = { link: { swingId: undefined, ms: null }, refusal: null, lit: [], asking: false };

/** One swing under one cursor: read off the main thread once, judged anew when what it is judged by changes. */
export const ReadStore = signalStore(
  withState(initial),
  withProps((_, store = inject(Store)) => ({
    lesson: store.selectSignal(lessonFeature.selectLesson),
    rack: store.selectSignal(lessonFeature.selectRack),
    patterns: store.selectSignal(selectPatterns),
    _moved: store.selectSignal(readFeature.selectCursor),
    _standards: store.selectSignal(selectStandardRead),
    _read: signal<SwingRead | null>(null),
    /** The altered swing, drawn beside the real one. */
    beside: signal<ReadView | null>(null),
  })),
  withComputed(({ rack, link }) => ({
    swing: computed((): SwingHead | undefined => rack().find((s) => s.id === link().swingId)),
  })),
  withComputed(({ swing, lesson, link, _read, _standards }) => ({
    handed: computed(() => swing()?.handed ?? lesson()?.pupil.handed ?? 'right'),
    /** What this swing is judged by. */
    standard: computed(() => {
      const s = swing();
      return s ? _standards()(s.club, s.intent) : null;
    }),
    _own: computed(() => (_read()?.id === link().swingId ? _read() : null)),
  })),
  withComputed(({ swing, lesson, standard }) => ({
    _question: computed(() => questionOf(swing(), lesson()?.pupil), SAME),
    _by: computed(() => judgedBy(swing(), standard()), SAME),
  })),
  withComputed(({ _own, _by }) => ({
    /** What was asked, by what holds now. */
    request: computed((): ReadRequest | null => {
      const [own, by] = [_own(), _by()];
      return own && by && (own.request.by === by ? own.request : { ...own.request, by });
    }),
  })),
  withComputed(({ _own, request }) => ({
    /** As it was measured, judged by what holds now. */
    view: computed((): ReadView | null => {
      const [own, asked] = [_own(), request()];
      if (!own || !asked) return null;
      // it came judged by what held when it was asked for
      return own.request === asked ? own.view : { ...own.view, ...judged(own.view, asked) };
    }),
  })),
  withComputed(({ swing, view, link, _moved }) => ({
    /** s on the recording's clock: where a hand put it, else where the link has it, at its finding, P3 or impact. */
    cursor: computed(() => {
      const v = view();
      const impact = v?.events.p7?.t;
      const ms = link().ms;
      if (_moved() !== null || !v) return _moved() ?? 0;
      return ms === null ? (findingMoment(v) ?? v.events.p3?.t ?? impact ?? v.start) : (impact ?? v.start) + ms / 1000;
    }),
    marked: computed(() => Object.keys(swing()?.marks ?? {}).length > 0),
  })),
  withComputed(({ view, cursor }) => ({
    place: computed(() => placeWords(view(), cursor())),
    toImpact: computed(() => toImpactWords(view(), cursor())),
  })),
  withProps(({ lesson, rack, _standards }) => ({
    /** What is found in the lesson's sets of swings: asked anew when the rack has come to rest. */
    found: answerOf(
      'findings',
      () => {
        rack();
        _standards();
        const id = lesson()?.id;
        return id === undefined ? null : { id };
      },
      SETTLE,
    ).value.asReadonly(),
  })),
  withMethods((store, bus = inject(Store)) => {
    /** Keeps where the runs of this swing's set begin; null: where the swings show it. */
    const cutRuns = (at: readonly number[] | null): void => {
      const [lesson, s] = [store.lesson(), store.swing()];
      if (!lesson || !s) return;
      const { [setName(s)]: _, ...others } = lesson.cuts;
      const cuts = at ? { ...others, [setName(s)]: [...at].sort((a, b) => a - b) } : others;
      bus.dispatch(LessonActions.changeLesson({ id: lesson.id, change: { cuts } }));
    };
    return {
      cutRuns,
      /** Lets a run begin with this swing, or no more. */
      toggleRun(): void {
        const s = store.swing();
        const steps =
          (s &&
            store
              .found()
              ?.clubs.find((c) => alike(c, s))
              ?.steps.map((x) => x.at)) ??
          [];
        if (!s || !mayBeginRun(s, store.rack())) return;
        cutRuns(steps.includes(s.number) ? steps.filter((n) => n !== s.number) : [...steps, s.number]);
      },
    };
  }),
  withMethods((store, bus = inject(Store)) => {
    /** Keeps what the instructor says of what is found. */
    const say = (change: Pick<SwingChange, 'confirmed' | 'overruled'>): void => {
      const s = store.swing();
      if (s) bus.dispatch(LessonActions.changeSwing({ id: s.id, change }));
    };
    return {
      say,
      /** Says of what is found that it is so, or takes that back. */
      confirm(): void {
        const [v, s] = [store.view(), store.swing()];
        if (!v || !s || !judgedHere(s)) return;
        const now = { fault: findingIn(v), pattern: v.comparison.pattern };
        say({ confirmed: toggleConfirmed(s.confirmed, now) });
      },
    };
  }),
  withMethods((store, bus = inject(Store), reader = inject(SwingReader)) => {
    const change = (change: Parameters<typeof LessonActions.changeSwing>[0]['change']): void => {
      const s = store.swing();
      if (s) bus.dispatch(LessonActions.changeSwing({ id: s.id, change }));
    };
    const move = (t: number): void => {
      const v = store.view();
      if (v) bus.dispatch(ReadActions.moveCursor({ t: Math.max(v.start, Math.min(v.end, t)) }));
    };
    /** Puts an event where a person saw it; `u` is its uncertainty in s when it was read from a film. */
    const mark = (name: EventName, t: number, u?: number): void => {
      const at = Math.round(t * 1e4) / 1e4;
      change({ marks: { ...store.swing()?.marks, [name]: u === undefined ? at : { t: at, u } } });
    };
    return {
      move,
      mark,
      open(link: SwingLink): void {
        if (link.swingId !== store.link().swingId) patchState(store, { refusal: null, lit: [] });
        if (link.swingId) bus.dispatch(ReadActions.openSwing({ id: link.swingId }));
        patchState(store, { link });
      },
      step(by: number): void {
        move(store.cursor() + by);
      },
      jump(direction: 1 | -1): void {
        const times = EVENT_NAMES.flatMap((n) => store.view()?.events[n]?.t ?? []);
        const next =
          direction > 0
            ? times.find((t) => t > store.cursor() + 1e-4)
            : times.filter((t) => t < store.cursor() - 1e-4).at(-1);
        if (next !== undefined) move(next);
      },
      markNearest(): void {
        const v = store.view();
        const away = (n: EventName) => Math.abs(v!.events[n]!.t - store.cursor());
        const near = v && EVENT_NAMES.filter((n) => v.events[n]).sort((a, b) => away(a) - away(b))[0];
        if (near) mark(near, store.cursor());
      },
      unmark: () => change({ marks: {} }),
      star(s: SwingHead): void {
        bus.dispatch(LessonActions.changeSwing({ id: s.id, change: { starred: !s.starred } }));
      },
      remove(): void {
        const s = store.swing();
        if (s) bus.dispatch(LessonActions.deleteSwing({ id: s.id }));
      },
      choosePattern: (pattern: string) => bus.dispatch(ReadActions.choosePattern({ pattern })),
      light: (lit: readonly MeasureId[]) => patchState(store, { lit }),
      /** The swing before or after this one. */
      neighbour: (by: 1 | -1): SwingHead | undefined =>
        store.rack()[store.rack().findIndex((s) => s.id === store.link().swingId) + by],
      ask(): void {
        store.beside.set(null);
        patchState(store, { asking: !store.asking() && judgedHere(store.swing()) });
      },
      /** Reads what is asked; the answer to an older question is dropped. */
      _readSwing: rxMethod<Question | null>(
        pipe(
          switchMap((q) => {
            const by = store._by();
            if (!q || !by) return EMPTY;
            return from(reader.read(q, by, q)).pipe(
              tap((read) => {
                store._read.set({ id: q.id, ...read });
                patchState(store, { refusal: null });
              }),
              catchError((e: unknown) => {
                store._read.set(null);
                patchState(store, { refusal: sentenceOf(e) });
                return EMPTY;
              }),
            );
          }),
        ),
      ),
    };
  }),
  withHooks({ onInit: (store) => void store._readSwing(store._question) }),
);

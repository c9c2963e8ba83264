import { inject } from '@angular/core';
import type { PracticeCame } from '@vilko/contract/alone';
import type {
  LogEntry,
  LogFilm,
  NewLogEntry,
  NewPlan,
  PlanAct,
  Practice,
  PracticePlan,
} from '@vilko/contract/practice';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { map, mergeMap } from 'rxjs';
import { counted } from '@vilko/core/words/amounts';
import { calling, callingNewest } from './calling';
import { NoticeActions } from './notices';
import { ReportActions } from './report-actions';

export const PracticeActions = createActionGroup({
  source: 'Practice',
  events: {
    Open: props<{ pupilId: string }>(),
    Came: props<{ pupilId: string; practice: Practice }>(),
    'Make plan': props<{ pupilId: string; plan: NewPlan }>(),
    'Plan made': props<{ plan: PracticePlan }>(),
    /** `back` undoes it; `said` tells what was done. */
    Act: props<{ id: string; act: PlanAct; said?: string; back?: PlanAct }>(),
    'Plan changed': props<{ plan: PracticePlan; said?: string; back?: PlanAct }>(),
    Log: props<{ pupilId: string; entry: NewLogEntry }>(),
    Logged: props<{ entry: LogEntry }>(),
    'Keep film': props<{ pupilId: string; file: File; note: string }>(),
    'Take in': props<{ pupilId: string; file: File }>(),
    'Taken in': props<{ pupilId: string; came: PracticeCame }>(),
    'Mark film': props<{ id: string; marks: LogFilm['marks'] }>(),
    'Delete entry': props<{ id: string }>(),
    'Entry deleted': props<{ entry: LogEntry }>(),
    'Restore entry': props<{ id: string }>(),
    Failed: props<{ message: string }>(),
  },
});

export interface PracticeState {
  readonly pupilId: string | null;
  /** Null until it came. */
  readonly practice: Practice | null;
  readonly error: string | null;
}

const A = PracticeActions;
const initial: PracticeState = { pupilId: null, practice: null, error: null };

const withPlan = (s: PracticeState, plan: PracticePlan): PracticeState =>
  s.practice && plan.pupilId === s.pupilId
    ? { ...s, practice: { ...s.practice, plans: s.practice.plans.map((p) => (p.id === plan.id ? plan : p)) } }
    : s;
const withLog = (s: PracticeState, change: (log: readonly LogEntry[]) => LogEntry[]): PracticeState =>
  s.practice
    ? { ...s, practice: { ...s.practice, log: change(s.practice.log).sort((a, b) => a.at.localeCompare(b.at)) } }
    : s;

export const practiceFeature = createFeature({
  name: 'practice',
  reducer: createReducer(
    initial,
    on(A.open, (s, { pupilId }): PracticeState =>
      s.pupilId === pupilId ? { ...s, error: null } : { pupilId, practice: null, error: null },
    ),
    on(A.came, (s, { pupilId, practice }): PracticeState => (s.pupilId === pupilId ? { ...s, practice } : s)),
    // the one that ran before has ended
    on(A.planMade, (s, { plan }): PracticeState =>
      s.practice && plan.pupilId === s.pupilId
        ? {
            ...s,
            practice: {
              ...s.practice,
              plans: [plan, ...s.practice.plans.map((p) => ({ ...p, endedAt: p.endedAt ?? plan.madeAt }))],
            },
          }
        : s,
    ),
    on(A.planChanged, (s, { plan }): PracticeState => withPlan(s, plan)),
    on(A.logged, (s, { entry }): PracticeState =>
      withLog(s, (log) => [...log.filter((e) => e.id !== entry.id), entry]),
    ),
    on(A.entryDeleted, (s, { entry }): PracticeState => withLog(s, (log) => log.filter((e) => e.id !== entry.id))),
    on(A.failed, (s, { message }): PracticeState => ({ ...s, error: message })),
  ),
  extraSelectors: ({ selectPractice }) => ({
    /** The plan that runs, if one does. */
    selectRunning: createSelector(
      selectPractice,
      (p): PracticePlan | null => p?.plans.find((x) => x.endedAt === null) ?? null,
    ),
  }),
});

/** What came of a file of practice. */
const cameWords = ({ practices, swings }: PracticeCame): string =>
  practices
    ? `${counted(swings, 'swing')} practised alone came in: they stand in the logbook and count as no lesson’s.`
    : 'All of it was here already.';

const failed = (message: string) => A.failed({ message });

export const practiceEffects = {
  open: callingNewest(
    A.open,
    (api, { pupilId }) => api.ask('practice', { id: pupilId }),
    (practice, { pupilId }) => A.came({ pupilId, practice }),
    failed,
  ),
  make: calling(
    A.makePlan,
    (api, { pupilId, plan }) => api.ask('makePlan', { id: pupilId }, plan),
    (plan) => A.planMade({ plan }),
    failed,
  ),
  act: calling(
    A.act,
    (api, { id, act }) => api.ask('actOnPlan', { id }, act),
    (plan, { said, back }) => A.planChanged({ plan, ...(said ? { said } : {}), ...(back ? { back } : {}) }),
    failed,
  ),
  log: calling(
    A.log,
    (api, { pupilId, entry }) => api.ask('log', { id: pupilId }, entry),
    (entry) => A.logged({ entry }),
    failed,
  ),
  keepFilm: calling(
    A.keepFilm,
    (api, { pupilId, file, note }) => api.ask('addLogFilm', { id: pupilId, note }, file),
    (entry) => A.logged({ entry }),
    failed,
  ),
  takeIn: calling(
    A.takeIn,
    (api, { pupilId, file }) => api.ask('takePractice', { id: pupilId }, file),
    (came, { pupilId }) => A.takenIn({ pupilId, came }),
    failed,
  ),
  markFilm: calling(
    A.markFilm,
    (api, { id, marks }) => api.ask('markLogFilm', { id }, { marks }),
    (entry) => A.logged({ entry }),
    failed,
  ),
  remove: calling(
    A.deleteEntry,
    (api, { id }) => api.ask('deleteEntry', { id }),
    (entry) => A.entryDeleted({ entry }),
    failed,
  ),
  restore: calling(
    A.restoreEntry,
    (api, { id }) => api.ask('restoreEntry', { id }),
    (entry) => A.logged({ entry }),
    failed,
  ),
  /** A pass written down opens a rung: how far up the ladders has changed. */
  again: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.logged, A.entryDeleted, A.planChanged, A.takenIn),
        map((a) => {
          if (a.type === A.takenIn.type) return A.open({ pupilId: a.pupilId });
          return A.open({ pupilId: a.type === A.planChanged.type ? a.plan.pupilId : a.entry.pupilId });
        }),
      ),
    { functional: true },
  ),
  /** The drill that a plan begins with is the lesson's one thing to do, on every page. */
  task: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.planMade),
        mergeMap(({ plan: { lessonId, plan } }) => {
          const [drill] = plan.wish.drills;
          return lessonId !== null && drill !== undefined ? [ReportActions.chooseTask({ lessonId, drill })] : [];
        }),
      ),
    { functional: true },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.planMade, A.planChanged, A.entryDeleted, A.takenIn, A.failed),
        map((a): Action => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          if (a.type === A.planMade.type)
            return NoticeActions.say({
              text: `The plan holds ${a.plan.plan.blocks.length} days of practice.`,
              kind: 'plain',
            });
          if (a.type === A.takenIn.type) return NoticeActions.say({ text: cameWords(a.came), kind: 'plain' });
          if (a.type === A.entryDeleted.type)
            return NoticeActions.offerUndo({
              text: 'The entry was deleted.',
              undo: A.restoreEntry({ id: a.entry.id }),
            });
          const text = a.said ?? 'The plan was changed.';
          return a.back
            ? NoticeActions.offerUndo({ text, undo: A.act({ id: a.plan.id, act: a.back }) })
            : NoticeActions.say({ text, kind: 'plain' });
        }),
      ),
    { functional: true },
  ),
};

import { inject } from '@angular/core';
import type { Report, ReportText } from '@vilko/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { filter, map } from 'rxjs';
import { calling } from './calling';
import { LessonActions } from './lesson';

export const ReportActions = createActionGroup({
  source: 'Report',
  events: {
    Open: props<{ lessonId: string }>(),
    Came: props<{ lessonId: string; report: Report }>(),
    /** `said` tells what was done and offers to take it back. */
    Keep: props<{ lessonId: string; text: ReportText | null; before: ReportText | null; said?: string }>(),
    Kept: props<{ lessonId: string; report: Report; before: ReportText | null; said?: string }>(),
    Send: props<{ lessonId: string; to: string }>(),
    Sent: props<{ file: string; to: string }>(),
    Failed: props<{ message: string }>(),
  },
});

export interface ReportState {
  readonly lessonId: string | null;
  /** Null until it came. */
  readonly report: Report | null;
  readonly saving: boolean;
  readonly error: string | null;
}

const A = ReportActions;
const initial: ReportState = { lessonId: null, report: null, saving: false, error: null };

export const reportFeature = createFeature({
  name: 'report',
  reducer: createReducer(
    initial,
    on(A.open, (s, { lessonId }): ReportState => (s.lessonId === lessonId ? { ...s, error: null } : { ...initial, lessonId })),
    on(A.came, (s, { lessonId, report }): ReportState => (s.lessonId === lessonId ? { ...s, report } : s)),
    // the words stand at once: they are what the page shows while the server keeps them
    on(A.keep, (s, { text }): ReportState => ({ ...s, saving: true, report: s.report && { ...s.report, text } })),
    on(A.kept, (s, { lessonId, report }): ReportState => ({ ...s, saving: false, ...(s.lessonId === lessonId ? { report } : {}) })),
    on(A.failed, (s, { message }): ReportState => ({ ...s, saving: false, error: message })),
  ),
});

const failed = (message: string) => A.failed({ message });

export const reportEffects = {
  open: calling(
    A.open,
    (api, { lessonId }) => api.report(lessonId),
    (report, { lessonId }) => A.came({ lessonId, report }),
    failed,
    'switch',
  ),
  keep: calling(
    A.keep,
    (api, { lessonId, text }) => api.keepReport(lessonId, text),
    (report, { lessonId, before, said }) => A.kept({ lessonId, report, before, ...(said ? { said } : {}) }),
    failed,
  ),
  send: calling(
    A.send,
    (api, { lessonId, to }) => api.sendReport(lessonId, to),
    ({ file }, { to }) => A.sent({ file, to }),
    failed,
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.kept, A.sent, A.failed),
        filter((a) => a.type !== A.kept.type || a.said !== undefined),
        map((a): Action => {
          if (a.type === A.failed.type) return LessonActions.say({ text: a.message, kind: 'alarm' });
          if (a.type === A.sent.type) return LessonActions.say({ text: `The letter to ${a.to} lies in the outbox: ${a.file}`, kind: 'plain' });
          return LessonActions.offerUndo({ text: a.said!, undo: A.keep({ lessonId: a.lessonId, text: a.before, before: null }) });
        }),
      ),
    { functional: true },
  ),
};

import { inject } from '@angular/core';
import type { Report } from '@vilko/contract/report';
import type { Shares } from '@vilko/contract/share';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, createFeature, createReducer, on } from '@ngrx/store';
import { filter, map } from 'rxjs';
import { calling, callingNewest } from './calling';
import { NoticeActions } from './notices';
import { ReportActions } from './report-actions';

export interface ReportState {
  readonly lessonId: string | null;
  /** Null until it came. */
  readonly report: Report | null;
  /** Links to the pupil's page; null until they came. */
  readonly shares: Shares | null;
  readonly saving: boolean;
  /** The last words are not with the server. */
  readonly unkept: boolean;
  readonly error: string | null;
}

const A = ReportActions;
const initial: ReportState = { lessonId: null, report: null, shares: null, saving: false, unkept: false, error: null };

export const reportFeature = createFeature({
  name: 'report',
  reducer: createReducer(
    initial,
    on(A.open, (s, { lessonId }): ReportState =>
      s.lessonId === lessonId ? { ...s, error: null } : { ...initial, lessonId },
    ),
    on(A.came, A.renewed, A.taskChosen, (s, { lessonId, report }): ReportState =>
      s.lessonId === lessonId ? { ...s, report } : s,
    ),
    // the words stand at once: they are what the page shows while the server keeps them
    on(A.keep, (s, { text }): ReportState => ({ ...s, saving: true, report: s.report && { ...s.report, text } })),
    on(A.notKept, (s): ReportState => ({ ...s, saving: false, unkept: true })),
    on(A.kept, (s, { lessonId, report }): ReportState => ({
      ...s,
      saving: false,
      unkept: false,
      ...(s.lessonId === lessonId ? { report } : {}),
    })),
    on(A.sharesCame, (s, { lessonId, shares }): ReportState => (s.lessonId === lessonId ? { ...s, shares } : s)),
    on(A.shareChanged, (s, { share }): ReportState =>
      s.shares && s.lessonId === share.lessonId
        ? { ...s, shares: { ...s.shares, shares: [share, ...s.shares.shares.filter((x) => x.token !== share.token)] } }
        : s,
    ),
    on(A.replied, (s, { entry, lessonId }): ReportState =>
      s.shares && s.lessonId === lessonId
        ? { ...s, shares: { ...s.shares, came: s.shares.came.map((e) => (e.id === entry.id ? entry : e)) } }
        : s,
    ),
    on(A.reviewKept, (s, { lessonId, review }): ReportState =>
      s.lessonId === lessonId && s.report ? { ...s, report: { ...s.report, review } } : s,
    ),
    on(A.reviewDeleted, (s, { lessonId, report }): ReportState => (s.lessonId === lessonId ? { ...s, report } : s)),
    on(A.failed, (s, { message }): ReportState => ({ ...s, saving: false, error: message })),
  ),
});

const failed = (message: string) => A.failed({ message });

export const reportEffects = {
  open: callingNewest(
    A.open,
    (api, { lessonId }) => api.ask('report', { id: lessonId }),
    (report, { lessonId }) => A.came({ lessonId, report }),
    failed,
  ),
  keep: calling(
    A.keep,
    (api, { lessonId, text, stands }) =>
      api.ask('keepReport', { id: lessonId }, { text, ...(stands ? { stands } : {}) }),
    (report, { lessonId, before, said }) => A.kept({ lessonId, report, before, ...(said ? { said } : {}) }),
    (message) => A.notKept({ message }),
  ),
  renew: calling(
    A.renew,
    (api, { lessonId }) => api.ask('renewReport', { id: lessonId }),
    (report, { lessonId }) => A.renewed({ lessonId, report }),
    failed,
  ),
  choose: calling(
    A.chooseTask,
    (api, { lessonId, drill }) => api.ask('chooseTask', { id: lessonId }, { drill }),
    (report, { lessonId, drill }) => A.taskChosen({ lessonId, drill, report }),
    failed,
  ),
  openShares: callingNewest(
    A.openShares,
    (api, { lessonId }) => api.ask('shares', { id: lessonId }),
    (shares, { lessonId }) => A.sharesCame({ lessonId, shares }),
    failed,
  ),
  makeShare: calling(
    A.makeShare,
    (api, { lessonId, days }) => api.ask('makeShare', { id: lessonId }, { days }),
    (share) => A.shareChanged({ share, said: 'The link is made: the page is open to whoever has it.' }),
    failed,
  ),
  reply: calling(
    A.reply,
    (api, { id, text }) => api.ask('replyToEntry', { id }, { text }),
    (entry, { lessonId }) => A.replied({ entry, lessonId }),
    failed,
  ),
  revoke: calling(
    A.revoke,
    (api, { token }) => api.ask('revokeShare', { token }),
    (share) =>
      A.shareChanged({ share, said: 'The link is revoked: it opens nothing any more. What the pupil sent is kept.' }),
    failed,
  ),
  keepReview: calling(
    A.keepReview,
    (api, { lessonId, film, duration }) => api.ask('keepReview', { id: lessonId, duration }, film),
    (review, { lessonId }) => A.reviewKept({ lessonId, review }),
    failed,
  ),
  deleteReview: calling(
    A.deleteReview,
    (api, { lessonId }) => api.ask('deleteReview', { id: lessonId }),
    (report, { lessonId }) => A.reviewDeleted({ lessonId, report }),
    failed,
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.kept, A.renewed, A.replied, A.shareChanged, A.reviewKept, A.reviewDeleted, A.failed, A.notKept),
        filter((a) => a.type !== A.kept.type || a.said !== undefined),
        map((a): Action => {
          if (a.type === A.notKept.type)
            return NoticeActions.say({ text: `${a.message} Your words stay on this page.`, kind: 'alarm' });
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          if (a.type === A.renewed.type)
            return NoticeActions.say({ text: 'Renewed: every figure of the page is of now.', kind: 'plain' });
          if (a.type === A.replied.type) {
            const text = a.entry.reply
              ? 'Your answer stands on the pupil’s page.'
              : 'The answer was taken off the pupil’s page.';
            return NoticeActions.say({ text, kind: 'plain' });
          }
          if (a.type === A.shareChanged.type) return NoticeActions.say({ text: a.said, kind: 'plain' });
          if (a.type === A.reviewKept.type)
            return NoticeActions.say({
              text: 'The spoken review is kept with the lesson, and plays on the pupil’s page.',
              kind: 'plain',
            });
          if (a.type === A.reviewDeleted.type)
            return NoticeActions.say({ text: 'The spoken review was deleted.', kind: 'plain' });
          return NoticeActions.offerUndo({
            text: a.said!,
            undo: A.keep({ lessonId: a.lessonId, text: a.before, before: null }),
          });
        }),
      ),
    { functional: true },
  ),
};

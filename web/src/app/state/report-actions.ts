import type { LogEntry } from '@vilko/contract/practice';
import type { Report, ReportField, ReportText, SpokenReview } from '@vilko/contract/report';
import type { Share, Shares } from '@vilko/contract/share';
import type { SHARE_DAYS } from '@vilko/contract/open-share';
import { createActionGroup, props } from '@ngrx/store';

export const ReportActions = createActionGroup({
  source: 'Report',
  events: {
    Open: props<{ lessonId: string }>(),
    Came: props<{ lessonId: string; report: Report }>(),
    /** `said` tells what was done and offers to take it back; `stands`: fields that hold though their figures moved. */
    Keep: props<{
      lessonId: string;
      text: ReportText | null;
      before: ReportText | null;
      said?: string;
      stands?: ReportField[];
    }>(),
    Kept: props<{ lessonId: string; report: Report; before: ReportText | null; said?: string }>(),
    Renew: props<{ lessonId: string }>(),
    Renewed: props<{ lessonId: string; report: Report }>(),
    'Choose task': props<{ lessonId: string; drill: string | null }>(),
    'Task chosen': props<{ lessonId: string; drill: string | null; report: Report }>(),
    'Open shares': props<{ lessonId: string }>(),
    'Shares came': props<{ lessonId: string; shares: Shares }>(),
    'Make share': props<{ lessonId: string; days: (typeof SHARE_DAYS)[number] }>(),
    /** Answers what a pupil sent; an empty text takes the answer back. */
    Reply: props<{ lessonId: string; id: string; text: string }>(),
    Replied: props<{ entry: LogEntry; lessonId: string }>(),
    Revoke: props<{ token: string }>(),
    'Share changed': props<{ share: Share; said: string }>(),
    'Keep review': props<{ lessonId: string; film: Blob; duration: number }>(),
    'Review kept': props<{ lessonId: string; review: SpokenReview }>(),
    'Delete review': props<{ lessonId: string }>(),
    'Review deleted': props<{ lessonId: string; report: Report }>(),
    /** The words did not reach the server: they stay on the page. */
    'Not kept': props<{ message: string }>(),
    Failed: props<{ message: string }>(),
  },
});

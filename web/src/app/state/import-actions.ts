import type { ShotsImported } from '@vilko/contract/shot';
import type { Imported, SwingKind } from '@vilko/contract/swing';
import type { ClubClass } from '@vilko/core/recording/recording';
import { createActionGroup, emptyProps, props } from '@ngrx/store';

/** Where a file is on its way into the lesson. */
export type ImportStage = 'looking' | 'asking' | 'sending' | 'analysing';

/** The lesson recordings go into, and what their swings are. */
export interface ImportTarget {
  readonly lessonId: string;
  readonly club: ClubClass;
  readonly clubName: string;
  readonly kind: SwingKind;
}

/** Files that are dropped, until they are there, refused or cancelled. */
export const ImportActions = createActionGroup({
  source: 'Import',
  events: {
    /** What was dropped or chosen: asked about first. */
    'Import files': props<{ files: File[] }>(),
    'Import file': props<{ file: File; to: ImportTarget | null }>(),
    /** A file is done with, and what came of it. */
    Imported: props<{ said: string }>(),
    'Import went on': props<{ file: string; stage: ImportStage; part: number | null }>(),
    'Cancel import': emptyProps(),
    'File imported': props<{ imported: Imported }>(),
    'File refused': props<{ file: string; message: string }>(),
    'Shots imported': props<{ file: string; shots: ShotsImported }>(),
  },
});

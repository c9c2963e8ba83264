import type { Imported, ShotsImported } from '@vilko/contract';
import { createActionGroup, emptyProps, props } from '@ngrx/store';

/** Where a file is on its way into the lesson. */
export type ImportStage = 'looking' | 'asking' | 'sending' | 'analysing';

/** Files that are dropped, until they are there, refused or cancelled. */
export const ImportActions = createActionGroup({
  source: 'Import',
  events: {
    'Import file': props<{ file: File }>(),
    Imported: emptyProps(),
    'Import went on': props<{ file: string; stage: ImportStage; part: number | null }>(),
    'Cancel import': emptyProps(),
    'File imported': props<{ imported: Imported }>(),
    'File refused': props<{ file: string; message: string }>(),
    'Shots imported': props<{ file: string; shots: ShotsImported }>(),
  },
});

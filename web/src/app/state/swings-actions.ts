import type { SwingChange, SwingHead, SwingPlace, SwingsMoved } from '@vilko/contract/swing';
import { createActionGroup, props } from '@ngrx/store';

/** What a card says of many swings alike. */
export type CardChange = Pick<
  SwingChange,
  'club' | 'clubName' | 'handed' | 'sure' | 'starred' | 'note' | 'kind' | 'tag' | 'intent'
>;

/** What is done with one swing or many, from whatever page they are listed on. */
export const SwingsActions = createActionGroup({
  source: 'Swings',
  events: {
    Change: props<{ ids: string[]; change: CardChange }>(),
    Changed: props<{ swings: SwingHead[] }>(),
    Move: props<{ ids: string[]; lessonId: string; whose: string }>(),
    Moved: props<{ moved: SwingsMoved; whose: string }>(),
    'Move back': props<{ before: SwingPlace[] }>(),
    'Moved back': props<{ swings: SwingHead[] }>(),
    Delete: props<{ ids: string[] }>(),
    Deleted: props<{ swings: SwingHead[] }>(),
    Restore: props<{ ids: string[] }>(),
    Restored: props<{ swings: SwingHead[] }>(),
    'To inbox': props<{ id: string }>(),
    'Went to inbox': props<{ swing: SwingHead }>(),
    Failed: props<{ message: string }>(),
  },
});

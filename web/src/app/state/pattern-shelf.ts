import { createSelector } from '@ngrx/store';
import { PATTERNS } from '@vilko/core/patterns/library';
import type { Pattern } from '@vilko/core/patterns/pattern';
import { selectOwnPatterns } from './patterns';

/** Every pattern there is: those shipped, then the house's own. */
export const selectPatterns = createSelector(selectOwnPatterns, (own): readonly Pattern[] => [...PATTERNS, ...own]);

import { ended } from '../words/case.js';
import type { Drill } from './drill.js';

/** How it feels and how often it is done, in sentences. */
export const doneWords = ({ feel, dose }: Pick<Drill, 'feel' | 'dose'>): string =>
  [ended(feel), ended(dose)].filter(Boolean).join(' ');

/** What it is and how often it is done, behind its name. */
export const taskWords = ({ name, gist, dose }: Pick<Drill, 'name' | 'gist' | 'dose'>): string =>
  `${name}: ${[ended(gist), ended(dose)].filter(Boolean).join(' ')}`;

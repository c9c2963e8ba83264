import type { OnRecord } from '@vilko/core/drills/injury-caps';
import { footOfSide } from '@vilko/core/recording/recording';
import { MINOR } from './person-words.js';
import { NO_NOTE } from './no-profile.js';
import type { PupilProfile } from './pupil.js';

/** What is on record about injuries, as far as it caps what is asked. */
export const onRecord = ({ injuries, injuryNotes }: Pick<PupilProfile, 'injuries' | 'injuryNotes'>): OnRecord[] =>
  injuries.map((part) => {
    const note = injuryNotes[part] ?? NO_NOTE;
    return { part, side: note.side, cleared: note.cleared };
  });

/** What is on record that a plan has to keep to. */
export const planLimits = ({ injuries, injuryNotes, ageBand }: PupilProfile) => ({
  injuries,
  cleared: injuries.filter((part) => injuryNotes[part]?.cleared),
  minor: MINOR.includes(ageBand ?? ''),
});

/** An injury as it is named: its side and the foot that is, since when, what was advised. */
export function injuryWords(
  { injuries, injuryNotes }: Pick<PupilProfile, 'injuries' | 'injuryNotes'>,
  handed: 'right' | 'left',
): string[] {
  return injuries.map((part) => {
    const { side, since, advice, cleared } = injuryNotes[part] ?? NO_NOTE;
    const where = side ? `${side} ${part} (the ${footOfSide(side, handed)} side)` : part;
    return [where, since && `since ${since}`, advice && `advised: ${advice}`, cleared ? 'cleared' : '']
      .filter(Boolean)
      .join(', ');
  });
}

import type { PupilWithLessons } from '@vilko/contract/lesson';
import type { SwingHead } from '@vilko/contract/swing';
import { CLUB_KEYS } from '@vilko/contract/club-keys';
import type { ClubClass } from '@vilko/core/recording/recording';
import type { CardChange } from '../../state/swings-actions';

/** What a card asks of each swing alike; empty is "as it is". */
export interface CardDraft {
  readonly club: string;
  readonly kind: string;
  readonly tag: string;
  readonly intent: string;
  readonly handed: string;
  readonly note: string;
}
const FIELDS = ['kind', 'tag', 'intent', 'handed', 'note'] as const;

/** What all these swings have alike; empty where they differ. */
export function draftOf(swings: readonly SwingHead[]): CardDraft {
  const alike = (of: (s: SwingHead) => string): string => {
    const values = new Set(swings.map(of));
    return values.size === 1 ? [...values][0]! : '';
  };
  return {
    club: alike((s) => s.clubName),
    kind: alike((s) => s.kind),
    tag: alike((s) => s.tag),
    intent: alike((s) => s.intent),
    handed: alike((s) => s.handed),
    note: alike((s) => s.note),
  };
}

/** A club that can be chosen, with the class its bands are of. */
export interface ClubChoice {
  readonly name: string;
  readonly club: ClubClass;
}

/** The pupil's own set first, then what every bay has; a club that a swing has already is among them. */
export function clubChoices(pupil: PupilWithLessons | undefined, swings: readonly ClubChoiceOf[]): ClubChoice[] {
  const all: ClubChoice[] = [
    ...(pupil?.profile.clubs ?? []).map(({ name, club }) => ({ name, club })),
    ...CLUB_KEYS.map(({ name, club }) => ({ name, club })),
    ...swings.map((s) => ({ name: s.clubName, club: s.club })),
  ];
  return all.filter((c, i) => all.findIndex((x) => x.name === c.name) === i);
}
type ClubChoiceOf = Pick<SwingHead, 'club' | 'clubName'>;

/** What is to be changed: what was chosen and is not what all have already. */
export function changeOf(draft: CardDraft, was: CardDraft, clubs: readonly ClubChoice[]): CardChange {
  const chosen = clubs.find((c) => c.name === draft.club);
  const club = chosen && draft.club !== was.club ? { club: chosen.club, clubName: chosen.name } : {};
  const rest = FIELDS.filter((k) => draft[k] !== was[k] && (k === 'note' || draft[k] !== ''));
  return { ...club, ...Object.fromEntries(rest.map((k) => [k, draft[k]])) };
}

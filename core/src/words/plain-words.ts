import words from './plain-words.json';

/** A word that is easily mixed up with another, explained to a pupil (judging.md §5). */
export interface PlainWord {
  readonly id: string;
  readonly word: string;
  readonly says: string;
}

/** The words that collide, each told apart in a sentence or two. */
export const PLAIN_WORDS: readonly PlainWord[] = words;

import type { Exercise } from '@vilko/core/reading-room/exercise';

/** What an exercise is called, what it asks, and what one of its items is. */
export interface ExerciseWords {
  readonly name: string;
  readonly asks: string;
  /** What is shown, and what is to be said, for who has not done it yet. */
  readonly gist: string;
  readonly one: string;
}

export const EXERCISE_WORDS: Readonly<Record<Exercise, ExerciseWords>> = {
  'first-cause': {
    name: 'First cause',
    asks: 'What is the first cause?',
    gist: 'A whole swing without its Reading: a cause, healthy, or cannot be told from this device.',
    one: 'swing',
  },
  'say-number': {
    name: 'Say the number',
    asks: 'How much is it?',
    gist: 'A share, a time, an angle or a length is hidden: say it, and how far off you may be.',
    one: 'number',
  },
  'before-trace': {
    name: 'Before the trace',
    asks: 'What will the path do?',
    gist: 'Only the golfer and the feet at address: say where the pressure will go.',
    one: 'film',
  },
  'which-first': {
    name: 'Which came first',
    asks: 'Which of the two leads to the other?',
    gist: 'Two faults in one swing, of which one makes the other.',
    one: 'swing',
  },
  'real-or-noise': {
    name: 'Real or noise',
    asks: 'Did the golfer change, and by how much?',
    gist: 'Two sets of one golfer’s swings in one number: nothing changed, or something did.',
    one: 'pair of sets',
  },
  'same-golfer': {
    name: 'Same golfer?',
    asks: 'One golfer, or two?',
    gist: 'Two swings with two clubs on one device.',
    one: 'pair',
  },
  'ball-agrees': {
    name: 'Does the ball agree?',
    asks: 'Does the ball agree with the finding?',
    gist: 'A swing with its first cause named, and what a ball did: one of such a swing, or not.',
    one: 'ball',
  },
  'choose-drill': {
    name: 'Choose the drill',
    asks: 'Which drill fits?',
    gist: 'A finding, injuries on record, a school, what is not there: of four drills one is right.',
    one: 'pupil',
  },
};

/** *Before the trace* as a pupil is asked it: everything is shown, in plain words. */
export const PUPIL_WORDS: ExerciseWords = {
  name: 'What do I see here?',
  asks: 'Where does the pressure go?',
  gist: 'For a pupil: the golfer and the feet together, in plain words and pictures. Nothing is kept.',
  one: 'swing',
};

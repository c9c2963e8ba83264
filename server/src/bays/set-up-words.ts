import type { Asked, SetUpStep } from '@vilko/contract';

type SideAsk = 'all lead' | 'all trail' | 'middle';
/** What is asked for, one after the other, to see that lead and trail are on the sides they should be. */
export const SIDE_ASKS: readonly { readonly does: SideAsk; readonly words: string }[] = [
  { does: 'all lead', words: 'Put all of it on the lead foot.' },
  { does: 'all trail', words: 'Now all of it on the trail foot.' },
  { does: 'middle', words: 'And back to the middle.' },
];

/** What the pupil reads in each step. */
export const ASKS: Readonly<Record<SetUpStep, string>> = {
  device: 'Listening to the device.',
  zero: 'Step off the device, everybody.',
  mass: 'Step on, one foot on each side, and stand still.',
  'lead foot': 'Rock from heel to toe on the lead foot, slowly, three times.',
  'trail foot': 'Now the trail foot: heel to toe, three times.',
  sides: SIDE_ASKS[0]!.words,
  ready: 'Ready. Take the club.',
};
/** What a stand-in does in each step. */
export const DOES: Readonly<Record<SetUpStep, Asked>> = {
  device: 'away',
  zero: 'away',
  mass: 'stand',
  'lead foot': 'rock lead',
  'trail foot': 'rock trail',
  sides: 'all lead',
  ready: 'swing',
};

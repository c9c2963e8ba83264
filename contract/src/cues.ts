import type { Cue } from './pupil.js';

/** What came of a cue. */
export const CUE_DID = ['worked', 'not known yet', 'did not help'] as const;

/** Cues on one pupil's shelf. */
export const MOST_CUES = 30;

/** A cue as it is told: one that asks for more than is wanted says so. */
export const cueText = ({ words, exaggerates }: Cue): string =>
  exaggerates ? `${words} (exaggerated on purpose: the feel, not the aim)` : words;

/** The cues that something came of, told together; empty where there are none. */
export const cuesThat = (cues: readonly Cue[], did: Cue['did']): string =>
  cues
    .filter((c) => c.did === did)
    .map(cueText)
    .join('; ');

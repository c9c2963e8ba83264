import type { Contact, InjuryNote, PupilProfile } from './pupil.js';

/** Nothing known of an injury but that it is there. */
export const NO_NOTE: InjuryNote = { side: null, since: '', advice: '', cleared: false };

/** Nobody said how somebody is reached. */
export const NO_CONTACT: Contact = { email: '', telephone: '', parent: '', parentEmail: '', parentTelephone: '' };

/** A pupil of whom nothing is known but the name. */
export const NO_PROFILE: PupilProfile = {
  ageBand: null,
  skill: null,
  sex: null,
  clubs: [],
  school: null,
  schools: {},
  size: 1,
  strictness: 1,
  injuries: [],
  injuryNotes: {},
  fear: '',
  limits: '',
  badShot: '',
  toldBefore: '',
  otherSports: '',
  cues: [],
  bodyScreen: '',
  screen: {},
  screenedOn: null,
  consent: null,
  contact: NO_CONTACT,
  notes: '',
};

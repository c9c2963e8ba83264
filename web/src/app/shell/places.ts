/** A lesson's stops, in the order of the lesson. */
export const STOPS = [
  { path: 'set-up', words: 'Set up' },
  { path: 'record', words: 'Record' },
  { path: 'read', words: 'Read' },
  { path: 'compare', words: 'Compare' },
  { path: 'practise', words: 'Practise' },
  { path: 'report', words: 'Report' },
] as const;

/** The rest of the house, each with the key that goes there. */
export const OFFICE = [
  { path: '/', words: 'Today', key: 'y' },
  { path: '/week', words: 'Week', key: 'w' },
  { path: '/office/pupils', words: 'Pupils', key: 'p' },
  { path: '/office/patterns', words: 'Patterns', key: 't' },
  { path: '/office/drills', words: 'Drills', key: 'd' },
  { path: '/office/programmes', words: 'Programmes', key: 'r' },
  { path: '/office/devices', words: 'Devices', key: 'v' },
  { path: '/office/measures', words: 'Measures', key: 'm' },
  { path: '/office/reading-room', words: 'Reading', key: 'o' },
  { path: '/office/letters', words: 'Letters', key: 'l' },
  { path: '/office/bin', words: 'Bin', key: 'b' },
  { path: '/office/settings', words: 'Settings', key: 's' },
] as const;

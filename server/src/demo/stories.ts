import { bag, contact, demonstration, type DemoPupil, driver, iron, lessons, pupil } from './story.js';

/** Invented pupils of an invented winter range in a converted rope works; the numbers tell the stories. */
export const DEMO_PUPILS: readonly DemoPupil[] = [
  {
    pupil: pupil(
      'maren',
      { name: 'Maren Oddby', about: 'Ferry engineer', handed: 'right', stature: 1.69, mass: 66 },
      'Stands firm on a moving deck, and stays there: she hangs back until the last swings of the lesson.',
      {
        ageBand: '35–54',
        badShot: 'heavy with the irons, sometimes thin to make up for it',
        contact: contact({ email: 'maren@ropewalk.example', telephone: '555 0117' }),
        toldBefore: 'Keep your head down.',
        otherSports: 'rowing, on an ergometer in the engine room',
        cues: [
          { words: 'step off the ferry', did: 'worked', exaggerates: false },
          { words: 'all of you on the lead heel before the arms come', did: 'not known yet', exaggerates: true },
          { words: 'stay behind it', did: 'did not help', exaggerates: false },
        ],
        clubs: bag(['driver', 'driver', 11.5], ['7-iron', 'iron', 33], ['8-iron', 'iron', 37]),
      },
    ),
    lessons: lessons(
      'maren',
      'Strike the ground after the ball',
      { measure: 'share.lead.p7', monitor: true, tendencies: { leadAddress: 0.25, trailMax: 0.5 } },
      [
        {
          startedAt: '2026-09-07T17:30:00Z',
          aim: 'A first look',
          device: 'plates',
          series: [iron('7-iron', 7, 'hangs-back', 'strong')],
        },
        {
          startedAt: '2026-10-05T17:30:00Z',
          device: 'plates',
          homework: 'Arms-crossed thirds, five minutes a day: say the share aloud.',
          series: [iron('7-iron', 8, 'hangs-back', 'strong')],
        },
        {
          startedAt: '2026-10-30T17:30:00Z',
          homework: 'The same, now with half shots.',
          series: [iron('7-iron', 7, 'hangs-back', 'strong'), demonstration('7-iron')],
        },
        {
          startedAt: '2026-11-20T17:30:00Z',
          homework: 'Tap after, ten half shots every other day.',
          nextVisit: '2026-12-11',
          feltOff: 9,
          series: [iron('7-iron', 6, 'hangs-back', 'strong'), iron('7-iron', 2), iron('8-iron', 2)],
          cues: [[7, 'step off the ferry']],
        },
      ],
    ),
  },
  {
    pupil: pupil(
      'corin',
      { name: 'Corin Vasshaug', about: 'Ex-fencer, plays left-handed', handed: 'left', stature: 1.83, mass: 79 },
      'Lunges as he used to: everything comes, but late.',
      {
        ageBand: '35–54',
        otherSports: 'fencing, foil, twenty years',
        badShot: 'a pull that starts left of the target, for him',
        cues: [{ words: 'parry, then riposte', did: 'worked', exaggerates: false }],
        clubs: bag(['driver', 'driver', 9.5], ['6-iron', 'iron', 29]),
      },
    ),
    lessons: lessons(
      'corin',
      'Start the move to the lead foot before the top',
      { measure: 'cross.p7.ms', tendencies: { trailMax: 0.3 } },
      [
        { startedAt: '2026-09-10T15:00:00Z', device: 'mat', series: [iron('6-iron', 8, 'late-shift', 'strong')] },
        { startedAt: '2026-10-08T15:00:00Z', device: 'mat', series: [iron('6-iron', 8, 'late-shift', 'strong')] },
        {
          startedAt: '2026-10-29T15:00:00Z',
          device: 'mat',
          homework: 'Three beats, with the metronome.',
          series: [iron('6-iron', 8, 'late-shift', 'medium')],
        },
        {
          startedAt: '2026-11-19T15:00:00Z',
          homework: 'Three beats again; count it aloud.',
          nextVisit: '2026-12-03',
          monitor: true,
          series: [iron('6-iron', 6, 'late-shift', 'strong'), driver(2)],
        },
      ],
    ),
  },
  {
    // one real improvement
    pupil: pupil(
      'ilse',
      { name: 'Ilse Tarnquist', about: 'Cellist', handed: 'right', stature: 1.66, mass: 58 },
      'Sits in the middle of her chair, and stood in the middle of her feet; since October the trail foot takes its share.',
      {
        ageBand: '18–34',
        injuries: ['shoulder'],
        injuryNotes: {
          shoulder: {
            side: 'left',
            since: 'last autumn',
            advice: 'full swings again, says her physiotherapist',
            cleared: true,
          },
        },
        limits: 'Nothing that jars the left shoulder before a concert.',
        toldBefore: 'Turn more.',
        cues: [{ words: 'down-bow to the trail foot', did: 'worked', exaggerates: false }],
        clubs: bag(['7-iron', 'iron', 34], ['9-iron', 'iron', 42]),
      },
    ),
    lessons: lessons(
      'ilse',
      'Let some load go to the trail foot',
      {
        bay: 'Mat room',
        measure: 'load.trail.max',
        device: 'mat',
        feltOff: -6,
        tendencies: { upPeak: -0.6, forcePeak: -0.15 },
      },
      [
        { startedAt: '2026-09-08T10:15:00Z', series: [iron('7-iron', 8, 'no-load', 'strong')] },
        {
          startedAt: '2026-09-29T10:15:00Z',
          homework: 'Trail step, ten a day.',
          series: [iron('7-iron', 8, 'no-load', 'strong')],
        },
        {
          startedAt: '2026-10-20T10:15:00Z',
          homework: 'Trail step, then without the step.',
          series: [iron('7-iron', 9, 'no-load', 'medium')],
        },
        {
          startedAt: '2026-11-03T10:15:00Z',
          homework: 'Half shots, say the trail share aloud.',
          series: [iron('7-iron', 9, 'no-load', 'weak')],
        },
        {
          startedAt: '2026-11-18T10:15:00Z',
          homework: 'Keep it: five swings before every practice, nothing more.',
          nextVisit: '2027-01-12',
          series: [iron('7-iron', 3, 'no-load', 'strong'), iron('7-iron', 6)],
          cues: [[4, 'sit into the cello']],
        },
      ],
    ),
  },
  {
    pupil: pupil(
      'halvard',
      { name: 'Halvard Brune', about: 'Retired hurdler', handed: 'right', stature: 1.88, mass: 84 },
      'Takes off from the wrong foot: going back the pressure goes to the lead foot first.',
      {
        ageBand: '55–69',
        contact: contact({ email: 'halvard@ropewalk.example', telephone: '555 0133' }),
        injuries: ['hip'],
        injuryNotes: { hip: { side: 'left', since: '2019', advice: 'no deep flexion', cleared: false } },
        otherSports: '110 m hurdles',
        limits: 'The left hip does not like deep flexion.',
        clubs: bag(['5-iron', 'iron', 25]),
      },
    ),
    lessons: lessons(
      'halvard',
      'Load the foot that is going to push',
      { bay: 'Bay 1', measure: 'share.lead.p4', device: 'plates', tendencies: { upPeak: 0.6 } },
      [
        { startedAt: '2026-09-14T12:45:00Z', series: [iron('5-iron', 8, 'reversed-load', 'strong')] },
        {
          startedAt: '2026-10-12T12:45:00Z',
          footwear: 'trainers',
          series: [iron('5-iron', 8, 'reversed-load', 'strong')],
        },
        {
          startedAt: '2026-11-17T12:45:00Z',
          homework: 'Rock without moving: two minutes before the news.',
          nextVisit: '2026-12-08',
          series: [iron('5-iron', 5, 'reversed-load', 'strong'), iron('5-iron', 2)],
        },
      ],
    ),
  },
  {
    pupil: pupil(
      'tove',
      { name: 'Tove Lindqvie', about: 'Fifteen, sails dinghies', handed: 'right', stature: 1.62, mass: 52 },
      'Quick hands and a long swing: the trail foot is loaded when it should already be pushing.',
      {
        ageBand: '12–15',
        contact: contact({
          parent: 'Agnete Lindqvie',
          parentEmail: 'agnete@ropewalk.example',
          parentTelephone: '555 0142',
        }),
        consent: { by: 'Agnete Lindqvie, mother', on: '2026-09-02' },
        otherSports: 'dinghy sailing',
        badShot: 'high and to the right',
        clubs: bag(['8-iron', 'iron', 38]),
      },
    ),
    lessons: lessons(
      'tove',
      'Be loaded by the top',
      { measure: 'load.trail.max.phase', device: 'boards', bay: 'Mat room', tendencies: { topAngle: 0.8, back: 0.15 } },
      [
        { startedAt: '2026-09-02T16:30:00Z', series: [iron('8-iron', 9, 'late-load', 'strong')] },
        { startedAt: '2026-09-30T16:30:00Z', series: [iron('8-iron', 9, 'late-load', 'strong')] },
        {
          startedAt: '2026-10-28T16:30:00Z',
          homework: 'Rocker board, one end, then the other.',
          series: [iron('8-iron', 9, 'late-load', 'medium')],
        },
        {
          startedAt: '2026-11-16T16:30:00Z',
          device: 'mat-plates',
          bay: 'Bay 3',
          homework: 'Rocker board before every five balls.',
          nextVisit: '2026-11-30',
          series: [iron('8-iron', 7, 'late-load', 'strong')],
        },
      ],
    ),
  },
  {
    // moved the mass instead of the pressure
    pupil: pupil(
      'jonas',
      { name: 'Jonas Perrick-Moe', about: 'Sixteen, plays handball', handed: 'right', stature: 1.77, mass: 66 },
      'Asked for more on the trail foot, he moved his body instead; with the driver the trail foot leaves before the ball does.',
      {
        ageBand: '16–17',
        consent: { by: 'Ragna Moe, mother', on: '2026-09-04' },
        otherSports: 'handball, left wing',
        toldBefore: 'Get behind it.',
        clubs: bag(['driver', 'driver', 10.5], ['7-iron', 'iron', 33]),
      },
    ),
    lessons: lessons(
      'jonas',
      'More on the trail foot going back',
      { bay: 'Bay 1', measure: 'load.trail.max', device: 'plates', tendencies: { upPeak: 0.5, forcePeak: 0.5 } },
      [
        { startedAt: '2026-09-04T16:00:00Z', tendencies: { trailMax: -1.1 }, series: [iron('7-iron', 8)] },
        {
          startedAt: '2026-10-02T16:00:00Z',
          tendencies: { trailMax: -1, massBack: 2.8 },
          homework: 'Turn into the trail foot.',
          series: [iron('7-iron', 8)],
        },
        {
          startedAt: '2026-10-23T16:00:00Z',
          tendencies: { trailMax: -1, massBack: 2.6 },
          homework: 'Lead foot float: if it can be held, the body moved.',
          series: [iron('7-iron', 8)],
        },
        {
          startedAt: '2026-11-13T16:00:00Z',
          aim: 'Keep the trail foot in the driver swing',
          nextVisit: '2026-11-27',
          monitor: true,
          series: [driver(6, 'stranded-trail-foot', 'strong'), iron('7-iron', 2)],
        },
      ],
    ),
  },
  {
    // came back from an injury
    pupil: pupil(
      'sunniva',
      { name: 'Sunniva Aldous', about: 'Back after a knee operation', handed: 'right', stature: 1.71, mass: 70 },
      'Saves the lead knee and starts on the trail foot; measured at home on two boards.',
      {
        ageBand: '35–54',
        injuries: ['knee'],
        injuryNotes: {
          knee: { side: 'left', since: 'June', advice: 'no jumping until the surgeon agrees', cleared: false },
        },
        fear: 'turning hard over the lead knee',
        limits: 'No jumping, no deep knee bend until the surgeon agrees.',
        bodyScreen: 'Lead knee bends to 110°, no swelling (October).',
        clubs: bag(['9-iron', 'iron', 41]),
      },
    ),
    lessons: lessons(
      'sunniva',
      'Even feet before anything moves',
      {
        bay: 'At home',
        measure: 'share.lead.address',
        device: 'boards',
        clubChannels: false,
        tendencies: { upPeak: -1, leadP7: -0.3 },
      },
      [
        { startedAt: '2026-09-16T18:20:00Z', pain: [4, 4], series: [iron('9-iron', 8, 'trail-start', 'strong')] },
        {
          startedAt: '2026-10-07T18:20:00Z',
          pain: [3, 3],
          homework: 'Even start, eyes shut, three in a row.',
          series: [iron('9-iron', 9, 'trail-start', 'strong')],
        },
        {
          startedAt: '2026-10-28T18:20:00Z',
          pain: [2, 2],
          homework: 'Even start, then one ball.',
          series: [iron('9-iron', 9, 'trail-start', 'medium')],
        },
        {
          startedAt: '2026-11-11T18:20:00Z',
          pain: [1, 1],
          homework: 'Even start before every ball.',
          nextVisit: '2026-12-02',
          series: [iron('9-iron', 6, 'trail-start', 'medium')],
        },
      ],
    ),
  },
  {
    // only spread
    pupil: pupil(
      'edvin',
      { name: 'Edvin Roake', about: 'Harbour pilot', handed: 'right', stature: 1.79, mass: 88 },
      'Comes to hear that it still works; what moves from visit to visit is only spread.',
      {
        ageBand: '55–69',
        otherSports: 'none he admits to',
        badShot: 'a slice, on days when nothing else is wrong',
        clubs: bag(['driver', 'driver', 10.5], ['7-iron', 'iron', 32]),
      },
    ),
    lessons: lessons('edvin', 'A look at everything', { measure: 'share.lead.p7', spread: 0.6 }, [
      { startedAt: '2026-09-09T11:00:00Z', device: 'boards', bay: 'Mat room', series: [iron('7-iron', 10)] },
      { startedAt: '2026-09-23T11:00:00Z', device: 'boards', bay: 'Mat room', series: [iron('7-iron', 10)] },
      { startedAt: '2026-10-14T11:00:00Z', device: 'boards', bay: 'Mat room', series: [iron('7-iron', 10)] },
      { startedAt: '2026-10-27T11:00:00Z', device: 'boards', bay: 'Mat room', series: [iron('7-iron', 10)] },
      {
        startedAt: '2026-11-09T11:00:00Z',
        spread: 0.35,
        monitor: true,
        faceOff: 4.5,
        nextVisit: '2027-04-12',
        series: [iron('7-iron', 4), driver(3)],
      },
    ]),
  },
];

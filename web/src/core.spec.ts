// Written by scripts/core-specs.mjs: the core's own specs, run in the browser that will run the core.
import '../../core/src/analyse.laws.spec';
import '../../core/src/analyse.spec';
import '../../core/src/compare/differences.spec';
import '../../core/src/compare/runs.spec';
import '../../core/src/compare/sets.spec';
import '../../core/src/compare/since.spec';
import '../../core/src/condition/low-pass.spec';
import '../../core/src/condition/time-base.spec';
import '../../core/src/drills/body-screen.spec';
import '../../core/src/drills/injury-caps.spec';
import '../../core/src/drills/picture.spec';
import '../../core/src/drills/shelf.spec';
import '../../core/src/events/address.spec';
import '../../core/src/events/events.spec';
import '../../core/src/events/find-swings.spec';
import '../../core/src/events/finish.spec';
import '../../core/src/events/impact.spec';
import '../../core/src/events/onset.spec';
import '../../core/src/events/phase.spec';
import '../../core/src/events/rehearsals.spec';
import '../../core/src/faults/causes.spec';
import '../../core/src/faults/face.spec';
import '../../core/src/faults/judge.spec';
import '../../core/src/faults/near-limit.spec';
import '../../core/src/faults/person-check.spec';
import '../../core/src/film/read-followed.spec';
import '../../core/src/formats/c3d/platform-types.spec';
import '../../core/src/formats/c3d/platform-wrench.spec';
import '../../core/src/formats/c3d/read-c3d.spec';
import '../../core/src/formats/c3d/write-c3d.spec';
import '../../core/src/formats/csv/csv-mapping.spec';
import '../../core/src/formats/csv/read-csv.spec';
import '../../core/src/formats/formats.spec';
import '../../core/src/formats/npz/zip.spec';
import '../../core/src/formats/preview.spec';
import '../../core/src/golfer/figure.spec';
import '../../core/src/golfer/motion.spec';
import '../../core/src/golfer/routine.spec';
import '../../core/src/golfer/shot.spec';
import '../../core/src/golfer/spread.spec';
import '../../core/src/ground/clipping.spec';
import '../../core/src/ground/foot-check.spec';
import '../../core/src/ground/mat-feet.spec';
import '../../core/src/ground/one-plate.spec';
import '../../core/src/ground/path.spec';
import '../../core/src/ground/plausible.spec';
import '../../core/src/ground/recorded-foot-check.spec';
import '../../core/src/ground/wrench.spec';
import '../../core/src/live/bay-state.spec';
import '../../core/src/live/rocking.spec';
import '../../core/src/measures/centre-of-mass.spec';
import '../../core/src/measures/glossary.spec';
import '../../core/src/measures/measures.spec';
import '../../core/src/measures/quarters-and-spike.spec';
import '../../core/src/measures/registry.spec';
import '../../core/src/measures/step.spec';
import '../../core/src/measures/swing-shape.spec';
import '../../core/src/measures/worth.spec';
import '../../core/src/patterns/bands.spec';
import '../../core/src/patterns/fit.spec';
import '../../core/src/patterns/library.spec';
import '../../core/src/practice/plan.spec';
import '../../core/src/practice/practice.spec';
import '../../core/src/practice/programme.spec';
import '../../core/src/practice/retest.spec';
import '../../core/src/practice/self-checks.spec';
import '../../core/src/practice/steadiness.spec';
import '../../core/src/practice/target.spec';
import '../../core/src/reading-room/agreement.spec';
import '../../core/src/reading-room/first-cause.spec';
import '../../core/src/reading-room/items.spec';
import '../../core/src/reading-room/own-swing.spec';
import '../../core/src/reading-room/paper.spec';
import '../../core/src/reading-room/rating.spec';
import '../../core/src/reading-room/score.spec';
import '../../core/src/reading-room/spacing.spec';
import '../../core/src/recording/placing.spec';
import '../../core/src/recording/units.spec';
import '../../core/src/shipped.spec';
import '../../core/src/signal/signal.spec';
import '../../core/src/traces/traces.spec';
import '../../core/src/what-if/smallest-change.spec';
import '../../core/src/what-if/what-if.spec';
import '../../core/src/words/plain-words.spec';
import '../../core/src/words/sports.spec';
import '../../core/src/words/words.spec';

/** Every suite these files hold: one that a bundler dropped is missed by name. */
const SUITES = [
  'whatever does not change the swing does not change its numbers',
  'analyse',
  'differences',
  'a step in time',
  'the limits of a step',
  'runs set by hand',
  'two sets of swings',
  'what stands nearest to a step',
  'lowPass',
  'timeBase',
  'a body screen',
  'injuries on record',
  'drill pictures',
  'a shelf of drills',
  'a drill that somebody writes or brings',
  'the address',
  'finding swings',
  'events',
  'finding swings by the load',
  'finding swings by the shaft',
  'finding rehearsals by the feet',
  'the finish held',
  'the quiet weight',
  'impact by a trigger',
  'impact by its sound',
  'impact by the loads',
  'the onset of pressure',
  'phaseAxis',
  'rehearsals',
  'the rules under a school, a shot and a golfer',
  'a set',
  'what the eye sees',
  'the ball',
  'drills',
  'schools side by side',
  'a pattern from swings',
  'the face before the feet',
  'what the ball does',
  'the fault catalogue',
  'judging',
  'patterns',
  'a spread of a lesson in which the golfer changed',
  'a set too small to tell',
  'the person who swings',
  'angles in a picture',
  'what is followed by hand',
  'a value at a moment',
  'the points of what is followed',
  'platforms of every type',
  'C3D platforms',
  'reading C3D',
  'writing C3D',
  'headers nobody has named before',
  'cells of a mat while they are read',
  'reading CSV',
  'formats',
  'the checksum of an archive’s entries',
  'a look at a recording before it is read',
  'the stick figure',
  'the simulated golfer',
  'somebody who is asked to do something on the device',
  'a simulated ball',
  'what a simulated golfer may have',
  'a simulated fault',
  'a channel at the end of its range',
  'the foot check',
  'feet on a mat',
  'a mat recording',
  'both feet on one plate',
  'a whole-body path',
  'what no golfer does',
  'a foot check from a recording',
  'pressurePoint',
  'a bay',
  'the feet of a bay',
  'a bay that is left alone',
  'a device that falls silent',
  'a bay, whatever happens to it and in what order',
  'rocking on one foot',
  'the centre of mass',
  'the glossary',
  'shares',
  'vertical forces',
  'horizontal forces',
  'the path',
  'what cannot be had',
  'the most prominent peak',
  'the quarters of the feet',
  'what the second edition adds',
  'the registry of measures',
  'what a measure says it needs',
  'what a device can honestly say',
  'the steps of an exercise',
  'a swing small',
  'the worth of a measure',
  'bands in force',
  'comparing with a pattern',
  'the pattern library',
  'a swing that is ideal in every band',
  'every band',
  'a practice plan',
  'a wish that cannot be planned',
  'moving a block',
  'the ladder',
  'a test of k of n',
  'success',
  'trials',
  'a relation',
  'days',
  'a programme',
  'a retest',
  'self-checks',
  'steadiness',
  'what can be agreed',
  'less spread',
  'what else moved',
  'agreement of two readers',
  'first cause',
  'an item of the reading room',
  'say the number',
  'before the trace',
  'what is true in an item',
  'the panel',
  'an item from a swing of the house',
  'a paper',
  'a reader’s rating',
  'the score of an answer',
  'calibration',
  'what is mixed up',
  'a pair that comes back',
  'placing a device',
  'units',
  'what comes with the application',
  'series',
  'peaks',
  'a swing’s traces',
  'packed traces',
  'the smallest change that removes a finding',
  'what if',
  'words for pupils',
  'comparisons from the pupil’s own sport',
  'numbers in words',
  'an end that somebody set',
  'days in words',
  'evidence in words',
  'findings in words',
];

describe('the core in the browser', () => {
  it('brings all its specs', () => {
    const there = new Set(
      jasmine
        .getEnv()
        .topSuite()
        .children.map((c) => c.description),
    );
    expect(SUITES.filter((s) => !there.has(s))).toEqual([]);
  });
});

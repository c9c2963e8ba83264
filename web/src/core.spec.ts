// The core's own specs, run in the browser that will run the core. A count guards against one being dropped silently.
import '../../core/src/condition/low-pass.spec';
import '../../core/src/condition/time-base.spec';
import '../../core/src/ground/wrench.spec';
import '../../core/src/formats/c3d/platform-wrench.spec';
import '../../core/src/formats/c3d/platform-types.spec';
import '../../core/src/formats/c3d/write-c3d.spec';
import '../../core/src/formats/formats.spec';
import '../../core/src/events/phase.spec';
import '../../core/src/measures/centre-of-mass.spec';
import '../../core/src/golfer/motion.spec';
import '../../core/src/faults/judge.spec';
import '../../core/src/analyse.spec';
import '../../core/src/signal/signal.spec';
import '../../core/src/formats/c3d/read-c3d.spec';
import '../../core/src/ground/mat-feet.spec';
import '../../core/src/events/events.spec';
import '../../core/src/measures/measures.spec';
import '../../core/src/patterns/fit.spec';
import '../../core/src/compare/sets.spec';
import '../../core/src/golfer/figure.spec';
import '../../core/src/golfer/shot.spec';
import '../../core/src/recording/units.spec';
import '../../core/src/events/rehearsals.spec';
import '../../core/src/ground/foot-check.spec';
import '../../core/src/ground/one-plate.spec';
import '../../core/src/compare/worth.spec';
import '../../core/src/measures/registry.spec';
import '../../core/src/measures/glossary.spec';
import '../../core/src/formats/csv/read-csv.spec';
import '../../core/src/golfer/routine.spec';
import '../../core/src/formats/csv/csv-mapping.spec';
import '../../core/src/formats/preview.spec';
import '../../core/src/ground/clipping.spec';
import '../../core/src/ground/path.spec';
import '../../core/src/ground/recorded-foot-check.spec';
import '../../core/src/analyse.laws.spec';
import '../../core/src/faults/causes.spec';
import '../../core/src/compare/differences.spec';
import '../../core/src/what-if/what-if.spec';
import '../../core/src/patterns/bands.spec';
import '../../core/src/golfer/spread.spec';
import '../../core/src/practice/practice.spec';
import '../../core/src/practice/plan.spec';
import '../../core/src/measures/step.spec';

const count = (suite: jasmine.Suite): number =>
  suite.children.reduce((n, c) => n + ('children' in c ? count(c) : 1), 0);

describe('the core in the browser', () => {
  it('brings all its specs', () => {
    expect(count(jasmine.getEnv().topSuite())).toBeGreaterThanOrEqual(540);
  });
});

export { VilkoError, type VilkoErrorCode } from './error.js';
export * from './recording/recording.js';
export { fromStored, G, isUnit, sameKind, toStored, unitFactor, type UnitName } from './recording/units.js';
export { CheckedFoot, FootCheck } from './recording/foot-check.js';
export { placingOf } from './recording/placing.js';
export { checkFoot } from './ground/foot-check.js';
export {
  FORMATS,
  type Format,
  formatOf,
  formatWords,
  type FileReading,
  readRecording,
  writeRecording,
  writtenExtensions,
} from './formats/formats.js';
export { CSV_CHANNELS, CsvMapping, headerKey, knowsHeader } from './formats/csv/csv-mapping.js';
export { type CsvHead, readCsvHead } from './formats/csv/csv-head.js';
export { CSV_UNITS } from './formats/csv/csv-units.js';
export { guessMapping } from './formats/csv/guess-mapping.js';
export { previewOf, type PreviewedFoot, type RecordingPreview } from './formats/preview.js';
export { c3dSource } from './formats/c3d/c3d-source.js';
export { DEFAULT_AXES, labAxes } from './formats/c3d/lab-axes.js';
export { recordedFootCheck } from './ground/recorded-foot-check.js';
export { writeC3d } from './formats/c3d/write-c3d.js';
export { BundleHead, readBundle, writeBundle } from './formats/bundle/bundle.js';
export { unzip } from './formats/npz/zip.js';
export * from './analyse.js';
export { CORE_VERSION, JUDGING_VERSION } from './core-version.js';
export * from './events/event.js';
export { phaseAxis, type PhaseAxis } from './events/phase.js';
export { type MatCells, readCells } from './ground/mat-cells.js';
export type { Cop } from './ground/foot-loads.js';
export { type Ground, readGround } from './ground/ground.js';
export { mirrorSign } from './ground/platforms.js';
export {
  checkedOutline,
  FEET,
  type FeetPair,
  type FootName,
  type FootOutline,
  forwardPosition,
  insidePosition,
  stanceLine,
  type StanceLine,
} from './ground/foot-outline.js';
export type { Measure, Measures, MeasureValue } from './measures/measure.js';
export { numberOf } from './measures/measure.js';
export { type Quarter, QUARTERS } from './measures/quarters.js';
export {
  capability,
  isMeasureId,
  type ListedMeasure,
  type MeasureFamily,
  type MeasureId,
  MEASURE_IDS,
  measureRow,
  MEASURES,
  worthOf,
} from './measures/registry.js';
export {
  BALL_QUANTITIES,
  ballNumberOf,
  isQuantityId,
  type Quantity,
  type QuantityId,
  quantityOf,
  type ValueOf,
} from './measures/quantity.js';
export { SHOT_NUMBERS, type ShotNumber } from './measures/shot-numbers.js';
export { type MeasureRow, type Moment, type Part, PARTS } from './measures/row.js';
export { GLOSSARY, glossaryMarkdown, type GlossaryRow } from './measures/glossary.js';
export type { SwingContext, SwingSignals } from './measures/context.js';
export { massDisplacement } from './measures/mass.js';
export { matShift } from './measures/swing-context.js';
export * from './film/followed.js';
export { apartInPicture, filmScale } from './film/film-scale.js';
export {
  angleOf,
  type FilmReading,
  type FilmValue,
  type FollowedFrame,
  type FollowedValue,
  keptValues,
  type Place,
  placesAt,
  tiltOf,
  valueAtMoment,
  valuesFollowed,
  withFrame,
} from './film/read-followed.js';
export * from './signal/series.js';
export * from './words/index.js';
export { evidenceValue, evidenceWords, goneWhen } from './words/evidence.js';
export * from './words/findings.js';
export { Band, BAND_SOURCES, BAND_SURE, bandProblem, Pattern, type Range, readPattern } from './patterns/pattern.js';
export {
  bandsFor,
  type ClubBand,
  idealOf,
  SIZE_RANGE,
  STRICTNESS_RANGE,
  toleratedRange,
  type Tuning,
} from './patterns/bands.js';
export { Overlay, OVERLAY_IDS, type OverlayId, OVERLAYS, overlaysFor } from './patterns/overlays.js';
export { type Dispute, DISPUTES } from './patterns/disputes.js';
export { readUnderSchools, type Schools } from './patterns/schools.js';
export { type ModelSwing, patternFromSwings } from './patterns/from-swings.js';
export { DEFAULT_PATTERN, patternOf, PATTERNS } from './patterns/library.js';
export { BAND_WORDS, type BandFit, type BandWord, compare, type Comparison } from './patterns/fit.js';
export { type ChangeWord, compareSets, type SetChange, type SetPair } from './compare/sets.js';
export { type MarkBefore, sinceOf } from './compare/since.js';
export { type Runs, runsAt, runsOf, type Series, seriesOf, type Step } from './compare/runs.js';
export { causesOf, consequencesOf, FAULTS, faultOf } from './faults/catalogue.js';
export { type Evidence, type FaultRule, Limit } from './faults/rule.js';
export { limitFor } from './faults/strength.js';
export type { Piece } from './faults/strength.js';
export * from './faults/judge.js';
export type { NearLimit } from './faults/near-limit.js';
export {
  type ForceTraces,
  type MatFrames,
  type PathTraces,
  type StaveId,
  type SwingForces,
  type SwingTraces,
  swingTraces,
  type Trace,
} from './traces/swing-traces.js';
export { readTraces, writeTraces } from './traces/trace-bundle.js';
export { soleEdge, swingShape, type SwingShape, type ShapePoint } from './measures/swing-shape.js';
export { stanceCoordinates } from './measures/path-legs.js';
export { soundOnset } from './events/impact.js';
export { findRehearsals } from './events/find-rehearsals.js';
export { findSwings } from './events/find-swings.js';
export { readChannels } from './events/events.js';
export { SIGNS, type Sign, walkBack, type EarlierCause } from './faults/seen.js';
export { type FittedSwing, oneSwingForAll } from './faults/one-swing-for-all.js';
export { Drill } from './drills/drill.js';
export { LADDER } from './drills/ladder.js';
export {
  BODY_SCREEN,
  hurtIn,
  type Proposal,
  proposalsOf,
  SCREEN_ANSWERS,
  type ScreenAnswer,
} from './drills/body-screen.js';
export { capsOf, type OnRecord } from './drills/injury-caps.js';
export { type SmallestChange, smallestChanges, type TriedSwing } from './what-if/smallest-change.js';
export { INJURY_TAGS, type InjuryTag } from './drills/injuries.js';
export {
  type PictureLines,
  pictureLines,
  type PictureStroke,
  type PictureText,
  type StrokeRole,
} from './drills/picture.js';
export type { DrillPicture } from './drills/drill-picture.js';
export { substitutesOf } from './drills/substitutes.js';
export { DRILLS, drillsFor, type OfferedDrills } from './drills/drills.js';
export { doneWords, taskWords } from './drills/task-words.js';
export { DRILL_CAUTIONS } from './drills/cautions.js';
export * from './drills/shelf.js';
export * from './drills/read-drill.js';
export * from './drills/own-drill.js';
export { doubtWords, personDoubts, type PersonDoubt, type PersonSeen } from './faults/person-check.js';
export { BALL_SIGNALS } from './faults/ball-does.js';
export { readFace, readLoft } from './faults/face.js';
export {
  fromSport,
  HouseSports,
  shippedSays,
  SPORT_THEMES,
  sportLibrary,
  type SportRow,
  type SportTheme,
} from './words/sports.js';
export { faceFirstWords, faceWords, pathWords } from './words/face.js';
export { BALL_ANSWERS, ballAnswer, type BallAnswer, type BallReadings } from './faults/ball.js';
export { alterSwing, type AlterAnswer, type AlteredSwing } from './what-if/alter.js';
export * from './what-if/what-if.js';
export { type Difference, differencesOf, representative, type SideOf, valuesOf } from './compare/differences.js';
export { byProducts, differenceIn, isReal, movedBy, strikeWords } from './compare/by-products.js';
export { mean, standardDeviation } from './compare/statistics.js';
export { LAST_RUNG, type Rung, RUNGS, staysValid, tagOn } from './practice/rungs.js';
export {
  type Answer,
  answerOf,
  answerWords,
  type PracticeBand,
  type PracticeTest,
  testState,
  type TestState,
} from './practice/attempts.js';
export { type Steadiness, steadinessOf } from './practice/steadiness.js';
export { FEWEST_FOR_SPREAD } from './practice/fewest.js';
export { bandScale, placeOn } from './practice/band-scale.js';
export { type Success, successOf, successOfSpread } from './practice/success.js';
export { SUCCESS_WORDS, type SuccessWord } from './practice/success-words.js';
export { FEWEST_AFTER } from './practice/fewest.js';
export { type SelfCheck } from './practice/self-check.js';
export { answerMeans, checksFor, SELF_CHECKS, selfCheck } from './practice/self-checks.js';
export { Programme, ProgrammeStep } from './practice/programme.js';
export { PROGRAMMES } from './practice/programmes.js';
export { Target, targetBand } from './practice/target.js';
export { differsIn, type Retest, retestLacks, retestWords, type TestedAs } from './practice/retest.js';
export { addDays, type Day, daysBetween, weekday } from './practice/day.js';
export { BlockResult, Plan, PlanBlock, PlanWish } from './practice/plan-schema.js';
export * from './practice/plan.js';
export { type Arm, drawTrials, nextTrial, trialsSay } from './practice/trials.js';
export { FEW_POINTS, type Relation, relationOf } from './practice/relation.js';

import type { Follower, StepStanding } from '@vilko/contract';
import type { Programme, ProgrammeStep } from '@vilko/core';
import type { HouseClock } from '../day/house-clock.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ReportService } from '../reports/report-service.js';
import { bookTest, type TestDesk, testIn } from './book-test.js';
import type { KnownFollower, ProgrammeRepository } from './programme-repository.js';
import type { ProgrammeShelf } from './programme-shelf.js';

export interface FollowerShelves extends TestDesk {
  readonly kept: ProgrammeRepository;
  readonly shelf: ProgrammeShelf;
  readonly pupils: PupilRepository;
  readonly reports: ReportService;
}

const WEEK = 7;

/** How somebody stands in a programme, and when they are tested. */
export function followerDesk({ kept, shelf, pupils, reports, ...desk }: FollowerShelves) {
  /** How a step stood in the last lesson since it was begun. */
  const standing = async (f: KnownFollower, step: ProgrammeStep | undefined): Promise<StepStanding | null> => {
    const last = step && (await pupils.lessonHeads(f.pupilId)).findLast((l) => new Date(l.startedAt) >= f.since);
    if (!last?.swings) return null;
    const judged = await reports.judgedBy(last.id, { measure: step!.measure, target: step!.target });
    if (!judged?.success || !judged.measure) return null;
    const { word, inside, of } = judged.success;
    const { after: mean, unit } = judged.measure;
    return { lessonId: last.id, startedAt: last.startedAt, word, inside, of, mean, unit };
  };
  /** The day on which a step is to be tested. */
  const dueOf = (clock: HouseClock, { since }: KnownFollower, step: ProgrammeStep | undefined): string =>
    clock.addDays(clock.wall(since).date, WEEK * (step?.weeks ?? 0));
  const followerOf = async (f: KnownFollower, programme: Programme | undefined): Promise<Follower> => {
    const step = f.ended === null ? programme?.steps[f.step] : undefined;
    const { clock } = await desk.service.clock();
    const testOn = dueOf(clock, f, step);
    const test = step ? testIn(await desk.bookings.ofPupils([f.pupilId]), testOn, clock) : null;
    return { ...f, since: f.since.toISOString(), standing: await standing(f, step), testOn, test };
  };
  const programmeOf = async (id: string): Promise<Programme | undefined> => (await shelf.one(id))?.programme;
  const shown = async (id: string): Promise<Follower> => {
    const row = (await kept.follower(id))!;
    return followerOf(row, await programmeOf(row.programmeId));
  };
  /** The test of the step that somebody is at now. */
  const booked = async (id: string): Promise<string> => {
    const row = (await kept.follower(id))!;
    const step = (await programmeOf(row.programmeId))?.steps[row.step];
    if (!step) return '';
    const { clock } = await desk.service.clock();
    return bookTest(desk, { pupilId: row.pupilId, name: row.name, due: dueOf(clock, row, step) });
  };
  return { standing, followerOf, programmeOf, shown, booked };
}

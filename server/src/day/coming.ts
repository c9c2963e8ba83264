import { type Booking, type Coming, injuryWords } from '@vilko/contract';
import { idealOf, targetBand } from '@vilko/core';
import type { DashboardService } from '../practice/dashboard-service.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { SwingService } from '../swings/swing-service.js';
import type { HouseClock } from './house-clock.js';

/** Where it stands what is known of pupils. */
export interface KnownOfPupils {
  readonly pupils: PupilRepository;
  readonly practice: PracticeRepository;
  readonly swings: SwingService;
  readonly dashboard: DashboardService;
  /** Where a pupil stands in the programme that they follow. */
  readonly placeOf: (pupilId: string) => Promise<Coming['step']>;
}

/** What one wants to know of somebody before they come. */
export function comingWith({ pupils, practice, swings, dashboard, placeOf }: KnownOfPupils) {
  return async (booking: Booking, clock: HouseClock): Promise<Coming> => {
    const nothing = { booking, came: [], practised: null, last: null, injuries: [], step: null, agreed: null };
    const { pupilId } = booking;
    const pupil = pupilId === null ? null : await pupils.one(pupilId);
    if (!pupil) return nothing;
    const [board, heads, running, standardOf, step] = await Promise.all([
      dashboard(pupil.id),
      pupils.lessonHeads(pupil.id),
      practice.running(pupil.id),
      swings.standards(pupil),
      placeOf(pupil.id),
    ]);
    const last = heads.findLast((l) => l.id !== booking.lessonId) ?? null;
    const plan = running?.plan;
    const today = booking.date;
    const since = last ? clock.wall(new Date(last.startedAt)).date : '';
    const blocks = plan?.blocks.filter((b) => b.date >= since && b.date < today) ?? [];
    const { measure, target, trend, came } = board!;
    const point = trend.at(-1);
    const club = board!.club === null ? null : (board!.club as Parameters<typeof standardOf>[0]);
    const school = measure && club ? (idealOf(standardOf(club, 'stock'), club, measure) ?? null) : null;
    const band = targetBand(target, school ?? [null, null]);
    return {
      booking,
      came,
      practised: plan ? { done: blocks.filter((b) => b.result?.did === 'done').length, of: blocks.length } : null,
      last: last && { lessonId: last.id, startedAt: last.startedAt, aim: last.aim },
      injuries: injuryWords(pupil.profile, pupil.handed),
      step,
      agreed: measure && {
        measure,
        mean: point?.mean ?? null,
        n: point?.n ?? 0,
        band: band[0] === null && band[1] === null ? null : [band[0], band[1]],
      },
    };
  };
}

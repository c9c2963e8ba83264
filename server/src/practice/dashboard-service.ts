import type { PupilDashboard } from '@vilko/contract';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { SwingService } from '../swings/swing-service.js';
import { dashboardOf } from './dashboard.js';
import type { PracticeRepository } from './practice-repository.js';

/** What a pupil works on and whether it changed; null where there is no such pupil. */
export const dashboardService =
  (pupils: PupilRepository, swings: SwingService, practice: PracticeRepository) =>
  async (pupilId: string): Promise<PupilDashboard | null> => {
    const pupil = await pupils.one(pupilId);
    if (!pupil) return null;
    const lessons = await pupils.lessonHeads(pupilId);
    return dashboardOf(lessons, await swings.summarised(pupil), await practice.logOf([pupilId]));
  };

export type DashboardService = ReturnType<typeof dashboardService>;

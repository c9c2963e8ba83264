import { simulate } from '@vilko/core/golfer';
import type { SwingService } from '../analysis/swing-service.js';
import type { PupilRepository } from '../db/pupils.js';
import { DEMO_PUPILS } from './pupils.js';

const MINUTE = 60_000;
const SPREAD = 0.35;

/** The lesson the demo opens with. */
export const DEMO_LESSON = 'lesson-maren';

/**
 * Fills an empty database with the sample world; does nothing where there are pupils already. The same every time.
 * @param tell hears how far it is, 0–1
 */
export async function seedDemo(pupils: PupilRepository, service: SwingService, tell: (part: number) => void): Promise<void> {
  if ((await pupils.all()).length) return;
  const total = DEMO_PUPILS.reduce((n, p) => n + p.series.reduce((m, s) => m + s.count, 0), 0);
  let done = 0;
  for (const [i, { pupil, lesson, device, clubChannels, tendencies, series }] of DEMO_PUPILS.entries()) {
    const lessonId = `lesson-${pupil.id}`;
    await pupils.add(pupil);
    await pupils.addLesson({ id: lessonId, pupilId: pupil.id, startedAt: new Date(lesson.startedAt), bay: lesson.bay, aim: lesson.aim });
    let swing = 0;
    for (const s of series)
      for (let k = 0; k < s.count; k++) {
        const { recording } = simulate({
          device,
          seed: 1000 * (i + 1) + swing,
          handed: pupil.handed,
          club: s.club,
          fault: s.fault,
          strength: s.strength,
          clubChannels,
          build: { stature: pupil.stature!, mass: pupil.mass! },
          style: { tendencies, spread: SPREAD },
        });
        const recordedAt = new Date(Date.parse(lesson.startedAt) + (5 + 2 * swing) * MINUTE);
        await service.store(
          { ...recording, name: `${pupil.id}-${swing + 1}` },
          { lessonId, club: s.club, clubName: s.clubName, source: 'bay', file: null, recordedAt },
        );
        swing++;
        tell(++done / total);
      }
  }
}

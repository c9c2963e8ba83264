import { randomUUID } from 'node:crypto';
import type { LessonHead } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { Desk } from './desk.js';

/** Where nothing else was said before. */
const FIRST_AIM = 'A first look';

/**
 * Begins the lesson that was booked, set out as the pupil's programme says, else as the last one was; begun already,
 * the lesson that it became.
 */
export const beginAt =
  ({ bookings, pupils, allBays, stepOf, now }: Desk) =>
  async (id: string): Promise<LessonHead | null> => {
    const row = await bookings.one(id);
    if (!row) return null;
    if (row.pupilId === null) throw new VilkoError('bad-option', 'nobody comes: this is no lesson');
    const begun = row.lessonId === null ? null : await pupils.lesson(row.lessonId);
    if (begun) return begun.head;
    if (row.state === 'cancelled') throw new VilkoError('bad-option', 'it was cancelled: book it again first');
    const last = (await pupils.lessonHeads(row.pupilId)).at(-1);
    const step = await stepOf(row.pupilId);
    const agreed = step ?? last;
    const bay = (await allBays()).find((b) => b.id === row.bayId);
    const lesson = await pupils.addLesson({
      id: randomUUID(),
      pupilId: row.pupilId,
      startedAt: now(),
      bay: bay?.name ?? '',
      aim: row.aim || agreed?.aim || FIRST_AIM,
      measure: agreed?.measure ?? null,
      target: agreed?.target ?? null,
      ...(last ? { footwear: last.footwear } : {}),
    });
    await bookings.change([{ id, set: { state: 'begun', lessonId: lesson.id } }]);
    return lesson;
  };

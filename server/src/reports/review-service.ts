import { randomUUID } from 'node:crypto';
import type { SpokenReview } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { filmMime } from '../swings/film-service.js';
import type { FilmStore } from '../swings/film-store.js';

/** The instructor's voice over the replay: one for each lesson. */
export const reviewService = (pupils: PupilRepository, store: FilmStore) => ({
  /** Keeps the spoken review, instead of the one before; null when there is no such lesson. */
  async keepReview(lessonId: string, bytes: Uint8Array, duration: number): Promise<SpokenReview | null> {
    if (!(await pupils.lesson(lessonId))) return null;
    const mime = filmMime(bytes);
    if (!mime) throw new VilkoError('unsupported', 'this file is neither WebM nor MP4: the review before stands');
    const before = await pupils.review(lessonId);
    const review: SpokenReview = {
      id: randomUUID(),
      mime,
      size: bytes.byteLength,
      duration,
      madeAt: new Date().toISOString(),
    };
    await store.put(review, bytes);
    await pupils.keepReview(lessonId, review);
    if (before) await store.remove(before);
    return review;
  },
  async dropReview(lessonId: string): Promise<boolean> {
    const before = await pupils.review(lessonId);
    if (before) await store.remove(before);
    return pupils.keepReview(lessonId, null);
  },
  review: (lessonId: string): Promise<SpokenReview | null> => pupils.review(lessonId),
  toSend: store.toSend,
});

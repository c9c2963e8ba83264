import { randomUUID } from 'node:crypto';
import { NO_SHOT, type Shot, type ShotChange, type ShotsImported, type ShotValues, SIDED } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ShotRepository } from './shot-repository.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';
import { readShots } from './read-shots.js';

/** A shot belongs to the swing whose impact is nearest, if no further away than this, ms. */
const NEAR = 4000;

/** Values whose left and right are absolute, as they are kept: mirrored once for a left-hander. */
export function byHand(values: ShotValues, handed: 'right' | 'left'): ShotValues {
  if (handed === 'right') return values;
  return { ...values, ...Object.fromEntries(SIDED.map((k) => [k, values[k] === null ? null : -values[k]])) };
}

/** The nearest swing in time that has no shot yet; null when none is near. */
export function nearestSwing(at: Date, swings: readonly SwingRow[], taken: ReadonlySet<string>): SwingRow | null {
  const distance = (s: SwingRow) => Math.abs(s.recordedAt.getTime() - at.getTime());
  const near = swings.filter((s) => !taken.has(s.id) && distance(s) <= NEAR).sort((a, b) => distance(a) - distance(b));
  return near[0] ?? null;
}

/** A shot as a launch monitor tells it. */
export interface ArrivingShot {
  readonly lessonId: string;
  readonly at: Date;
  readonly from: string;
  readonly values: ShotValues;
  /** Its sides are the lab's, not the golfer's. */
  readonly absolute: boolean;
}

/** Shots from the keyboard, a monitor or a list, matched to swings by time. */
export function shotService(pupils: PupilRepository, swings: SwingRepository, shots: ShotRepository) {
  const takenIn = async (lessonId: string): Promise<Set<string>> =>
    new Set((await shots.ofLessons([lessonId])).flatMap((s) => s.swingId ?? []));

  return {
    /** What a person enters about a swing's ball; entered values win over a monitor's. */
    async enter(swingId: string, change: ShotChange): Promise<Shot | null> {
      const swing = await swings.one(swingId);
      if (!swing) return null;
      const there = (await shots.ofLessons([swing.lessonId])).findLast((s) => s.swingId === swingId);
      if (there) return shots.change(there.id, { values: { ...there.values, ...change } });
      return shots.add({
        id: randomUUID(),
        lessonId: swing.lessonId,
        swingId,
        at: swing.recordedAt,
        source: 'keyboard',
        from: 'entered',
        values: { ...NO_SHOT, ...change },
      });
    },
    /** A shot from a monitor, with its time; it may come before or after its swing. */
    async arrive({ lessonId, at, from, values, absolute }: ArrivingShot): Promise<Shot> {
      const lesson = await pupils.lesson(lessonId);
      if (!lesson) throw new VilkoError('bad-option', 'this lesson does not exist any more');
      const swing = nearestSwing(at, await swings.ofLesson(lessonId), await takenIn(lessonId));
      const kept = absolute ? byHand(values, lesson.pupil.handed) : values;
      return shots.add({
        id: randomUUID(),
        lessonId,
        swingId: swing?.id ?? null,
        at,
        source: 'feed',
        from,
        values: kept,
      });
    },
    /** Gives a new swing the shot that waits for it. */
    async matchSwing(swingId: string): Promise<boolean> {
      const swing = await swings.one(swingId);
      if (!swing) return false;
      const waiting = (await shots.ofLessons([swing.lessonId])).filter((s) => s.swingId === null);
      const near = waiting.filter((s) => nearestSwing(new Date(s.at), [swing], new Set()));
      if (!near[0]) return false;
      await shots.change(near[0].id, { swingId });
      return true;
    },
    /** Reads a list of shots into a lesson. Nothing is stored when a line cannot be read. */
    async importList(lessonId: string, text: string, file: string, absolute: boolean): Promise<ShotsImported> {
      const lesson = await pupils.lesson(lessonId);
      if (!lesson) throw new VilkoError('bad-option', 'this lesson does not exist any more');
      const list = readShots(text, file);
      const rack = await swings.ofLesson(lessonId);
      const taken = await takenIn(lessonId);
      let matched = 0;
      for (const s of list.shots) {
        const swing =
          s.swing !== null
            ? rack.find((r) => r.number === s.swing && !taken.has(r.id))
            : s.at && nearestSwing(s.at, rack, taken);
        if (swing) taken.add(swing.id);
        matched += swing ? 1 : 0;
        await shots.add({
          id: randomUUID(),
          lessonId,
          swingId: swing?.id ?? null,
          at: s.at ?? swing?.recordedAt ?? new Date(lesson.head.startedAt),
          source: 'file',
          from: file,
          values: absolute ? byHand(s.values, lesson.pupil.handed) : s.values,
        });
      }
      return { matched, waiting: list.shots.length - matched, columns: [...list.columns], left: [...list.left] };
    },
    async remove(swingId: string): Promise<void> {
      const swing = await swings.one(swingId);
      if (!swing) return;
      for (const s of await shots.ofLessons([swing.lessonId])) if (s.swingId === swingId) await shots.remove(s.id);
    },
  };
}

export type ShotService = ReturnType<typeof shotService>;

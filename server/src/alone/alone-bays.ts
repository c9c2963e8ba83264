import type { AloneHome, LessonHead } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { Bays } from '../bays/bays.js';

/** The device a home has, where several are there. */
const AT_HOME = 'boards';

/**
 * The bays, for whoever practises alone: with a device, and not in the middle of a lesson.
 * @param found the practice with this id; null where there is none, or it is a lesson
 */
export function aloneBays(bays: Bays, found: (lessonId: string) => Promise<LessonHead | null>) {
  const standing = async () =>
    Promise.all(
      bays.all().map(async (handle) => {
        const b = handle.state();
        const alone = b.lessonId === null ? null : await found(b.lessonId);
        return { ...b, handle, alone, free: b.lessonId === null || b.state === 'asleep' || alone !== null };
      }),
    );
  return {
    /** Where it can be practised now, or why not, and what was begun and not ended. */
    async now(): Promise<Pick<AloneHome, 'bay' | 'why' | 'running'>> {
      const there = await standing();
      const sending = there.filter((b) => b.device?.connected);
      const ready = sending.filter((b) => b.free);
      const bay = ready.find((b) => b.device!.kind === AT_HOME) ?? ready[0];
      const begun = there.find((b) => b.alone !== null && b.state !== 'asleep');
      const busy = sending.find((b) => !b.free);
      const why = busy
        ? `${busy.name} is in the middle of a lesson.`
        : 'No boards, plates or mat are sending. Switch them on; this page sees it by itself.';
      return {
        bay: bay ? { id: bay.id, name: bay.name, device: bay.device!.kind } : null,
        why: bay ? null : why,
        running: begun?.alone ? { lessonId: begun.alone.id, pupilId: begun.alone.pupilId, bay: begun.id } : null,
      };
    },
    /** @throws VilkoError where the bay cannot be had */
    async free(bayId: string): Promise<{ name: string; give: (lessonId: string) => Promise<unknown> }> {
      const bay = (await standing()).find((b) => b.id === bayId);
      if (!bay) throw new VilkoError('bad-option', 'there is no such bay');
      if (!bay.free) throw new VilkoError('bad-option', `${bay.name} is in the middle of a lesson: nothing was begun`);
      return { name: bay.name, give: (lessonId) => bay.handle.change({ lessonId, armed: true }) };
    },
    /** Wherever a practice stands, the bay is free from now on. */
    async leave(lessonId: string): Promise<void> {
      for (const b of bays.all()) if (b.state().lessonId === lessonId) await b.change({ lessonId: null });
    },
  };
}

import { randomUUID } from 'node:crypto';
import {
  type AloneEnd,
  type AloneHome,
  type AlonePast,
  type AlonePupil,
  type AloneToday,
  BLANK_ENTRY,
  type LessonHead,
  MINOR,
  type Pupil,
} from '@vilko/contract';
import type { Bays } from '../bays/bays.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ReportService } from '../reports/report-service.js';
import { aloneBays } from './alone-bays.js';
import { alonePlan, type PlanShelves } from './alone-plan.js';

export interface AloneShelves extends PlanShelves {
  readonly pupils: PupilRepository;
  readonly reports: ReportService;
  readonly bays: Bays;
  readonly houseName: () => Promise<string>;
  /** This machine stands at somebody's home. */
  readonly home: boolean;
}

/** Aim of a practice that was begun alone. */
const AIM = 'Practice alone';

const nameOf = ({ id, name, handed }: Pick<Pupil, keyof AlonePupil>): AlonePupil => ({ id, name, handed });
const pastOf = ({ id, startedAt, swings }: LessonHead): AlonePast => ({ lessonId: id, at: startedAt, swings });
/** Nothing was done and nothing is said: there was no practice. */
const isNothing = ({ swings }: LessonHead, { blocks, stopped, note, painBefore, painAfter }: AloneEnd): boolean =>
  swings === 0 && !blocks.length && !stopped && !note && painBefore === null && painAfter === null;

/** Practising alone: what is to be done today, a practice of its own in a free bay, and how it ended. */
export function aloneService(shelves: AloneShelves) {
  const { pupils, practice, reports, houseName, home } = shelves;
  const found = async (lessonId: string): Promise<LessonHead | null> => {
    const head = (await pupils.lesson(lessonId))?.head;
    return head?.alone ? head : null;
  };
  const bays = aloneBays(shelves.bays, found);
  const plan = alonePlan(shelves);
  return {
    /** The practice with this id; null where there is none, or it is a lesson. */
    found,
    home: async (): Promise<AloneHome> => ({
      house: await houseName(),
      home,
      pupils: await pupils.names(),
      ...(await bays.now()),
    }),
    async today(pupilId: string, day: string): Promise<AloneToday | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      const [block, last, past, { progress }] = await Promise.all([
        plan.blockOf(pupilId, day),
        pupils.lessonHeads(pupilId).then((all) => all.at(-1)),
        pupils.practisedAlone(pupilId),
        practice.of(pupilId).then((p) => p ?? { progress: [] }),
      ]);
      const drill = block?.drill ?? (last && (await reports.of(last.id))?.drill) ?? null;
      const open = progress.find((p) => p.drill === drill)?.open ?? 0;
      return {
        pupil: nameOf(pupil),
        minor: MINOR.includes(pupil.profile.ageBand ?? ''),
        block,
        drill,
        rung: Math.min(block?.rung ?? open, open),
        past: past.map(pastOf).reverse(),
      };
    },
    /** @throws VilkoError where the bay cannot be had */
    async begin(pupilId: string, bayId: string): Promise<{ lessonId: string } | null> {
      if (!(await pupils.one(pupilId))) return null;
      const bay = await bays.free(bayId);
      const last = (await pupils.lessonHeads(pupilId)).at(-1);
      const { id: lessonId } = await pupils.addLesson({
        id: randomUUID(),
        pupilId,
        startedAt: new Date(),
        bay: bay.name,
        aim: AIM,
        alone: true,
        ...(last ? { measure: last.measure, target: last.target, footwear: last.footwear } : {}),
      });
      await bay.give(lessonId);
      return { lessonId };
    },
    async end(lessonId: string, end: AloneEnd): Promise<AlonePast | null> {
      const head = await found(lessonId);
      if (!head) return null;
      await bays.leave(lessonId);
      if (isNothing(head, end)) {
        await pupils.setLessonDeleted(lessonId, true);
        return pastOf(head);
      }
      const { stopped, block: _, ...told } = end;
      const note = [stopped ? 'Stopped by pain.' : '', told.note].filter(Boolean).join(' ');
      const at = new Date().toISOString();
      // under the practice's own id: it is written once, however often it is pressed
      await practice.addEntry(
        head.pupilId,
        { ...BLANK_ENTRY, ...told, note, at, kind: 'trainer', from: 'pupil', lessonId },
        lessonId,
      );
      await plan.tick(head.pupilId, end);
      return pastOf(head);
    },
  };
}

export type AloneService = ReturnType<typeof aloneService>;

import { randomUUID } from 'node:crypto';
import {
  BLANK_ENTRY,
  type LogEntry,
  type LogFilm,
  MINOR,
  type NewLogEntry,
  type NewPlan,
  type PlanAct,
  type Practice,
  type PracticePlan,
  type Progress,
  type Pupil,
} from '@vilko/contract';
import { logBlock, makePlan, moveBlock, VilkoError, wishProblem } from '@vilko/core';
import type { SwingService } from '../swings/swing-service.js';
import type { PracticeRepository } from './practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { filmMime } from '../swings/film-service.js';
import type { FilmStore } from '../swings/film-store.js';
import { planCalendar } from './calendar.js';
import { begunDrills, drillEffects, steadinessRows } from './drill-effects.js';
import { progressOf } from './progress.js';

const bare = (sentence: string): VilkoError => new VilkoError('bad-option', sentence.replace(/\.$/, ''));

/** Plans, logbook and ladders of pupils. */
export function practiceService(
  pupils: PupilRepository,
  practice: PracticeRepository,
  swings: SwingService,
  store: FilmStore,
) {
  const refuseIfMinor = ({ name, profile }: Pupil): void => {
    if (profile.ageBand && MINOR.includes(profile.ageBand) && !profile.consent)
      throw bare(`${name} is a minor: a plan needs the consent of a parent on record`);
  };
  const planOrRefuse = async (id: string): Promise<PracticePlan> => {
    const found = await practice.plan(id);
    if (!found) throw bare('this plan does not exist any more');
    return found;
  };
  /** Keeps a film without a swing; refused when it is none. */
  const keepFilm = async (bytes: Uint8Array): Promise<LogFilm> => {
    const mime = filmMime(bytes);
    if (!mime) throw new VilkoError('unsupported', 'this file is neither WebM nor MP4: no film was stored');
    const film = { id: randomUUID(), mime, size: bytes.byteLength, marks: {} };
    await store.put(film, bytes);
    return film;
  };
  const addEntry = async (pupilId: string, entry: NewLogEntry): Promise<LogEntry | null> => {
    if (!(await pupils.one(pupilId))) return null;
    const made = { ...entry, id: randomUUID(), pupilId };
    await practice.addEntry(made);
    return made;
  };
  return {
    keepFilm,
    addEntry,
    /** A film of a swing that no device measured, in the logbook. */
    async addFilm(pupilId: string, bytes: Uint8Array, note: string): Promise<LogEntry | null> {
      if (!(await pupils.one(pupilId))) return null;
      return addEntry(pupilId, {
        ...BLANK_ENTRY,
        at: new Date().toISOString(),
        kind: 'film',
        note,
        film: await keepFilm(bytes),
      });
    },
    /** Where an entry's film lies, and what it is. */
    async filmOf(id: string): Promise<{ film: LogFilm; file: string } | null> {
      const film = (await practice.entry(id))?.film;
      return film ? { film, file: store.nameOf(film) } : null;
    },
    folder: store.folder,
    /** Marks of the eye on an entry's film. */
    async mark(id: string, marks: LogFilm['marks']): Promise<LogEntry | null> {
      const found = await practice.entry(id);
      if (!found?.film) return null;
      const { id: _, pupilId: __, at: ___, ...entry } = found;
      return practice.changeEntry(id, { ...entry, film: { ...found.film, marks } });
    },
    async of(pupilId: string): Promise<Practice | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      const [plans, log, trained] = await Promise.all([
        practice.plansOf([pupilId]),
        practice.logOf([pupilId]),
        swings.trained(pupil),
      ]);
      return { plans, log, progress: progressOf(trained, log, plans) };
    },
    /** What practice did, and whether the swings have come closer together. */
    async progress(pupilId: string): Promise<Progress | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      const [plans, log, trained, all, rows] = await Promise.all([
        practice.plansOf([pupilId]),
        practice.logOf([pupilId]),
        swings.trained(pupil),
        swings.summarised(pupil),
        pupils.all(),
      ]);
      const lessons = [...(rows.find((p) => p.id === pupilId)?.lessons ?? [])].reverse();
      const agreed = lessons.findLast((l) => l.measure !== null)?.measure ?? null;
      return {
        steadiness: steadinessRows(lessons, all),
        drills: drillEffects(begunDrills(plans, log, trained), agreed, lessons, all),
      };
    },
    /** Makes a plan within what is on record about the pupil; one that was running ends. */
    async addPlan(pupilId: string, { lessonId, wish }: NewPlan): Promise<PracticePlan | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      refuseIfMinor(pupil);
      const within = { ...wish, injuries: pupil.profile.injuries, minor: MINOR.includes(pupil.profile.ageBand ?? '') };
      const problem = wishProblem(within);
      if (problem) throw bare(problem);
      for (const p of await practice.plansOf([pupilId]))
        if (p.endedAt === null) await practice.changePlan(p.id, { endedAt: new Date() });
      const made: PracticePlan = {
        id: randomUUID(),
        pupilId,
        lessonId,
        madeAt: new Date().toISOString(),
        endedAt: null,
        plan: makePlan(within, (i) => `block-${i + 1}`),
      };
      await practice.addPlan(made);
      return made;
    },
    async act(id: string, act: PlanAct): Promise<PracticePlan> {
      const { plan } = await planOrRefuse(id);
      if (act.act === 'end' || act.act === 'resume')
        return (await practice.changePlan(id, { endedAt: act.act === 'end' ? new Date() : null }))!;
      const next =
        act.act === 'move' ? moveBlock(plan, act.block, act.to, act.today) : logBlock(plan, act.block, act.result);
      if (typeof next === 'string') throw bare(next);
      return (await practice.changePlan(id, { plan: next }))!;
    },
    calendar: async (id: string): Promise<string> => planCalendar(await planOrRefuse(id)),
    setDeleted: (id: string, deleted: boolean): Promise<LogEntry | null> => practice.setDeleted(id, deleted),
  };
}

export type PracticeService = ReturnType<typeof practiceService>;

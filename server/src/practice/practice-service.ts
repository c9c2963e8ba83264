import { randomUUID } from 'node:crypto';
import {
  MINOR,
  type NewPlan,
  type PlanAct,
  planLimits,
  type Practice,
  type PracticePlan,
  type Progress,
  type Pupil,
} from '@vilko/contract';
import { type DrillShelf, logBlock, makePlan, moveBlock, VilkoError, wishProblem } from '@vilko/core';
import type { SummarisedSwing, SwingService } from '../swings/swing-service.js';
import type { PracticeRepository } from './practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { FilmStore } from '../swings/film-store.js';
import { planCalendar } from './calendar.js';
import { logbookService } from './logbook-service.js';
import { lessonSets } from './dashboard-service.js';
import { begunDrills, changesWithin, drillEffects, steadinessRows } from './drill-effects.js';
import { progressOf } from './progress.js';

const bare = (sentence: string): VilkoError => new VilkoError('bad-option', sentence.replace(/\.$/, ''));

/** What practice is kept and told from. */
export interface PracticeShelves {
  readonly pupils: PupilRepository;
  readonly practice: PracticeRepository;
  readonly swings: SwingService;
  readonly store: FilmStore;
  /** The house's drills. */
  readonly shelf: () => Promise<DrillShelf>;
}

/** Plans, logbook and ladders of pupils. */
export function practiceService({ pupils, practice, swings, store, shelf }: PracticeShelves) {
  const refuseIfMinor = ({ name, profile }: Pupil): void => {
    if (profile.ageBand && MINOR.includes(profile.ageBand) && !profile.consent)
      throw bare(`${name} is a minor: a plan needs the consent of a parent on record`);
  };
  const planOrRefuse = async (id: string): Promise<PracticePlan> => {
    const found = await practice.plan(id);
    if (!found) throw bare('this plan does not exist any more');
    return found;
  };
  return {
    ...logbookService(pupils, practice, store),
    async of(pupilId: string): Promise<Practice | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      const [plans, log, trained, drills] = await Promise.all([
        practice.plansOf([pupilId]),
        practice.logOf([pupilId]),
        swings.trained(pupil),
        shelf(),
      ]);
      return { plans, log, progress: progressOf(trained, log, plans, drills) };
    },
    /** What practice did, and whether the swings have come closer together. */
    async progress(pupilId: string): Promise<Progress | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      const [plans, log, trained, all, heads, standardOf, drills] = await Promise.all([
        practice.plansOf([pupilId]),
        practice.logOf([pupilId]),
        swings.trained(pupil),
        swings.summarised(pupil),
        pupils.lessonHeads(pupilId),
        swings.standards(pupil),
        shelf(),
      ]);
      const of = (own: readonly SummarisedSwing[]) => lessonSets(heads, own, standardOf);
      // what was done for a drill tells what the drill is like, not what it did
      const ordinary = of(all.filter((s) => s.row.task === null));
      return {
        steadiness: steadinessRows(ordinary),
        drills: drillEffects(begunDrills(plans, log, trained), ordinary, drills),
        within: changesWithin(of(all)),
      };
    },
    /** Makes a plan within what is on record about the pupil; one that was running ends. */
    async addPlan(pupilId: string, { lessonId, wish }: NewPlan): Promise<PracticePlan | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      refuseIfMinor(pupil);
      const within = { ...wish, ...planLimits(pupil.profile) };
      const problem = wishProblem(within, await shelf());
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
        act.act === 'move' ? moveBlock(plan, act.block, act, await shelf()) : logBlock(plan, act.block, act.result);
      if (typeof next === 'string') throw bare(next);
      return (await practice.changePlan(id, { plan: next }))!;
    },
    calendar: async (id: string): Promise<string> => planCalendar(await planOrRefuse(id), await shelf()),
  };
}

export type PracticeService = ReturnType<typeof practiceService>;

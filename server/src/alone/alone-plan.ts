import type { AloneEnd, LessonHead, PracticePlan, SharedDay } from '@vilko/contract';
import { drillShelf, layOut } from '@vilko/core';
import type { DrillService } from '../drills/drill-service.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PracticeService } from '../practice/practice-service.js';
import { sharedDay } from '../reports/shared-pages.js';

/** The block of a day; else the nearest that is not done, ahead first. */
export function blockFor(days: readonly SharedDay[], day: string): SharedDay | null {
  const open = days.filter((d) => d.did === null && !d.withdrawn);
  return open.find((d) => d.date >= day) ?? open.at(-1) ?? null;
}

export interface PlanShelves {
  readonly kept: PracticeRepository;
  readonly practice: PracticeService;
  readonly drills: DrillService;
}

/** The plan of whoever practises alone: which block it is, and that it was done. */
export function alonePlan({ kept, practice, drills }: PlanShelves) {
  const running = async (pupilId: string): Promise<PracticePlan | null> =>
    (await kept.plansOf([pupilId])).find((p) => p.endedAt === null) ?? null;
  const blockOf = async (pupilId: string, day: string): Promise<SharedDay | null> => {
    const plan = await running(pupilId);
    return plan && blockFor(layOut(plan.plan, drillShelf(await drills.own())).map(sharedDay), day);
  };
  return {
    blockOf,
    /** Ticks the day of the plan that a practice was. */
    async tick({ pupilId, startedAt }: LessonHead, end: Omit<AloneEnd, 'blocks' | 'rung'>): Promise<void> {
      const day = startedAt.slice(0, 10);
      const [plan, block] = [await running(pupilId), await blockOf(pupilId, day)];
      if (!plan || block?.drill !== end.drill || block?.date !== day) return;
      const { stopped, painBefore, painAfter } = end;
      const did = stopped ? ('stopped' as const) : ('done' as const);
      const result = { did, test: null, painBefore, painAfter, note: 'practised alone, measured' };
      await practice.act(plan.id, { act: 'log', block: block.block, result });
    },
  };
}

import type { AloneEnd, SharedDay } from '@vilko/contract';
import { layOut } from '@vilko/core';
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
  return {
    async blockOf(pupilId: string, day: string): Promise<SharedDay | null> {
      const running = await kept.running(pupilId);
      return running && blockFor(layOut(running.plan, await drills.shelf()).map(sharedDay), day);
    },
    /** Ticks the day of the plan that a practice was, where that is still in it. */
    async tick(
      pupilId: string,
      { block, stopped, painBefore, painAfter }: Pick<AloneEnd, 'block' | 'stopped' | 'painBefore' | 'painAfter'>,
    ): Promise<void> {
      const running = block === null ? null : await kept.running(pupilId);
      const day = running?.plan.blocks.find((b) => b.id === block);
      if (!running || !day) return;
      const did = stopped ? ('stopped' as const) : ('done' as const);
      const result = { did, test: null, painBefore, painAfter, note: 'practised alone, measured' };
      await practice.act(running.id, { act: 'log', block: day.id, result });
    },
  };
}

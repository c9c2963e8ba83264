import { isDeepStrictEqual } from 'node:util';
import type { Coming, HouseProgramme, NewProgramme } from '@vilko/contract';
import { type Programme, PROGRAMMES } from '@vilko/core';
import type { StepAgreed } from '../day/desk.js';
import type { ProgrammeRepository } from './programme-repository.js';

const shipped = new Map(PROGRAMMES.map((p) => [p.id, p]));

/** The house's programmes: those that come with the application, changed ones in their place, then its own. */
export function programmeShelf(kept: ProgrammeRepository) {
  const all = async (): Promise<HouseProgramme[]> => {
    const rows = new Map((await kept.every()).map((r) => [r.id, r]));
    const asKept = (p: Programme): HouseProgramme => {
      const row = rows.get(p.id);
      rows.delete(p.id);
      const own = row !== undefined && !isDeepStrictEqual(row.programme, p);
      return { programme: row?.programme ?? p, own, off: (row?.offAt ?? null) !== null };
    };
    const first = [...shipped.values()].map(asKept);
    return [...first, ...[...rows.values()].map((r) => ({ programme: r.programme, own: true, off: r.offAt !== null }))];
  };
  const one = async (id: string): Promise<HouseProgramme | null> =>
    (await all()).find((p) => p.programme.id === id) ?? null;
  /** What a pupil follows, and the step they are at; null where that is nothing, or they are through. */
  const followedBy = async (pupilId: string) => {
    const follows = await kept.now(pupilId);
    const programme = follows && (await one(follows.programmeId))?.programme;
    const step = follows && programme?.steps[follows.step];
    return programme && step ? { follows, programme, step } : null;
  };
  return {
    all,
    one,
    save: async (id: string, wanted: NewProgramme): Promise<HouseProgramme> => {
      await kept.save({ ...wanted, id });
      return (await one(id))!;
    },
    /** Takes one off the shelf or puts it back; null where there is none. */
    setOff: async (id: string, off: boolean): Promise<HouseProgramme | null> => {
      const found = await one(id);
      if (!found) return null;
      await kept.setOff(found.programme, off);
      return one(id);
    },
    /** Where a pupil stands in what they follow; null where that is nothing, or they are through. */
    placeOf: async (pupilId: string): Promise<Coming['step']> => {
      const at = await followedBy(pupilId);
      if (!at) return null;
      const { programme, step, follows } = at;
      return { programme: programme.name, name: step.name, number: follows.step + 1, of: programme.steps.length };
    },
    /** The step that a pupil works on; null where they follow nothing, or are through. */
    stepOf: async (pupilId: string): Promise<StepAgreed | null> => {
      const step = (await followedBy(pupilId))?.step;
      return step ? { aim: step.what || step.name, measure: step.measure, target: step.target } : null;
    },
  };
}

export type ProgrammeShelf = ReturnType<typeof programmeShelf>;

import { randomUUID } from 'node:crypto';
import type {
  Followed,
  FollowEnd,
  FollowerAct,
  FollowerMoved,
  NewProgramme,
  ProgrammePast,
  Programmes,
} from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import { type FollowerShelves, followerDesk } from './follower-desk.js';

export interface ProgrammeShelves extends FollowerShelves {
  readonly now?: () => Date;
}

/** How somebody's following ended, said after their name. */
const ENDED: Readonly<Record<FollowEnd, string>> = { through: 'is through', left: 'has left it' };

/** Courses over weeks: who follows which, how their step stands, and what is booked to test it. */
export function programmeService({ now = () => new Date(), ...shelves }: ProgrammeShelves) {
  const { kept, shelf, pupils } = shelves;
  const { standing, followerOf, programmeOf, shown, booked } = followerDesk(shelves);
  return {
    all: async (): Promise<Programmes> => {
      const programmes = await shelf.all();
      const byId = new Map(programmes.map((p) => [p.programme.id, p.programme]));
      const rows = await kept.followers();
      return { programmes, followers: await Promise.all(rows.map((f) => followerOf(f, byId.get(f.programmeId)))) };
    },
    add: (wanted: NewProgramme) => shelf.save(randomUUID(), wanted),
    save: async (id: string, wanted: NewProgramme) => ((await shelf.one(id)) ? shelf.save(id, wanted) : null),
    takeOff: (id: string) => shelf.setOff(id, true),
    restore: (id: string) => shelf.setOff(id, false),
    /** The programme that a pupil follows; null where they follow none. */
    async followed(pupilId: string): Promise<Followed | null> {
      const row = await kept.now(pupilId);
      const programme = row && (await programmeOf(row.programmeId));
      return row && programme ? { follower: await followerOf(row, programme), programme } : null;
    },
    /** What a pupil follows or followed, step by step. */
    async past(pupilId: string): Promise<ProgrammePast[]> {
      const [rows, programmes] = [await kept.ofPupils([pupilId]), await shelf.all()];
      return rows.flatMap((f) => {
        const programme = programmes.find((p) => p.programme.id === f.programmeId)?.programme;
        if (!programme) return [];
        const nameOf = (step: number): string => programme.steps[step]?.name ?? `step ${step + 1}`;
        const done = f.done.map((d) => ({ name: nameOf(d.step), from: d.from, until: d.at, word: d.word }));
        const now = { name: nameOf(f.step), from: f.since.toISOString(), until: null, word: null };
        return [{ name: programme.name, steps: f.ended === null ? [...done, now] : done }];
      });
    },
    /** Lets pupils begin; who follows a programme already is left where they are. */
    async follow(id: string, pupilIds: readonly string[]): Promise<FollowerMoved[] | null> {
      if (!(await shelf.one(id))) return null;
      const moved: FollowerMoved[] = [];
      for (const pupilId of new Set(pupilIds)) {
        if (!(await pupils.one(pupilId))) throw new VilkoError('bad-option', 'there is no such pupil');
        const began = await kept.begin({ id: randomUUID(), programmeId: id, pupilId, since: now() });
        const row = (await kept.now(pupilId))!;
        const said = began ? await booked(row.id) : `${row.name} follows a programme already: one at a time.`;
        moved.push({ follower: await shown(row.id), said });
      }
      return moved;
    },
    async move(id: string, { act }: FollowerAct): Promise<FollowerMoved | null> {
      const row = await kept.follower(id);
      if (!row) return null;
      const steps = (await programmeOf(row.programmeId))?.steps ?? [];
      const since = now();
      if (act === 'leave') await kept.change(id, { ended: 'left' });
      else if (act === 'go on') {
        if (row.ended === null) throw new VilkoError('bad-option', `${row.name} follows it already`);
        if (await kept.now(row.pupilId))
          throw new VilkoError('bad-option', `${row.name} follows another programme: one at a time`);
        await kept.change(id, { ended: null, step: Math.min(row.step, steps.length - 1), since });
      } else if (row.ended !== null)
        throw new VilkoError('bad-option', `${row.name} does not follow it any more: take it up again first`);
      else if (act === 'back') {
        if (row.step === 0) throw new VilkoError('bad-option', 'it is the first step');
        await kept.change(id, { step: row.step - 1, since, done: row.done.filter((d) => d.step < row.step - 1) });
      } else {
        const stood = await standing(row, steps[row.step]);
        const left = {
          step: row.step,
          from: row.since.toISOString(),
          at: since.toISOString(),
          word: stood?.word ?? null,
        };
        const done = [...row.done, { ...left, lessonId: stood?.lessonId ?? null }];
        const through = row.step + 1 >= steps.length;
        await kept.change(id, { step: row.step + 1, since, done, ...(through ? { ended: 'through' as const } : {}) });
      }
      // a test may be booked: what is shown is looked up after it
      const ended = (await kept.follower(id))!.ended;
      const said = ended === null ? await booked(id) : `${row.name} ${ENDED[ended]}.`;
      return { follower: await shown(id), said };
    },
  };
}

export type ProgrammeService = ReturnType<typeof programmeService>;

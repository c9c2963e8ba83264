import { randomUUID } from 'node:crypto';
import { type Erased, MOST_CUES, type NewLesson, type NewPupil, type Pupil, type PupilChange } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { Readable } from 'node:stream';
import type * as z from 'zod';
import { streamPupils } from '../house/pack-pupils.js';
import type { PupilBundle } from '../house/pupil-bundle.js';
import type { PupilRepository } from './pupil-repository.js';

/** What the service of pupils needs from those who keep something about them. */
export interface PupilShelves {
  readonly pupils: PupilRepository;
  /** Takes a pupil out whole, and erases them. */
  readonly archive: {
    readonly bundle: (ids: readonly string[]) => Promise<PupilBundle>;
    readonly erase: (id: string) => Promise<Omit<Erased, 'backups'> | null>;
  };
  /** Backups that still hold a pupil. */
  readonly backups: { readonly holding: (id: string) => Promise<Erased['backups']> };
  /** Gives what was practised and planned to another pupil. */
  readonly moved: (from: string, to: string) => Promise<void>;
  /** Where a lesson begins. */
  readonly bayName: (bay?: string) => string;
}

/** What is done with pupils beside listing them. */
export function pupilService({ pupils, archive, backups, moved, bayName }: PupilShelves) {
  return {
    async add(news: NewPupil): Promise<Pupil> {
      const pupil = { ...news, id: randomUUID(), archived: false };
      await pupils.add(pupil);
      return pupil;
    },
    change: (id: string, change: PupilChange) => pupils.change(id, change),
    addLesson: (pupilId: string, { bay, ...news }: z.infer<typeof NewLesson>) =>
      pupils.addLesson({ ...news, id: randomUUID(), pupilId, startedAt: new Date(), bay: bayName(bay) }),
    /** Gives the lessons of a pupil who was entered twice to the other; what only the double knows is kept. */
    async merge(keep: string, double: string): Promise<Pupil> {
      const [kept, gone] = await Promise.all([pupils.one(keep), pupils.one(double)]);
      if (!kept || !gone || keep === double)
        throw new VilkoError('bad-option', 'two different pupils are needed to merge them');
      if (kept.handed !== gone.handed)
        throw new VilkoError(
          'bad-option',
          `${kept.name} plays ${kept.handed}-handed and ${gone.name} ${gone.handed}-handed: their swings cannot be one pupil's`,
        );
      await pupils.moveLessons(double, keep);
      await moved(double, keep);
      const merged = await pupils.change(keep, mergedPupil(kept, gone));
      await pupils.remove(double);
      return merged!;
    },
    pack: async (id: string): Promise<Readable> => streamPupils(await archive.bundle([id])),
    /** Erases for good; the name must be typed as it stands. */
    async erase(id: string, typed: string): Promise<Erased | null> {
      const pupil = await pupils.one(id);
      if (!pupil) return null;
      if (typed !== pupil.name)
        throw new VilkoError('bad-option', `to erase, type the name exactly as it stands: ${pupil.name}`);
      const erased = await archive.erase(id);
      return erased && { ...erased, backups: await backups.holding(id) };
    },
  };
}

export type PupilService = ReturnType<typeof pupilService>;

/** What one pupil knows and the other does not; texts that differ stand below each other. */
export function mergedPupil(kept: Pupil, gone: Pupil): PupilChange {
  const both = (a: string, b: string): string => (!b || a.includes(b) ? a : a ? `${a}\n${b}` : b);
  const [a, b] = [kept.profile, gone.profile];
  return {
    about: both(kept.about, gone.about).replaceAll('\n', '; ').slice(0, 200),
    story: both(kept.story, gone.story).slice(0, 1000),
    stature: kept.stature ?? gone.stature,
    mass: kept.mass ?? gone.mass,
    profile: {
      ageBand: a.ageBand ?? b.ageBand,
      skill: a.skill ?? b.skill,
      sex: a.sex ?? b.sex,
      clubs: [...a.clubs, ...b.clubs.filter((c) => !a.clubs.some((x) => x.name === c.name))].slice(0, 20),
      school: a.school ?? b.school,
      schools: { ...b.schools, ...a.schools },
      size: Math.min(a.size, b.size),
      strictness: a.strictness,
      injuries: [...new Set([...a.injuries, ...b.injuries])],
      injuryNotes: { ...b.injuryNotes, ...a.injuryNotes },
      fear: both(a.fear, b.fear).slice(0, 400),
      limits: both(a.limits, b.limits).slice(0, 1000),
      badShot: both(a.badShot, b.badShot).slice(0, 400),
      toldBefore: both(a.toldBefore, b.toldBefore).slice(0, 1000),
      otherSports: both(a.otherSports, b.otherSports).slice(0, 400),
      cues: [...a.cues, ...b.cues.filter((c) => !a.cues.some((x) => x.words === c.words))].slice(0, MOST_CUES),
      bodyScreen: both(a.bodyScreen, b.bodyScreen).slice(0, 2000),
      screen: { ...b.screen, ...a.screen },
      screenedOn: a.screenedOn ?? b.screenedOn,
      consent: a.consent ?? b.consent,
      contact: {
        email: a.contact.email || b.contact.email,
        telephone: a.contact.telephone || b.contact.telephone,
        parent: a.contact.parent || b.contact.parent,
        parentEmail: a.contact.parentEmail || b.contact.parentEmail,
        parentTelephone: a.contact.parentTelephone || b.contact.parentTelephone,
      },
      notes: both(a.notes, b.notes).slice(0, 4000),
    },
  };
}

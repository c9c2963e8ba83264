import { alike, leadingSet, type Report, type Sender, type Units } from '@vilko/contract';
import { type DrillShelf, drillsFor } from '@vilko/core';
import { lessonFindings } from '../judging/lesson-findings.js';
import { comparedIn, lessonBefore, setsOf } from '../judging/swing-sets.js';
import type { SwingService } from '../swings/swing-service.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { draftOf } from './draft.js';
import { figuresOf, standsFor } from './figures.js';
import { asFrozen, behindOf, type Fresh, wordsOver } from './frozen.js';
import type { Page } from './pdf.js';
import { taskOf } from './task.js';

/** What pages are made of. */
export interface PageShelves {
  readonly pupils: PupilRepository;
  readonly practice: PracticeRepository;
  readonly swings: SwingService;
  /** What the house shows lengths, speeds and distances in. */
  readonly units: () => Promise<Units>;
  /** Who stands behind a lesson's report. */
  readonly sender: (lessonId: string) => Promise<Sender>;
  /** The house's drills. */
  readonly shelf: () => Promise<DrillShelf>;
}

type Found = NonNullable<Awaited<ReturnType<PupilRepository['lesson']>>>;

/** Makes a page of a lesson as it stands now. */
const pageMaker =
  ({ pupils, practice, swings, units, shelf: house }: PageShelves) =>
  async ({ head, pupil }: Found): Promise<Fresh> => {
    const [lessons, all, standardOf, plans, shelf] = await Promise.all([
      pupils.lessonHeads(pupil.id),
      swings.summarised(pupil),
      swings.standards(pupil),
      practice.plansOf([pupil.id]),
      house(),
    ]);
    const end = all.findLast((s) => s.row.lessonId === head.id)?.row.recordedAt;
    const upToHere = end ? all.filter((s) => s.row.recordedAt <= end) : [];
    const setsIn = (lessonId: string | null) =>
      setsOf(
        upToHere.filter((s) => s.row.lessonId === lessonId),
        standardOf,
        (id) => lessons.find((l) => l.id === id),
      );
    const own = setsIn(head.id);
    const found = lessonFindings(pupil, own, standardOf);
    const leading = leadingSet(found);
    const speaks = leading && own.find((s) => alike(s, leading));
    const compared = speaks
      ? comparedIn(
          speaks,
          setsIn(lessonBefore(speaks, upToHere)).find((s) => alike(s, speaks)),
        )
      : { before: [], after: [] };
    const figures = figuresOf(head, {
      found,
      compared,
      standardOf: (club) => standardOf(club, leading?.intent ?? 'stock'),
      units: await units(),
    });
    const { set, fault, measure, success, before, after } = figures;
    const offered =
      set && fault
        ? drillsFor({
            fault,
            club: set.club,
            found: set.findings.map((f) => f.fault),
            injuries: pupil.profile.injuries,
            school: set.pattern,
            drills: shelf.offered,
          }).offered[0]
        : undefined;
    const planned = plans.find((p) => p.lessonId === head.id)?.plan.wish.drills[0];
    const task = taskOf(head, { planned, offered, shelf });
    const earlier = before.find((s) => s.row.lessonId !== head.id);
    return {
      draft: draftOf(head, figures, task.text),
      figures: {
        club: set?.club ?? null,
        measure,
        success: success && { word: success.word, inside: success.inside, of: success.of, way: success.way },
        before: standsFor(before, measure?.id ?? null),
        after: standsFor(after, measure?.id ?? null),
        drill: task.drill?.id ?? null,
        nextVisit: head.nextVisit,
      },
      source: {
        set,
        fault,
        swings: [before.map((s) => s.row.number), after.map((s) => s.row.number)],
        beforeAt: earlier?.row.recordedAt.toISOString() ?? null,
      },
    };
  };

/** Pages of lessons: as they follow the lesson, and as they were frozen. */
export function openPages(shelves: PageShelves) {
  const { pupils } = shelves;
  const freshOf = pageMaker(shelves);
  /** The page of a lesson: as it is frozen, else as the lesson makes it now. */
  const reportOf = async (lessonId: string, fresh: Fresh): Promise<Report> => {
    const kept = await pupils.report(lessonId);
    const frozen = kept.page && asFrozen(kept.page, fresh);
    const { draft, figures, source } = frozen ?? fresh;
    return {
      ...figures,
      draft,
      source,
      ...wordsOver(kept, draft),
      madeAt: frozen?.madeAt ?? null,
      behind: frozen && behindOf(frozen, fresh),
      review: await pupils.review(lessonId),
      by: await shelves.sender(lessonId),
    };
  };
  const freeze = (lessonId: string, fresh: Fresh): Promise<boolean> =>
    pupils.keepReport(lessonId, { page: { madeAt: new Date().toISOString(), ...fresh } });
  /** A page that is given away stays as it is from then on. */
  const givenAway = async (lessonId: string): Promise<Page | null> => {
    const found = await pupils.lesson(lessonId);
    if (!found) return null;
    const fresh = await freshOf(found);
    if (!(await pupils.report(lessonId)).page) await freeze(lessonId, fresh);
    const report = await reportOf(lessonId, fresh);
    const drill = (await shelves.shelf()).one(report.drill) ?? null;
    return { pupil: found.pupil, lesson: found.head, report, drill };
  };
  const of = async (lessonId: string): Promise<Report | null> => {
    const found = await pupils.lesson(lessonId);
    return found && reportOf(lessonId, await freshOf(found));
  };
  return { freshOf, reportOf, freeze, givenAway, of };
}

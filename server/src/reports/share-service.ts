import { randomBytes } from 'node:crypto';
import {
  type FrozenPage,
  type LessonHead,
  type LogEntry,
  MINOR,
  type PracticePlan,
  type Pupil,
  ReportFigures,
  type ReportHead,
  type Sender,
  type Share,
  type SharedAct,
  type SharedDay,
  type SharedPage,
  shareIsOpen,
  type Shares,
} from '@vilko/contract';
import { type Day, drillShelf, layOut, VilkoError } from '@vilko/core';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ShareRepository } from './share-repository.js';
import type { PracticeService } from '../practice/practice-service.js';
import type { DrillService } from '../drills/drill-service.js';
import type { ReportService } from './report-service.js';
import { MOST, sentBack } from './sent-back.js';
import { whereItCan } from '../db/room.js';

/** A link's secret, bytes: 128 random bits cannot be guessed. */
const SECRET = 16;
const DAY = 86_400_000;
const NO_LINK: Shares = { shares: [], origin: null, came: [] };

/** What links open, and where what comes back goes. */
export interface ShareShelves {
  readonly shares: ShareRepository;
  readonly pupils: PupilRepository;
  readonly entries: PracticeRepository;
  readonly practice: PracticeService;
  readonly reports: ReportService;
  readonly drills: DrillService;
  /** Where other machines reach the server; null: nowhere. */
  readonly origin: () => string | null;
}

/** Links for pupils: each opens one lesson's report and takes what the pupil sends back. */
export function shareService({ shares, pupils, entries, practice, reports, drills, origin }: ShareShelves) {
  /** The lesson a link opens now; null when it is unknown, expired or revoked: the answer does not say which. */
  const opened = async (token: string) => {
    const share = await shares.one(token);
    if (!share || !shareIsOpen(share)) return null;
    const found = await pupils.lesson(share.lessonId);
    return found && { share, lesson: found.head, pupil: found.pupil };
  };
  const { cameTo, running, write, tick } = sentBack({ entries, practice, reports });
  return {
    async of(lessonId: string): Promise<Shares> {
      const found = await pupils.lesson(lessonId);
      if (!found) return NO_LINK;
      return {
        shares: await shares.ofLesson(lessonId),
        origin: origin(),
        came: await cameTo(found.pupil.id, lessonId),
      };
    },
    /** Makes a link; null when there is no such lesson. */
    async make(lessonId: string, days: number): Promise<Share | null> {
      if (!(await reports.giveAway(lessonId))) return null;
      const madeAt = new Date();
      return shares.add({
        token: randomBytes(SECRET).toString('base64url'),
        lessonId,
        madeAt,
        expiresAt: new Date(madeAt.getTime() + days * DAY),
      });
    },
    revoke: (token: string): Promise<Share | null> => shares.change(token, { revokedAt: new Date() }),
    async page(token: string): Promise<SharedPage | null> {
      const found = await opened(token);
      if (!found) return null;
      const { lesson, pupil, share } = found;
      const report = await reports.of(lesson.id);
      if (!report) return null;
      await whereItCan(shares.change(token, { lastOpenedAt: new Date() }));
      const plan = await running(pupil.id);
      const own = await drills.own();
      const days = plan ? layOut(plan.plan, drillShelf(own)).map(sharedDay) : [];
      const named = [report.drill, ...days.map((d) => d.drill)];
      return {
        head: headOf(lesson, pupil, report.by),
        figures: ReportFigures.parse(report),
        text: report.text ?? report.draft,
        review: report.review,
        days,
        drills: own.filter((o) => named.includes(o.drill.id)),
        sent: (await cameTo(pupil.id, lesson.id)).map(sentOf),
        expiresAt: share.expiresAt,
      };
    },
    /** Whether the page behind a link, or the plan on it, names a drill. */
    async namesDrill(token: string, id: string): Promise<boolean> {
      const found = await opened(token);
      return found !== null && names(await pupils.report(found.lesson.id), await running(found.pupil.id), id);
    },
    /** Does what the pupil asked; false when the link opens nothing. */
    async act(token: string, act: SharedAct): Promise<boolean> {
      const found = await opened(token);
      if (!found) return false;
      if (act.act === 'answer') await write(found.lesson.id, found.pupil.id, { kind: 'answer', note: act.text });
      else await tick(found.lesson.id, found.pupil.id, act);
      return true;
    },
    /** Takes a film the pupil sends; false when the link opens nothing. */
    async film(token: string, bytes: Uint8Array, note: string): Promise<boolean> {
      const found = await opened(token);
      if (!found) return false;
      const { lesson, pupil } = found;
      const films = (await cameTo(pupil.id, lesson.id)).filter((e) => e.film !== null).length;
      if (films >= MOST.films)
        throw new VilkoError('bad-option', `this page has taken ${MOST.films} films: speak with your instructor`);
      await write(lesson.id, pupil.id, { kind: 'film', note, film: await practice.keepFilm(bytes) });
      return true;
    },
    /** A lesson's link that another machine can open now; null without one. */
    async linkOf(lessonId: string): Promise<string | null> {
      const to = origin();
      const open = (await shares.ofLesson(lessonId)).find(shareIsOpen);
      return to !== null && open ? `${to}/shared/${open.token}` : null;
    },
    /** The lesson a link opens; null when it opens nothing. */
    lessonOf: async (token: string): Promise<string | null> => (await opened(token))?.lesson.id ?? null,
  };
}

/** A page with a link is frozen: its own figures say what it names. */
const names = ({ page }: { readonly page: FrozenPage | null }, plan: PracticePlan | null, id: string): boolean =>
  page?.figures.drill === id || (plan?.plan.blocks ?? []).some((b) => b.drill === id);

/** What the pupil sent, as the page shows it. */
const sentOf = ({ id, at, kind, note, reply }: LogEntry): SharedPage['sent'][number] => ({ id, at, kind, note, reply });

const headOf = ({ startedAt, bay }: LessonHead, { name, handed, profile }: Pupil, by: Sender): ReportHead => ({
  name,
  handed,
  minor: MINOR.includes(profile.ageBand ?? ''),
  startedAt,
  bay,
  by,
});

const sharedDay = (b: ReturnType<typeof layOut>[number]): SharedDay => ({
  block: b.id,
  date: b.date satisfies Day,
  drill: b.drill,
  rung: b.rung,
  minutes: b.minutes.warmUp + b.minutes.drill + b.minutes.shots + b.minutes.test,
  withdrawn: b.withdrawn,
  did: b.result?.did ?? null,
});

export type ShareService = ReturnType<typeof shareService>;

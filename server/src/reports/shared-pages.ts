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
  type SharedManifest,
  type SharedPage,
  shareIsOpen,
} from '@vilko/contract';
import { checksFor, type Day, drillShelf, layOut, VilkoError } from '@vilko/core';
import { whereItCan } from '../db/room.js';
import type { DrillService } from '../drills/drill-service.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PracticeService } from '../practice/practice-service.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ReportService } from './report-service.js';
import { MOST, type SentFrom, sentBack } from './sent-back.js';
import type { ShareRepository } from './share-repository.js';

/** The page's paper, by day. */
const PAPER = { background_color: '#f6f3ec', theme_color: '#f6f3ec' } as const;

/** What stands on a pupil's page, and where what is written on it goes. */
export interface PageShelves {
  readonly shares: ShareRepository;
  readonly pupils: PupilRepository;
  readonly entries: PracticeRepository;
  readonly practice: PracticeService;
  readonly reports: ReportService;
  readonly drills: DrillService;
}

/** What a link opens, and whose it is. */
interface Opened {
  readonly share: Share;
  readonly lesson: LessonHead;
  readonly pupil: Pupil;
}

/** The pages behind links, without signing in. */
export function sharedPages({ shares, pupils, entries, practice, reports, drills }: PageShelves) {
  /** The lesson a link opens now; null when it is unknown, expired or revoked: the answer does not say which. */
  const opened = async (token: string): Promise<Opened | null> => {
    const share = await shares.one(token);
    if (!share || !shareIsOpen(share)) return null;
    const found = await pupils.lesson(share.lessonId);
    return found && { share, lesson: found.head, pupil: found.pupil };
  };
  const { cameTo, write, take } = sentBack({ entries, practice, reports });
  return {
    async page(token: string): Promise<SharedPage | null> {
      const found = await opened(token);
      if (!found) return null;
      const { lesson, pupil, share } = found;
      const report = await reports.of(lesson.id);
      if (!report) return null;
      await whereItCan(shares.change(token, { lastOpenedAt: new Date() }));
      const plan = await entries.running(pupil.id);
      const own = await drills.own();
      const days = plan ? layOut(plan.plan, drillShelf(own)).map(sharedDay) : [];
      const named = [report.drill, ...days.map((d) => d.drill)];
      return {
        head: headOf(lesson, pupil, report.by),
        figures: ReportFigures.parse(report),
        text: report.text ?? report.draft,
        review: report.review,
        days,
        checks: checksFor(pupil.profile.injuries).map((c) => c.id),
        drills: own.filter((o) => named.includes(o.drill.id)),
        sent: (await cameTo(pupil.id, lesson.id)).map(sentOf),
        expiresAt: share.expiresAt,
      };
    },
    /** The page as an application: it opens where its link leads. */
    async manifest(token: string): Promise<SharedManifest | null> {
      const found = await opened(token);
      const by = found && (await reports.of(found.lesson.id))?.by;
      if (!by) return null;
      return manifestOf(`/shared/${token}`, by.house);
    },
    /** Whether the page behind a link, or the plan on it, names a drill. */
    async namesDrill(token: string, id: string): Promise<boolean> {
      const found = await opened(token);
      return found !== null && names(await pupils.report(found.lesson.id), await entries.running(found.pupil.id), id);
    },
    /** Does what the pupil asked; false when the link opens nothing. */
    async act(token: string, act: SharedAct): Promise<boolean> {
      const found = await opened(token);
      if (!found) return false;
      await take(sentFrom(found), act);
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
      await write(sentFrom(found), {}, { kind: 'film', note, film: await practice.keepFilm(bytes) });
      return true;
    },
    /** Whose page a link opens; null when it opens nothing. */
    pupilOf: async (token: string): Promise<string | null> => (await opened(token))?.pupil.id ?? null,
    /** The lesson a link opens; null when it opens nothing. */
    lessonOf: async (token: string): Promise<string | null> => (await opened(token))?.lesson.id ?? null,
  };
}

/** A page with a link is frozen: its own figures say what it names. */
const names = ({ page }: { readonly page: FrozenPage | null }, plan: PracticePlan | null, id: string): boolean =>
  page?.figures.drill === id || (plan?.plan.blocks ?? []).some((b) => b.drill === id);

/** What the pupil sent, as the page shows it. */
const sentOf = ({ id, at, kind, checks, felt, blocks, note, reply }: LogEntry): SharedPage['sent'][number] => ({
  id,
  at,
  kind,
  checks,
  felt,
  blocks,
  note,
  reply,
});

const sentFrom = ({ share, lesson, pupil }: Opened): SentFrom => ({
  lessonId: lesson.id,
  pupilId: pupil.id,
  since: share.madeAt,
});

const headOf = ({ startedAt, bay }: LessonHead, { name, handed, profile }: Pupil, by: Sender): ReportHead => ({
  name,
  handed,
  minor: MINOR.includes(profile.ageBand ?? ''),
  startedAt,
  bay,
  by,
});

/** A day of a plan as a pupil sees it. */
export const sharedDay = (b: ReturnType<typeof layOut>[number]): SharedDay => ({
  block: b.id,
  date: b.date satisfies Day,
  drill: b.drill,
  rung: b.rung,
  minutes: b.minutes.warmUp + b.minutes.drill + b.minutes.shots + b.minutes.test,
  withdrawn: b.withdrawn,
  did: b.result?.did ?? null,
});

const manifestOf = (page: string, house: string): SharedManifest => ({
  name: house ? `Practice · ${house}` : 'Practice',
  short_name: 'Practice',
  id: page,
  start_url: page,
  scope: page,
  display: 'standalone',
  ...PAPER,
  icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
});

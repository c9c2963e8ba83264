import { BLANK_ENTRY, type LogEntry, type NewLogEntry, type PracticePlan, type SharedAct } from '@vilko/contract';
import { addDays, VilkoError } from '@vilko/core';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PracticeService } from '../practice/practice-service.js';
import type { ReportService } from './report-service.js';

/** What may come back through one lesson's links: enough for a talk, too little to fill a disk. */
export const MOST = { entries: 60, films: 6 } as const;

interface SentBackShelves {
  readonly entries: PracticeRepository;
  readonly practice: PracticeService;
  readonly reports: ReportService;
}

/** What a pupil sends back through a lesson's links: into the logbook, and onto the days of a plan. */
export function sentBack({ entries, practice, reports }: SentBackShelves) {
  const cameTo = async (pupilId: string, lessonId: string): Promise<LogEntry[]> =>
    (await entries.logOf([pupilId])).filter((e) => e.from === 'pupil' && e.lessonId === lessonId);
  const running = async (pupilId: string): Promise<PracticePlan | null> =>
    (await entries.plansOf([pupilId])).find((p) => p.endedAt === null) ?? null;
  /** Writes what the pupil sent into the logbook, within the bounds of one lesson. */
  const write = async (
    lessonId: string,
    pupilId: string,
    entry: Omit<Partial<NewLogEntry>, 'kind'> & Pick<NewLogEntry, 'kind'>,
  ): Promise<void> => {
    if ((await cameTo(pupilId, lessonId)).length >= MOST.entries)
      throw new VilkoError('bad-option', 'this page has taken all it can: speak with your instructor');
    await practice.addEntry(pupilId, {
      ...BLANK_ENTRY,
      ...entry,
      at: new Date().toISOString(),
      from: 'pupil',
      lessonId,
    });
  };
  const tick = async (
    lessonId: string,
    pupilId: string,
    { block, did, painBefore, painAfter }: Extract<SharedAct, { act: 'tick' }>,
  ): Promise<void> => {
    if (block === null) {
      // nothing was planned, so nothing can be taken back
      if (did === null) return;
      const note = did === 'stopped' ? 'Stopped by pain' : 'Practised';
      return write(lessonId, pupilId, {
        kind: 'home',
        painBefore,
        painAfter,
        note,
        drill: (await reports.of(lessonId))?.drill ?? null,
      });
    }
    const plan = await running(pupilId);
    const day = plan?.plan.blocks.find((b) => b.id === block);
    if (!plan || !day) throw new VilkoError('bad-option', 'this day is not in the plan any more: load the page anew');
    // a day that has not come cannot have been practised; one day's grace for the clocks of the world
    if (did !== null && day.date > addDays(new Date().toISOString().slice(0, 10), 1))
      throw new VilkoError('bad-option', `${day.date} has not come yet`);
    const result = did === null ? null : { did, test: null, painBefore, painAfter, note: 'by the pupil' };
    await practice.act(plan.id, { act: 'log', block, result });
  };
  return { cameTo, running, write, tick };
}

import { BLANK_ENTRY, type LogEntry, type NewLogEntry, type SharedAct } from '@vilko/contract';
import { addDays, selfCheck, VilkoError } from '@vilko/core';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PracticeService } from '../practice/practice-service.js';
import type { ReportService } from './report-service.js';

/**
 * What may come back through one lesson's links: enough for a talk, too little to fill a disk; swings practised alone
 * are counted over all of a pupil's links, thirty a day for a hundred days.
 */
export const MOST = { entries: 60, films: 6, alone: 3000 } as const;

interface SentBackShelves {
  readonly entries: PracticeRepository;
  readonly practice: PracticeService;
  readonly reports: ReportService;
}

/** Through which lesson's link something came, and since when there is one. */
export interface SentFrom {
  readonly lessonId: string;
  readonly pupilId: string;
  readonly since: string;
}
type Written = Pick<SharedAct, 'id' | 'at'>;

/** When it was written: not before the page was there, not after now, whatever the other clock says. */
const writtenAt = (at: string | undefined, since: string): string => {
  const now = Date.now();
  const said = at === undefined ? now : Date.parse(at);
  return new Date(Math.min(now, Math.max(said, Date.parse(since)))).toISOString();
};

/** @throws VilkoError when an answer is to a question that nobody asks */
function known(checks: LogEntry['checks']): LogEntry['checks'] {
  const odd = Object.keys(checks).find((id) => !selfCheck(id));
  if (odd !== undefined) throw new VilkoError('bad-option', `there is no self-check “${odd}”: nothing was written`);
  return checks;
}

/** What a pupil sends back through a lesson's links: into the logbook, and onto the days of a plan. */
export function sentBack({ entries, practice, reports }: SentBackShelves) {
  const cameTo = async (pupilId: string, lessonId: string): Promise<LogEntry[]> =>
    (await entries.logOf([pupilId])).filter((e) => e.from === 'pupil' && e.lessonId === lessonId);
  /** Writes what the pupil sent into the logbook, within the bounds of one lesson. */
  const write = async (
    { lessonId, pupilId, since }: SentFrom,
    { id, at }: Written,
    entry: Omit<Partial<NewLogEntry>, 'kind'> & Pick<NewLogEntry, 'kind'>,
  ): Promise<void> => {
    const before = await cameTo(pupilId, lessonId);
    // its answer was lost on the way: it has been taken already
    if (before.some((e) => e.id === id)) return;
    if (before.length >= MOST.entries)
      throw new VilkoError('bad-option', 'this page has taken all it can: speak with your instructor');
    await practice.addEntry(
      pupilId,
      { ...BLANK_ENTRY, ...entry, at: writtenAt(at, since), from: 'pupil', lessonId },
      id,
    );
  };
  const tick = async (from: SentFrom, act: Extract<SharedAct, { act: 'tick' }>): Promise<void> => {
    const { block, did, painBefore, painAfter } = act;
    const { lessonId, pupilId } = from;
    if (block === null) {
      // nothing was planned, so nothing can be taken back
      if (did === null) return;
      const note = did === 'stopped' ? 'Stopped by pain' : 'Practised';
      return write(from, act, {
        kind: 'home',
        painBefore,
        painAfter,
        note,
        drill: (await reports.of(lessonId))?.drill ?? null,
      });
    }
    const plan = await entries.running(pupilId);
    const day = plan?.plan.blocks.find((b) => b.id === block);
    if (!plan || !day) throw new VilkoError('bad-option', 'this day is not in the plan any more: load the page anew');
    // a day that has not come cannot have been practised; one day's grace for the clocks of the world
    if (did !== null && day.date > addDays(new Date().toISOString().slice(0, 10), 1))
      throw new VilkoError('bad-option', `${day.date} has not come yet`);
    const result = did === null ? null : { did, test: null, painBefore, painAfter, note: 'by the pupil' };
    await practice.act(plan.id, { act: 'log', block, result });
  };
  /** Does what the pupil asked. */
  const take = (from: SentFrom, act: SharedAct): Promise<void> => {
    switch (act.act) {
      case 'answer':
        return write(from, act, { kind: 'answer', note: act.text });
      case 'tick':
        return tick(from, act);
      case 'check':
        return write(from, act, { kind: 'self-check', checks: known(act.checks), note: act.note });
      case 'felt':
        return write(from, act, { kind: 'felt', felt: act.felt, note: act.note });
      case 'balls':
        return balls(from, act);
    }
  };
  const balls = async (from: SentFrom, act: Extract<SharedAct, { act: 'balls' }>): Promise<void> => {
    for (const b of act.blocks) if (b.check !== null) known({ [b.check]: 'yes' });
    const drill = (await reports.of(from.lessonId))?.drill ?? null;
    return write(from, act, { kind: 'home', drill, blocks: act.blocks, note: act.note });
  };
  return { cameTo, write, take };
}

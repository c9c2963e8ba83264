import type { Letter } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { ReportService } from '../reports/report-service.js';
import type { HouseMark } from './house-mark.js';
import type { KnownLetter, LetterRepository } from './letter-repository.js';
import { composed } from './letter-text.js';
import { post, refusedWords } from './mail-server.js';
import type { MailSettingsService } from './mail-settings.js';
import type { Outbox } from './outbox.js';
import type { SenderOf } from './sender.js';

/** What it takes to put a letter together and to give it to the mail server. */
export interface GivingShelves {
  readonly letters: LetterRepository;
  readonly reports: ReportService;
  readonly outbox: Outbox;
  readonly mail: MailSettingsService;
  readonly mark: HouseMark;
  readonly sender: SenderOf;
  readonly now?: () => Date;
}

/** Who is at it longer than this has been interrupted, ms: longer than a mail server is waited for in all. */
const INTERRUPTED = 120_000;

/** Letters as they are shown, as files, and given to the mail server. */
export function letterDesk({ letters, reports, outbox, mail, mark, sender, now = () => new Date() }: GivingShelves) {
  /** A letter as it is shown: one whose sending broke off has failed. */
  const shown = (row: KnownLetter): Letter => {
    const broke = row.state === 'sending' && now().getTime() - row.stateAt.getTime() > INTERRUPTED;
    return {
      ...row,
      ...(broke ? { state: 'failed', why: 'it was interrupted while it was sent, and may have arrived' } : {}),
      startedAt: row.startedAt.toISOString(),
      madeAt: row.madeAt.toISOString(),
      stateAt: row.stateAt.toISOString(),
    };
  };
  const one = async (id: string): Promise<Letter | null> => {
    const row = await letters.one(id);
    return row && shown(row);
  };
  /** The page that goes along: as it was when the letter was written, else as it is frozen. */
  const pdfOf = async (l: KnownLetter): Promise<Uint8Array> =>
    (await outbox.get(l)) ?? (await reports.pdf(l.lessonId)) ?? new Uint8Array();
  const fileOf = async (l: KnownLetter, to: string, from: string): Promise<Uint8Array> => {
    const { instructor, house } = await sender(l.lessonId);
    const name = [instructor, house].filter(Boolean).join(', ');
    return composed({
      ...l,
      to,
      pdf: await pdfOf(l),
      mark: await mark.picture(),
      from: from ? { name, address: from } : null,
    });
  };
  const give = async (id: string, to?: string): Promise<Letter | null> => {
    const row = await letters.one(id);
    if (!row) return null;
    const server = await mail.server();
    if (!server)
      throw new VilkoError('bad-option', 'no mail server is set: name one in Office › Settings, or save the letter');
    const began = now();
    const taken = { to: to ?? row.to, now: began, before: new Date(began.getTime() - INTERRUPTED) };
    if (!(await letters.take(id, taken))) throw new VilkoError('bad-option', 'this letter is being sent already');
    const tries = row.tries + 1;
    try {
      await post(server, { from: server.from, to: taken.to, raw: await fileOf(row, taken.to, server.from) });
      await letters.change(id, { state: 'sent', stateAt: now(), why: null, tries });
    } catch (e) {
      await letters.change(id, { state: 'failed', stateAt: now(), why: refusedWords(e, server), tries });
    }
    return one(id);
  };
  return { shown, one, fileOf, give, now };
}

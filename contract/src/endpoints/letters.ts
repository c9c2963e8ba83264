import * as z from 'zod';
import { Letter, LetterDraft, LetterToWrite, Mail, MailChange, MailTried, NewLetter } from '../letter.js';
import { LARGEST_MARK } from '../letter-words.js';
import { BYTES, rows } from './endpoint.js';
import { NO_LESSON } from './lessons.js';

const NO_LETTER = 'There is no such letter.';
/** Asks of a mail server in a minute. */
const TRIES = 10;

/** Letters about lessons, the mail server they go by, and the house's mark on them. */
export const LETTERS = rows({
  letters: { does: 'Letters that were written, the newest first', reply: z.array(Letter) },
  draftLetter: { does: 'A letter as a lesson drafts it', reply: LetterDraft, missing: NO_LESSON },
  writeLetter: {
    does: 'Writes a letter about a lesson, with its page as PDF; it is sent at once where a mail server is set',
    body: LetterToWrite,
    reply: Letter,
    makes: true,
    missing: NO_LESSON,
  },
  sendLetter: {
    does: 'Gives a letter to the mail server, also again, also to another address',
    body: z.object({ to: NewLetter.shape.to.optional() }),
    reply: Letter,
    missing: NO_LETTER,
  },
  handOverLetter: {
    does: 'Says that a letter was taken along or sent by another program',
    reply: Letter,
    missing: NO_LETTER,
  },
  letterFile: { does: 'A letter as a file that mail programs open', reply: BYTES, missing: NO_LETTER },
  deleteLetter: { does: 'Deletes a letter', reply: Letter, missing: NO_LETTER },
  mail: { does: 'The mail server by which letters go', reply: Mail },
  changeMail: { does: 'Sets the mail server', body: MailChange, reply: Mail },
  tryMail: {
    does: 'Asks the mail server whether it takes letters from here; none is sent',
    reply: MailTried,
    perMinute: TRIES,
  },
  mark: { does: 'The house’s mark as data: URL; null without one', reply: z.object({ url: z.string().nullable() }) },
  keepMark: {
    does: 'Sets the house’s mark: a PNG or JPEG',
    body: BYTES,
    largest: LARGEST_MARK,
    reply: z.object({ kept: z.literal(true) }),
  },
  dropMark: { does: 'Takes the house’s mark away', reply: z.object({ gone: z.boolean() }) },
});

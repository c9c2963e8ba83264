import {
  hourText,
  type KnownAddress,
  type LessonHead,
  MINOR,
  type Pupil,
  type ReportText,
  type Sender,
} from '@vilko/contract';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';

/** When somebody comes next, by the house's clock. */
export interface NextTime {
  readonly date: string;
  /** Minutes after midnight; null where only the day is known. */
  readonly from: number | null;
}

/** What a letter is drafted from. */
export interface LetterFrom {
  readonly pupil: Pupil;
  readonly lesson: Pick<LessonHead, 'homework'>;
  readonly words: Pick<ReportText, 'aim' | 'task'>;
  readonly next: NextTime | null;
  /** The pupil's page; null where none is open to other machines. */
  readonly link: string | null;
  readonly by: Sender;
  readonly day: (iso: string) => string;
}

/** Addresses that are known of a pupil: the parent's first where the pupil is not of age. */
export function addressesOf({ name, profile: { contact, ageBand } }: Pupil): KnownAddress[] {
  const own = contact.email ? [{ address: contact.email, whose: name }] : [];
  const parents = contact.parentEmail
    ? [{ address: contact.parentEmail, whose: contact.parent || `parent of ${name}` }]
    : [];
  return MINOR.includes(ageBand ?? '') ? [...parents, ...own] : [...own, ...parents];
}

/** To whom a letter speaks: the parent where it goes to them. */
const greeted = (pupil: Pupil): string => {
  const { contact, ageBand } = pupil.profile;
  return MINOR.includes(ageBand ?? '') && contact.parentEmail && contact.parent ? contact.parent : pupil.name;
};

/** The end of a letter: who taught, what stands beneath, the house. */
export const signedBy = ({ instructor, signature, house }: Sender): string =>
  [instructor, signature.trim(), house].filter(Boolean).join('\n');

/** The text of a letter as the lesson drafts it. */
export function letterText({ pupil, lesson, words, next, link, by, day }: LetterFrom): string {
  const { aim, task } = words;
  const homework = lesson.homework.trim();
  const comes = next && `${day(next.date)}${next.from === null ? '' : `, ${hourText(next.from)}`}`;
  return [
    `Hello ${greeted(pupil)},`,
    aim && `The aim: ${aim}`,
    task && `One thing to do: ${task}`,
    homework && homework !== task && `Until then: ${homework}`,
    comes && `Next time: ${comes}.`,
    'The page of the lesson is attached.',
    link && `To answer, tick the days of practice or send a film: ${link}`,
    signedBy(by),
  ]
    .filter(Boolean)
    .join('\n\n');
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** The text once more for programs that show letters as pages, with the house's mark above it. */
const asPage = (text: string, mark: boolean): string =>
  [
    ...(mark ? ['<p><img src="cid:mark@vilko" alt="" height="48"></p>'] : []),
    ...text.split(/\n{2,}/).map((p) => `<p>${escaped(p).replaceAll('\n', '<br>')}</p>`),
  ].join('\n');

/** What a letter is put together from. */
export interface WholeLetter {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly madeAt: Date;
  readonly pdf: Uint8Array;
  readonly mark: { readonly mime: string; readonly bytes: Uint8Array } | null;
  /** Whom it comes from; without one a mail program fills in its own. */
  readonly from: { readonly name: string; readonly address: string } | null;
}

/**
 * A letter as mail programs read it (RFC 5322). It has the same id however often it is sent, so that one that arrives
 * twice is known. Without a sender it opens in mail programs as one that is still to be sent.
 */
export const composed = ({ id, to, subject, text, madeAt, pdf, mark, from }: WholeLetter): Promise<Buffer> =>
  new MailComposer({
    ...(from ? { from } : { headers: { 'X-Unsent': '1' } }),
    messageId: `<${id}@${from?.address.split('@')[1] ?? 'vilko.invalid'}>`,
    to,
    subject,
    text,
    html: asPage(text, mark !== null),
    date: madeAt,
    attachments: [
      { filename: 'lesson.pdf', content: Buffer.from(pdf), contentType: 'application/pdf' },
      ...(mark
        ? [{ filename: 'mark', content: Buffer.from(mark.bytes), contentType: mark.mime, cid: 'mark@vilko' }]
        : []),
    ],
  })
    .compile()
    .build();

/**
 * How a letter stands: *written* here and not gone yet, *sending*, *sent* by the mail server, *failed* there, or
 * *handed over*: taken along as a file or opened by somebody's own mail program.
 */
export const LETTER_STATES = ['written', 'sending', 'sent', 'failed', 'handed over'] as const;
export type LetterState = (typeof LETTER_STATES)[number];

/** How a mail server is spoken to: encrypted from the first byte, from a word of its own on, or not at all. */
export const MAIL_SECURITY = ['TLS', 'STARTTLS', 'none'] as const;
export type MailSecurity = (typeof MAIL_SECURITY)[number];

/** The port that each usually has. */
export const MAIL_PORTS: Readonly<Record<MailSecurity, number>> = { TLS: 465, STARTTLS: 587, none: 25 };

/** Longest subject and text of a letter, characters. */
export const LONGEST_SUBJECT = 200;
export const LONGEST_LETTER = 8000;

/** Largest picture of a house’s mark, bytes. */
export const LARGEST_MARK = 200_000;

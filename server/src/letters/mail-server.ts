import type { MailSettings } from '@vilko/contract';
import { createTransport } from 'nodemailer';

/** The mail server with its password. */
export type KeptMail = MailSettings & { readonly password: string };

/** How long a mail server may be silent, ms. */
const PATIENCE = 15_000;
/** Longest part of what a mail server answers that is shown. */
const LONGEST_ANSWER = 160;

const transportOf = ({ host, port, security, user, password }: KeptMail) =>
  createTransport({
    host,
    port,
    secure: security === 'TLS',
    requireTLS: security === 'STARTTLS',
    ignoreTLS: security === 'none',
    ...(user ? { auth: { user, pass: password } } : {}),
    connectionTimeout: PATIENCE,
    greetingTimeout: PATIENCE,
    socketTimeout: PATIENCE,
    disableFileAccess: true,
    disableUrlAccess: true,
  });

/** Why a mail server did not take something, without a point at the end. */
export function refusedWords(e: unknown, { host, port, security, user }: MailSettings): string {
  const at = `${host}:${port}`;
  const response = (e as { response?: unknown }).response;
  const answer = typeof response === 'string' ? `: “${response.replaceAll(/\s+/g, ' ').slice(0, LONGEST_ANSWER)}”` : '';
  switch ((e as NodeJS.ErrnoException).code) {
    case 'EDNS':
      return `there is no mail server called ${host}`;
    case 'EAUTH':
      return user
        ? `the mail server ${host} did not take the user name and password${answer}`
        : `the mail server ${host} wants a user name and password${answer}`;
    case 'EENVELOPE':
      return `the mail server ${host} did not take the address${answer}`;
    case 'EMESSAGE':
      return `the mail server ${host} did not take the letter${answer}`;
    case 'ETLS':
      return `the mail server ${at} does not speak ${security}`;
    case 'ETIMEDOUT':
    case 'ECONNECTION':
    case 'ECONNREFUSED':
    case 'ESOCKET':
      return `the mail server ${at} does not answer, or not by ${security === 'none' ? 'plain words' : security}`;
    default:
      return `the mail server ${at} did not take it${answer}`;
  }
}

/** One letter as it is given to a mail server. */
export interface Posted {
  readonly from: string;
  readonly to: string;
  /** The letter itself (RFC 5322). */
  readonly raw: Uint8Array;
}

/**
 * Gives a letter to the mail server.
 * @throws whatever the mail server or the way to it says
 */
export async function post(mail: KeptMail, { from, to, raw }: Posted): Promise<void> {
  const transport = transportOf(mail);
  try {
    await transport.sendMail({ envelope: { from, to }, raw: Buffer.from(raw) });
  } finally {
    transport.close();
  }
}

/**
 * Asks whether a mail server takes letters from here.
 * @throws whatever the mail server or the way to it says
 */
export async function tryServer(mail: KeptMail): Promise<void> {
  const transport = transportOf(mail);
  try {
    await transport.verify();
  } finally {
    transport.close();
  }
}

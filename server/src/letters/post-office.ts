import { createHash } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { SMTPServer } from 'smtp-server';

/** A letter that came in. */
export interface Arrived {
  readonly from: string;
  readonly to: readonly string[];
  /** The letter itself (RFC 5322). */
  readonly raw: string;
  /** A short name for it, from what it says. */
  readonly name: string;
}

export interface PostOfficeOptions {
  /** 0: any that is free. */
  readonly port?: number;
  /** Who may give letters in; without it everybody may. */
  readonly user?: { readonly name: string; readonly password: string };
  readonly came?: (letter: Arrived) => void;
}

/** Letters larger than this are not taken, bytes. */
const LARGEST = 30 * 1024 * 1024;
const REFUSED = 550;

/**
 * A small mail server on this machine that keeps what it gets and passes nothing on: a stand-in for a house's own, to
 * try letters out with.
 */
export async function openPostOffice({ port = 0, user, came }: PostOfficeOptions = {}) {
  const arrived: Arrived[] = [];
  let refusing: string | null = null;
  const refusal = (words: string): Error => Object.assign(new Error(words), { responseCode: REFUSED });
  const server = new SMTPServer({
    // it is asked over loopback alone, and has no certificate that anybody would trust
    disabledCommands: user ? ['STARTTLS'] : ['STARTTLS', 'AUTH'],
    authOptional: !user,
    allowInsecureAuth: true,
    size: LARGEST,
    onAuth: ({ username, password }, _, done) =>
      username === user?.name && password === user?.password
        ? done(null, { user: username })
        : done(new Error('user name and password do not fit')),
    onRcptTo: (_, __, done) => done(refusing === null ? undefined : refusal(refusing)),
    onData: (stream, { envelope }, done) => {
      buffer(stream).then((bytes) => {
        const raw = bytes.toString('utf8');
        const letter = {
          from: envelope.mailFrom ? envelope.mailFrom.address : '',
          to: envelope.rcptTo.map((r) => r.address),
          raw,
          name: createHash('sha256').update(raw).digest('hex').slice(0, 12),
        };
        arrived.push(letter);
        came?.(letter);
        done();
      }, done);
    },
  });
  // a caller that hangs up is no error of this server
  server.on('error', () => undefined);
  await new Promise<void>((listening) => server.listen(port, '127.0.0.1', listening));
  const address = server.server.address();
  return {
    port: typeof address === 'object' && address ? address.port : port,
    arrived: arrived as readonly Arrived[],
    /** Refuses every letter with these words from now on; null takes them again. */
    refuse: (words: string | null): void => void (refusing = words),
    close: (): Promise<void> => new Promise((closed) => server.close(closed)),
  };
}

export type PostOffice = Awaited<ReturnType<typeof openPostOffice>>;

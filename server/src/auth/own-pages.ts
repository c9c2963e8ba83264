import { isIP } from 'node:net';
import type { FastifyRequest } from 'fastify';
import { loopback } from '../http/loopback.js';

/** Where a request says that it comes from and goes to. */
type Heads = Pick<FastifyRequest['headers'], 'host' | 'origin'>;

const addressOf = (text: string): URL | null => (URL.canParse(text) ? new URL(text) : null);

/** Whether a host is one by which only this machine calls itself. */
function isThisMachine(host: string): boolean {
  const name = addressOf(`http://${host}`)?.hostname.replace(/^\[|\]$/g, '') ?? '';
  return name === 'localhost' || (isIP(name) > 0 && loopback(name));
}

/**
 * Whether a request may be the application's own. A browser says from which page it asks, on sockets too: another
 * page's is refused. Where nobody signs in, only this machine's names are answered to, lest another page call itself
 * by a name that leads here.
 * @param open nobody needs to sign in
 */
export function isOwn({ host, origin }: Heads, open: boolean): boolean {
  if (origin !== undefined && addressOf(origin)?.host !== host) return false;
  return !open || (host !== undefined && isThisMachine(host));
}

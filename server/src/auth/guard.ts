import cookie from '@fastify/cookie';
import rateLimit from '@fastify/rate-limit';
import type { Session } from '@vilko/contract';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { loopback } from '../http/loopback.js';
import { API, serve } from '../http/serve.js';
import type { KnownBrowsers } from './known-browsers.js';
import { isOwn } from './own-pages.js';
import { same } from './same.js';
import type { SignIn } from './sign-in.js';

const COOKIE = 'vilko';
/** The mark of a browser in which somebody has signed in before; it lasts half a year, s. */
const KNOWN = 'vilko-known';
const KNOWN_LASTS = 180 * 24 * 3600;

export interface Guarded {
  readonly auth: SignIn;
  readonly known: KnownBrowsers;
  /** The server listens beyond loopback. */
  readonly needed: boolean;
  /** What a device on another machine brings in its address. */
  readonly deviceKey: string;
}

/**
 * Lets nobody near the data who has not signed in, as soon as the server listens beyond this machine. Who may ask
 * stands in the table of endpoints; what names nobody is the instructor's.
 */
export async function guard(app: FastifyInstance, guarded: Guarded): Promise<void> {
  const { auth, known, needed, deviceKey } = guarded;
  await app.register(cookie);
  await app.register(rateLimit, {
    global: false,
    keyGenerator: (request) => known.nameIn(request.cookies[KNOWN]) ?? request.ip,
  });
  const isDevice = (request: FastifyRequest): boolean => {
    const key = (request.query as { key?: unknown } | null)?.key;
    return loopback(request.ip) || (typeof key === 'string' && same(key, deviceKey));
  };
  app.addHook('onRequest', async (request, reply) => {
    if (!isOwn(request.headers, !needed))
      return reply
        .code(403)
        .send({ code: 'foreign', message: 'Only the application’s own pages may ask this server.' });
    const { who = 'instructor' } = request.routeOptions.config;
    const path = request.url.split('?')[0]!;
    if (!needed || !path.startsWith(`${API}/`) || who === 'anybody' || who === 'link') return;
    if (auth.knows(request.cookies[COOKIE]) || (who === 'device' && isDevice(request))) return;
    return reply.code(401).send({ code: 'sign-in', message: 'Sign in first.' });
  });
  await app.register(sessionRoutes, { prefix: API, ...guarded });
}

/** Signing in and out, and the password. */
function sessionRoutes(app: FastifyInstance, { auth, known, needed }: Guarded, done: () => void): void {
  const session = async (signedIn: boolean): Promise<Session> => ({
    needed,
    signedIn: !needed || signedIn,
    password: await auth.hasPassword(),
  });
  serve(app, 'session', ({ request }) => session(auth.knows(request.cookies[COOKIE])));
  serve(app, 'signIn', async ({ body, reply }) => {
    const token = await auth.enter(body.password);
    if (!token) return reply.code(401).send({ code: 'sign-in', message: 'This is not the password.' });
    const own = { httpOnly: true, sameSite: 'strict', path: '/' } as const;
    reply.setCookie(COOKIE, token, own).setCookie(KNOWN, known.mark(), { ...own, maxAge: KNOWN_LASTS });
    return session(true);
  });
  serve(app, 'signOut', ({ request, reply }) => {
    auth.leave(request.cookies[COOKIE]);
    reply.clearCookie(COOKIE, { path: '/' });
    return session(false);
  });
  serve(app, 'setPassword', async ({ body, reply }) => {
    if ((await auth.hasPassword()) && !(await auth.enter(body.old ?? '')))
      return reply.code(401).send({ code: 'sign-in', message: 'The old password is not right.' });
    await auth.setPassword(body.password);
    return session(false);
  });
  done();
}

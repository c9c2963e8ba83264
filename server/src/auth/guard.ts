import { timingSafeEqual } from 'node:crypto';
import cookie from '@fastify/cookie';
import rateLimit from '@fastify/rate-limit';
import { Problem, Session } from '@vilko/contract';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { loopback } from './loopback.js';
import type { SignIn } from './sign-in.js';

const COOKIE = 'vilko';
/** What anybody may ask for before signing in. */
const OPEN = new Set(['/api/health', '/api/session']);
/** Pages of links: who has the link may read that page. */
const SHARED = '/api/shared/';
/** Where devices speak; from another machine they bring the house's device key. */
const DEVICE_SOCKETS = new Set(['/api/feed', '/api/shots']);
const LEAST_PASSWORD = 10;

/** Equal in constant time; texts of different length are not. */
const same = (a: string, b: string): boolean =>
  a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/**
 * Lets nobody near the data who has not signed in, as soon as the server listens beyond this machine; and the routes
 * to sign in, out and set the password.
 * @param needed the server listens beyond loopback
 */
export async function guard(app: FastifyInstance, auth: SignIn, needed: boolean, deviceKey: string): Promise<void> {
  await app.register(cookie);
  await app.register(rateLimit, { global: false });
  const signedIn = (request: FastifyRequest): boolean => auth.knows(request.cookies[COOKIE]);

  app.addHook('onRequest', async (request, reply) => {
    const path = request.url.split('?')[0]!;
    if (!needed || !path.startsWith('/api/') || OPEN.has(path) || path.startsWith(SHARED) || signedIn(request)) return;
    const key = (request.query as { key?: unknown } | null)?.key;
    if (DEVICE_SOCKETS.has(path) && (loopback(request.ip) || (typeof key === 'string' && same(key, deviceKey)))) return;
    await reply.code(401).send({ code: 'sign-in', message: 'Sign in first.' });
  });

  const routes = app.withTypeProvider<ZodTypeProvider>();
  const session = async (request: FastifyRequest): Promise<Session> => ({
    needed,
    signedIn: !needed || signedIn(request),
    password: await auth.hasPassword(),
  });
  routes.get(
    '/api/session',
    { schema: { summary: 'Whether signing in is needed and done', response: { 200: Session } } },
    session,
  );
  routes.post(
    '/api/session',
    {
      config: { rateLimit: { max: 8, timeWindow: '1 minute' } },
      schema: {
        summary: 'Signs in',
        body: z.object({ password: z.string().max(200) }),
        response: { 200: Session, 401: Problem },
      },
    },
    async (request, reply) => {
      const token = await auth.enter(request.body.password);
      if (!token) return reply.code(401).send({ code: 'sign-in', message: 'This is not the password.' });
      return reply
        .setCookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', path: '/' })
        .send({ needed, signedIn: true, password: true });
    },
  );
  routes.delete(
    '/api/session',
    { schema: { summary: 'Signs out', response: { 200: Session } } },
    async (request, reply) => {
      auth.leave(request.cookies[COOKIE]);
      return reply
        .clearCookie(COOKIE, { path: '/' })
        .send({ needed, signedIn: !needed, password: await auth.hasPassword() });
    },
  );
  routes.put(
    '/api/password',
    {
      config: { rateLimit: { max: 8, timeWindow: '1 minute' } },
      schema: {
        summary: 'Sets the instructor’s password; everybody must sign in anew',
        body: z.object({ old: z.string().max(200).nullable(), password: z.string().min(LEAST_PASSWORD).max(200) }),
        response: { 200: Session, 401: Problem },
      },
    },
    async (request, reply) => {
      const { old, password } = request.body;
      if ((await auth.hasPassword()) && !(await auth.enter(old ?? '')))
        return reply.code(401).send({ code: 'sign-in', message: 'The old password is not right.' });
      await auth.setPassword(password);
      return reply.send({ needed, signedIn: !needed, password: true });
    },
  );
}

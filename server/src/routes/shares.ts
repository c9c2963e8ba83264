import { Problem, Share, SHARE_DAYS, SharedAct, SharedPage, Shares } from '@vilko/contract';
import type { FastifyInstance, FastifyReply } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { ReportService } from '../reports/report-service.js';
import type { ShareService } from '../reports/share-service.js';
import { bytesOf } from './words.js';

const Id = z.object({ id: z.string() });
const Token = z.object({ token: z.string().max(64) });
const GONE = { code: 'not-found', message: 'There is no such lesson.' };
/** One sentence for what never was, what expired and what was revoked: a guess learns nothing. */
const CLOSED = {
  code: 'not-found',
  message: 'This page is not open, or not any more: ask your instructor for a new link.',
};
/** Largest film a pupil may send, bytes. */
const LARGEST = 100 * 1024 * 1024;
/** Asks of one address in a minute: more than anybody reads, far less than a search needs. */
const READS = { rateLimit: { max: 60, timeWindow: '1 minute' } };
const WRITES = { rateLimit: { max: 12, timeWindow: '1 minute' } };

/** Links as the instructor makes them; signing in guards these. */
export function shareRoutes(app: FastifyInstance, shares: ShareService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/lessons/:id/shares',
    {
      schema: {
        summary: 'Links to a lesson’s report, and what came back through them',
        params: Id,
        response: { 200: Shares },
      },
    },
    (request) => shares.of(request.params.id),
  );
  routes.post(
    '/api/lessons/:id/shares',
    {
      schema: {
        summary: 'Makes a link to a lesson’s report',
        params: Id,
        body: z.object({ days: z.literal([...SHARE_DAYS]) }),
        response: { 201: Share, 404: Problem },
      },
    },
    async (request, reply) => {
      const made = await shares.make(request.params.id, request.body.days);
      return made ? reply.code(201).send(made) : reply.code(404).send(GONE);
    },
  );
  routes.post(
    '/api/shares/:token/revoke',
    { schema: { summary: 'Closes a link for good', params: Token, response: { 200: Share, 404: Problem } } },
    async (request, reply) => (await shares.revoke(request.params.token)) ?? reply.code(404).send(CLOSED),
  );
}

/** What a link opens, without signing in: one page and its answers, limited in rate. */
export function sharedRoutes(app: FastifyInstance, shares: ShareService, reports: ReportService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const apart = (reply: FastifyReply): FastifyReply =>
    reply.header('cache-control', 'no-store').header('x-robots-tag', 'noindex, nofollow');
  const now = async (token: string, reply: FastifyReply): Promise<SharedPage | FastifyReply> =>
    (await shares.page(token)) ?? apart(reply).code(404).send(CLOSED);
  routes.get(
    '/api/shared/:token',
    {
      config: READS,
      schema: { summary: 'The page behind a link', params: Token, response: { 200: SharedPage, 404: Problem } },
    },
    async (request, reply) => now(request.params.token, apart(reply)),
  );
  routes.post(
    '/api/shared/:token',
    {
      config: WRITES,
      schema: {
        summary: 'The pupil answers or ticks a day',
        params: Token,
        body: SharedAct,
        response: { 200: SharedPage, 404: Problem, 422: Problem },
      },
    },
    async (request, reply) => {
      await shares.act(request.params.token, request.body);
      return now(request.params.token, apart(reply));
    },
  );
  routes.post(
    '/api/shared/:token/films',
    {
      config: WRITES,
      bodyLimit: LARGEST,
      schema: {
        summary: 'The pupil sends a film; the body is the file',
        params: Token,
        querystring: z.object({ note: z.string().max(1000).default('') }),
        response: { 200: SharedPage, 404: Problem, 422: Problem },
      },
      // a large body is not even read for a link that opens nothing
      onRequest: async (request, reply) => {
        if (!(await shares.lessonOf(request.params.token))) await apart(reply).code(404).send(CLOSED);
      },
    },
    async (request, reply) => {
      await shares.film(request.params.token, bytesOf(request.body), request.query.note);
      return now(request.params.token, apart(reply));
    },
  );
  routes.get(
    '/api/shared/:token/review',
    { config: READS, schema: { summary: 'The spoken review behind a link', params: Token } },
    async (request, reply) => {
      const lessonId = await shares.lessonOf(request.params.token);
      const found = lessonId === null ? null : await reports.reviewFile(lessonId);
      if (!found) return apart(reply).code(404).send(CLOSED);
      return apart(reply).type(found.mime).sendFile(found.file, reports.folder, { cacheControl: false });
    },
  );
}

import { Problem, Report, ReportText, SpokenReview } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { ReportService } from '../reports/report-service.js';
import type { ShareService } from '../reports/share-service.js';
import { bytesOf } from './words.js';

const Id = z.object({ id: z.string() });
/** Largest spoken review, bytes: some minutes of a film. */
const LARGEST = 200 * 1024 * 1024;
const GONE = { code: 'not-found', message: 'There is no such lesson.' };

export function reportRoutes(app: FastifyInstance, reports: ReportService, shares: ShareService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/lessons/:id/report',
    {
      schema: {
        summary: 'What the pupil takes home from a lesson',
        params: Id,
        response: { 200: Report, 404: Problem },
      },
    },
    async (request, reply) => (await reports.of(request.params.id)) ?? reply.code(404).send(GONE),
  );
  routes.get(
    '/api/lessons/:id/report.pdf',
    { schema: { summary: 'A lesson’s report as PDF', params: Id } },
    async (request, reply) => {
      const pdf = await reports.pdf(request.params.id);
      if (!pdf) return reply.code(404).send(GONE);
      return reply
        .header('content-type', 'application/pdf')
        .header('content-disposition', 'inline; filename="lesson.pdf"')
        .header('cache-control', 'no-store')
        .send(Buffer.from(pdf));
    },
  );
  routes.post(
    '/api/lessons/:id/report/send',
    {
      schema: {
        summary: 'Puts a report as an e-mail file into the outbox',
        params: Id,
        body: z.object({ to: z.email() }),
        response: { 200: z.object({ file: z.string() }), 404: Problem },
      },
    },
    async (request, reply) =>
      (await reports.send(request.params.id, request.body.to, await shares.linkOf(request.params.id))) ??
      reply.code(404).send(GONE),
  );
  routes.put(
    '/api/lessons/:id/review',
    {
      bodyLimit: LARGEST,
      schema: {
        summary: 'Keeps the spoken review of a lesson; the body is the film',
        params: Id,
        querystring: z.object({ duration: z.coerce.number().positive() }),
        response: { 200: SpokenReview, 404: Problem, 422: Problem },
      },
    },
    async (request, reply) =>
      (await reports.keepReview(request.params.id, bytesOf(request.body), request.query.duration)) ??
      reply.code(404).send(GONE),
  );
  routes.get(
    '/api/lessons/:id/review',
    { schema: { summary: 'The spoken review itself, in ranges', params: Id } },
    async (request, reply) => {
      const found = await reports.reviewFile(request.params.id);
      return found
        ? reply.type(found.mime).sendFile(found.file, reports.folder, { maxAge: 0 })
        : reply.code(404).send(GONE);
    },
  );
  routes.delete(
    '/api/lessons/:id/review',
    { schema: { summary: 'Deletes the spoken review', params: Id, response: { 200: Report, 404: Problem } } },
    async (request, reply) => {
      await reports.dropReview(request.params.id);
      return (await reports.of(request.params.id)) ?? reply.code(404).send(GONE);
    },
  );
  routes.put(
    '/api/lessons/:id/report',
    {
      schema: {
        summary: 'Keeps the instructor’s words of a report; null goes back to the draft',
        params: Id,
        body: z.object({ text: ReportText.nullable() }),
        response: { 200: Report, 404: Problem },
      },
    },
    async (request, reply) => {
      await reports.keep(request.params.id, request.body.text);
      return (await reports.of(request.params.id)) ?? reply.code(404).send(GONE);
    },
  );
}

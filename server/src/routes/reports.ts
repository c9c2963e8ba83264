import { Problem, Report, ReportText } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { ReportService } from '../reports/report-service.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such lesson.' };

export function reportRoutes(app: FastifyInstance, reports: ReportService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/lessons/:id/report',
    { schema: { summary: 'What the pupil takes home from a lesson', params: Id, response: { 200: Report, 404: Problem } } },
    async (request, reply) => (await reports.of(request.params.id)) ?? reply.code(404).send(GONE),
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

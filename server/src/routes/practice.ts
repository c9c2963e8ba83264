import { LogEntry, NewLogEntry, NewPlan, PlanAct, Practice, PracticePlan, Problem } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { PracticeService } from '../practice/practice-service.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such pupil.' };
const NO_ENTRY = { code: 'not-found', message: 'There is no such entry in the logbook.' };

export function practiceRoutes(app: FastifyInstance, practice: PracticeService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/pupils/:id/practice',
    { schema: { summary: 'Plans, logbook and ladders of a pupil', params: Id, response: { 200: Practice, 404: Problem } } },
    async (request, reply) => (await practice.of(request.params.id)) ?? reply.code(404).send(GONE),
  );
  routes.post(
    '/api/pupils/:id/plans',
    { schema: { summary: 'Makes a practice plan', params: Id, body: NewPlan, response: { 201: PracticePlan, 404: Problem, 422: Problem } } },
    async (request, reply) => {
      const made = await practice.addPlan(request.params.id, request.body);
      return made ? reply.code(201).send(made) : reply.code(404).send(GONE);
    },
  );
  routes.post(
    '/api/plans/:id',
    { schema: { summary: 'Moves or logs a block, ends or resumes a plan', params: Id, body: PlanAct, response: { 200: PracticePlan, 422: Problem } } },
    (request) => practice.act(request.params.id, request.body),
  );
  routes.get('/api/plans/:id/calendar.ics', { schema: { summary: 'A plan as a calendar file', params: Id } }, async (request, reply) =>
    reply
      .header('content-type', 'text/calendar; charset=utf-8')
      .header('content-disposition', 'attachment; filename="practice-plan.ics"')
      .header('cache-control', 'no-store')
      .send(await practice.calendar(request.params.id)),
  );
  routes.post(
    '/api/pupils/:id/log',
    { schema: { summary: 'Writes into the logbook', params: Id, body: NewLogEntry, response: { 201: LogEntry, 404: Problem } } },
    async (request, reply) => {
      const made = await practice.addEntry(request.params.id, request.body);
      return made ? reply.code(201).send(made) : reply.code(404).send(GONE);
    },
  );
  for (const [act, deleted] of [
    ['delete', true],
    ['restore', false],
  ] as const)
    routes.post(
      `/api/log/:id/${act}`,
      { schema: { summary: deleted ? 'Deletes an entry of the logbook' : 'Brings an entry back', params: Id, response: { 200: LogEntry, 404: Problem } } },
      async (request, reply) => (await practice.setDeleted(request.params.id, deleted)) ?? reply.code(404).send(NO_ENTRY),
    );
}

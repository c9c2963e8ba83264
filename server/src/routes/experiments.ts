import { Experiment, ExperimentAct, NewExperiment, Problem } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { ExperimentService } from '../practice/experiment-service.js';

const Id = z.object({ id: z.string() });
const All = z.array(Experiment);
const GONE = { code: 'not-found', message: 'There is no such lesson.' };

export function experimentRoutes(app: FastifyInstance, experiments: ExperimentService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/lessons/:id/experiments',
    {
      schema: { summary: 'A lesson’s experiments, the oldest first', params: Id, response: { 200: All, 404: Problem } },
    },
    async (request, reply) => (await experiments.ofLesson(request.params.id)) ?? reply.code(404).send(GONE),
  );
  routes.post(
    '/api/lessons/:id/experiments',
    {
      schema: {
        summary: 'Draws the order of trials and begins',
        params: Id,
        body: NewExperiment,
        response: { 200: All, 404: Problem, 422: Problem },
      },
    },
    async (request, reply) => (await experiments.begin(request.params.id, request.body)) ?? reply.code(404).send(GONE),
  );
  routes.post(
    '/api/experiments/:id',
    {
      schema: {
        summary: 'Leaves a trial out, ends or resumes',
        params: Id,
        body: ExperimentAct,
        response: { 200: All, 404: Problem },
      },
    },
    async (request, reply) =>
      (await experiments.act(request.params.id, request.body)) ??
      reply.code(404).send({ ...GONE, message: 'There is no such experiment.' }),
  );
}

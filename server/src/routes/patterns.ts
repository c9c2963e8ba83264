import { OwnPatterns, PatternVersion, Problem } from '@vilko/contract';
import { Pattern, readPattern, VilkoError } from '@vilko/core';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { PatternService } from '../judging/pattern-service.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such pattern.' };

/** The body as a pattern, or one sentence about what is wrong with it. */
function patternIn(body: unknown): Pattern {
  const read = readPattern(body);
  if ('problem' in read) throw new VilkoError('bad-option', read.problem);
  return read.pattern;
}

/** Patterns of the house's own, with their history. */
export function patternRoutes(app: FastifyInstance, service: PatternService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/patterns',
    { schema: { summary: 'The house’s own patterns, newest versions', response: { 200: OwnPatterns } } },
    () => service.list(),
  );
  routes.post(
    '/api/patterns',
    { schema: { summary: 'Adds a pattern that was copied, made or brought', response: { 201: PatternVersion } } },
    async (request, reply) => reply.code(201).send(await service.add(patternIn(request.body))),
  );
  routes.put(
    '/api/patterns/:id',
    { schema: { summary: 'Saves a new version', params: Id, response: { 200: PatternVersion } } },
    async (request) => service.save({ ...patternIn(request.body), id: request.params.id }),
  );
  routes.get(
    '/api/patterns/:id/versions',
    {
      schema: {
        summary: 'Every version of an own pattern, newest first',
        params: Id,
        response: { 200: z.array(PatternVersion) },
      },
    },
    (request) => service.versions(request.params.id),
  );
  routes.delete(
    '/api/patterns/:id',
    {
      schema: {
        summary: 'Takes an own pattern off the shelf; it can be put back',
        params: Id,
        response: { 200: PatternVersion, 404: Problem },
      },
    },
    async (request, reply) => (await service.setDeleted(request.params.id, true)) ?? reply.code(404).send(GONE),
  );
  routes.post(
    '/api/patterns/:id/restore',
    { schema: { summary: 'Puts a deleted pattern back', params: Id, response: { 200: PatternVersion, 404: Problem } } },
    async (request, reply) => (await service.setDeleted(request.params.id, false)) ?? reply.code(404).send(GONE),
  );
}

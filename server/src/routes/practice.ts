import {
  LogEntry,
  LogFilm,
  NewLogEntry,
  NewPlan,
  PlanAct,
  Practice,
  PracticePlan,
  Problem,
  Progress,
} from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { PracticeService } from '../practice/practice-service.js';
import { bytesOf } from './words.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such pupil.' };
/** Largest film taken in, bytes. */
const LARGEST = 200 * 1024 * 1024;
const NO_ENTRY = { code: 'not-found', message: 'There is no such entry in the logbook.' };

export function practiceRoutes(app: FastifyInstance, practice: PracticeService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/pupils/:id/practice',
    {
      schema: {
        summary: 'Plans, logbook and ladders of a pupil',
        params: Id,
        response: { 200: Practice, 404: Problem },
      },
    },
    async (request, reply) => (await practice.of(request.params.id)) ?? reply.code(404).send(GONE),
  );
  routes.get(
    '/api/pupils/:id/progress',
    {
      schema: {
        summary: 'What practice did, and whether the swings are steadier',
        params: Id,
        response: { 200: Progress, 404: Problem },
      },
    },
    async (request, reply) => (await practice.progress(request.params.id)) ?? reply.code(404).send(GONE),
  );
  routes.post(
    '/api/pupils/:id/plans',
    {
      schema: {
        summary: 'Makes a practice plan',
        params: Id,
        body: NewPlan,
        response: { 201: PracticePlan, 404: Problem, 422: Problem },
      },
    },
    async (request, reply) => {
      const made = await practice.addPlan(request.params.id, request.body);
      return made ? reply.code(201).send(made) : reply.code(404).send(GONE);
    },
  );
  routes.post(
    '/api/plans/:id',
    {
      schema: {
        summary: 'Moves or logs a block, ends or resumes a plan',
        params: Id,
        body: PlanAct,
        response: { 200: PracticePlan, 422: Problem },
      },
    },
    (request) => practice.act(request.params.id, request.body),
  );
  routes.get(
    '/api/plans/:id/calendar.ics',
    { schema: { summary: 'A plan as a calendar file', params: Id } },
    async (request, reply) =>
      reply
        .header('content-type', 'text/calendar; charset=utf-8')
        .header('content-disposition', 'attachment; filename="practice-plan.ics"')
        .header('cache-control', 'no-store')
        .send(await practice.calendar(request.params.id)),
  );
  routes.post(
    '/api/pupils/:id/log',
    {
      schema: {
        summary: 'Writes into the logbook',
        params: Id,
        body: NewLogEntry,
        response: { 201: LogEntry, 404: Problem },
      },
    },
    async (request, reply) => {
      const made = await practice.addEntry(request.params.id, request.body);
      return made ? reply.code(201).send(made) : reply.code(404).send(GONE);
    },
  );
  routes.post(
    '/api/pupils/:id/log-films',
    {
      bodyLimit: LARGEST,
      schema: {
        summary: 'Puts a film without a measurement into the logbook; the body is the file',
        params: Id,
        querystring: z.object({ note: z.string().max(1000).default('') }),
        response: { 201: LogEntry, 404: Problem, 422: Problem },
      },
    },
    async (request, reply) => {
      const made = await practice.addFilm(request.params.id, bytesOf(request.body), request.query.note);
      return made ? reply.code(201).send(made) : reply.code(404).send(GONE);
    },
  );
  routes.get(
    '/api/log/:id/film',
    { schema: { summary: 'The film of an entry, in ranges', params: Id } },
    async (request, reply) => {
      const found = await practice.filmOf(request.params.id);
      return found
        ? reply.type(found.film.mime).sendFile(found.file, practice.folder, { maxAge: '1d' })
        : reply.code(404).send(NO_ENTRY);
    },
  );
  routes.put(
    '/api/log/:id/marks',
    {
      schema: {
        summary: 'Keeps the marks on the film of an entry',
        params: Id,
        body: LogFilm.pick({ marks: true }),
        response: { 200: LogEntry, 404: Problem },
      },
    },
    async (request, reply) =>
      (await practice.mark(request.params.id, request.body.marks)) ?? reply.code(404).send(NO_ENTRY),
  );
  for (const [act, deleted] of [
    ['delete', true],
    ['restore', false],
  ] as const)
    routes.post(
      `/api/log/:id/${act}`,
      {
        schema: {
          summary: deleted ? 'Deletes an entry of the logbook' : 'Brings an entry back',
          params: Id,
          response: { 200: LogEntry, 404: Problem },
        },
      },
      async (request, reply) =>
        (await practice.setDeleted(request.params.id, deleted)) ?? reply.code(404).send(NO_ENTRY),
    );
}

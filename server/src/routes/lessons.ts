import {
  ClubClass,
  Imported,
  Lesson,
  LessonChange,
  LessonFindings,
  LessonHead,
  Problem,
  SwingKind,
} from '@vilko/contract';
import { CsvMapping } from '@vilko/core';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { SwingService } from '../analysis/swing-service.js';
import type { PupilRepository } from '../db/pupils.js';

const Id = z.object({ id: z.string() });

/** A mapping of columns, as JSON in the address. */
const Mapping = z.string().transform((text, c) => {
  try {
    return CsvMapping.parse(JSON.parse(text));
  } catch {
    c.addIssue({ code: 'custom', message: 'the mapping of the columns is not understood' });
    return z.NEVER;
  }
});

/** Largest file taken in, bytes. */
const LARGEST = 256 * 1024 * 1024;

export function lessonRoutes(app: FastifyInstance, pupils: PupilRepository, service: SwingService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/lessons/:id',
    { schema: { summary: 'A lesson with its swings', params: Id, response: { 200: Lesson, 404: Problem } } },
    async (request, reply) => {
      const lesson = await service.lesson(request.params.id);
      return lesson ?? reply.code(404).send({ code: 'not-found', message: 'There is no such lesson.' });
    },
  );

  routes.get(
    '/api/lessons/:id/findings',
    {
      schema: {
        summary: 'What is found in a lesson’s swings, club by club',
        params: Id,
        response: { 200: LessonFindings, 404: Problem },
      },
    },
    async (request, reply) =>
      (await service.findings(request.params.id)) ??
      reply.code(404).send({ code: 'not-found', message: 'There is no such lesson.' }),
  );

  routes.patch(
    '/api/lessons/:id',
    {
      schema: {
        summary: 'Changes a lesson’s aim, measure, footwear, homework, notes, pain',
        params: Id,
        body: LessonChange,
        response: { 200: LessonHead, 404: Problem },
      },
    },
    async (request, reply) =>
      (await pupils.changeLesson(request.params.id, request.body)) ??
      reply.code(404).send({ code: 'not-found', message: 'There is no such lesson.' }),
  );

  routes.post(
    '/api/lessons/:id/recordings',
    {
      bodyLimit: LARGEST,
      schema: {
        summary: 'Reads a recording made elsewhere into a lesson; the body is the file',
        params: Id,
        querystring: z.object({
          name: z.string().min(1),
          club: ClubClass.default('iron'),
          clubName: z.string().default('7-iron'),
          kind: SwingKind.default('full'),
          axes: z.string().optional(),
          mapping: Mapping.optional(),
          /** The body is a recording bundle made from the file. */
          packed: z.stringbool().default(false),
        }),
        response: { 201: Imported, 422: Problem },
      },
    },
    async (request, reply) => {
      const { name, ...about } = request.query;
      const body = request.body instanceof Uint8Array ? request.body : new Uint8Array(0);
      const gone = new AbortController();
      reply.raw.on('close', () => reply.raw.writableFinished || gone.abort());
      return reply.code(201).send(await service.importFile(body, name, request.params.id, about, gone.signal));
    },
  );
}

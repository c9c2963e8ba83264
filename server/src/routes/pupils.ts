import {
  Erased,
  LessonHead,
  NewLesson,
  NewPupil,
  Problem,
  Pupil,
  PupilChange,
  PupilDashboard,
  PupilWithLessons,
  SwingHead,
  SwingValue,
} from '@vilko/contract';
import { MEASURE_IDS, type MeasureId } from '@vilko/core';
import type { SwingService } from '../analysis/swing-service.js';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { BayHandle } from '../bays/bay.js';
import type { PupilRepository } from '../db/pupils.js';
import type { PupilService } from '../pupils/pupil-service.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such pupil.' };

export function pupilRoutes(
  app: FastifyInstance,
  pupils: PupilRepository,
  service: PupilService,
  swings: SwingService,
  bay: BayHandle,
): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/pupils',
    { schema: { summary: 'Every pupil with their lessons', response: { 200: z.array(PupilWithLessons) } } },
    () => pupils.all(),
  );
  routes.post(
    '/api/pupils',
    { schema: { summary: 'Takes in a new pupil', body: NewPupil, response: { 201: Pupil } } },
    async (request, reply) => reply.code(201).send(await service.add(request.body)),
  );
  routes.patch(
    '/api/pupils/:id',
    {
      schema: {
        summary: 'Changes what is known about a pupil, or archives',
        params: Id,
        body: PupilChange,
        response: { 200: Pupil, 404: Problem },
      },
    },
    async (request, reply) => {
      const pupil = await service.change(request.params.id, request.body);
      await bay.refresh();
      return pupil ?? reply.code(404).send(GONE);
    },
  );
  routes.get(
    '/api/pupils/:id/dashboard',
    {
      schema: {
        summary: 'What a pupil works on and whether it changed',
        params: Id,
        response: { 200: PupilDashboard, 404: Problem },
      },
    },
    async (request, reply) => (await service.dashboard(request.params.id)) ?? reply.code(404).send(GONE),
  );
  routes.get(
    '/api/pupils/:id/swings',
    {
      schema: {
        summary: 'Every swing of a pupil, oldest first',
        params: Id,
        response: { 200: z.array(SwingHead), 404: Problem },
      },
    },
    async (request, reply) => (await swings.ofPupil(request.params.id)) ?? reply.code(404).send(GONE),
  );
  routes.get(
    '/api/pupils/:id/values',
    {
      schema: {
        summary: 'One measure of every swing of a pupil',
        params: Id,
        querystring: z.object({ measure: z.enum(MEASURE_IDS as [MeasureId, ...MeasureId[]]) }),
        response: { 200: z.array(SwingValue), 404: Problem },
      },
    },
    async (request, reply) =>
      (await swings.valuesOf(request.params.id, request.query.measure)) ?? reply.code(404).send(GONE),
  );
  routes.post(
    '/api/pupils/:id/lessons',
    {
      schema: { summary: 'Starts a lesson', params: Id, body: NewLesson, response: { 201: LessonHead, 404: Problem } },
    },
    async (request, reply) =>
      (await pupils.one(request.params.id))
        ? reply.code(201).send(await service.addLesson(request.params.id, request.body))
        : reply.code(404).send(GONE),
  );
  routes.post(
    '/api/pupils/:id/merge',
    {
      schema: {
        summary: 'Merges a pupil who was entered twice into this one',
        params: Id,
        body: z.object({ double: z.string() }),
        response: { 200: Pupil },
      },
    },
    (request) => service.merge(request.params.id, request.body.double),
  );
  routes.get(
    '/api/pupils/:id/bundle',
    { schema: { summary: 'Everything kept about a pupil, as one zip', params: Id } },
    async (request, reply) => {
      const pupil = await pupils.one(request.params.id);
      if (!pupil) return reply.code(404).send(GONE);
      const name = `${pupil.name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.vilko-pupil.zip`;
      return reply
        .header('content-type', 'application/zip')
        .header('content-disposition', `attachment; filename="${name}"`)
        .header('cache-control', 'no-store')
        .send(Buffer.from(await service.pack(pupil.id)));
    },
  );
  routes.post(
    '/api/pupils/:id/erase',
    {
      schema: {
        summary: 'Erases a pupil for good; the name must be typed',
        params: Id,
        body: z.object({ name: z.string() }),
        response: { 200: Erased, 404: Problem },
      },
    },
    async (request, reply) => (await service.erase(request.params.id, request.body.name)) ?? reply.code(404).send(GONE),
  );
}

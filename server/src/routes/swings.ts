import { Problem, SwingChange, SwingHead } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { SwingService } from '../analysis/swing-service.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such swing.' };

export function swingRoutes(app: FastifyInstance, service: SwingService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();

  routes.get(
    '/api/swings/:id/recording',
    { schema: { summary: 'The raw recording as a bundle; header x-swing-part says which of its swings', params: Id } },
    async (request, reply) => {
      const [bundle, part] = await Promise.all([service.recording(request.params.id), service.part(request.params.id)]);
      if (!bundle) return reply.code(404).send(GONE);
      return reply
        .header('content-type', 'application/zip')
        .header('x-swing-part', String(part ?? 0))
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(Buffer.from(bundle.buffer, bundle.byteOffset, bundle.byteLength));
    },
  );

  routes.patch(
    '/api/swings/:id',
    {
      schema: {
        summary: 'Changes club, star, note or marks',
        params: Id,
        body: SwingChange,
        response: { 200: SwingHead, 404: Problem },
      },
    },
    async (request, reply) => (await service.change(request.params.id, request.body)) ?? reply.code(404).send(GONE),
  );

  routes.delete(
    '/api/swings/:id',
    {
      schema: {
        summary: 'Takes a swing out of the lesson; it can be put back',
        params: Id,
        response: { 200: SwingHead, 404: Problem },
      },
    },
    async (request, reply) => (await service.setDeleted(request.params.id, true)) ?? reply.code(404).send(GONE),
  );

  routes.post(
    '/api/swings/:id/restore',
    { schema: { summary: 'Puts a deleted swing back', params: Id, response: { 200: SwingHead, 404: Problem } } },
    async (request, reply) => (await service.setDeleted(request.params.id, false)) ?? reply.code(404).send(GONE),
  );
}

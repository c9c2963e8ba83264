import { MonitorHello, MonitorShot, NO_SHOT, Problem, ShotChange, ShotsImported, SwingHead } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { WebSocket } from 'ws';
import { z } from 'zod';
import type { SwingService } from '../analysis/swing-service.js';
import type { BayHandle } from '../bays/bay.js';
import type { ShotService } from '../shots/shot-service.js';
import { parsed } from './words.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such swing.' };

export function shotRoutes(app: FastifyInstance, shots: ShotService, swings: SwingService, bay: BayHandle): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.patch(
    '/api/swings/:id/shot',
    {
      schema: {
        summary: 'Enters what the ball did; null takes a reading back',
        params: Id,
        body: ShotChange,
        response: { 200: SwingHead, 404: Problem },
      },
    },
    async (request, reply) => {
      await shots.enter(request.params.id, request.body);
      return (await swings.head(request.params.id)) ?? reply.code(404).send(GONE);
    },
  );
  routes.delete(
    '/api/swings/:id/shot',
    { schema: { summary: 'Takes a swing’s shot away', params: Id, response: { 200: SwingHead, 404: Problem } } },
    async (request, reply) => {
      await shots.remove(request.params.id);
      return (await swings.head(request.params.id)) ?? reply.code(404).send(GONE);
    },
  );
  routes.post(
    '/api/lessons/:id/shots',
    {
      schema: {
        summary: 'Reads a list of shots (CSV) into a lesson; the body is the file',
        params: Id,
        querystring: z.object({ name: z.string().min(1), sides: z.enum(['absolute', 'by hand']).default('by hand') }),
        response: { 200: ShotsImported, 422: Problem },
      },
    },
    (request) => {
      const body = request.body instanceof Uint8Array ? Buffer.from(request.body).toString('utf8') : '';
      return shots.importList(request.params.id, body, request.query.name, request.query.sides === 'absolute');
    },
  );

  app.get('/api/shots', { websocket: true }, (socket: WebSocket) => {
    let monitor: MonitorHello | null = null;
    const refuse = (why: string): void => {
      socket.send(JSON.stringify({ type: 'refused', message: why }));
      socket.close(1008, why.slice(0, 100));
    };
    socket.on('message', (data: Buffer) => {
      const words = parsed(data);
      if (!monitor) {
        const hello = MonitorHello.safeParse(words);
        if (!hello.success)
          return refuse(
            `hello not understood: ${hello.error.issues[0]?.path.join('.')} ${hello.error.issues[0]?.message}`,
          );
        monitor = hello.data;
        bay.monitor(monitor.name);
        return;
      }
      const shot = MonitorShot.safeParse(words);
      if (!shot.success)
        return refuse(`shot not understood: ${shot.error.issues[0]?.path.join('.')} ${shot.error.issues[0]?.message}`);
      const { lessonId } = bay.state();
      if (!lessonId) return;
      const at = new Date(Date.now() - 1000 * shot.data.ago);
      void shots
        .arrive(lessonId, at, monitor.name, { ...NO_SHOT, ...shot.data.values }, monitor.sides === 'absolute')
        .then(async (s) => {
          const swing = s.swingId && (await swings.head(s.swingId));
          if (swing) bay.tell(swing);
        })
        .catch((e: unknown) => refuse(`the shot could not be stored: ${(e as Error).message}`));
    });
    socket.on('close', () => monitor && bay.monitor(null));
  });
}

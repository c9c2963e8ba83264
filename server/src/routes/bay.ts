import { DEVICES } from '@vilko/core';
import { Bay, BayChange, Hello, SetUpAct, SetUpState } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { WebSocket } from 'ws';
import type { BayHandle, FeedHandler } from '../bays/bay.js';
import { parsed } from './words.js';

/** A picture counts as gone once less than this is waiting in the socket. */
const EMPTY = 1;

export function bayRoutes(app: FastifyInstance, bay: BayHandle): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/bay',
    { schema: { summary: 'The bay: lesson, club, state and device', response: { 200: Bay } } },
    () => bay.state(),
  );
  routes.put(
    '/api/bay',
    {
      schema: {
        summary: 'Sets whose lesson it is, the club, and whether swings are waited for',
        body: BayChange,
        response: { 200: Bay },
      },
    },
    (request) => bay.change(request.body),
  );

  routes.post(
    '/api/bay/set-up',
    {
      schema: {
        summary: 'Starts, skips, repeats or ends the guided set-up',
        body: SetUpAct,
        response: { 200: SetUpState.nullable() },
      },
    },
    (request) => bay.setUp(request.body.act),
  );
  routes.post(
    '/api/bay/zero',
    { schema: { summary: 'Takes the unloaded device as zero', response: { 200: Bay } } },
    () => bay.zero(),
  );

  app.get('/api/feed', { websocket: true }, (socket: WebSocket) => {
    let handler: FeedHandler | null = null;
    const refuse = (why: string): void => {
      socket.send(JSON.stringify({ type: 'refused', message: why }));
      socket.close(1008, why.slice(0, 100));
    };
    socket.on('message', (data: Buffer, isBinary: boolean) => {
      if (isBinary)
        return handler
          ? handler.binary(new Uint8Array(data.buffer, data.byteOffset, data.byteLength))
          : refuse('say hello first');
      const hello = Hello.safeParse(parsed(data));
      if (!hello.success)
        return refuse(
          `hello not understood: ${hello.error.issues[0]?.path.join('.')} ${hello.error.issues[0]?.message}`,
        );
      const { kind } = hello.data.device;
      if (!DEVICES[kind].live)
        return refuse(`a device of kind ${kind} cannot be shown live: record with its own program and drop the file`);
      handler = bay.connect(hello.data, (who) => socket.send(JSON.stringify({ type: 'who', ...who })));
    });
    socket.on('close', () => handler?.closed());
  });

  app.get('/api/live', { websocket: true }, (socket: WebSocket) => {
    const leave = bay.watch({
      say: (m) => socket.send(JSON.stringify(m)),
      show: (frame) => socket.send(frame),
      busy: () => socket.bufferedAmount >= EMPTY,
    });
    socket.on('close', leave);
  });
}

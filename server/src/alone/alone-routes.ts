import type { FastifyInstance } from 'fastify';
import { attached, serve } from '../http/serve.js';
import type { AloneService } from './alone-service.js';
import type { PracticeFiles } from './practice-file.js';
import { sendPractice } from './send-practice.js';

export interface AloneRoutes {
  readonly alone: AloneService;
  readonly files: PracticeFiles;
}

/** Practising alone, as its own page asks for it. */
export function aloneRoutes(app: FastifyInstance, { alone, files }: AloneRoutes, done: () => void): void {
  serve(app, 'aloneHome', () => alone.home());
  serve(app, 'aloneToday', ({ params, query }) => alone.today(params.pupilId, query.day));
  serve(app, 'beginAlone', ({ params, body }) => alone.begin(params.pupilId, body.bay));
  serve(app, 'endAlone', ({ params, body }) => alone.end(params.lessonId, body));
  serve(app, 'aloneFile', async ({ params, reply }) => {
    const head = await alone.found(params.lessonId);
    if (!head) return null;
    const name = `practice-${head.startedAt.slice(0, 10)}.vilko-practice.zip`;
    return attached(reply, 'application/zip', name).send(Buffer.from(await files.pack(head)));
  });
  serve(app, 'sendAlone', async ({ params, body }) => {
    const head = await alone.found(params.lessonId);
    return head && sendPractice(body.link, await files.pack(head));
  });
  done();
}

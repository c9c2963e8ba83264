import { SHARED } from '@vilko/contract';
import type { FastifyInstance, FastifyReply, onRequestAsyncHookHandler } from 'fastify';
import { sendKept } from '../http/send-kept.js';
import { serve } from '../http/serve.js';
import type { ReportRoutes } from './report-routes.js';
import { MOST } from './sent-back.js';

const CLOSED = { code: 'not-found', message: SHARED.shared.missing };

/** What a link opens, without signing in: one page and its answers, limited in rate. */
export function sharedRoutes(
  app: FastifyInstance,
  { shares, reports, drills, practiceFiles }: ReportRoutes,
  done: () => void,
): void {
  // a large body is not even read for a link that opens nothing
  const openOnly: onRequestAsyncHookHandler = async (request, reply) => {
    const { token } = request.params as { token: string };
    if (!(await shares.lessonOf(token))) await reply.code(404).send(CLOSED);
  };
  // nothing in between keeps what stands on a pupil's page, nobody finds it by searching
  app.addHook('onRequest', (_request, reply: FastifyReply, next) => {
    reply.header('cache-control', 'no-store').header('x-robots-tag', 'noindex, nofollow');
    next();
  });
  serve(app, 'shared', ({ params }) => shares.page(params.token));
  serve(app, 'sharedManifest', ({ params }) => shares.manifest(params.token));
  serve(app, 'actOnShared', async ({ params, body }) => {
    await shares.act(params.token, body);
    return shares.page(params.token);
  });
  serve(
    app,
    'sendSharedFilm',
    async ({ params, query, body }) => {
      await shares.film(params.token, body, query.note);
      return shares.page(params.token);
    },
    openOnly,
  );
  serve(
    app,
    'sendSharedPractice',
    async ({ params, body }) => {
      const pupilId = await shares.pupilOf(params.token);
      return pupilId === null ? null : practiceFiles.take(pupilId, body, MOST.alone);
    },
    openOnly,
  );
  serve(app, 'sharedDrillMedia', async ({ params, reply }) => {
    const media = (await shares.namesDrill(params.token, params.id)) ? await drills.media(params.id) : null;
    return media && sendKept(reply, { ...drills.toSend(media), keptFor: null });
  });
  serve(app, 'sharedReview', async ({ params, reply }) => {
    const lessonId = await shares.lessonOf(params.token);
    const review = lessonId === null ? null : await reports.review(lessonId);
    return review && sendKept(reply, { ...reports.toSend(review), keptFor: null });
  });
  done();
}

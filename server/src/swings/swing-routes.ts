import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import type { FastifyInstance } from 'fastify';
import { A_DAY, sendKept } from '../http/send-kept.js';
import { buffer, serve } from '../http/serve.js';
import type { EnteredService } from './entered-service.js';
import type { FilmService } from './film-service.js';
import type { InboxService } from './inbox-service.js';
import type { ShotService } from './shot-service.js';
import type { SwingService } from './swing-service.js';

/** For who cannot inflate on the way. */
const inflated = promisify<Uint8Array, Buffer>(gunzip);

export interface SwingRoutes {
  readonly swings: SwingService;
  readonly shots: ShotService;
  readonly films: FilmService;
  readonly entered: EnteredService;
  readonly inbox: InboxService;
  /** Where a lesson's swings are made. */
  readonly bayName: (lessonId: string) => string;
}

export function swingRoutes(
  app: FastifyInstance,
  { swings, shots, films, entered, inbox, bayName }: SwingRoutes,
  done: () => void,
): void {
  serve(app, 'swingsOf', ({ params }) => swings.ofPupil(params.id));
  serve(app, 'swingValues', ({ params, query }) => swings.valuesOf(params.id, query.measure));
  serve(app, 'recording', async ({ params, reply }) => {
    const [bundle, part] = await Promise.all([swings.recording(params.id), swings.part(params.id)]);
    if (!bundle) return null;
    return reply
      .header('content-type', 'application/zip')
      .header('x-swing-part', String(part ?? 0))
      .header('cache-control', 'private, max-age=31536000, immutable')
      .send(buffer(bundle));
  });
  serve(app, 'traces', async ({ params, request, reply }) => {
    const traces = await swings.traces(params.id);
    if (!traces) return null;
    void reply.type('application/zip').header('cache-control', 'no-store').header('vary', 'accept-encoding');
    return /\bgzip\b/.test(request.headers['accept-encoding'] ?? '')
      ? reply.header('content-encoding', 'gzip').send(buffer(traces))
      : reply.send(await inflated(traces));
  });
  serve(app, 'labelledSwings', () => swings.labelled());
  serve(app, 'changeSwing', ({ params, body }) => swings.change(params.id, body));
  serve(app, 'deleteSwing', ({ params }) => swings.setDeleted(params.id, true));
  serve(app, 'restoreSwing', ({ params }) => swings.setDeleted(params.id, false));

  serve(app, 'toInbox', async ({ params }) => {
    const swing = await swings.head(params.id);
    return swing && (await inbox.take(swing, bayName(swing.lessonId))) ? swing : null;
  });
  serve(app, 'changeSwings', ({ body }) => swings.changeMany(body.ids, body.change));
  serve(app, 'moveSwings', ({ body }) => swings.move(body));
  serve(app, 'deleteSwings', ({ body }) => swings.setManyDeleted(body.ids, true));
  serve(app, 'restoreSwings', ({ body }) => swings.setManyDeleted(body.ids, false));

  serve(app, 'changeShot', async ({ params, body }) => {
    await shots.enter(params.id, body);
    return swings.head(params.id);
  });
  serve(app, 'removeShot', async ({ params }) => {
    await shots.remove(params.id);
    return swings.head(params.id);
  });

  serve(app, 'addFilm', ({ params, query, body }) => {
    const { impact = null, impactBy = null, ...about } = query;
    return films.add(params.id, body, { ...about, impact, impactBy });
  });
  serve(app, 'filmFile', async ({ params, reply }) => {
    const film = await films.one(params.id);
    return film && sendKept(reply, { ...films.toSend(film), keptFor: A_DAY });
  });
  serve(app, 'changeFilm', ({ params, body }) => films.change(params.id, body));
  serve(app, 'deleteFilm', ({ params }) => films.setDeleted(params.id, true));
  serve(app, 'restoreFilm', ({ params }) => films.setDeleted(params.id, false));

  serve(app, 'entered', ({ params }) => entered.ofPupil(params.id));
  serve(app, 'enterSwing', ({ params, body }) => entered.add(params.id, body));
  serve(app, 'changeEntered', ({ params, body }) => entered.change(params.id, body));
  serve(app, 'deleteEntered', ({ params }) => entered.setDeleted(params.id, true));
  serve(app, 'restoreEntered', ({ params }) => entered.setDeleted(params.id, false));
  done();
}

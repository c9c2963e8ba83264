import { type Drill, readDrill, VilkoError } from '@vilko/core';
import { capital } from '@vilko/core/words';
import type { FastifyInstance } from 'fastify';
import { A_DAY, sendKept } from '../http/send-kept.js';
import { serve } from '../http/serve.js';
import type { DrillService } from './drill-service.js';

/** What came as a drill, or one sentence about what is wrong with it. */
function drillIn(body: unknown): Drill {
  const read = readDrill(body);
  if ('problem' in read) throw new VilkoError('bad-option', `${capital(read.problem)}. Nothing was saved`);
  return read.drill;
}

/** Drills of the house's own. */
export function drillRoutes(
  app: FastifyInstance,
  { drills }: { readonly drills: DrillService },
  done: () => void,
): void {
  serve(app, 'ownDrills', () => drills.own());
  serve(app, 'addDrill', ({ body }) => drills.add(drillIn(body)));
  serve(app, 'saveDrill', ({ params, body }) => drills.save({ ...drillIn(body), id: params.id }));
  serve(app, 'takeOffDrill', ({ params }) => drills.setOff(params.id, true));
  serve(app, 'restoreDrill', ({ params }) => drills.setOff(params.id, false));
  serve(app, 'keepDrillMedia', ({ params, body }) => drills.keepMedia(params.id, body));
  serve(app, 'dropDrillMedia', ({ params }) => drills.dropMedia(params.id));
  serve(app, 'putBackDrillMedia', ({ params, body }) => drills.putBackMedia(params.id, body.id));
  serve(app, 'drillMedia', async ({ params, reply }) => {
    const media = await drills.media(params.id);
    return media && sendKept(reply, { ...drills.toSend(media), keptFor: A_DAY });
  });
  done();
}

import type { FastifyInstance } from 'fastify';
import { serve } from '../http/serve.js';
import type { BayHandle } from './bay.js';
import type { Bays } from './bays.js';

/** Bays, as screens ask and change them. */
export function bayRoutes(app: FastifyInstance, { bays }: { readonly bays: Bays }, done: () => void): void {
  /** What is asked of a bay, where there is one. */
  const of =
    <T>(ask: (bay: BayHandle) => T) =>
    (params: { readonly bay: string }): T | null => {
      const bay = bays.one(params.bay);
      return bay && ask(bay);
    };
  serve(app, 'bays', () => bays.lines());
  serve(app, 'addBay', ({ body }) => bays.add(body.name));
  serve(app, 'bay', ({ params }) => of((bay) => bay.state())(params));
  serve(app, 'changeBay', ({ params, body }) => of((bay) => bay.change(body))(params));
  serve(app, 'setUp', ({ params, body, reply }) => {
    const bay = bays.one(params.bay);
    return bay ? bay.setUp(body.act) : reply.code(404).send({ code: 'not-found', message: 'There is no such bay.' });
  });
  serve(app, 'zeroBay', ({ params }) => of((bay) => bay.zero())(params));
  done();
}

import type { EndpointName } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import { API } from '../http/serve.js';

/** What practising alone asks for: a bay and its device, what is to be done, and what comes of it. */
const OPEN: ReadonlySet<EndpointName> = new Set<EndpointName>([
  'aloneHome',
  'aloneToday',
  'beginAlone',
  'endAlone',
  'aloneFile',
  'sendAlone',
  'bay',
  'changeBay',
  'zeroBay',
  'house',
  'ownPatterns',
  'ownDrills',
  'drillMedia',
  'lesson',
  'practice',
  'deleteSwing',
  'restoreSwing',
  'health',
  'session',
  // what the instructor gave: a pupil's file
  'restoreFile',
]);
const PAGE = '/alone';

/** At somebody's home nothing of the office is in reach: no page of it, and no address that its pages ask. */
export function atHome(app: FastifyInstance): void {
  app.addHook('onRequest', async (request, reply) => {
    const { endpoint } = request.routeOptions.config;
    const path = request.url.split('?')[0]!;
    if (endpoint && !OPEN.has(endpoint))
      return reply
        .code(403)
        .send({ code: 'at-home', message: 'This machine stands at home: only practising alone is open on it.' });
    const page = !path.startsWith(`${API}/`) && !/\.[a-z0-9]+$/i.test(path);
    if (page && path !== PAGE) return reply.redirect(PAGE);
  });
}

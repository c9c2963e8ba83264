import type { FastifyInstance } from 'fastify';
import { serve } from '../http/serve.js';
import type { InboxService } from './inbox-service.js';

export function inboxRoutes(app: FastifyInstance, { inbox }: { readonly inbox: InboxService }, done: () => void): void {
  serve(app, 'inbox', () => inbox.list());
  serve(app, 'assignInbox', async ({ body }) => {
    const swings = await inbox.assign(body.ids, body.lessonId);
    return swings === null ? null : { swings };
  });
  serve(app, 'deleteInbox', async ({ body }) => ({ swings: await inbox.setDeleted(body.ids, true) }));
  serve(app, 'restoreInbox', async ({ body }) => ({ swings: await inbox.setDeleted(body.ids, false) }));
  done();
}

import type { FastifyInstance } from 'fastify';
import { buffer, serve } from '../http/serve.js';
import type { HouseMark } from './house-mark.js';
import type { LetterService } from './letter-service.js';
import type { MailSettingsService } from './mail-settings.js';

export interface LetterRoutes {
  readonly letters: LetterService;
  readonly mail: MailSettingsService;
  readonly mark: HouseMark;
}

/** Letters, the mail server they go by, and the house's mark on them. */
export function letterRoutes(app: FastifyInstance, { letters, mail, mark }: LetterRoutes, done: () => void): void {
  serve(app, 'letters', () => letters.all());
  serve(app, 'draftLetter', ({ params }) => letters.draft(params.id));
  serve(app, 'writeLetter', ({ params, body }) => letters.write(params.id, body));
  serve(app, 'sendLetter', ({ params, body }) => letters.give(params.id, body.to));
  serve(app, 'handOverLetter', ({ params }) => letters.handOver(params.id));
  serve(app, 'letterFile', async ({ params, reply }) => {
    const file = await letters.file(params.id);
    if (!file) return null;
    return reply
      .header('content-type', 'message/rfc822')
      .header('content-disposition', 'attachment; filename="letter.eml"')
      .header('cache-control', 'no-store')
      .send(buffer(file));
  });
  serve(app, 'deleteLetter', ({ params }) => letters.remove(params.id));
  serve(app, 'mail', () => mail.shown());
  serve(app, 'changeMail', ({ body }) => mail.change(body));
  serve(app, 'tryMail', () => mail.tried());
  serve(app, 'mark', async () => ({ url: await mark.url() }));
  serve(app, 'keepMark', async ({ body }) => {
    await mark.keep(body);
    return { kept: true as const };
  });
  serve(app, 'dropMark', async () => ({ gone: await mark.drop() }));
  done();
}

import { VilkoError } from '@vilko/core';
import { capital } from '@vilko/core/words';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { causesOf } from '../db/causes.js';
import { noRoomWords } from '../db/room.js';
import { notNowWords } from '../db/not-now.js';

const REFUSALS: Readonly<Record<number, string>> = {
  400: 'The request was not understood.',
  413: 'The file is larger than this server takes.',
  415: 'This kind of content is not taken here.',
  429: 'Too many tries: wait a minute, then try again.',
};

/** What a database refuses because of what was asked (SQLSTATE), in a sentence. */
const REFUSED_BY_DATABASE: Readonly<Record<string, string>> = {
  '22007': 'A date in it is none.',
  '22008': 'A date in it is none.',
  '22003': 'A number in it is too great.',
  '22021': 'It holds characters that cannot be kept.',
  '22P02': 'A value in it is of another kind.',
  '22P05': 'It holds characters that cannot be kept.',
  '23502': 'Something in it is missing.',
  '23503': 'What it belongs to is not there any more.',
  '23505': 'There is one of this name already.',
};

/** What a database has refused, in a sentence; undefined where it has refused nothing. */
const refusedByDatabase = (error: unknown): string | undefined =>
  causesOf(error)
    .map(({ code }) => (typeof code === 'string' ? REFUSED_BY_DATABASE[code] : undefined))
    .find((said) => said !== undefined);

/** What nobody expected, and by which name it stands in the log. */
const notDone = (id: string): string =>
  `The server could not do this; nothing was changed. In its log it is called ${id}.`;

/** Every error of the plug-ins below as one sentence for a person; what nobody expected goes into the log. */
export function sayErrors(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError, request: FastifyRequest, reply: FastifyReply) => {
    if (error instanceof VilkoError) {
      const { code, position } = error;
      const kept =
        code === 'bad-option'
          ? 'Nothing was changed.'
          : 'Everything recorded before is kept; nothing of this file was stored.';
      return reply.code(422).send({ code, message: `${error.message}.`, ...(position ? { position } : {}), kept });
    }
    if (hasZodFastifySchemaValidationErrors(error)) {
      const wrong = error.validation.map((v) => `${v.instancePath.slice(1)} ${v.message}`).join('; ');
      return reply.code(400).send({ code: 'bad-request', message: `The request was not understood: ${wrong}.` });
    }
    const refused = refusedByDatabase(error);
    if (refused) {
      request.log.warn(error);
      return reply
        .code(422)
        .send({ code: 'bad-option', message: `This could not be kept. ${refused}`, kept: 'Nothing was changed.' });
    }
    const noRoom = noRoomWords(error);
    if (noRoom) {
      request.log.warn(error);
      const kept = 'Nothing was changed. Reading goes on; writing does by itself as soon as there is room.';
      return reply.code(507).send({ code: 'no-room', message: `${capital(noRoom)}.`, kept });
    }
    const notNow = notNowWords(error);
    if (notNow) {
      request.log.warn(error);
      const kept = 'What was kept before is kept; what this would have changed may not be. Look, then try again.';
      return reply.code(503).send({ code: 'no-database', message: `${capital(notNow)}.`, kept });
    }
    const status = error.statusCode ?? 500;
    if (status >= 500) request.log.error(error);
    return reply.code(status).send({ code: 'server', message: REFUSALS[status] ?? notDone(request.id) });
  });
}

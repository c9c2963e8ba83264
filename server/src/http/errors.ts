import { VilkoError } from '@vilko/core';
import type { FastifyError, FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';

const REFUSALS: Readonly<Record<number, string>> = {
  413: 'The file is larger than this server takes.',
  429: 'Too many tries: wait a minute, then try again.',
};

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
    const status = error.statusCode ?? 500;
    if (status >= 500) request.log.error(error);
    return reply
      .code(status)
      .send({ code: 'server', message: REFUSALS[status] ?? 'The server could not do this; nothing was changed.' });
  });
}

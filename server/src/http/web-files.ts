import fastifyStatic from '@fastify/static';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { API } from './serve.js';

/** A built file whose name tells its content: another content has another name. */
const NAMED_BY_CONTENT = /-[A-Z0-9]{8}\.[a-z0-9.]+$/;
const FOR_EVER = 'public, max-age=31536000, immutable';
/** Where the application stands in its page. */
const ROOT = '<vk-root>';

/**
 * The application's own files, and films in ranges by the same plug-in.
 * @param web folder of the built application; without a page in it nothing but films is served
 */
export async function serveWeb(fastify: FastifyInstance, web: string, films: string): Promise<void> {
  const hasWeb = existsSync(join(web, 'index.html'));
  await fastify.register(fastifyStatic, {
    root: hasWeb ? web : films,
    serve: hasWeb,
    wildcard: false,
    index: false,
    globIgnore: ['index.html*'],
    // twins that the build has compressed
    preCompressed: hasWeb,
  });
  if (!hasWeb) return;
  fastify.addHook('onSend', async (request, reply) => {
    const path = request.url.split('?')[0]!;
    if (path.startsWith(`${API}/`)) return;
    const known = NAMED_BY_CONTENT.test(path) && reply.statusCode < 400;
    reply.header('cache-control', known ? FOR_EVER : 'no-cache');
  });
  const [before, after] = readFileSync(join(web, 'index.html'), 'utf8').split(ROOT) as [string, string];
  // styles come with the framework's scripts: they are told from others by a number used once
  const page = (reply: FastifyReply): FastifyReply =>
    reply.type('text/html').send(`${before}<vk-root ngCspNonce="${reply.cspNonce.style}">${after}`);
  fastify.get('/', (_, reply) => page(reply));
  // deep links: every other path is the application's own
  fastify.setNotFoundHandler((request, reply) =>
    request.url.startsWith(`${API}/`) || /\.[a-z0-9]+$/i.test(request.url.split('?')[0]!)
      ? reply.code(404).send({ code: 'not-found', message: 'There is nothing at this address.' })
      : page(reply),
  );
}

import { Film, FilmChange, FILM_ANGLES, Problem } from '@vilko/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { FilmService } from '../films/film-service.js';
import { bytesOf } from './words.js';

const Id = z.object({ id: z.string() });
const GONE = { code: 'not-found', message: 'There is no such film.' };
/** Largest film taken in, bytes. */
const LARGEST = 200 * 1024 * 1024;

export function filmRoutes(app: FastifyInstance, films: FilmService): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.post(
    '/api/swings/:id/films',
    {
      bodyLimit: LARGEST,
      schema: {
        summary: 'Puts a film beside a swing; the body is the file',
        params: Id,
        querystring: z.object({
          angle: z.enum(FILM_ANGLES).default('face on'),
          duration: z.coerce.number().positive(),
          aspect: z.coerce.number().positive(),
          frameRate: z.coerce.number().positive(),
          impact: z.coerce.number().optional(),
          impactBy: z.enum(['sound', 'mark', 'clock']).optional(),
          from: z.enum(['file', 'camera', 'drawn']).default('file'),
        }),
        response: { 201: Film, 404: Problem },
      },
    },
    async (request, reply) => {
      const { impact = null, impactBy = null, ...q } = request.query;
      const film = await films.add(request.params.id, bytesOf(request.body), { ...q, impact, impactBy });
      return film
        ? reply.code(201).send(film)
        : reply.code(404).send({ code: 'not-found', message: 'There is no such swing.' });
    },
  );
  routes.get(
    '/api/films/:id/file',
    { schema: { summary: 'The film itself, in ranges', params: Id } },
    async (request, reply) => {
      const film = await films.one(request.params.id);
      if (!film) return reply.code(404).send(GONE);
      return reply.type(film.mime).sendFile(films.fileOf(film), films.folder, { maxAge: '1d' });
    },
  );
  routes.patch(
    '/api/films/:id',
    {
      schema: {
        summary: 'Changes a film’s angle, impact, lines or note',
        params: Id,
        body: FilmChange,
        response: { 200: Film, 404: Problem },
      },
    },
    async (request, reply) => (await films.change(request.params.id, request.body)) ?? reply.code(404).send(GONE),
  );
  routes.delete(
    '/api/films/:id',
    { schema: { summary: 'Takes a film away; it can be put back', params: Id, response: { 200: Film, 404: Problem } } },
    async (request, reply) => (await films.setDeleted(request.params.id, true)) ?? reply.code(404).send(GONE),
  );
  routes.post(
    '/api/films/:id/restore',
    { schema: { summary: 'Puts a film back', params: Id, response: { 200: Film, 404: Problem } } },
    async (request, reply) => (await films.setDeleted(request.params.id, false)) ?? reply.code(404).send(GONE),
  );
}

import type { FastifyInstance } from 'fastify';
import { attached, serve } from '../http/serve.js';
import type { PupilRepository } from './pupil-repository.js';
import type { PupilService } from './pupil-service.js';

export interface PupilRoutes {
  readonly pupils: PupilRepository;
  readonly service: PupilService;
  /** A pupil's record has changed: what rests on it is read anew. */
  readonly changed: (pupilId: string) => Promise<void>;
}

export function pupilRoutes(app: FastifyInstance, { pupils, service, changed }: PupilRoutes, done: () => void): void {
  serve(app, 'pupils', async ({ reply }) => reply.type('application/json; charset=utf-8').send(await pupils.listed()));
  serve(app, 'pupil', async ({ params }) => {
    const pupil = await pupils.one(params.id);
    return pupil && { ...pupil, lessons: (await pupils.lessonHeads(pupil.id)).reverse() };
  });
  serve(app, 'addPupil', ({ body }) => service.add(body));
  /** What was done, once everything that rests on the pupil has been read anew. */
  const andTell = async <T>(id: string, done: Promise<T>): Promise<T> => {
    const answer = await done;
    await changed(id);
    return answer;
  };
  serve(app, 'changePupil', ({ params, body }) => andTell(params.id, service.change(params.id, body)));
  serve(app, 'startLesson', async ({ params, body }) =>
    (await pupils.one(params.id)) ? service.addLesson(params.id, body) : null,
  );
  serve(app, 'mergePupils', ({ params, body }) => andTell(params.id, service.merge(params.id, body.double)));
  serve(app, 'pupilBundle', async ({ params, reply }) => {
    const pupil = await pupils.one(params.id);
    if (!pupil) return null;
    const name = `${pupil.name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.vilko-pupil.zip`;
    return attached(reply, 'application/zip', name).send(await service.pack(pupil.id));
  });
  // nobody's name stays on a bay either
  serve(app, 'erasePupil', ({ params, body }) => andTell(params.id, service.erase(params.id, body.name)));
  done();
}

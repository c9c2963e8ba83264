import type { FastifyInstance } from 'fastify';
import { serve } from '../http/serve.js';
import type { ProgrammeService } from './programme-service.js';

/** Courses over weeks, and who follows them. */
export function programmeRoutes(
  app: FastifyInstance,
  { programmes }: { readonly programmes: ProgrammeService },
  done: () => void,
): void {
  serve(app, 'programmes', () => programmes.all());
  serve(app, 'addProgramme', ({ body }) => programmes.add(body));
  serve(app, 'saveProgramme', ({ params, body }) => programmes.save(params.id, body));
  serve(app, 'takeOffProgramme', ({ params }) => programmes.takeOff(params.id));
  serve(app, 'restoreProgramme', ({ params }) => programmes.restore(params.id));
  serve(app, 'follow', ({ params, body }) => programmes.follow(params.id, body.pupilIds));
  serve(app, 'moveFollower', ({ params, body }) => programmes.move(params.id, body));
  serve(app, 'programmesOf', ({ params }) => programmes.past(params.id));
  serve(app, 'followed', ({ params }) => programmes.followed(params.id));
  done();
}

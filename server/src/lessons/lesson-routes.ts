import type { FastifyInstance } from 'fastify';
import { serve } from '../http/serve.js';
import type { FindingsService } from '../judging/findings-service.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ShotService } from '../swings/shot-service.js';
import type { SwingService } from '../swings/swing-service.js';

export interface LessonRoutes {
  readonly pupils: PupilRepository;
  readonly swings: SwingService;
  readonly findings: FindingsService;
  readonly shots: ShotService;
}

export function lessonRoutes(
  app: FastifyInstance,
  { pupils, swings, findings, shots }: LessonRoutes,
  done: () => void,
): void {
  serve(app, 'lesson', ({ params }) => swings.lesson(params.id));
  serve(app, 'findings', ({ params }) => findings(params.id));
  serve(app, 'changeLesson', ({ params, body }) => pupils.changeLesson(params.id, body));
  serve(app, 'importRecording', ({ params, query, body, reply }) => {
    const { name, ...about } = query;
    const gone = new AbortController();
    reply.raw.on('close', () => reply.raw.writableFinished || gone.abort());
    return swings.importFile({ bytes: body, file: name, lessonId: params.id, how: about, gone: gone.signal });
  });
  serve(app, 'importShots', ({ params, query, body }) => {
    const { name, sides } = query;
    const text = Buffer.from(body).toString('utf8');
    return shots.importList(params.id, text, name, sides === 'absolute');
  });
  done();
}

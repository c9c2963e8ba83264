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
  /** A lesson went into the bin or came back: no bay may stand on it. */
  readonly changed: () => Promise<void>;
}

export function lessonRoutes(
  app: FastifyInstance,
  { pupils, swings, findings, shots, changed }: LessonRoutes,
  done: () => void,
): void {
  serve(app, 'lesson', ({ params }) => swings.lesson(params.id));
  serve(app, 'findings', ({ params }) => findings(params.id));
  serve(app, 'changeLesson', ({ params, body }) => pupils.changeLesson(params.id, body));
  const setDeleted = async (id: string, deleted: boolean) => {
    const head = await pupils.setLessonDeleted(id, deleted);
    await changed();
    return head;
  };
  serve(app, 'deleteLesson', ({ params }) => setDeleted(params.id, true));
  serve(app, 'restoreLesson', ({ params }) => setDeleted(params.id, false));
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

import type { FastifyInstance } from 'fastify';
import { A_DAY, sendKept } from '../http/send-kept.js';
import { attached, serve } from '../http/serve.js';
import type { PracticeFiles } from '../alone/practice-file.js';
import type { DashboardService } from './dashboard-service.js';
import type { ExperimentService } from './experiment-service.js';
import type { PracticeService } from './practice-service.js';

export interface PracticeRoutes {
  readonly practice: PracticeService;
  readonly experiments: ExperimentService;
  readonly dashboard: DashboardService;
  readonly practiceFiles: PracticeFiles;
}

export function practiceRoutes(
  app: FastifyInstance,
  { practice, experiments, dashboard, practiceFiles }: PracticeRoutes,
  done: () => void,
): void {
  serve(app, 'dashboard', ({ params }) => dashboard(params.id));
  serve(app, 'practice', ({ params }) => practice.of(params.id));
  serve(app, 'progress', ({ params }) => practice.progress(params.id));
  serve(app, 'makePlan', ({ params, body }) => practice.addPlan(params.id, body));
  serve(app, 'actOnPlan', ({ params, body }) => practice.act(params.id, body));
  serve(app, 'planCalendar', async ({ params, reply }) =>
    attached(reply, 'text/calendar; charset=utf-8', 'practice-plan.ics').send(await practice.calendar(params.id)),
  );
  serve(app, 'log', ({ params, body }) => practice.addEntry(params.id, body));
  serve(app, 'addLogFilm', ({ params, query, body }) => practice.addFilm(params.id, body, query.note));
  serve(app, 'logFilm', async ({ params, reply }) => {
    const film = await practice.filmOf(params.id);
    return film && sendKept(reply, { ...practice.toSend(film), keptFor: A_DAY });
  });
  serve(app, 'takePractice', ({ params, body }) => practiceFiles.take(params.id, body));
  serve(app, 'replyToEntry', ({ params, body }) => practice.reply(params.id, body.text));
  serve(app, 'markLogFilm', ({ params, body }) => practice.mark(params.id, body.marks));
  serve(app, 'deleteEntry', ({ params }) => practice.setDeleted(params.id, true));
  serve(app, 'restoreEntry', ({ params }) => practice.setDeleted(params.id, false));

  serve(app, 'experiments', ({ params }) => experiments.ofLesson(params.id));
  serve(app, 'beginExperiment', ({ params, body }) => experiments.begin(params.id, body));
  serve(app, 'actOnExperiment', ({ params, body }) => experiments.act(params.id, body));
  done();
}

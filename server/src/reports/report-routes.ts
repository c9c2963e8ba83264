import type { FastifyInstance } from 'fastify';
import type { PracticeFiles } from '../alone/practice-file.js';
import { sendKept } from '../http/send-kept.js';
import { serve } from '../http/serve.js';
import type { DrillService } from '../drills/drill-service.js';
import type { ReportService } from './report-service.js';
import type { ShareService } from './share-service.js';

export interface ReportRoutes {
  readonly reports: ReportService;
  readonly shares: ShareService;
  readonly drills: DrillService;
  readonly practiceFiles: PracticeFiles;
}

export function reportRoutes(app: FastifyInstance, { reports, shares }: ReportRoutes, done: () => void): void {
  serve(app, 'report', ({ params }) => reports.of(params.id));
  serve(app, 'reportPdf', async ({ params, reply }) => {
    const pdf = await reports.pdf(params.id);
    if (!pdf) return null;
    return reply
      .header('content-type', 'application/pdf')
      .header('content-disposition', 'inline; filename="lesson.pdf"')
      .header('cache-control', 'no-store')
      .send(Buffer.from(pdf));
  });
  serve(app, 'keepReport', ({ params, body }) => reports.keep(params.id, body.text, body.stands));
  serve(app, 'renewReport', ({ params }) => reports.renew(params.id));
  serve(app, 'chooseTask', ({ params, body }) => reports.choose(params.id, body.drill));
  serve(app, 'keepReview', ({ params, query, body }) => reports.keepReview(params.id, body, query.duration));
  serve(app, 'review', async ({ params, reply }) => {
    const review = await reports.review(params.id);
    return review && sendKept(reply, { ...reports.toSend(review), keptFor: 0 });
  });
  serve(app, 'deleteReview', async ({ params }) => {
    await reports.dropReview(params.id);
    return reports.of(params.id);
  });
  serve(app, 'shares', ({ params }) => shares.of(params.id));
  serve(app, 'makeShare', ({ params, body }) => shares.make(params.id, body.days));
  serve(app, 'revokeShare', ({ params }) => shares.revoke(params.token));
  done();
}

import type { FastifyInstance } from 'fastify';
import { serve } from '../http/serve.js';
import type { BinService } from './bin-service.js';

export function binRoutes(app: FastifyInstance, { bin }: { readonly bin: BinService }, done: () => void): void {
  serve(app, 'bin', () => bin.all());
  serve(app, 'restoreFromBin', ({ body }) => bin.restore(body));
  serve(app, 'eraseFromBin', ({ body }) => bin.erase(body));
  done();
}

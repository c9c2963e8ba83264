import { type Pattern, readPattern, VilkoError } from '@vilko/core';
import type { FastifyInstance } from 'fastify';
import { serve } from '../http/serve.js';
import type { PatternService } from './pattern-service.js';

/** What came as a pattern, or one sentence about what is wrong with it. */
function patternIn(body: unknown): Pattern {
  const read = readPattern(body);
  if ('problem' in read) throw new VilkoError('bad-option', read.problem);
  return read.pattern;
}

/** Patterns of the house's own, with their history. */
export function patternRoutes(
  app: FastifyInstance,
  { patterns }: { readonly patterns: PatternService },
  done: () => void,
): void {
  serve(app, 'ownPatterns', () => patterns.list());
  serve(app, 'addPattern', ({ body }) => patterns.add(patternIn(body)));
  serve(app, 'savePattern', ({ params, body }) => patterns.save({ ...patternIn(body), id: params.id }));
  serve(app, 'patternVersions', ({ params }) => patterns.versions(params.id));
  serve(app, 'deletePattern', ({ params }) => patterns.setDeleted(params.id, true));
  serve(app, 'restorePattern', ({ params }) => patterns.setDeleted(params.id, false));
  done();
}

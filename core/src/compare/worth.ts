import { z } from 'zod';
import table from './worth.json';

const Rows = z.array(z.object({ measure: z.string(), worth: z.number().positive() }));
const ROWS = Rows.parse(table).map(({ measure, worth }) => ({
  test: new RegExp(`^${measure.replaceAll('.', '\\.').replaceAll('*', '.*')}${/[.*]$/.test(measure) ? '' : '(\\.|$)'}`),
  timing: /\.(ms|phase)$/.test(measure),
  length: measure.length,
  worth,
}));
const NONE = new Set(['path.shape', 'sequence.order']);

/**
 * The smallest difference of a measure that a teacher would act on, in its unit (judging.md §2): timing rows first,
 * then the longest match; null for names and lists.
 */
export function worthOf(id: string): number | null {
  if (NONE.has(id)) return null;
  const timing = /\.(ms|phase)$/.test(id);
  const matching = ROWS.filter((r) => r.test.test(id));
  const rows =
    timing && matching.some((r) => r.timing) ? matching.filter((r) => r.timing) : matching.filter((r) => !r.timing);
  return rows.sort((a, b) => b.length - a.length)[0]?.worth ?? null;
}

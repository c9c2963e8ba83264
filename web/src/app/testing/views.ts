import { analyseInDepth } from '@vilko/core/analyse';
import type { Marks } from '@vilko/core/events/event';
import { patternOf } from '@vilko/core/patterns/library';
import type { Recording, SwingKind } from '@vilko/core/recording/recording';
import { swingTraces } from '@vilko/core/traces/swing-traces';
import { writeTraces } from '@vilko/core/traces/trace-bundle';
import { simulate, type SimulateOptions } from '@vilko/core/golfer/simulate';
import { type ReadRequest, type ReadView, readView } from '../workers/read-view';

/** What the server answers for the first swing of a recording, packed. */
export const tracesOf = (rec: Recording, { handed, kind }: ReadRequest['options'] = {}, marks: Marks = {}) =>
  writeTraces(
    swingTraces(
      analyseInDepth(rec, {
        ...(handed ? { handed } : {}),
        ...(kind ? { kind } : {}),
        club: 'iron',
        stature: 1.75,
        marks: [marks],
      }),
      0,
    ),
    1,
  );

/** The same as it comes over the wire. */
export const answered = (...of: Parameters<typeof tracesOf>): ArrayBuffer => tracesOf(...of).slice().buffer;

/** A simulated swing as it is asked for, under the common ground, and as Read shows it. */
export function readingOf(o: SimulateOptions, kind: SwingKind = 'full') {
  const { recording } = simulate(o);
  const request: ReadRequest = {
    id: JSON.stringify([o, kind]),
    club: 'iron',
    by: { pattern: patternOf('common-ground') },
    options: { stature: 1.75, handed: o.handed ?? 'right', kind },
    marks: {},
  };
  return { recording, request, view: readView(tracesOf(recording, request.options), request) };
}

/** A simulated swing as Read shows it. */
export const viewOf = (o: SimulateOptions, kind: SwingKind = 'full'): ReadView => readingOf(o, kind).view;

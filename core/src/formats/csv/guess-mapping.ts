import type { CsvHead } from './csv-head.js';
import type { CsvMapping } from './csv-mapping.js';
import { unitFactor } from './csv-units.js';

/** What a column's name may mean: the axis words before a number tells the plate. */
const FORCE = /(?:^|[^a-z])(?:f|force|kraft)[\s_.-]*([xyz])/i;
const MOMENT = /(?:^|[^a-z])(?:m|moment|torque)[\s_.-]*([xyz])/i;
const COP = /(?:^|[^a-z])(?:cop|cp|a|center|centre)[\s_.-]*(?:of[\s_.-]*pressure)?[\s_.-]*([xy])/i;
const TIME = /(?:^|[^a-z])(?:t|time|zeit|temps|tid|timestamp|seconds?)(?:$|[^a-z])/i;
const LOAD = /^(?:load|total|weight|force|fz|vertical)(?:$|[\s_([])/i;
const EXTRA: readonly (readonly [string, RegExp])[] = [
  ['sound', /sound|mic|audio/i],
  ['trigger', /trig/i],
  ['shaft_deg', /shaft/i],
  ['arm_deg', /lead.?arm|arm.?angle/i],
];
/** Which plate a name belongs to: a number, or a side seen from the golfer. */
const SECOND = /(?:^|[^\d])2(?:[^\d]|$)|right|trail|(?:^|[^a-z])r(?:[^a-z]|$)/i;
const MILLI = /(?:^|[^a-z])(?:n?mm)(?:[^a-z]|$)/i;

/** A unit in brackets at the end of a name. */
const BRACKETS = /[([]\s*([^()[\]]+?)\s*[)\]]\s*$/;
const factorIn = (name: string): number | null => {
  const unit = BRACKETS.exec(name)?.[1];
  return unit === undefined ? null : unitFactor(unit);
};

/** A first proposal for headers nobody has named before; the person sees it drawn and changes it. */
export function guessMapping(head: CsvHead): CsvMapping {
  const columns: CsvMapping['columns'] = {};
  const propose = (channel: string, column: string, factor = 1): void => {
    columns[channel] ??= { column, factor };
  };
  for (const [i, name] of head.names.entries()) {
    const plate = SECOND.test(name) ? 2 : 1;
    const [force, moment, cop] = [FORCE, MOMENT, COP].map((r) => r.exec(name)?.[1]?.toLowerCase());
    const extra = EXTRA.find(([, r]) => r.test(name));
    // what a unit row says is converted already
    const stated = head.units?.[i] ? 1 : factorIn(name);
    const factor = stated ?? (MILLI.test(name) ? 1e-3 : 1);
    if (TIME.test(name)) propose('time', name, stated ?? (/ms/i.test(name) ? 1e-3 : 1));
    else if (extra) propose(extra[0], name);
    else if (moment) propose(`p${plate}_m${moment}`, name, factor);
    else if (force) propose(`p${plate}_f${force}`, name, stated ?? (/kn/i.test(name) ? 1e3 : 1));
    else if (cop) propose(`cop_${cop}`, name, factor);
    else if (LOAD.test(name)) propose('load', name);
  }
  return { columns, keys: {} };
}

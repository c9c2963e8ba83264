import { EVENT_NAMES, MEASURE_IDS } from '@vilko/core';
import { SIMULATED_DEVICES, type SimulatedDevice } from '@vilko/core/golfer';
import { setBy, type SetBy } from './floors.js';
import type { Run } from './run.js';

type Runs = ReadonlyMap<SimulatedDevice, Run>;

const LOW = 0.6;
const HIGH = 0.95;
/** A measure with fewer values of a class than this part of them is not counted in it. */
const FEW = 0.05;

interface Cell {
  readonly n: number;
  readonly covered: number;
  readonly error: number;
  readonly u: number;
}

const median = (v: number[]): number => v.sort((a, b) => a - b)[v.length >> 1] ?? NaN;
const percent = (x: number): string => `${Math.round(100 * x)}%`;
const digits = (x: number): string =>
  (x === 0 ? '0' : x.toPrecision(2).replace(/e.*/, '')).replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, '');

/** Coverage of every measure on every device, for the values of one class. */
function cellsOf(runs: Runs, kind: SetBy): Map<string, Map<SimulatedDevice, Cell>> {
  const out = new Map<string, Map<SimulatedDevice, Cell>>();
  for (const [device, { rows }] of runs) {
    const all = new Map<string, (readonly [error: number, u: number])[]>();
    for (const { values } of rows)
      for (const [id, e, u] of values) (all.get(id) ?? all.set(id, []).get(id)!).push([e, u]);
    for (const [id, values] of all) {
      const own = values.filter(([, u]) => setBy(id, device, u) === kind);
      if (own.length < FEW * values.length || own.length < 20) continue;
      const cell = {
        n: own.length,
        covered: own.filter(([e, u]) => Math.abs(e) <= u).length / own.length,
        error: median(own.map(([e]) => Math.abs(e))),
        u: median(own.map(([, u]) => u)),
      };
      (out.get(id) ?? out.set(id, new Map()).get(id)!).set(device, cell);
    }
  }
  return out;
}

function table(
  cells: ReadonlyMap<string, ReadonlyMap<SimulatedDevice, Cell>>,
  cell: (c: Cell) => string,
  ids = MEASURE_IDS,
): string[] {
  const there = ids.filter((id) => cells.has(id));
  const row = (id: string) =>
    SIMULATED_DEVICES.map((d) => (cells.get(id)!.has(d) ? cell(cells.get(id)!.get(d)!) : '')).join(' | ');
  return [
    `| measure | ${SIMULATED_DEVICES.join(' | ')} |`,
    `|---|${SIMULATED_DEVICES.map(() => '---|').join('')}`,
    ...there.map((id) => `| \`${id}\` | ${row(id)} |`),
  ];
}

/** `docs/uncertainty.md` from the runs. */
export function uncertaintyMarkdown(runs: Runs): string {
  const [free, floor, timing] = (['free', 'floor', 'timing'] as const).map((k) => cellsOf(runs, k)) as [
    Cells,
    Cells,
    Cells,
  ];
  const out = (of: (c: Cell) => boolean) =>
    [...free].flatMap(([id, by]) => [...by].filter(([, c]) => of(c)).map(([d, c]) => ({ id, d, c })));
  const low = out((c) => c.covered < LOW);
  const high = out((c) => c.covered > HIGH);
  const counts = [...runs]
    .map(([d, r]) => `${d} ${r.rows.length}${r.missed ? ` (${r.missed} not found)` : ''}`)
    .join(', ');
  const cell = (c: Cell) => `${percent(c.covered)} · ${digits(c.error)} of ${digits(c.u)}`;
  const named = namedLines(runs);
  return [
    '# Is the uncertainty right?',
    '',
    `By \`npm run uncertainty\` over simulated swings per device (${counts}): every club, both hands, healthy swings and every fault at medium strength, every`,
    'second swing without a club channel. The truth is the same definition on the noise-free signals, with the same filter and the true events.',
    'A value is *covered* when the truth lies within one standard uncertainty of it; an honest normal error is covered in 68% of swings.',
    '',
    'Each cell: covered · median absolute error of median u, in the unit of the measure.',
    '',
    `## Free of floors: ${percent(LOW)} to ${percent(HIGH)} is wanted`,
    '',
    low.length
      ? `Under it: ${low.map(({ id, d, c }) => `\`${id}\` on ${d} (${percent(c.covered)})`).join(', ')}.`
      : 'None lies under it.',
    high.length
      ? `${high.length} of ${[...free.values()].reduce((n, m) => n + m.size, 0)} lie over it: there u rests on the stated uncertainty of an event (10 ms for P1, 15 ms for P4, 35–60 ms for impact from the loads) that the simulated golfer does not need in full. They are too careful, never too sure.`
      : '',
    '',
    ...table(free, cell),
    '',
    '## At a floor',
    '',
    'The stated least uncertainty is larger than the simulated device needs: real floors, cables and mats are worse than simulated ones.',
    '',
    ...table(floor, cell),
    '',
    '## Times and phases',
    '',
    'u is made of the stated uncertainty of events (2 ms for sound, 15 ms for the top, 35–60 ms for impact from the loads …) and of 5 or 15 ms for the time itself.',
    '',
    ...table(timing, cell),
    '',
    '## Names and lists',
    '',
    'No u; how often they are the same as in truth.',
    '',
    ...named,
    '',
  ].join('\n');
}

type Cells = Map<string, Map<SimulatedDevice, Cell>>;

function namedLines(runs: Runs): string[] {
  const cells: Cells = new Map();
  for (const [device, { rows }] of runs)
    for (const id of ['path.shape', 'sequence.order']) {
      const all = rows.flatMap((r) => r.named.filter(([n]) => n === id));
      if (!all.length) continue;
      const same = all.filter(([, s]) => s).length / all.length;
      (cells.get(id) ?? cells.set(id, new Map()).get(id)!).set(device, {
        n: all.length,
        covered: same,
        error: 0,
        u: 0,
      });
    }
  return table(cells, (c) => percent(c.covered), ['path.shape', 'sequence.order']);
}

/** `docs/events.md`: how far off every event is, by where it was taken from. */
export function eventsMarkdown(runs: Runs): string {
  const lines = [...runs].flatMap(([device, { rows }]) =>
    EVENT_NAMES.flatMap((name) =>
      [true, false].flatMap((club) => {
        const all = rows.filter((r) => r.club === club).flatMap((r) => r.events.filter(([n]) => n === name));
        if (!all.length) return [];
        const errors = all.map(([, e]) => e);
        const sizes = errors.map(Math.abs).sort((a, b) => a - b);
        const bias = median([...errors]);
        const sources = [...new Set(all.map(([, , s]) => s))].join(', ');
        const within = all.filter(([, e, , u]) => Math.abs(e) <= u).length / all.length;
        return [
          `| ${device} | ${name.toUpperCase()} | ${club ? 'yes' : 'no'} | ${sources} | ${Math.round(bias) + 0} | ${median([...sizes]).toFixed(1)} | ${sizes[Math.floor(0.95 * (sizes.length - 1))]!.toFixed(0)} | ${median(all.map(([, , , u]) => u)).toFixed(0)} | ${percent(within)} |`,
        ];
      }),
    ),
  );
  const found = [...runs].map(([d, r]) => `${d}: ${r.rows.length} of ${r.rows.length + r.missed}`).join('; ');
  return [
    '# How far off are the events?',
    '',
    'By `npm run uncertainty`, over the same simulated swings as `uncertainty.md`: what was found against the true events, ms. *Club* tells whether a shaft,',
    'arm and sound channel was there. The 95th percentile is of the absolute error; *within u* should be near 68%.',
    '',
    `Swings found: ${found}.`,
    '',
    '| device | event | club | source | median error | median abs. | 95% | u | within u |',
    '|---|---|---|---|---|---|---|---|---|',
    ...lines,
    '',
  ].join('\n');
}

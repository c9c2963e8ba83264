import { parseArgs } from 'node:util';
import {
  type AnalyseOptions,
  CLUB_CLASSES,
  type ClubClass,
  type Handed,
  SWING_KINDS,
  type SwingKind,
  VilkoError,
} from '@vilko/core';

const OPTIONS = {
  handed: { type: 'string' },
  club: { type: 'string' },
  mass: { type: 'string' },
  stature: { type: 'string' },
  axes: { type: 'string' },
  cutoff: { type: 'string' },
  pattern: { type: 'string' },
  kind: { type: 'string' },
  'foot-check': { type: 'string' },
  fault: { type: 'string' },
  device: { type: 'string' },
  strength: { type: 'string' },
  seed: { type: 'string' },
  swings: { type: 'string' },
  'no-club': { type: 'boolean' },
  json: { type: 'boolean' },
  help: { type: 'boolean' },
} as const;

export interface Options {
  readonly files: readonly string[];
  readonly analyse: AnalyseOptions;
  readonly axes?: string;
  readonly pattern?: string;
  /** A recording of rocking from heel to toe on each foot. */
  readonly footCheck?: string;
  readonly json: boolean;
  readonly help: boolean;
  readonly values: Readonly<Record<string, string | boolean | undefined>>;
}

/** Reads the words after the command; anything not understood is refused in one sentence. */
export function readOptions(args: readonly string[]): Options {
  let parsed;
  try {
    parsed = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  } catch (e) {
    throw new VilkoError('bad-option', (e as Error).message.split('. ')[0]!);
  }
  const { values, positionals } = parsed;
  return {
    files: positionals,
    analyse: {
      handed: choice<Handed>(values.handed, 'handed', ['right', 'left']),
      club: choice<ClubClass>(values.club, 'club', CLUB_CLASSES),
      mass: positive(values.mass, 'mass', 20, 250),
      stature: positive(values.stature, 'stature', 0.8, 2.5),
      kind: choice<SwingKind>(values.kind, 'kind', SWING_KINDS),
      cutoff: positive(values.cutoff, 'cutoff', 0.5, 1000),
    },
    axes: values.axes,
    footCheck: values['foot-check'],
    pattern: values.pattern,
    json: values.json ?? false,
    help: values.help ?? false,
    values,
  };
}

export function choice<T extends string>(value: string | undefined, name: string, of: readonly T[]): T | undefined {
  if (value === undefined) return undefined;
  if (!of.includes(value as T))
    throw new VilkoError('bad-option', `--${name} is one of ${of.join(', ')}, not "${value}"`);
  return value as T;
}

/** A number within sense; units are the option's own (kg, m, Hz). */
export function positive(value: string | undefined, name: string, from: number, to: number): number | undefined {
  if (value === undefined) return undefined;
  const x = Number(value);
  if (!(x >= from && x <= to))
    throw new VilkoError('bad-option', `--${name} must be a number from ${from} to ${to}, not "${value}"`);
  return x;
}

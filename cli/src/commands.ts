import { mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import {
  analyse,
  type AnalyseOptions,
  CLUB_CLASSES,
  type JudgeContext,
  judgeSet,
  judgeSwing,
  DEFAULT_PATTERN,
  type Pattern,
  patternOf,
  readPattern,
  readRecording,
  recordedFootCheck,
  type Recording,
  VilkoError,
  writeRecording,
} from '@vilko/core';
import { SIMULATED_DEVICES, SIMULATED_FAULTS, simulate, STRENGTHS, type FaultStrength } from '@vilko/core/golfer';
import { choice, type Options, positive } from './options.js';
import { table } from './table.js';

/** Reads a file from disk and then as a recording. */
function open(path: string | undefined, axes?: string): Recording {
  if (!path) throw new VilkoError('bad-option', 'name a recording to read');
  try {
    if (statSync(path).isDirectory()) throw new VilkoError('unreadable', `${path} is a folder, not a recording`);
  } catch (e) {
    if (e instanceof VilkoError) throw e;
    throw new VilkoError(
      'unreadable',
      `${path} cannot be read: ${(e as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (e as Error).message}`,
    );
  }
  // a buffer's own `slice` copies nothing; as plain bytes it is what a reader takes it for
  const { buffer, byteOffset, length } = readFileSync(path);
  return readRecording(new Uint8Array(buffer, byteOffset, length), basename(path), { axes });
}

/** The options with what `--foot-check FILE` shows of the feet. */
function withFootCheck(o: Options, rec: Recording): AnalyseOptions {
  if (!o.footCheck) return o.analyse;
  const handed = o.analyse.handed ?? rec.stated.handed ?? 'right';
  return { ...o.analyse, footCheck: recordedFootCheck(open(o.footCheck, o.axes), handed) };
}

/** A pattern of the library by its id, or one in a JSON file. */
function patternFrom(name: string): Pattern {
  if (!name.endsWith('.json')) return patternOf(name);
  let told: unknown;
  try {
    told = JSON.parse(readFileSync(name, 'utf8'));
  } catch (e) {
    throw new VilkoError('bad-option', `${name} cannot be read as a pattern: ${(e as Error).message}`);
  }
  const read = readPattern(told);
  if ('problem' in read) throw new VilkoError('bad-option', `${name}: ${read.problem}`);
  return read.pattern;
}

const json = (x: unknown): string =>
  JSON.stringify(x, (_, v: unknown) => (typeof v === 'number' && !Number.isFinite(v) ? null : v));

export function analyseCommand(o: Options): string {
  const rec = open(o.files[0], o.axes);
  const result = analyse(rec, withFootCheck(o, rec));
  return o.json ? json(result) : table(result);
}

export function judgeCommand(o: Options): string {
  const rec = open(o.files[0], o.axes);
  const result = analyse(rec, withFootCheck(o, rec));
  const context: JudgeContext = {
    device: result.device,
    club: o.analyse.club ?? rec.stated.club ?? 'iron',
    pattern: patternFrom(o.pattern ?? DEFAULT_PATTERN),
    statureGiven: (o.analyse.stature ?? rec.stated.stature) !== undefined,
  };
  // a rehearsal is measured, never judged
  const whole = (o.analyse.kind ?? 'full') === 'full';
  if (!whole)
    return o.json
      ? json({
          ...result,
          swings: result.swings.map((s) => ({ ...s, comparison: null, findings: [], cannotJudge: [] })),
        })
      : table(result);
  const judged = result.swings.map((s) => judgeSwing(s, context));
  if (!o.json) return table(result, judged);
  const set = result.swings.length > 1 ? judgeSet(result.swings, context) : null;
  return json({
    ...result,
    swings: result.swings.map((s, i) => ({ ...s, ...judged[i] })),
    ...(set ?? {}),
  });
}

export function convertCommand(o: Options): string {
  const [from, to] = o.files;
  if (!to) throw new VilkoError('bad-option', 'name the recording to read and the file to write');
  const rec = open(from, o.axes);
  const { handed, club, mass, stature } = o.analyse;
  const given = Object.fromEntries(Object.entries({ handed, club, mass, stature }).filter(([, v]) => v !== undefined));
  write(to, writeRecording({ ...rec, stated: { ...rec.stated, ...given } }, basename(to)));
  return `${from} → ${to}`;
}

export function simulateCommand(o: Options): string {
  const [to] = o.files;
  if (!to) throw new VilkoError('bad-option', 'name the file to write');
  const v = o.values as Record<string, string | undefined>;
  const fault = v['fault'] === undefined || v['fault'] === 'none' ? undefined : v['fault'];
  const args = {
    device: choice(v['device'] ?? 'plates', 'device', SIMULATED_DEVICES)!,
    fault: fault === undefined ? undefined : choice(fault, 'fault', Object.keys(SIMULATED_FAULTS)),
    strength: choice(v['strength'], 'strength', Object.keys(STRENGTHS) as FaultStrength[]) ?? 'strong',
    handed: o.analyse.handed,
    club: choice(o.analyse.club, 'club', CLUB_CLASSES),
    seed: positive(v['seed'], 'seed', 0, 2 ** 31) ?? 1,
    swings: positive(v['swings'], 'swings', 1, 200) ?? 1,
    clubChannels: !o.values['no-club'],
  };
  const result = simulate(args);
  write(to, writeRecording({ ...result.recording, name: basename(to) }, basename(to)));
  const truth = result.truth();
  write(
    `${to}.truth.json`,
    new TextEncoder().encode(
      JSON.stringify(
        {
          arguments: args,
          fault: args.fault ?? 'none',
          mass: result.build.mass,
          stature: result.build.stature,
          swings: truth,
        },
        null,
        1,
      ),
    ),
  );
  return `${to} and ${to}.truth.json`;
}

function write(path: string, bytes: Uint8Array): void {
  try {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, bytes);
  } catch (e) {
    throw new VilkoError('unreadable', `${path} cannot be written: ${(e as Error).message}`);
  }
}

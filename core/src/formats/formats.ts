import { VilkoError } from '../error.js';
import type { Recording } from '../recording/recording.js';
import { readBundle, writeBundle } from './bundle/bundle.js';
import { readC3d } from './c3d/read-c3d.js';
import { writeC3d } from './c3d/write-c3d.js';
import type { CsvMapping } from './csv/csv-mapping.js';
import { readCsv } from './csv/read-csv.js';
import { writeCsv } from './csv/write-csv.js';
import { readNpz, writeNpz } from './npz/npz.js';

/** What a person says about a file that it does not say itself. */
export interface FileReading {
  /** Lab axes of a C3D file, `ball=+x,left=+y`. */
  readonly axes?: string;
  /** Columns of a CSV file with headers of its own. */
  readonly mapping?: CsvMapping;
  /** Told the part that has been read, 0–1; what it throws ends the reading. */
  readonly progress?: (part: number) => void;
}

/** A file format: how to read it, and how to write it where that is possible. */
export interface Format {
  readonly name: string;
  /** What a person may be asked about a file of it: lab directions, or what its columns hold. */
  readonly asks?: 'directions' | 'columns';
  readonly extensions: readonly string[];
  readonly read: (bytes: Uint8Array, name: string, how: FileReading) => Recording;
  readonly write?: (rec: Recording) => Uint8Array;
}

/** Every format Vilko knows. */
export const FORMATS: readonly Format[] = [
  {
    name: 'C3D',
    asks: 'directions',
    extensions: ['c3d'],
    read: (b, name, { axes }) => readC3d(b, name, axes),
    write: writeC3d,
  },
  { name: 'CSV', asks: 'columns', extensions: ['csv', 'txt', 'tsv'], read: readCsv, write: writeCsv },
  { name: 'NPZ', extensions: ['npz'], read: readNpz, write: writeNpz },
  { name: 'Vilko bundle', extensions: ['vilko'], read: readBundle, write: writeBundle },
];

/** The formats by name, as a sentence lists them. */
export const formatWords = (): string => FORMATS.map((f) => f.name).join(', ');
/** The extension each format is written with. */
export const writtenExtensions = (): string[] => FORMATS.filter((f) => f.write).map((f) => `.${f.extensions[0]!}`);

const extension = (name: string): string => name.slice(name.lastIndexOf('.') + 1).toLowerCase();

/** The format of a file by its extension. */
export function formatOf(name: string): Format {
  const f = FORMATS.find(({ extensions }) => extensions.includes(extension(name)));
  if (f) return f;
  const known = FORMATS.flatMap((x) => x.extensions.map((e) => `.${e}`)).join(', ');
  throw new VilkoError('unsupported', `"${name}" is none of the recordings that can be read (${known})`);
}

/**
 * Reads a recording, whatever its format.
 * @throws VilkoError saying what is wrong and where
 * @example readRecording(bytes, 'lab.c3d', { axes: 'ball=+x,left=+y' })
 */
export function readRecording(bytes: Uint8Array, name: string, how: FileReading = {}): Recording {
  if (bytes.length === 0) throw new VilkoError('unreadable', `${name} is empty`);
  const rec = formatOf(name).read(bytes, name, how);
  if (rec.time.length === 0) throw new VilkoError('unreadable', `${name} holds no samples`);
  return rec;
}

/** Writes a recording in the format of `name`; refused where it would lose data. */
export function writeRecording(rec: Recording, name: string): Uint8Array {
  const f = formatOf(name);
  if (!f.write) throw new VilkoError('unsupported', `${f.name} files cannot be written yet`);
  return f.write(rec);
}

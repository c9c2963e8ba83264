import { readRecording, type Recording, writeRecording } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { unzipSync } from 'fflate';
import { deflateRawSync, inflateRawSync } from 'node:zlib';
import Papa from 'papaparse';
import { analysing } from './apart.js';
import { convert } from './bare.js';
import { paired } from './paired.js';
import { rowOf, type SpeedRow } from './speed-table.js';

/** A common CSV parser fed the same text, its fields made numbers. */
const withParser = (text: Uint8Array): number =>
  Papa.parse(new TextDecoder().decode(text), { dynamicTyping: true, comments: '#', skipEmptyLines: true }).data.length;

/** Reading files against the plain cost of the same bytes, and the memory of it. */
export function formatRows(): SpeedRow[] {
  const plates = simulate({ device: 'plates', seed: 5, swings: 3 }).recording;
  const mat = simulate({ device: 'mat', seed: 5, swings: 3 }).recording;
  const c3d = writeRecording(plates, 'a.c3d');
  const npz = writeRecording(mat, 'a.npz');
  const packed = Object.values(unzipSync(npz)).map((entry) => deflateRawSync(entry));
  const read = (bytes: Uint8Array, name: string) => () => readRecording(bytes, name);
  const csv = ([what, rec]: readonly [string, Recording]): SpeedRow => {
    const bytes = writeRecording(rec, 'a.csv');
    return rowOf(
      what,
      'a common CSV parser',
      paired(read(bytes, 'a.csv'), () => withParser(bytes)),
      1,
    );
  };
  return [
    rowOf(
      'reading C3D, two plates',
      'its bytes converted',
      paired(read(c3d, 'a.c3d'), () => convert(c3d)),
      3,
    ),
    csv(['reading CSV, two plates', plates]),
    csv(['reading CSV, mat of 40 × 80', mat]),
    rowOf(
      'reading NPZ, mat of 40 × 80',
      'inflating and copying',
      paired(read(npz, 'a.npz'), () => packed.map((entry) => new Uint8Array(inflateRawSync(entry)))),
      1.5,
    ),
    ...memoryRows(mat),
  ];
}

const MINUTES = 13;

/** Memory of a process that reads and analyses 13 minutes of a mat, against what lies in them. */
function memoryRows({ mat, channels: _, ...rec }: Recording): SpeedRow[] {
  const times = Math.ceil((60 * MINUTES) / (mat!.time.at(-1)! + 0.01));
  const n = mat!.time.length;
  const frames = new Uint8Array(times * mat!.frames.length);
  for (let i = 0; i < times; i++) frames.set(mat!.frames, i * mat!.frames.length);
  const time = Float64Array.from({ length: times * n }, (_, k) => k / 100);
  const long: Recording = { ...rec, time, channels: {}, mat: { ...mat!, time, frames } };
  const peak = analysing(writeRecording(long, 'long.npz'), 'long.npz').memory;
  const bare = frames.length / 2 ** 20;
  return [
    {
      what: `memory, ${MINUTES} minutes of a mat of 40 × 80`,
      against: 'its frames',
      ratio: peak / bare,
      aim: 400 / bare,
      note: `${peak.toFixed(0)} MiB at most here, ${bare.toFixed(0)} MiB of frames`,
    },
  ];
}

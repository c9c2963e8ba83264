import { strToU8 } from 'fflate';
import { VilkoError } from '../../error.js';
import { type Recording, WRENCH_CHANNELS } from '../../recording/recording.js';
import { STATED_GROUP } from './stated-group.js';

export type C3dStorage = 'float' | 'int';

const BLOCK = 512;
const INTEL = 84;
/** Counts used of a 16 bit word, so that rounding never overflows. */
const COUNTS = 32_000;
/** Half sizes of the rectangle drawn as a plate: a recording knows its centre only, mm. */
const HALF = { x: 300, y: 200 };
/** Steps may differ from the mean by this part: C3D has no time stamps. */
const EVEN = 1e-3;
const MILLIMETRES = 1000;

/**
 * Writes plates as a C3D file: Intel, type 2 platforms with ORIGIN 0 and axes of the stance (+X to the ball, +Y to the
 * golfer's left), one analog sample a frame, float32 or 16 bit counts with a scale per channel. What was stated goes
 * into a group of its own.
 * @throws VilkoError when the recording holds what C3D cannot: a mat, boards, uneven time
 */
export function writeC3d(rec: Recording, storage: C3dStorage = 'float'): Uint8Array {
  if (rec.mat || rec.boards.length || !rec.platforms.length)
    throw new VilkoError(
      'would-lose-data',
      `C3D keeps force plates only, and this recording has ${rec.mat ? 'a mat' : rec.path ? 'a whole-body path' : 'boards'}: write a .vilko bundle instead`,
    );
  const n = rec.time.length;
  const rate = (n - 1) / (rec.time[n - 1]! - rec.time[0]!);
  if (rec.time.some((t, k) => Math.abs(t - rec.time[0]! - k / rate) > EVEN / rate))
    throw new VilkoError(
      'would-lose-data',
      'C3D keeps no time stamps, and these samples are not evenly spaced: write a .vilko bundle instead',
    );
  const extra = Object.entries(rec.channels);
  const columns: { label: string; unit: string; v: Float64Array }[] = [
    ...rec.platforms.flatMap((p, i) =>
      WRENCH_CHANNELS.map((c) => ({
        label: `${c[0]!.toUpperCase()}${i + 1}${c[1]!.toUpperCase()}`,
        unit: c.startsWith('m') ? 'Nm' : 'N',
        v: p[c],
      })),
    ),
    ...extra.map(([label, v]) => ({ label, unit: label.endsWith('_deg') ? 'deg' : '', v })),
  ];
  const scales = columns.map(({ v }) =>
    storage === 'float' ? 1 : v.reduce((most, x) => Math.max(most, Math.abs(x)), 0) / COUNTS || 1,
  );
  const parameters = parameterSection(rec, { rate, n, storage, columns, scales });
  const start = 2 + parameters.length / BLOCK;
  const size = storage === 'float' ? 4 : 2;
  const out = new Uint8Array(BLOCK + parameters.length + Math.ceil((n * columns.length * size) / BLOCK) * BLOCK);
  const view = new DataView(out.buffer);
  header(view, { n, columns: columns.length, rate, storage, start });
  out.set(parameters, BLOCK);
  let at = (start - 1) * BLOCK;
  for (let k = 0; k < n; k++)
    for (let c = 0; c < columns.length; c++, at += size) {
      const x = columns[c]!.v[k]! / scales[c]!;
      if (storage === 'float') view.setFloat32(at, x, true);
      else view.setInt16(at, Math.round(x), true);
    }
  return out;
}

interface Facts {
  readonly rate: number;
  readonly n: number;
  readonly storage: C3dStorage;
  readonly columns: readonly { readonly label: string; readonly unit: string }[];
  readonly scales: readonly number[];
}

function header(
  view: DataView,
  h: { n: number; columns: number; rate: number; storage: C3dStorage; start: number },
): void {
  const words = [0x5002, 0, h.columns, 1, Math.min(h.n, 65_535), 0];
  words.forEach((w, i) => view.setUint16(2 * i, w, true));
  view.setFloat32(12, h.storage === 'float' ? -1 : 1, true);
  view.setUint16(16, h.start, true);
  view.setUint16(18, 1, true);
  view.setFloat32(20, h.rate, true);
}

const int16 = (v: number): number[] => [v & 255, (v >> 8) & 255];
function float32(v: number): number[] {
  const view = new DataView(new ArrayBuffer(4));
  view.setFloat32(0, v, true);
  return Array.from({ length: 4 }, (_, i) => view.getUint8(i));
}

/** Writes groups and their parameters one after the other. */
function parameterWriter() {
  const bytes: number[] = [];
  let id = 0;
  const entry = (name: string, code: number, data: number[]): void => {
    bytes.push(name.length, code & 255, ...strToU8(name), ...int16(data.length + 2), ...data);
  };
  const parameter = (name: string, type: number, dims: readonly number[], data: readonly number[]): void =>
    entry(name, id, [type & 255, dims.length, ...dims, ...data, 0]);
  const group = (name: string): void => entry(name, -++id, [0]);
  const floats = (name: string, v: readonly number[], dims: readonly number[] = [v.length]) =>
    parameter(name, 4, dims, v.flatMap(float32));
  const ints = (name: string, v: readonly number[], dims: readonly number[] = [v.length]) =>
    parameter(name, 2, dims, v.flatMap(int16));
  const texts = (name: string, v: readonly string[]) => {
    const width = Math.max(1, ...v.map((t) => t.length));
    parameter(
      name,
      -1,
      [width, v.length],
      v.flatMap((t) => [...strToU8(t.padEnd(width))]),
    );
  };
  return { bytes, group, floats, ints, texts };
}

/** Groups and parameters, padded to whole blocks. */
function parameterSection(rec: Recording, { rate, n, storage, columns, scales }: Facts): Uint8Array {
  const { bytes, group, floats, ints, texts } = parameterWriter();
  group('POINT');
  ints('USED', [0], []);
  ints('FRAMES', [Math.min(n, 65_535)], []);
  floats('LONG_FRAMES', [n], []);
  floats('RATE', [rate], []);
  floats('SCALE', [storage === 'float' ? -1 : 1], []);
  texts('UNITS', ['mm']);
  // its place among the bytes is remembered: the section's length is known last
  ints('DATA_START', [0], []);
  const dataStart = bytes.length - 3;
  group('ANALOG');
  ints('USED', [columns.length], []);
  floats('RATE', [rate], []);
  floats('GEN_SCALE', [1], []);
  floats('SCALE', scales);
  ints(
    'OFFSET',
    columns.map(() => 0),
  );
  texts(
    'LABELS',
    columns.map((c) => c.label),
  );
  texts(
    'UNITS',
    columns.map((c) => c.unit),
  );
  group('FORCE_PLATFORM');
  const used = rec.platforms.length;
  ints('USED', [used], []);
  ints('TYPE', Array<number>(used).fill(2));
  ints('ZERO', [0, 0]);
  floats(
    'CORNERS',
    rec.platforms.flatMap(({ centre: [cx, cy] }) => {
      const [x, y] = [MILLIMETRES * cx, MILLIMETRES * cy];
      return [
        x + HALF.x,
        y + HALF.y,
        0,
        x - HALF.x,
        y + HALF.y,
        0,
        x - HALF.x,
        y - HALF.y,
        0,
        x + HALF.x,
        y - HALF.y,
        0,
      ];
    }),
    [3, 4, used],
  );
  floats('ORIGIN', Array<number>(3 * used).fill(0), [3, used]);
  ints(
    'CHANNEL',
    Array.from({ length: 6 * used }, (_, i) => i + 1),
    [6, used],
  );
  group(STATED_GROUP);
  const { mass, stature, handed, club } = rec.stated;
  if (mass) floats('MASS', [mass], []);
  if (stature) floats('STATURE', [stature], []);
  if (handed) texts('HANDED', [handed]);
  if (club) texts('CLUB', [club]);
  bytes.push(0, 0);
  const blocks = Math.ceil((bytes.length + 4) / BLOCK);
  bytes.splice(dataStart, 2, ...int16(2 + blocks));
  const out = new Uint8Array(blocks * BLOCK);
  out.set([1, 0x50, blocks, INTEL, ...bytes]);
  return out;
}

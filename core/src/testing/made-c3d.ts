import { strToU8 } from 'fflate';

export type MadeProcessor = 'Intel' | 'DEC' | 'MIPS';

/** A C3D file written by hand for tests: analog channels only, every parameter as told. */
export interface MadeC3d {
  readonly processor: MadeProcessor;
  readonly storage: 'int' | 'float';
  readonly rate: number;
  readonly ratio: number;
  /** Raw analog samples, channel by channel; six per platform first. */
  readonly channels: readonly (readonly number[])[];
  readonly labels: readonly string[];
  readonly scale: readonly number[];
  readonly offset: readonly number[];
  readonly units: readonly string[];
  /** Twelve numbers per platform, mm. */
  readonly corners: readonly number[];
  readonly origin: readonly number[];
  readonly type?: readonly number[];
  /** Channels of one platform, 6 unless told. */
  readonly perPlatform?: number;
  /** 36 numbers per platform, first index fastest. */
  readonly calMatrix?: readonly number[];
  readonly unsigned?: boolean;
  readonly genScale?: number;
  /** First and last field, each in low and high words; the header then says something else. */
  readonly trial?: readonly [number, number];
  readonly pointUnits?: string;
  readonly zero?: readonly [number, number];
}

const CODE: Record<MadeProcessor, number> = { Intel: 84, DEC: 85, MIPS: 86 };

/** Writes words in the order of a processor. */
function words(processor: MadeProcessor) {
  const little = processor !== 'MIPS';
  const int16 = (v: number): number[] => {
    const u = v & 0xffff;
    return little ? [u & 255, u >> 8] : [u >> 8, u & 255];
  };
  const float = (v: number): number[] => {
    if (processor !== 'DEC') {
      const view = new DataView(new ArrayBuffer(4));
      view.setFloat32(0, v, little);
      return Array.from({ length: 4 }, (_, i) => view.getUint8(i));
    }
    // a VAX float is four times an IEEE float with its two words exchanged
    const view = new DataView(new ArrayBuffer(4));
    view.setFloat32(0, v * 4, true);
    return [view.getUint8(2), view.getUint8(3), view.getUint8(0), view.getUint8(1)];
  };
  return { int16, float };
}

export function madeC3d(c: MadeC3d): Uint8Array {
  const w = words(c.processor);
  const bytes: number[] = [];
  const entry = (name: string, id: number, data: number[]): void => {
    const text = [...strToU8(name)];
    bytes.push(text.length, id & 255, ...text, ...w.int16(data.length + 2), ...data);
  };
  const group = (name: string, id: number) => entry(name, -id, [0]);
  const valued = (type: number, dims: number[], data: number[]) => [type & 255, dims.length, ...dims, ...data, 0];
  const floats = (name: string, id: number, dims: number[], v: readonly number[]) =>
    entry(name, id, valued(4, dims, v.flatMap(w.float)));
  const ints = (name: string, id: number, dims: number[], v: readonly number[]) =>
    entry(name, id, valued(2, dims, v.flatMap(w.int16)));
  const texts = (name: string, id: number, v: readonly string[]) => {
    const width = Math.max(...v.map((t) => t.length), 1);
    const letters = v.flatMap((t) => [...strToU8(t.padEnd(width))]);
    entry(name, id, valued(-1, [width, v.length], letters));
  };
  const frames = c.channels[0]!.length / c.ratio;
  const used = c.origin.length / 3;
  const perPlatform = c.perPlatform ?? 6;
  // a parameter before its group, on purpose: the order is free
  ints('USED', 3, [], [used]);
  group('POINT', 1);
  group('ANALOG', 2);
  group('FORCE_PLATFORM', 3);
  floats('RATE', 1, [], [c.rate / c.ratio]);
  floats('SCALE', 1, [], [c.storage === 'float' ? -1 : 1]);
  texts('UNITS', 1, [c.pointUnits ?? 'mm']);
  ints('DATA_START', 1, [], [6]);
  floats('RATE', 2, [], [c.rate]);
  floats('GEN_SCALE', 2, [], [c.genScale ?? 1]);
  if (c.unsigned) texts('FORMAT', 2, ['UNSIGNED']);
  floats('SCALE', 2, [c.scale.length], c.scale);
  ints('OFFSET', 2, [c.offset.length], c.offset);
  texts('LABELS', 2, c.labels);
  texts('UNITS', 2, c.units);
  ints('TYPE', 3, [used], c.type ?? Array<number>(used).fill(2));
  ints('ZERO', 3, [2], c.zero ?? [0, 0]);
  floats('CORNERS', 3, [3, 4, used], c.corners);
  floats('ORIGIN', 3, [3, used], c.origin);
  ints(
    'CHANNEL',
    3,
    [perPlatform, used],
    Array.from({ length: perPlatform * used }, (_, i) => i + 1),
  );
  if (c.calMatrix) floats('CAL_MATRIX', 3, [6, 6, used], c.calMatrix);
  if (c.trial) {
    group('TRIAL', 4);
    c.trial.forEach((field, i) =>
      ints(i ? 'ACTUAL_END_FIELD' : 'ACTUAL_START_FIELD', 4, [2], [field & 0xffff, field >> 16]),
    );
  }
  bytes.push(0, 0);
  const head = new Uint8Array(512 * 5);
  head.set([
    2,
    0x50,
    ...w.int16(0),
    ...w.int16(c.channels.length * c.ratio),
    ...w.int16(1),
    ...w.int16(c.trial ? 3 : frames),
    ...w.int16(0),
    ...w.float(c.storage === 'float' ? -1 : 1),
    ...w.int16(6),
    ...w.int16(c.ratio),
    ...w.float(c.rate / c.ratio),
  ]);
  head.set([1, 0x50, 4, CODE[c.processor], ...bytes], 512);
  const data: number[] = [];
  for (let k = 0; k < c.channels[0]!.length; k++)
    for (const ch of c.channels) data.push(...(c.storage === 'float' ? w.float(ch[k]!) : w.int16(ch[k]!)));
  const out = new Uint8Array(head.length + data.length);
  out.set(head);
  out.set(data, head.length);
  return out;
}

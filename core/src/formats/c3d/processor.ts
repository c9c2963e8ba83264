import { VilkoError } from '../../error.js';

/** How a C3D file's processor lays out its numbers. */
export interface Processor {
  readonly name: 'Intel' | 'DEC' | 'MIPS';
  readonly int16: (at: number) => number;
  readonly uint16: (at: number) => number;
  readonly float: (at: number) => number;
}

const CODES = { 84: 'Intel', 85: 'DEC', 86: 'MIPS' } as const;

/** The processor for its code in the parameter section (84, 85, 86), null for another. */
export function processor(code: number, view: DataView): Processor | null {
  const name = CODES[code as keyof typeof CODES];
  if (!name) return null;
  const little = name !== 'MIPS';
  /** A damaged file may point anywhere. */
  const inside = (at: number, size: number): number => {
    if (!(at >= 0 && at + size <= view.byteLength))
      throw new VilkoError('truncated', 'a number lies outside the file', `byte ${at}`);
    return at;
  };
  return {
    name,
    int16: (at) => view.getInt16(inside(at, 2), little),
    uint16: (at) => view.getUint16(inside(at, 2), little),
    float: name === 'DEC' ? (at) => decFloat(view, inside(at, 4)) : (at) => view.getFloat32(inside(at, 4), little),
  };
}

/** A VAX F float: its two words are swapped, its exponent counts 2 more than IEEE's. */
function decFloat(view: DataView, at: number): number {
  const high = view.getUint16(at, true);
  const low = view.getUint16(at + 2, true);
  const exponent = (high >> 7) & 255;
  if (exponent === 0) return 0;
  const fraction = (((high & 127) << 16) | low) / 2 ** 24 + 0.5;
  return (high & 0x8000 ? -1 : 1) * fraction * 2 ** (exponent - 128);
}

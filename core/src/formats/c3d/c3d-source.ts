import { analogTexts } from './analog.js';
import { readParameters } from './parameters.js';

/**
 * From which laboratory a C3D file comes, as far as it says: its platforms' types and corners and the names of its
 * channels. Files with one source have one set of lab axes.
 */
export function c3dSource(bytes: Uint8Array): string {
  const p = readParameters(bytes, new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength));
  const numbers = (name: string) => (p.get('FORCE_PLATFORM', name)?.numbers ?? []).map((x) => Math.round(x)).join(' ');
  const text = [
    numbers('TYPE'),
    numbers('CORNERS'),
    analogTexts(p, 'LABELS').join(' ').toLowerCase(),
    p.get('POINT', 'UNITS')?.texts[0] ?? '',
  ].join('|');
  // FNV-1a: short, the same everywhere; it keeps nothing secret
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return `c3d-${h.toString(16).padStart(8, '0')}`;
}

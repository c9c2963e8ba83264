import { EXTRA_CHANNELS, type ExtraChannel, type Recording } from '../../recording/recording.js';
import { readAnalog } from './analog.js';
import { labAxes } from './lab-axes.js';
import { readParameters } from './parameters.js';
import { readPlatforms } from './read-platforms.js';
import { readStated } from './stated-group.js';

/**
 * Reads platforms (types 1 to 4) and optional channels of a C3D file (measuring.md §7): all three processors, integer
 * and float storage.
 * @param axes which lab axis points to the ball and which to the golfer's left, `ball=+x,left=+y`
 * @throws VilkoError with the byte or parameter that is wrong
 */
export function readC3d(bytes: Uint8Array, name: string, axes?: string): Recording {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const p = readParameters(bytes, view);
  const warnings: string[] = [];
  const analog = readAnalog(bytes, p);
  const platforms = readPlatforms(p, analog, labAxes(axes), warnings);
  const time = new Float64Array(analog.length);
  for (let k = 0; k < time.length; k++) time[k] = k / analog.rate;
  const there = EXTRA_CHANNELS.flatMap((name) => {
    const i = analog.labels.findIndex((l) => l.toLowerCase() === name);
    return i >= 0 && i < analog.channels ? [{ name, i }] : [];
  });
  const samples = analog.read(there.map(({ i }) => i));
  const channels: Partial<Record<ExtraChannel, Float64Array>> = Object.fromEntries(
    there.map(({ name: c }, j) => [c, samples[j]!]),
  );
  const device = platforms.length === 1 ? 'plate' : 'plates';
  return { name, device, time, platforms, boards: [], mat: null, channels, stated: readStated(p), warnings };
}

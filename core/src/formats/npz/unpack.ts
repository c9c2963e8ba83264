import { inflateSync } from 'fflate';

export { crc32 } from './crc32.js';

/**
 * Inflates raw deflated bytes that say how many they were. In Node its own zlib takes this file's place
 * (`unpack.node.ts`), by the condition under `imports` in the core's package.json.
 * @throws Error when they are no deflated bytes
 */
export const inflate = (packed: Uint8Array, size: number): Uint8Array =>
  inflateSync(packed, { out: new Uint8Array(size) });

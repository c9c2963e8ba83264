/** Tables that take four bytes a step (“slicing by four”, Kounavis and Berry 2005). */
const TABLES = ((): Int32Array => {
  const t = new Int32Array(4 * 256);
  for (let n = 0; n < 256; n++) {
    let c = n;
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1;
    t[n] = c;
  }
  for (let n = 0; n < 768; n++) t[n + 256] = (t[n]! >>> 8) ^ t[t[n]! & 0xff]!;
  return t;
})();

/** CRC-32 of bytes as zip files carry it (polynomial 0xedb88320, reflected), as an unsigned number. */
export function crc32(bytes: Uint8Array): number {
  let crc = -1;
  const fours = bytes.length & ~3;
  for (let i = 0; i < fours; i += 4) {
    crc ^= bytes[i]! | (bytes[i + 1]! << 8) | (bytes[i + 2]! << 16) | (bytes[i + 3]! << 24);
    crc =
      TABLES[768 + (crc & 0xff)]! ^
      TABLES[512 + ((crc >>> 8) & 0xff)]! ^
      TABLES[256 + ((crc >>> 16) & 0xff)]! ^
      TABLES[crc >>> 24]!;
  }
  for (let i = fours; i < bytes.length; i++) crc = (crc >>> 8) ^ TABLES[(crc ^ bytes[i]!) & 0xff]!;
  return ~crc >>> 0;
}

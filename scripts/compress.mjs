// Lays a compressed twin beside every text file of the built web application: the server sends it as it lies there.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants } from 'node:zlib';

const TEXT = /\.(js|css|html|svg|json|txt)$/;
/** A file that is smaller goes in one packet either way, bytes. */
const LEAST = 1400;

const root = fileURLToPath(new URL('../web/dist/browser', import.meta.url));
let [before, after] = [0, 0];
for (const name of readdirSync(root, { recursive: true })) {
  const path = join(root, name);
  if (!TEXT.test(name) || statSync(path).size < LEAST) continue;
  const bytes = readFileSync(path);
  const packed = brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } });
  writeFileSync(`${path}.br`, packed);
  before += bytes.length;
  after += packed.length;
}
console.log(`${Math.round(before / 1000)} kB of text lie there as ${Math.round(after / 1000)} kB too`);

import { randomBytes } from 'node:crypto';
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import fc from 'fast-check';
import { filesHolding } from '../testing/files-holding.js';
import { filesUnder } from './in-place.js';
import { readSealed, resizeSealed, sealedFile, sizeOf, writeSealed } from './sealed-file.js';
import { SealedFilesystem } from './sealed-filesystem.js';
import { ID_BYTES, KEY_BYTES, openSector, sealSector, SECTOR } from './sectors.js';

const key = randomBytes(KEY_BYTES);
let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'vilko-sealed-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('a sealed sector', () => {
  it('is XTS-AES-256 as IEEE 1619 has it, and opens to what it was, however long', () => {
    // vector 10 of IEEE 1619-2007, annex B: the first block of its 512
    const k1 = '2718281828459045235360287471352662497757247093699959574966967627';
    const k2 = '3141592653589793238462643383279502884197169399375105820974944592';
    const data = Buffer.from(Array.from({ length: 512 }, (_, i) => i % 256));
    // its data unit is 0xff, which stands where the id begins here
    const id = Buffer.from([0xff, 0, 0, 0, 0, 0, 0, 0]);
    const sealed = sealSector(Buffer.from(k1 + k2, 'hex'), { id, sector: 0, data });
    expect(sealed.subarray(0, 16).toString('hex')).toBe('1c3b3a102f770386e4836c99e370cf9b');
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 0, maxLength: SECTOR }), fc.nat(2 ** 40), (bytes, sector) => {
        const at = { id: randomBytes(ID_BYTES), sector, data: bytes };
        const closed = sealSector(key, at);
        expect(closed.length).toBe(bytes.length);
        expect(openSector(key, { ...at, data: closed })).toEqual(Buffer.from(bytes));
      }),
      { numRuns: 60 },
    );
  });
  it('looks different in another place, in another file, under another key', () => {
    const data = Buffer.alloc(SECTOR + 0, 7);
    const id = randomBytes(ID_BYTES);
    const looks = [
      sealSector(key, { id, sector: 1, data }),
      sealSector(key, { id, sector: 2, data }),
      sealSector(key, { id: randomBytes(ID_BYTES), sector: 1, data }),
      sealSector(randomBytes(KEY_BYTES), { id, sector: 1, data }),
    ].map((b) => b.toString('hex'));
    expect(new Set(looks).size).toBe(4);
  });
});

describe('a sealed file', () => {
  /** What is done to a file, beside the same done to plain bytes. */
  const act = fc.oneof(
    fc.record({ write: fc.uint8Array({ minLength: 1, maxLength: 9000 }), at: fc.nat(20_000) }),
    fc.record({ resize: fc.nat(20_000) }),
  );
  it('holds what a plain one would, whatever is written where, cut off or left out', () => {
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 12 }), fc.nat(20_000), fc.nat(9000), (acts, from, n) => {
        const fd = openSync(join(folder, 'f'), 'w+');
        try {
          const file = sealedFile(fd);
          let plain = Buffer.alloc(0);
          for (const a of acts) {
            const length = 'write' in a ? Math.max(plain.length, a.at + a.write.length) : a.resize;
            const next = Buffer.alloc(length);
            plain.copy(next, 0, 0, Math.min(plain.length, length));
            if ('write' in a) next.set(a.write, a.at);
            plain = next;
            if ('write' in a) writeSealed(key, file, a.write, a.at);
            else resizeSealed(key, file, a.resize);
            expect(sizeOf(fd)).toBe(plain.length);
          }
          // by whoever opens it next
          const again = sealedFile(fd);
          const all = Buffer.alloc(plain.length);
          expect(readSealed(key, again, all, 0)).toBe(plain.length);
          expect(all.equals(plain)).toBeTrue();
          const some = Buffer.alloc(n);
          const read = readSealed(key, again, some, from);
          expect(some.subarray(0, read).equals(plain.subarray(from, from + n))).toBeTrue();
        } finally {
          closeSync(fd);
        }
      }),
      { numRuns: 80 },
    );
  });
  it('is refused where something else lies there', () => {
    writeFileSync(join(folder, 'plain'), 'x'.repeat(100));
    const fd = openSync(join(folder, 'plain'), 'r+');
    expect(() => sealedFile(fd)).toThrowError('this file is not sealed');
    closeSync(fd);
    expect(readFileSync(join(folder, 'plain'), 'utf8')).toBe('x'.repeat(100));
  });
});

describe('an embedded database in a sealed folder', () => {
  const NAME = 'Maren of the ferry';
  it('keeps what was written, shows none of it on the disk, and does not open under another key', async () => {
    const open = (k: Uint8Array) => PGlite.create({ fs: new SealedFilesystem(join(folder, 'pg'), k) });
    const pg = await open(key);
    await pg.exec('CREATE TABLE pupils (id int PRIMARY KEY, name text, bundle bytea)');
    for (let i = 0; i < 20; i++)
      await pg.query('INSERT INTO pupils VALUES ($1, $2, $3)', [i, NAME, Buffer.alloc(20_000, i)]);
    await pg.exec('UPDATE pupils SET name = name || id; DELETE FROM pupils WHERE id > 14; CHECKPOINT');
    await pg.close();
    expect(filesUnder(join(folder, 'pg')).length).toBeGreaterThan(100);
    expect(filesHolding(join(folder, 'pg'), NAME)).toEqual([]);
    await expectAsync(open(randomBytes(KEY_BYTES))).toBeRejected();
    const again = await open(key);
    const { rows } = await again.query<{ n: string; name: string; bytes: string }>(
      'SELECT count(*) AS n, max(name) AS name, sum(length(bundle)) AS bytes FROM pupils',
    );
    expect([Number(rows[0]!.n), rows[0]!.name, Number(rows[0]!.bytes)]).toEqual([15, `${NAME}9`, 300_000]);
    await again.close();
  });
});

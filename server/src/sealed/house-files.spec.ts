import { randomBytes } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import fc from 'fast-check';
import { filesHolding } from '../testing/files-holding.js';
import { makeHouseKey } from './house-key.js';
import { houseFiles } from './house-files.js';
import { isSealedFile, openInPlace, sealInPlace } from './in-place.js';
import { openEntry, opensArchivesOf, sealEntry } from './sealed-entry.js';
import { SECTOR } from './sectors.js';

describe('files of a house', () => {
  let folder: string;
  let key: ReturnType<typeof makeHouseKey>;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'vilko-files-'));
    key = makeHouseKey(folder, 'a ferry, twice a day');
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  const all = async (from: Readable): Promise<Buffer> => Buffer.concat(await from.toArray());

  it('hold what was written, whole and between any two bytes, in whatever pieces it came, sealed or not', async () => {
    const file = join(folder, 'f');
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(null, key),
        fc.array(fc.nat(3 * SECTOR), { maxLength: 8 }),
        fc.nat(9 * SECTOR),
        fc.nat(9 * SECTOR),
        async (k, sizes, a, b) => {
          const files = houseFiles(k);
          const pieces = sizes.map((n) => randomBytes(n));
          const plain = Buffer.concat(pieces);
          await files.write(file, Readable.from(pieces, { objectMode: false }));
          expect(Buffer.from(await files.read(file)).equals(plain)).toBeTrue();
          expect(await files.size(file)).toBe(plain.length);
          const [start, end] = [Math.min(a, b), Math.max(a, b)];
          expect((await all(files.from(file, { start, end }))).equals(plain.subarray(start, end + 1))).toBeTrue();
          await files.write(file, plain);
          expect((await all(files.from(file))).equals(plain)).toBeTrue();
          expect(isSealedFile(file)).toBe(k !== null);
          // the same file turned where it lies
          await (k ? openInPlace : sealInPlace)(file, key.files);
          expect(isSealedFile(file)).toBe(k === null);
          expect(Buffer.from(await houseFiles(k ? null : key).read(file)).equals(plain)).toBeTrue();
        },
      ),
      { numRuns: 60 },
    );
  });

  it('show nothing of it on the disk, and are not opened where something else lies', async () => {
    const name = 'Maren of the ferry, twice a day at the same hour';
    const sealed = houseFiles(key);
    await sealed.write(join(folder, 'sealed'), Buffer.from(name.repeat(1000)));
    expect(filesHolding(folder, name.slice(0, 16))).toEqual([]);
    writeFileSync(join(folder, 'plain'), name);
    await expectAsync(sealed.read(join(folder, 'plain'))).toBeRejectedWithError('this file is not sealed');
    await expectAsync(sealed.read(join(folder, 'none'))).toBeRejectedWithError(/ENOENT/);
    expect(readFileSync(join(folder, 'plain'), 'utf8')).toBe(name);
  });

  it('seal an entry of an archive so that nobody changes, swaps or opens it without the key', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.nat(), (bytes, at) => {
        const sealed = sealEntry(key.archives, 'films/f.webm', bytes);
        expect(openEntry(key.archives, 'films/f.webm', sealed)).toEqual(Buffer.from(bytes));
        expect(openEntry(key.archives, 'films/g.webm', sealed)).toBeNull();
        expect(openEntry(randomBytes(32), 'films/f.webm', sealed)).toBeNull();
        const worn = Buffer.from(sealed);
        worn[at % worn.length]! ^= 1;
        expect(openEntry(key.archives, 'films/f.webm', worn)).toBeNull();
        expect(openEntry(key.archives, 'films/f.webm', sealed.subarray(0, at % sealed.length))).toBeNull();
      }),
      { numRuns: 50 },
    );
    expect(opensArchivesOf(key)(key.kept, 'b.zip')).toEqual(key.archives);
    for (const kept of ['{}', '{"vilko":', key.kept.replace(key.id, '0'.repeat(32))])
      expect(() => opensArchivesOf(key)(kept, 'b.zip')).toThrowError(/does not have: "vilko seal --copy"/);
    expect(() => opensArchivesOf(null)(key.kept, 'b.zip')).toThrowError(/b.zip is sealed under a passphrase/);
  });
});

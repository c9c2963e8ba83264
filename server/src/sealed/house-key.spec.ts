import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { changePassphrase, isSealed, makeHouseKey, openHouseKey } from './house-key.js';

const PASSPHRASE = 'a ferry, twice a day';

describe('the key of a sealed house', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'vilko-key-'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const file = () => join(folder, 'sealed.json');

  it('is opened by its passphrase alone, the same each time, and lies there for its owner only', () => {
    expect(isSealed(folder)).toBeFalse();
    const made = makeHouseKey(folder, PASSPHRASE);
    expect(isSealed(folder)).toBeTrue();
    expect(openHouseKey(folder, PASSPHRASE)).toEqual(made);
    // what is typed on another keyboard is the same passphrase
    expect([made.database.length, made.files.length]).toEqual([64, 64]);
    expect(Buffer.from(made.database).equals(Buffer.from(made.files))).toBeFalse();
    expect(statSync(file()).mode & 0o077).toBe(0);
    expect(() => openHouseKey(folder, 'a ferry, once a day')).toThrowError(
      /this passphrase does not open .*Nothing was/,
    );
    expect(() => makeHouseKey(folder, PASSPHRASE)).toThrowError(/is sealed already/);
  });
  it('is the same for letters that are composed in another way', () => {
    const made = makeHouseKey(folder, 'Fähre über den Sund');
    expect(openHouseKey(folder, 'Fähre über den Sund'.normalize('NFD'))).toEqual(made);
  });
  it('is of a house of its own', () => {
    const other = mkdtempSync(join(tmpdir(), 'vilko-key-'));
    expect(makeHouseKey(folder, PASSPHRASE)).not.toEqual(makeHouseKey(other, PASSPHRASE));
    rmSync(other, { recursive: true, force: true });
  });
  it('stays the same under another passphrase, and the one before opens nothing any more', () => {
    const made = makeHouseKey(folder, PASSPHRASE);
    changePassphrase(folder, PASSPHRASE, 'soup at noon, every day');
    expect(openHouseKey(folder, 'soup at noon, every day')).toEqual(made);
    expect(() => openHouseKey(folder, PASSPHRASE)).toThrowError(/does not open/);
    expect(() => changePassphrase(folder, PASSPHRASE, 'bell tower, at dawn')).toThrowError(/does not open/);
    expect(() => changePassphrase(folder, 'soup at noon, every day', 'short')).toThrowError(/under 12 characters/);
    expect(openHouseKey(folder, 'soup at noon, every day')).toEqual(made);
  });
  it('is refused where the passphrase is short, the file is damaged, or somebody turned a bit of it', () => {
    expect(() => makeHouseKey(folder, 'ferry')).toThrowError(/under 12 characters/);
    expect(isSealed(folder)).toBeFalse();
    makeHouseKey(folder, PASSPHRASE);
    const kept = JSON.parse(readFileSync(file(), 'utf8')) as Record<string, string>;
    const key = Buffer.from(kept['key']!, 'base64');
    key[3]! ^= 1;
    writeFileSync(file(), JSON.stringify({ ...kept, key: key.toString('base64') }));
    expect(() => openHouseKey(folder, PASSPHRASE)).toThrowError(/does not open/);
    writeFileSync(file(), '{"vilko": "sea');
    expect(() => openHouseKey(folder, PASSPHRASE)).toThrowError(/cannot be read: put sealed.json back as it was/);
    // a cost that would take the machine's memory is no cost of ours
    writeFileSync(file(), JSON.stringify({ ...kept, cost: { N: 2 ** 30, r: 8, p: 1 } }));
    expect(() => openHouseKey(folder, PASSPHRASE)).toThrowError(/cannot be read/);
    for (const N of [2 ** 20, 1000]) {
      writeFileSync(file(), JSON.stringify({ ...kept, cost: { N, r: 8, p: 1 } }));
      expect(() => openHouseKey(folder, PASSPHRASE)).toThrowError(/cannot be read/);
    }
  });
});

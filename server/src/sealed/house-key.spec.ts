import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  changePassphrase,
  howLies,
  idOfKept,
  makeHouseKey,
  nowHalf,
  nowSealed,
  openHouseKey,
  openKept,
} from './house-key.js';

const PASSPHRASE = 'a ferry, twice a day';

describe('the key of a sealed house', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'vilko-key-'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const file = () => join(folder, 'sealed.json');

  it('is opened by its passphrase alone, the same each time, and lies there for its owner only', () => {
    expect(howLies(folder)).toBe('open');
    const made = makeHouseKey(folder, PASSPHRASE);
    expect(howLies(folder)).toBe('sealed');
    expect(readdirSync(folder)).toEqual(['sealed.json']);
    expect(openHouseKey(folder, PASSPHRASE)).toEqual(made);
    expect([made.archives.length, idOfKept(made.kept)]).toEqual([32, made.id]);
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
    const { kept, ...keys } = openHouseKey(folder, 'soup at noon, every day');
    expect({ ...keys, kept: made.kept }).toEqual(made);
    expect(kept).not.toBe(made.kept);
    // what went along with an archive before opens by the one before
    expect(openKept(made.kept, PASSPHRASE, 'b.zip')).toEqual(made);
    expect(() => openKept(made.kept, 'soup at noon, every day', 'b.zip')).toThrowError(/does not open b.zip/);
    expect(() => openHouseKey(folder, PASSPHRASE)).toThrowError(/does not open/);
    expect(() => changePassphrase(folder, PASSPHRASE, 'bell tower, at dawn')).toThrowError(/does not open/);
    expect(() => changePassphrase(folder, 'soup at noon, every day', 'short')).toThrowError(/under 12 characters/);
    expect(openHouseKey(folder, 'soup at noon, every day').id).toBe(made.id);
    expect(readdirSync(folder)).toEqual(['sealed.json']);
  });
  it('lies under another name while files are turned, and is the same', () => {
    const made = makeHouseKey(folder, PASSPHRASE, 'half');
    expect([howLies(folder), readdirSync(folder)]).toEqual(['half', ['half-sealed.json']]);
    expect(openHouseKey(folder, PASSPHRASE)).toEqual(made);
    expect(() => makeHouseKey(folder, PASSPHRASE)).toThrowError(/is sealed already/);
    nowSealed(folder);
    expect(howLies(folder)).toBe('sealed');
    nowHalf(folder);
    nowHalf(folder);
    expect(howLies(folder)).toBe('half');
  });
  it('is refused where the passphrase is short, the file is damaged, or somebody turned a bit of it', () => {
    expect(() => makeHouseKey(folder, 'ferry')).toThrowError(/under 12 characters/);
    expect(readdirSync(folder)).toEqual([]);
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

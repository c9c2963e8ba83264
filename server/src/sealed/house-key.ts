import { createCipheriv, createDecipheriv, hkdfSync, randomBytes, scryptSync } from 'node:crypto';
import { existsSync, linkSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import { KEY_BYTES } from './sectors.js';

/** Where it lies in a sealed data folder that its key is kept under a passphrase. */
const FILE = 'sealed.json';

/** The same while the folder's files are being sealed or opened, one after the other. */
const UNDER_WAY = 'half-sealed.json';

/** Characters of a passphrase at least. */
export const LEAST_PASSPHRASE = 12;

/** scrypt as RFC 7914 has it: 128 MB and about half a second for each guess. */
const COST = { N: 2 ** 17, r: 8, p: 1 };
const MEMORY = 256 * 1024 * 1024;

const Base64 = z.base64();
const KeptKey = z.object({
  vilko: z.literal('sealed'),
  version: z.literal(1),
  /** By which a key is known without being opened. */
  id: z.string().regex(/^[0-9a-f]{32}$/),
  salt: Base64,
  cost: z.object({ N: z.int().max(2 ** 20), r: z.int().max(32), p: z.int().max(16) }),
  nonce: Base64,
  key: Base64,
  tag: Base64,
});
type KeptKey = z.infer<typeof KeptKey>;

/** Keys of a sealed house, by what they seal. */
export interface HouseKey {
  readonly id: string;
  readonly database: Uint8Array;
  readonly files: Uint8Array;
  /** 32 bytes. */
  readonly archives: Uint8Array;
  /** The house's key under its passphrase, as text: it goes along with every sealed archive. */
  readonly kept: string;
}

const fromPassphrase = (passphrase: string, salt: Uint8Array, cost: KeptKey['cost']): Buffer =>
  scryptSync(passphrase.normalize('NFKC'), salt, 32, { ...cost, maxmem: MEMORY });

const derived = (master: Uint8Array, what: string, bytes: number): Uint8Array =>
  new Uint8Array(hkdfSync('sha256', master, '', `vilko ${what}`, bytes));

const idOf = (master: Uint8Array): string => Buffer.from(derived(master, 'id', 16)).toString('hex');

const keysOf = (master: Uint8Array, kept: string): HouseKey => ({
  id: idOf(master),
  database: derived(master, 'database', KEY_BYTES),
  files: derived(master, 'files', KEY_BYTES),
  archives: derived(master, 'archives', 32),
  kept,
});

/** @throws Error when the passphrase is too short */
function wrapped(passphrase: string, master: Uint8Array): string {
  if ([...passphrase].length < LEAST_PASSPHRASE)
    throw new Error(`a passphrase of under ${LEAST_PASSPHRASE} characters is soon guessed: choose a longer one`);
  const [salt, nonce] = [randomBytes(16), randomBytes(12)];
  const cipher = createCipheriv('aes-256-gcm', fromPassphrase(passphrase, salt, COST), nonce);
  const key = Buffer.concat([cipher.update(master), cipher.final()]);
  const text = (bytes: Buffer): string => bytes.toString('base64');
  return JSON.stringify(
    {
      ...{ vilko: 'sealed', version: 1, id: idOf(master), cost: COST },
      ...{ salt: text(salt), nonce: text(nonce), key: text(key), tag: text(cipher.getAuthTag()) },
    } satisfies KeptKey,
    null,
    1,
  );
}

/**
 * The id of a key that goes along with an archive.
 * @returns null where it is none
 */
export function idOfKept(kept: string): string | null {
  try {
    return KeptKey.parse(JSON.parse(kept)).id;
  } catch {
    return null;
  }
}

/** @throws Error that says what is wrong with the key of `what`, and what is kept */
function unwrapped(kept: string, passphrase: string, what: string): Buffer {
  const bytes = (text: string): Buffer => Buffer.from(text, 'base64');
  let it: KeptKey;
  let over: Buffer;
  try {
    it = KeptKey.parse(JSON.parse(kept));
    // a cost that scrypt does not take is damage too
    over = fromPassphrase(passphrase, bytes(it.salt), it.cost);
  } catch (e) {
    throw new Error(
      `the key of ${what} cannot be read: put ${FILE} back as it was. Nothing was changed; without it nothing there can be opened`,
      { cause: e },
    );
  }
  const open = createDecipheriv('aes-256-gcm', over, bytes(it.nonce));
  open.setAuthTag(bytes(it.tag));
  try {
    return Buffer.concat([open.update(bytes(it.key)), open.final()]);
  } catch (e) {
    throw new Error(`this passphrase does not open ${what}. Nothing was changed: give the one it was sealed with`, {
      cause: e,
    });
  }
}

/** The key that goes along with an archive. @throws Error that says what is wrong */
export const openKept = (kept: string, passphrase: string, what: string): HouseKey =>
  keysOf(unwrapped(kept, passphrase, what), kept);

/** How a data folder lies on its disk; `half`: its files were being sealed or opened when that was interrupted. */
type Lies = 'open' | 'sealed' | 'half';

export function howLies(folder: string): Lies {
  if (existsSync(join(folder, UNDER_WAY))) return 'half';
  return existsSync(join(folder, FILE)) ? 'sealed' : 'open';
}

const fileOf = (folder: string): string => join(folder, howLies(folder) === 'half' ? UNDER_WAY : FILE);

/** Writes a key beside the place where it is to lie; whole or not at all it comes there by a new name. */
function beside(file: string, kept: string): string {
  const half = `${file}.${process.pid}`;
  writeFileSync(half, kept, { mode: 0o600, flush: true });
  return half;
}

/**
 * Makes the key of a folder that is to be sealed.
 * @param how `sealed` where nothing lies there yet, `half` where its files are to be sealed one by one
 * @throws Error when the passphrase is too short, or the folder has a key
 */
export function makeHouseKey(folder: string, passphrase: string, how: 'sealed' | 'half' = 'sealed'): HouseKey {
  if (howLies(folder) !== 'open') throw new Error(`the data folder ${folder} is sealed already`);
  const master = randomBytes(32);
  const kept = wrapped(passphrase, master);
  const file = join(folder, how === 'sealed' ? FILE : UNDER_WAY);
  const half = beside(file, kept);
  try {
    // never in the place of another: of two that begin at once one goes on
    linkSync(half, file);
  } finally {
    rmSync(half);
  }
  return keysOf(master, kept);
}

/** The key of a sealed folder, or of one that is half so. @throws Error that says what is wrong */
export function openHouseKey(folder: string, passphrase: string): HouseKey {
  const kept = readFileSync(fileOf(folder), 'utf8');
  return openKept(kept, passphrase, `the data folder ${folder}`);
}

/** Keeps the same key under another passphrase: nothing is sealed anew. @throws Error that says what is wrong */
export function changePassphrase(folder: string, before: string, after: string): void {
  const file = fileOf(folder);
  const master = unwrapped(readFileSync(file, 'utf8'), before, `the data folder ${folder}`);
  renameSync(beside(file, wrapped(after, master)), file);
}

/** From here on the folder's files are sealed, or opened, one by one. */
export function nowHalf(folder: string): void {
  if (howLies(folder) === 'sealed') renameSync(join(folder, FILE), join(folder, UNDER_WAY));
}

/** All files of the folder are sealed. */
export const nowSealed = (folder: string): void => renameSync(join(folder, UNDER_WAY), join(folder, FILE));

/** All files of the folder are open: nothing needs the key any more. */
export const nowOpen = (folder: string): void => rmSync(join(folder, UNDER_WAY));

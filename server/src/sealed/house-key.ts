import { createCipheriv, createDecipheriv, hkdfSync, randomBytes, scryptSync } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import { KEY_BYTES } from './sectors.js';

/** Where it lies in a data folder that its key is kept under a passphrase. */
const FILE = 'sealed.json';
/** Characters of a passphrase at least. */
export const LEAST_PASSPHRASE = 12;
/** scrypt as RFC 7914 has it: 128 MB and about half a second for each guess. */
const COST = { N: 2 ** 17, r: 8, p: 1 };
const MEMORY = 256 * 1024 * 1024;

const Base64 = z.base64();
const KeptKey = z.object({
  vilko: z.literal('sealed'),
  version: z.literal(1),
  salt: Base64,
  cost: z.object({ N: z.int().max(2 ** 20), r: z.int().max(32), p: z.int().max(16) }),
  nonce: Base64,
  key: Base64,
  tag: Base64,
});
type KeptKey = z.infer<typeof KeptKey>;

/** Keys of a sealed house, by what they seal. */
export interface HouseKey {
  readonly database: Uint8Array;
  readonly files: Uint8Array;
}

/** Whether a data folder is sealed. */
export const isSealed = (folder: string): boolean => existsSync(join(folder, FILE));

const fromPassphrase = (passphrase: string, salt: Uint8Array, cost: KeptKey['cost']): Buffer =>
  scryptSync(passphrase.normalize('NFKC'), salt, 32, { ...cost, maxmem: MEMORY });

function keysOf(master: Uint8Array): HouseKey {
  const of = (what: string) => new Uint8Array(hkdfSync('sha256', master, '', `vilko ${what}`, KEY_BYTES));
  return { database: of('database'), files: of('files') };
}

/** Writes the house's key under a passphrase; whole or not at all. */
function keep(folder: string, passphrase: string, master: Uint8Array): void {
  const [salt, nonce] = [randomBytes(16), randomBytes(12)];
  const cipher = createCipheriv('aes-256-gcm', fromPassphrase(passphrase, salt, COST), nonce);
  const key = Buffer.concat([cipher.update(master), cipher.final()]);
  const text = (bytes: Buffer): string => bytes.toString('base64');
  const kept: KeptKey = {
    ...{ vilko: 'sealed', version: 1, cost: COST },
    ...{ salt: text(salt), nonce: text(nonce), key: text(key), tag: text(cipher.getAuthTag()) },
  };
  const half = join(folder, `${FILE}.half`);
  writeFileSync(half, JSON.stringify(kept, null, 1), { mode: 0o600, flush: true });
  renameSync(half, join(folder, FILE));
}

/** @throws Error that says what is wrong, and what is kept */
function masterOf(folder: string, passphrase: string): Buffer {
  const where = join(folder, FILE);
  const bytes = (text: string): Buffer => Buffer.from(text, 'base64');
  let kept: KeptKey;
  let over: Buffer;
  try {
    kept = KeptKey.parse(JSON.parse(readFileSync(where, 'utf8')));
    // a cost that scrypt does not take is damage too
    over = fromPassphrase(passphrase, bytes(kept.salt), kept.cost);
  } catch (e) {
    throw new Error(
      `the key of the sealed data folder ${folder} cannot be read: put ${FILE} back as it was. Nothing was changed; without it nothing there can be opened`,
      { cause: e },
    );
  }
  const open = createDecipheriv('aes-256-gcm', over, bytes(kept.nonce));
  open.setAuthTag(bytes(kept.tag));
  try {
    return Buffer.concat([open.update(bytes(kept.key)), open.final()]);
  } catch (e) {
    throw new Error(
      `this passphrase does not open the data folder ${folder}. Nothing was changed: give the one it was sealed with`,
      { cause: e },
    );
  }
}

const longEnough = (passphrase: string): void => {
  if ([...passphrase].length < LEAST_PASSPHRASE)
    throw new Error(`a passphrase of under ${LEAST_PASSPHRASE} characters is soon guessed: choose a longer one`);
};

/** Makes a key for a house that is to be sealed. @throws Error when the passphrase is too short, or there is one */
export function makeHouseKey(folder: string, passphrase: string): HouseKey {
  longEnough(passphrase);
  if (isSealed(folder)) throw new Error(`the data folder ${folder} is sealed already`);
  const master = randomBytes(32);
  keep(folder, passphrase, master);
  return keysOf(master);
}

/** The key of a sealed house. @throws Error that says what is wrong */
export const openHouseKey = (folder: string, passphrase: string): HouseKey => keysOf(masterOf(folder, passphrase));

/** Keeps the same key under another passphrase: nothing is sealed anew. @throws Error that says what is wrong */
export function changePassphrase(folder: string, before: string, after: string): void {
  longEnough(after);
  keep(folder, after, masterOf(folder, before));
}

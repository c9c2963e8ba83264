import { chmodSync, cpSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startHouse } from '../built-house.js';

/** Somebody who is not the owner of anything. */
const NOBODY = 65_534;

/** What the start of a house says that ends without an answer. */
async function saidBy(house: ReturnType<typeof startHouse>): Promise<string> {
  try {
    return `it answers at ${await house.address}`;
  } catch (e) {
    return (e as Error).message;
  } finally {
    await house.kill();
  }
}

/** A second server on the folder of one that runs, and one on a folder in which nothing may be written. */
export async function shutHouses(folder: string): Promise<string[]> {
  const wrong: string[] = [];
  const first = startHouse(folder);
  await first.address;
  const second = await saidBy(startHouse(folder));
  if (!second.includes('is in use by process')) wrong.push(`a second server: ${second}`);
  await first.kill();
  // whoever owns a folder may open it again: it takes somebody else to be kept out
  if (process.getuid?.() !== 0) return wrong;
  const copy = mkdtempSync(join(tmpdir(), 'vilko-read-only-'));
  cpSync(folder, copy, { recursive: true });
  rmSync(join(copy, 'vilko.lock'), { force: true });
  for (const name of ['.', ...readdirSync(copy, { recursive: true, encoding: 'utf8' })])
    chmodSync(join(copy, name), 0o555);
  const readOnly = await saidBy(startHouse(copy, { uid: NOBODY }));
  if (!readOnly.includes('nothing may be written')) wrong.push(`a folder in which nothing may be written: ${readOnly}`);
  rmSync(copy, { recursive: true });
  return wrong;
}

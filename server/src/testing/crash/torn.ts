import {
  cpSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  statSync,
  truncateSync,
  openSync,
  writeSync,
  closeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startHouse } from '../built-house.js';

/** What is written last before the power goes is a part of a page, bytes. */
const PAGE = 8192;

/** Every file of a database that holds pages or its log. */
const filesOf = (folder: string): string[] =>
  readdirSync(join(folder, 'pg'), { recursive: true, encoding: 'utf8' })
    .filter((name) => /(^|\/)(base|global|pg_wal|pg_xact)\//.test(name))
    .map((name) => join(folder, 'pg', name))
    .filter((file) => statSync(file).isFile() && statSync(file).size >= PAGE);

/** Half of a file's last page is gone, or holds nothing any more. */
function tear(file: string, uniform: () => number): void {
  const { size } = statSync(file);
  if (uniform() < 0.5) return truncateSync(file, size - Math.ceil(uniform() * PAGE));
  const open = openSync(file, 'r+');
  writeSync(open, Buffer.alloc(PAGE / 2), 0, PAGE / 2, size - PAGE / 2);
  closeSync(open);
}

/**
 * Opens copies of a house in each of which one file's last page is torn. Each must answer, or say what is kept and what
 * can be done; an answer that needs the torn page is an error in a sentence.
 * @returns what went otherwise, in words
 */
export async function tornHouses(folder: string, times: number, uniform: () => number): Promise<string[]> {
  const wrong: string[] = [];
  for (let k = 0; k < times; k++) {
    const copy = mkdtempSync(join(tmpdir(), 'vilko-torn-'));
    cpSync(folder, copy, { recursive: true });
    rmSync(join(copy, 'lock'), { force: true });
    const files = filesOf(copy);
    const file = files[Math.floor(uniform() * files.length)]!;
    tear(file, uniform);
    const house = startHouse(copy);
    try {
      const address = await house.address;
      for (const path of ['pupils', 'drills', 'backups']) {
        const answer = await fetch(`${address}/api/${path}`);
        const { message } = answer.ok ? { message: '' } : ((await answer.json()) as { message?: string });
        if (!answer.ok && !message) wrong.push(`${file}: ${path} answered ${answer.status} without a sentence`);
      }
    } catch (e) {
      const { message } = e as Error;
      if (!message.includes('could not be opened')) wrong.push(`${file}: ${message}`);
    }
    await house.kill();
    rmSync(copy, { recursive: true });
  }
  return wrong;
}

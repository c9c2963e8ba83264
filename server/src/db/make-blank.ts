import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from './open.js';

/** Makes the empty database that a new house begins with: `node --import tsx make-blank.ts FOLDER`. */
const [, , to] = process.argv;
if (!to) throw new Error('name the folder of the empty database');
const folder = mkdtempSync(join(tmpdir(), 'vilko-blank-'));
try {
  const database = await openDatabase(folder);
  await database.tidy();
  await database.close();
  rmSync(to, { recursive: true, force: true });
  cpSync(join(folder, 'pg'), to, { recursive: true });
} finally {
  rmSync(folder, { recursive: true });
}

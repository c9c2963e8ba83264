import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { DrizzleQueryError } from 'drizzle-orm';
import { causesOf } from './causes.js';

/** The newest backup that lies in a data folder, with when it was made. */
function newestBackup(folder: string): string | null {
  const backups = join(folder, 'backups');
  if (!existsSync(backups)) return null;
  const [newest] = readdirSync(backups)
    .filter((n) => n.endsWith('.zip'))
    .map((n) => ({ file: join(backups, n), at: statSync(join(backups, n)).mtime }))
    .sort((a, b) => b.at.getTime() - a.at.getTime());
  return newest ? `${newest.file}, of ${newest.at.toISOString().slice(0, 16).replace('T', ' ')} UTC` : null;
}

/** Why an embedded database could not be opened, what is kept, and what can be done. */
export function damagedWords(folder: string, why: unknown): string {
  const pg = join(folder, 'pg');
  const said = why instanceof Error ? why.message : String(why);
  const backup = newestBackup(folder);
  return [
    `the database in ${pg} could not be opened (${said.replace(/\.$/, '')}). Nothing in it was changed, and films and backups are kept.`,
    'Start again once: a server that was killed mends itself then.',
    `If that does not help, rename ${pg} instead of deleting it and start again: the house begins empty.`,
    backup
      ? `Then put the newest backup back in Office › Settings: ${backup}.`
      : `No backup lies in ${join(folder, 'backups')}: put one from elsewhere back in Office › Settings, or have the renamed folder looked at.`,
  ].join(' ');
}

/** What a start says where a database opened and did not answer: a page may be torn that is asked for later. */
export const orDamaged = (folder: string, e: unknown): unknown =>
  e instanceof DrizzleQueryError ? new Error(damagedWords(folder, causesOf(e).at(-1)), { cause: e }) : e;

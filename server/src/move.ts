import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { openDatabase, type OpenDatabase } from './db/open.js';
import { moveHouse } from './house/move-house.js';
import { unlock } from './db/unlock.js';

const HELP = `vilko move: a house from the database in its folder to a PostgreSQL server, or back

  vilko move --to postgres://…     from the folder to the server
  vilko move --from postgres://…   from the server into the folder

Options: --data FOLDER (else VILKO_DATA, else .data/vilko)
The application must not be running. Films, backups and letters lie in the folder either way and stay there. A sealed folder opens by VILKO_PASSPHRASE.
`;

/** Moves a house as the command line says; what went wrong is one sentence and exit status 2. */
async function main(args: readonly string[]): Promise<void> {
  const { values } = parseArgs({
    args: [...args],
    options: { to: { type: 'string' }, from: { type: 'string' }, data: { type: 'string' }, help: { type: 'boolean' } },
  });
  if (values.help || !values.to === !values.from) {
    process.stdout.write(HELP);
    if (!values.help) process.exitCode = 2;
    return;
  }
  const folder = resolve(values.data ?? process.env['VILKO_DATA'] ?? '.data/vilko');
  const key = await unlock(folder, process.env['VILKO_PASSPHRASE']);
  const open: OpenDatabase[] = [];
  const opened = async (url?: string): Promise<OpenDatabase> => {
    const database = await openDatabase(folder, url, undefined, key);
    open.push(database);
    return database;
  };
  try {
    const from = await opened(values.from);
    const to = await opened(values.to);
    const { rows, films, missing } = await moveHouse(from, to, (done, of) => console.log(`  table ${done} of ${of}`));
    for (const [table, n] of Object.entries(rows)) console.log(`  ${table}: ${n}`);
    console.log(
      `The house has moved, and every row is what it was. Of ${films} films ${films - missing.length} lie in ${folder}.`,
    );
    if (missing.length)
      console.log(`Not there, and therefore to be fetched from where they are: ${missing.join(', ')}`);
    console.log(
      values.to
        ? `Start it with DATABASE_URL=${new URL(values.to).protocol}//… and VILKO_DATA=${folder}. What is in ${folder}/pg is the house as it was; nothing reads it any more.`
        : `Start it without DATABASE_URL, with VILKO_DATA=${folder}.`,
    );
  } finally {
    for (const database of open) await database.close();
  }
}

main(process.argv.slice(2)).catch((e: unknown) => {
  process.stderr.write(`vilko: ${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 2;
});

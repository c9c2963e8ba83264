import { glossaryMarkdown, VilkoError, writtenExtensions } from '@vilko/core';
import { SIMULATED_DEVICES } from '@vilko/core/golfer';
import { analyseCommand, convertCommand, judgeCommand, simulateCommand } from './commands.js';
import { type Options, readOptions } from './options.js';

const HELP = `vilko – foot pressure and ground reaction force in the golf swing

  vilko analyse FILE      every measure of every swing in a recording
  vilko judge FILE        the same, compared with a pattern, with findings
  vilko convert IN OUT    by extension (${writtenExtensions().join(', ')})
  vilko simulate OUT      a simulated recording, and OUT.truth.json beside it
  vilko measures          every measure: unit, worth, devices, definition (Markdown)
  vilko serve             the application
  vilko move              a house from its folder to a PostgreSQL server, or back (vilko move --help)
  vilko seal              a house under a passphrase (vilko seal --help)

Options: --handed right|left  --club driver|wood|iron|wedge  --mass KG  --stature M
         --axes ball=+x,left=+y  --cutoff HZ  --pattern ID|FILE.json  --json
         --kind full|half|slow  --foot-check FILE (a recording of rocking on each foot)
simulate: --fault NAME|none  --device ${SIMULATED_DEVICES.join('|')}
          --strength weak|medium|strong  --seed N  --swings N  --no-club
`;

const COMMANDS: Readonly<Record<string, (o: Options) => string>> = {
  analyse: analyseCommand,
  judge: judgeCommand,
  convert: convertCommand,
  simulate: simulateCommand,
  measures: glossaryMarkdown,
};

/** What the server's own programs do. */
const PROGRAMS: Readonly<Record<string, string>> = { serve: 'main.mjs', move: 'move.mjs', seal: 'seal.mjs' };

async function main([command, ...rest]: string[]): Promise<void> {
  if (!command || command === '--help' || command === 'help') {
    process.stdout.write(HELP);
    return;
  }
  const program = PROGRAMS[command];
  if (program) {
    // it reads its own words, as if it had been called by itself
    process.argv.splice(2, 1);
    await import(new URL(`../../server/dist/${program}`, import.meta.url).href);
    return;
  }
  const run = COMMANDS[command];
  if (!run) throw new VilkoError('bad-option', `there is no command "${command}"; vilko --help lists them`);
  const options = readOptions(rest);
  process.stdout.write(options.help ? HELP : run(options) + '\n');
}

try {
  await main(process.argv.slice(2));
} catch (e) {
  process.stderr.write(
    `vilko: ${e instanceof VilkoError ? e.message : `this should not happen: ${(e as Error).message}`}\n`,
  );
  process.exitCode = 2;
}

// Draws the films of the sample world anew: `node scripts/demo-films/draw.mjs`, or only those of some sides:
// `… above`; what is followed in them by hand is written anew for all. The films lie in server/demo-films, committed,
// because a machine without Chromium must be able to show the demo.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import settings from '../chromium.json' with { type: 'json' };

/** Which swings of which lessons are filmed, from which sides. */
const FILMS = [
  ['lesson-maren', 0, ['front', 'behind', 'above']],
  ['lesson-maren', 8, ['front', 'behind', 'above']],
  ['lesson-corin', 0, ['front']],
  ['lesson-jonas', 0, ['front']],
  ['lesson-ilse', 3, ['front']],
];
/** In which of them something was followed. */
const FOLLOWED = ['lesson-maren'];
const wanted = process.argv.slice(2);

const at = (path) => fileURLToPath(new URL(path, import.meta.url));
const { outputFiles } = await build({
  entryPoints: [at('page.ts')],
  bundle: true,
  format: 'iife',
  write: false,
  loader: { '.json': 'json' },
});
const browser = await chromium.launch({
  executablePath: settings.path,
  args: [...settings.flags, '--autoplay-policy=no-user-gesture-required'],
});
const page = await browser.newPage();
page.on('pageerror', (e) => console.error(e));
await page.goto('about:blank');
await page.addScriptTag({ content: outputFiles[0].text });
for (const [lesson, k, sides] of FILMS)
  for (const side of sides) {
    const name = at(`../../server/demo-films/${lesson}-${k + 1}-${side}`);
    const write = async (about) => {
      const where = [lesson, k, side, about.impact];
      const followed = FOLLOWED.includes(lesson)
        ? await page.evaluate(([l, i, s, t]) => globalThis.follow(l, i, s, t), where)
        : [];
      const rest = followed.length ? { ...about, followed } : about;
      writeFileSync(`${name}.json`, `${JSON.stringify(rest, null, followed.length ? 0 : 2)}\n`);
    };
    if (wanted.length && !wanted.includes(side)) {
      const { followed: _, ...about } = JSON.parse(readFileSync(`${name}.json`, 'utf8'));
      await write(about);
      continue;
    }
    const { base64, about, meant } = await page.evaluate(([l, i, s]) => globalThis.film(l, i, s), [lesson, k, side]);
    if (about.impact === null) throw new Error(`${lesson} ${k} ${side}: no strike was heard in the film`);
    const bytes = Buffer.from(base64, 'base64');
    writeFileSync(`${name}.webm`, bytes);
    await write(about);
    console.log(
      `${lesson} ${k + 1} ${side}: ${(bytes.length / 1000).toFixed(0)} kB, strike heard at ${about.impact} s (drawn for ${meant} s)`,
    );
  }
await browser.close();

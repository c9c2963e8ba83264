// Draws the films of the sample world anew: `node scripts/demo-films/draw.mjs`. The films lie in server/demo-films,
// committed, because a machine without Chromium must be able to show the demo.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import settings from '../chromium.json' with { type: 'json' };

/** Which swings of which lessons are filmed, from which sides. */
const FILMS = [
  ['lesson-maren', 0, ['front', 'behind']],
  ['lesson-maren', 8, ['front', 'behind']],
  ['lesson-corin', 0, ['front']],
  ['lesson-jonas', 0, ['front']],
  ['lesson-ilse', 3, ['front']],
];

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
    const { base64, about, meant } = await page.evaluate(([l, i, s]) => globalThis.film(l, i, s), [lesson, k, side]);
    if (about.impact === null) throw new Error(`${lesson} ${k} ${side}: no strike was heard in the film`);
    const bytes = Buffer.from(base64, 'base64');
    const name = at(`../../server/demo-films/${lesson}-${k + 1}-${side}`);
    writeFileSync(`${name}.webm`, bytes);
    writeFileSync(`${name}.json`, `${JSON.stringify(about, null, 2)}\n`);
    console.log(
      `${lesson} ${k + 1} ${side}: ${(bytes.length / 1000).toFixed(0)} kB, strike heard at ${about.impact} s (drawn for ${meant} s)`,
    );
  }
await browser.close();

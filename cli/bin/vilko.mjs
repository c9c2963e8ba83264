#!/usr/bin/env node
// A committed launcher: npm links a workspace's command only when its file is there at install time.
import { existsSync } from 'node:fs';
const bundle = new URL('../dist/vilko.mjs', import.meta.url);
if (!existsSync(bundle)) {
  console.error('vilko: not built yet, run "npm run build" first');
  process.exit(2);
}
await import(bundle.href);

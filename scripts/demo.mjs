// One command from a fresh clone to a running demo: install, build, start the server with demo data and the
// simulated device, print the address.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, install, root } from './steps.mjs';

install();
build();

const port = process.env.PORT ?? '4310';
const server = spawn('node', ['server/dist/main.mjs'], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, PORT: port, VILKO_DEMO: '1', VILKO_DATA: process.env.VILKO_DATA ?? join(root, '.data/demo') },
});
let device = null;
let stopping = false;

server.stdout.on('data', (data) => {
  process.stdout.write(data);
  const address = /Vilko is at (\S+)/.exec(String(data))?.[1];
  if (!address || device) return;
  const feed = `${address.replace('http', 'ws')}/api/feed`;
  device = spawn('node', ['server/dist/device.mjs'], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, VILKO_FEED: feed },
  });
  console.log('A simulated device streams into Bay 3 and swings every 20 seconds. Ctrl+C ends the demo.');
});

function stop(code = 0) {
  if (stopping) return;
  stopping = true;
  device?.kill('SIGTERM');
  server.kill('SIGTERM');
  server.once('exit', () => process.exit(code));
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => stop());
server.once('exit', (code) => {
  device?.kill('SIGTERM');
  if (!stopping) process.exit(code ?? 1);
});

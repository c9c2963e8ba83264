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
  env: {
    ...process.env,
    PORT: port,
    VILKO_DEMO: '1',
    VILKO_BAYS: 'Bay 5,At home',
    VILKO_DATA: process.env.VILKO_DATA ?? join(root, '.data/demo'),
  },
});
let devices = [];
let stopping = false;

server.stdout.on('data', (data) => {
  process.stdout.write(data);
  const address = /Vilko is at (\S+)/.exec(String(data))?.[1];
  if (!address || devices.length) return;
  const bay = (id) => `${address.replace('http', 'ws')}/api/bays/${id}/feed`;
  const simulated = (env) =>
    spawn('node', ['server/dist/device.mjs'], {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
  devices = [
    simulated({ VILKO_FEED: bay('bay-3') }),
    simulated({ VILKO_FEED: bay('bay-5'), VILKO_DEVICE_KIND: 'mat', VILKO_MONITOR: '0' }),
    simulated({ VILKO_FEED: bay('at-home'), VILKO_DEVICE_KIND: 'boards', VILKO_MONITOR: '0' }),
  ];
  console.log('Simulated devices stream into Bay 3 (a mat over plates), Bay 5 (a mat) and a home with two boards.');
  console.log(`A pupil at home opens ${address}/alone. Ctrl+C ends the demo.`);
});

function stop(code = 0) {
  if (stopping) return;
  stopping = true;
  for (const d of devices) d.kill('SIGTERM');
  server.kill('SIGTERM');
  server.once('exit', () => process.exit(code));
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => stop());
server.once('exit', (code) => {
  for (const d of devices) d.kill('SIGTERM');
  if (!stopping) process.exit(code ?? 1);
});

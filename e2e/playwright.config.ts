import { defineConfig } from '@playwright/test';
import chromium from '../scripts/chromium.json' with { type: 'json' };
import { PORT } from './port.js';

export default defineConfig({
  testDir: 'tests',
  workers: 1,
  timeout: 180_000,
  expect: { timeout: 20_000 },
  reporter: [['list']],
  globalSetup: './global-setup.ts',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromium.path, args: chromium.flags },
  },
});

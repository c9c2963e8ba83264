import { busyHouse, WORST_PAGES } from '../testing/busy-house.js';
import { fillLesson } from '../testing/crowd.js';
import { type TestApp, testApp } from '../testing/test-app.js';

const NAMED = Array.from({ length: 8 }, (_, i) => `Tee ${i + 1}`);
const MANY = 500;

describe('bays come first', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp({ onDisk: true, listen: true, apart: true });
    await fillLesson(app.database, 'l', MANY);
  }, 180_000);
  afterAll(() => app.close());

  it('no swing of eight bays is lost while somebody asks for the worst page every second', async () => {
    const { sent, stored, pages, notices } = await busyHouse(app, { named: NAMED, seconds: 20, pages: WORST_PAGES });
    expect(Math.min(...sent)).toBeGreaterThan(1);
    sent.forEach((n, i) =>
      expect(stored[i])
        .withContext(NAMED[i]!)
        .toEqual(Array.from({ length: n }, (_, k) => k + 1)),
    );
    expect(notices).toEqual([]);
    for (const { page, status, bytes } of pages) {
      expect(status).withContext(page).toBe(200);
      expect(bytes).withContext(page).toBeGreaterThan(30);
    }
    expect(new Set(pages.map((p) => p.page)).size).toBe(WORST_PAGES.length);
  }, 300_000);
});

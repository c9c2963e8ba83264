import { busyHouse, WORST_PAGES } from '../../server/src/testing/busy-house.js';
import { fillLesson } from '../../server/src/testing/crowd.js';
import { testApp } from '../../server/src/testing/test-app.js';

const SECONDS = 20;
const MANY = 500;
const BAYS = 8;

/** Live pictures and stored swings of eight bays, with and without somebody who asks for the dearest pages. */
export async function benchBays(): Promise<void> {
  const app = await testApp({ onDisk: true, listen: true, apart: true });
  await fillLesson(app.database, 'l', MANY);
  console.log(
    `Eight bays swinging for ${SECONDS} s, devices and screens on the same machine; a lesson of ${MANY} swings`,
  );
  let quiet = NaN;
  for (const pages of [[], WORST_PAGES]) {
    const named = Array.from({ length: BAYS }, (_, i) => `${pages.length ? 'Busy' : 'Quiet'} ${i + 1}`);
    const house = await busyHouse(app, { named, seconds: SECONDS, pages });
    const gaps = [...house.gaps].sort((a, b) => a - b);
    const at = (q: number): number => gaps[Math.floor(q * (gaps.length - 1))]!;
    const total = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0);
    const worst = at(0.999);
    console.log(
      `  ${pages.length ? 'the dearest page every second' : 'nobody asks for a page'}: between two pictures median ${at(0.5).toFixed(1)} ms, p99 ${at(0.99).toFixed(1)}, p99.9 ${worst.toFixed(1)} ms (aim 100)${pages.length ? ` = ${(worst / quiet).toFixed(1)} × without` : ''}; ${total(house.stored.map((r) => r.length))} of ${total(house.sent)} swings stored`,
    );
    for (const page of new Set(pages)) {
      const took = house.pages.filter((p) => p.page === page).map((p) => p.ms);
      console.log(`    ${page.padEnd(28)} median ${Math.round(took.sort((a, b) => a - b)[took.length >> 1]!)} ms`);
    }
    quiet = worst;
  }
  await app.close();
}

import { simulate } from '@vilko/core/golfer';
import { results } from '../../server/src/db/schema.js';
import { testApp } from '../../server/src/testing/test-app.js';

const SWINGS = 120;
/** Swings a second. */
const AIM = 40;

/** How many swings a second a house reads anew after an update, each in a recording of its own. */
export async function benchRenewal(): Promise<void> {
  console.log('| swings read anew | a second | aim | |');
  for (const device of ['plates', 'boards', 'mat'] as const) {
    const app = await testApp({ onDisk: true });
    for (let i = 0; i < SWINGS; i++) await app.bring(simulate({ device, seed: i + 1 }).recording, `${i}.vilko`);
    const renew = async (): Promise<number> => {
      await app.database.db.update(results).set({ key: 'of another version' });
      const began = performance.now();
      const { read } = await app.renew(
        () => false,
        () => undefined,
      );
      return (1000 * read) / (performance.now() - began);
    };
    // the first time the threads start
    await renew();
    const a = await renew();
    console.log(`| ${device} | ${a.toFixed(0)} | ${AIM} | ${a >= AIM ? 'held' : 'not held'} |`);
    await app.close();
  }
}

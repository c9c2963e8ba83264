import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../db/open.js';
import { pupilRepository } from '../pupils/pupil-repository.js';
import { filesHolding } from '../testing/files-holding.js';
import { SOMEBODY } from '../testing/test-app.js';
import { houseRepository } from './house-repository.js';
import { lastBytes } from './last-bytes.js';

const NAME = 'Zenobia Farthing-Test';

/** Files of a database that is closed in which the name stands. */
const named = (folder: string): string[] => filesHolding(join(folder, 'pg'), NAME);

describe('the last bytes of what was erased', () => {
  /** A database on disk in which somebody was erased, rewritten at once up to so many bytes. */
  async function erased(atOnce: number) {
    const folder = mkdtempSync(join(tmpdir(), 'vilko-bytes-'));
    const database = await openDatabase(folder);
    const over = { database, house: houseRepository(database.db), atOnce };
    const pupils = pupilRepository(database.db);
    await pupils.add({ ...SOMEBODY, name: NAME });
    const bytes = lastBytes(over);
    await bytes.due();
    await pupils.remove(SOMEBODY.id);
    return { folder, bytes, database };
  }

  it('are gone at once from a small database, and the night has nothing to do', async () => {
    const { bytes, folder, database } = await erased(1e9);
    expect(await bytes.afterErasing()).toBe('gone');
    expect(await bytes.tonight()).toBeFalse();
    await database.close();
    expect(named(folder)).toEqual([]);
  }, 60_000);
  it('stay in a large one until the night, which is said, and is remembered by whoever opens it next', async () => {
    const { bytes, folder, database: first } = await erased(0);
    expect(await bytes.afterErasing()).toBe('tonight');
    await first.close();
    expect(named(folder).length).toBeGreaterThan(0);
    const database = await openDatabase(folder);
    const next = lastBytes({ database, house: houseRepository(database.db), atOnce: 0 });
    expect(await next.tonight()).toBeTrue();
    expect(await next.tonight()).toBeFalse();
    await database.close();
    expect(named(folder)).toEqual([]);
  }, 60_000);
});

import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { simulate } from '@vilko/core/golfer';
import { openTables } from '../services.js';
import { openOutbox } from '../letters/outbox.js';
import { filmStore } from '../swings/film-store.js';
import { testApp } from '../testing/test-app.js';
import { lastBytes } from './last-bytes.js';
import { pupilArchive } from './pupil-archive.js';
import type { Shelves } from './put-back.js';

const ABOUT_FILM = 'angle=face%20on&duration=3&aspect=0.8&frameRate=60&from=file';
const WEBM = Uint8Array.from([0x1a, 0x45, 0xdf, 0xa3, ...Array<number>(60).fill(7)]);
const SLOW = 300;
/** What erasing does, step by step. */
const STEPS = ['store.remove', 'outbox.removeOf', 'pupils.remove', 'swings.dropOrphans', 'bytes.afterErasing'];

/** Shelves one step of which comes late, and which of them are still at it. */
function slow(shelves: Shelves, step: string): { shelves: Shelves; busy: Set<string>; called: Set<string> } {
  const busy = new Set<string>();
  const called = new Set<string>();
  let n = 0;
  const late =
    (name: string, f: (...a: unknown[]) => unknown) =>
    (...a: unknown[]) => {
      const answer = f(...a);
      if (!(answer instanceof Promise)) return answer;
      const at = `${name} ${n++}`;
      busy.add(at);
      called.add(name);
      return answer.finally(async () => {
        if (name === step) await new Promise((r) => setTimeout(r, SLOW));
        busy.delete(at);
      });
    };
  const wrapped = Object.fromEntries(
    Object.entries(shelves).map(([name, shelf]) => [
      name,
      typeof shelf === 'function'
        ? late(name, shelf as () => unknown)
        : new Proxy(shelf as object, {
            get: (of, key) => {
              const own: unknown = Reflect.get(of, key);
              return typeof own === 'function' ? late(`${name}.${String(key)}`, own as () => unknown) : own;
            },
          }),
    ]),
  );
  return { shelves: wrapped as unknown as Shelves, busy, called };
}

describe('the answer to erasing a pupil', () => {
  for (const step of STEPS)
    it(`is said when it is done, not before: ${step} too`, async () => {
      const app = await testApp();
      try {
        const [swing] = await app.bring(simulate({ device: 'boards', seed: 9 }).recording);
        const added = await app.sendBytes(`/api/swings/${swing!.id}/films?${ABOUT_FILM}`, WEBM);
        const path = join(app.folder, 'films', `${added.json<{ id: string }>().id}.webm`);
        expect(existsSync(path)).toBeTrue();
        const { shelves, busy, called } = slow(
          {
            ...openTables(app.database),
            store: filmStore(app.folder),
            outbox: openOutbox(app.folder),
            bytes: lastBytes({ database: app.database, house: openTables(app.database).house }),
          },
          step,
        );
        const erased = await pupilArchive(shelves).erase('p');
        expect([...busy]).toEqual([]);
        expect([...called]).toContain(step);
        expect(erased).toEqual({ name: 'Somebody', lessons: 1, swings: 1, films: 1, bytes: 'gone' });
        expect(existsSync(path)).toBeFalse();
        expect(await app.pupils.one('p')).toBeNull();
      } finally {
        await app.close();
      }
    });
});

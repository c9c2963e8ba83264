import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Backup, Film, Restored } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { unzipSync } from 'fflate';
import { buildApp } from '../app.js';
import { NoRoom } from '../db/room.js';
import { openDatabase } from '../db/open.js';
import { howLies, makeHouseKey } from '../sealed/house-key.js';
import { unlock } from '../db/unlock.js';
import { filesHolding } from '../testing/files-holding.js';
import { SOMEBODY, testApp } from '../testing/test-app.js';
import { sealHouse, unsealHouse } from './seal-house.js';

const PASSPHRASE = 'a ferry, twice a day';
const NAME = 'Maren of the ferry at noon';
const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, ...Buffer.from(NAME.repeat(4000)));
const FILM = 'angle=face%20on&duration=2&aspect=1&frameRate=30';
const octets = { 'content-type': 'application/octet-stream' };

/** A house as it lies in its folder, opened as it is. */
async function opened(folder: string, passphrase?: string) {
  const database = await openDatabase(folder, undefined, undefined, await unlock(folder, passphrase));
  const { fastify } = await buildApp(database, { web: '/nowhere' });
  const close = async () => {
    await fastify.close();
    await database.close();
  };
  return { inject: fastify.inject.bind(fastify), close };
}

describe('a sealed house', () => {
  const made: string[] = [];
  let open: string;
  let sealed: string;
  let folder: string;
  let film: string;
  let backup: string;
  beforeAll(async () => {
    const app = await testApp({ onDisk: true, pupil: { name: NAME } });
    open = app.folder;
    const swing = (await app.bring(simulate({ device: 'boards', seed: 5 }).recording))[0]!.id;
    film = Film.parse((await app.sendBytes(`/api/swings/${swing}/films?${FILM}`, WEBM)).json()).id;
    backup = Backup.parse((await app.send('POST', '/api/backups')).json()).name;
    await app.close();
    writeFileSync(join(open, 'outbox', 'l--x.pdf'), NAME);
    sealed = copyOf(open, temporary());
    await sealHouse(sealed, PASSPHRASE);
  });
  const temporary = (): string => mkdtempSync(join(tmpdir(), 'vilko-sealed-'));
  const newFolder = (): string => {
    const folder = temporary();
    made.push(folder);
    return folder;
  };
  const copyOf = (of: string, copy = newFolder()): string => {
    cpSync(of, copy, { recursive: true });
    return copy;
  };
  const putAway = (folders: readonly string[]) => folders.forEach((f) => rmSync(f, { recursive: true }));
  afterEach(() => putAway(made.splice(0)));
  afterAll(() => putAway([open, sealed]));
  const holding = () => filesHolding(folder, NAME);

  it('begins as an open one, which is not sealed by a passphrase alone', async () => {
    folder = copyOf(open);
    expect(holding().length).toBeGreaterThan(2);
    await expectAsync(unlock(folder, PASSPHRASE)).toBeRejectedWithError(/is not sealed.*"vilko seal" seals it/);
    await expectAsync(sealHouse(folder, 'short')).toBeRejectedWithError(/under 12 characters/);
    const room = () => Promise.reject(new NoRoom(5e6));
    await expectAsync(sealHouse(folder, PASSPHRASE, { room })).toBeRejectedWithError(/5 MB are free/);
    await expectAsync(unsealHouse(newFolder(), PASSPHRASE)).toBeRejectedWithError(/is not sealed/);
    expect(howLies(folder)).toBe('open');
  });

  it('goes on where it was interrupted, and shows no name on its disk when it is sealed', async () => {
    folder = copyOf(open);
    const half = (done: number) => {
      if (done === 300) throw new Error('a power cut');
    };
    await expectAsync(sealHouse(folder, PASSPHRASE, { said: half })).toBeRejectedWithError('a power cut');
    await expectAsync(sealHouse(folder, 'another passphrase')).toBeRejectedWithError(/does not open/);
    await expectAsync(unlock(folder, PASSPHRASE)).toBeRejectedWithError(
      /interrupted. Nothing is lost: run "vilko seal"/,
    );
    // and in the middle of a file
    writeFileSync(join(folder, 'films', 'x.webm.half-turned'), NAME);
    writeFileSync(join(folder, 'backups', 'vilko-20260101-000000.zip'), 'no zip');
    const { files, left } = await sealHouse(folder, PASSPHRASE);
    expect(files).toBeGreaterThan(300);
    expect(left.join()).toMatch(/vilko-20260101-000000.zip: .*is not a whole zip file/);
    expect([howLies(folder), holding()]).toEqual(['sealed', []]);
    await expectAsync(sealHouse(folder, PASSPHRASE)).toBeRejectedWithError(/is sealed already/);
  });

  it('opens by its passphrase, and is the house it was: films in ranges, backups, what is brought', async () => {
    folder = copyOf(sealed);
    await expectAsync(unlock(folder, undefined)).toBeRejectedWithError(/give its passphrase as VILKO_PASSPHRASE/);
    await expectAsync(unlock(folder, 'another passphrase')).toBeRejectedWithError(/does not open/);
    const house = await opened(folder, PASSPHRASE);
    expect((await house.inject('/api/lessons/l')).json<{ pupil: { name: string } }>().pupil.name).toBe(NAME);
    const file = (range?: string) =>
      house.inject({ url: `/api/films/${film}/file`, headers: range === undefined ? {} : { range } });
    const whole = await file();
    expect([whole.statusCode, whole.headers['accept-ranges'], whole.headers['content-type']]).toEqual([
      200,
      'bytes',
      'video/webm',
    ]);
    expect(new Uint8Array(whole.rawPayload)).toEqual(WEBM);
    for (const [range, from, to] of [
      ['bytes=5000-9999', 5000, 10_000],
      ['bytes=-7', WEBM.length - 7, WEBM.length],
      ['bytes=90000-', 90_000, WEBM.length],
    ] as const) {
      const part = await file(range);
      expect([part.statusCode, part.headers['content-range']]).toEqual([206, `bytes ${from}-${to - 1}/${WEBM.length}`]);
      expect(new Uint8Array(part.rawPayload)).withContext(range).toEqual(WEBM.slice(from, to));
    }
    const beyond = await file('bytes=900000-');
    expect([beyond.statusCode, beyond.headers['content-range']]).toEqual([416, `bytes */${WEBM.length}`]);
    expect((await file('lines=1-2')).statusCode).toBe(200);

    // what it was sealed with, and what it makes itself
    const restore = (name: string) => house.inject({ method: 'POST', url: `/api/backups/${name}/restore` });
    const made = Backup.parse((await house.inject({ method: 'POST', url: '/api/backups' })).json());
    for (const name of [backup, made.name]) {
      expect(Restored.parse((await restore(name)).json()).swings).toBe(0);
      const taken = new Uint8Array((await house.inject(`/api/backups/${name}`)).rawPayload);
      const inside = unzipSync(taken);
      expect(Object.keys(inside)).toContain('sealed.json');
      expect(Buffer.from(inside['read-me.txt']!).toString()).toContain('vilko seal --copy');
      expect(Buffer.from(taken).includes(NAME)).toBeFalse();
      // it finds its way back as one that somebody brings
      const brought = { method: 'POST', url: '/api/restore?name=b.zip', headers: octets, payload: Buffer.from(taken) };
      expect(Restored.parse((await house.inject(brought as never)).json()).pupils).toBe(0);
    }
    expect((await house.inject('/api/letters')).statusCode).toBe(200);
    await house.close();
    expect(holding()).toEqual([]);
  });

  it('is of no use to another house', async () => {
    const other = await testApp();
    const taken = readFileSync(join(sealed, 'backups', backup));
    const refused = await other.sendBytes('/api/restore?name=b.zip', new Uint8Array(taken));
    expect([refused.statusCode, refused.json<{ message: string }>().message]).toEqual([
      422,
      jasmine.stringContaining('b.zip is sealed under a passphrase that this house does not have') as never,
    ]);
    await other.close();
  });

  it('is opened for good, file by file what it was', async () => {
    folder = copyOf(sealed);
    await expectAsync(unsealHouse(folder, 'another passphrase')).toBeRejectedWithError(/does not open/);
    expect(howLies(folder)).toBe('sealed');
    expect((await unsealHouse(folder, PASSPHRASE)).left).toEqual([]);
    expect(howLies(folder)).toBe('open');
    expect(new Uint8Array(readFileSync(join(folder, 'films', `${film}.webm`)))).toEqual(WEBM);
    expect(readFileSync(join(folder, 'outbox', 'l--x.pdf'), 'utf8')).toBe(NAME);
    const house = await opened(folder);
    expect((await house.inject('/api/lessons/l')).json<{ pupil: { name: string } }>().pupil.name).toBe(NAME);
    const restored = await house.inject({ method: 'POST', url: `/api/backups/${backup}/restore` });
    expect(Restored.parse(restored.json()).swings).toBe(0);
    await house.close();
  });

  it('may be sealed from its first byte', async () => {
    const fresh = newFolder();
    const house = await opened(fresh, PASSPHRASE);
    const pupil = { ...SOMEBODY, id: 'q', name: NAME };
    expect((await house.inject({ method: 'POST', url: '/api/pupils', payload: pupil })).statusCode).toBeLessThan(300);
    await house.close();
    expect([howLies(fresh), readdirSync(join(fresh, 'pg')).length > 10]).toEqual(['sealed', true]);
    expect(filesHolding(fresh, NAME)).toEqual([]);
    expect(() => makeHouseKey(fresh, PASSPHRASE)).toThrowError(/is sealed already/);
    const empty = join(newFolder(), 'house');
    await expectAsync(sealHouse(empty, PASSPHRASE)).toBeRejectedWithError(/no house lies in/);
    mkdirSync(empty);
    expect(await unlock(empty, undefined)).toBeNull();
  });
});

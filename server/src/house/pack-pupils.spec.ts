import { createWriteStream, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { Writable } from 'node:stream';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { strToU8, zipSync } from 'fflate';
import { packPupils, writePupils } from './pack-pupils.js';
import { filesFrom, type PupilBundle, PupilsHead } from './pupil-bundle.js';
import { openPupils } from './unpack-pupils.js';

const FILM = { id: 'f', swingId: 's0', angle: 'face on', mime: 'video/webm', duration: 2, aspect: 1 } as const;
const MB = 2 ** 20;

/** Everything kept about nobody, but for swings of these recordings and what is said else. */
const headOf = (recordings: readonly string[], more: object = {}): PupilsHead =>
  PupilsHead.parse({
    ...{ vilko: 'pupils', version: 1, written: '2026-11-20T10:00:00Z', pupils: [], lessons: [], shots: [], films: [] },
    swings: recordings.map((recordingId, i) => ({
      ...{ id: `s${i}`, lessonId: 'l', recordingId, part: 0, number: i + 1, club: 'iron', clubName: '7-iron' },
      ...{ device: 'plates', recordedAt: '2026-11-20T10:00:00Z', source: 'file', file: null, starred: false, note: '' },
      ...{ marks: {}, kind: 'full', tag: 'ball', intent: 'stock', felt: null, deletedAt: null },
    })),
    ...more,
  });
const bytesOf = (n: number, seed: number): Uint8Array => Uint8Array.from({ length: n }, (_, i) => (i * seed) % 251);

describe('a bundle', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'vilko-packed-'))));
  afterEach(() => rmSync(folder, { recursive: true }));
  const none = filesFrom([], () => null);
  const bundle = (recordings: Record<string, Uint8Array>, more: Partial<PupilBundle> = {}): PupilBundle => ({
    head: headOf(Object.keys(recordings)),
    recordings: filesFrom(Object.keys(recordings), (id) => recordings[id]!),
    films: none,
    ...more,
  });

  it('comes back as it was, from a file and from memory', async () => {
    const recordings = { a: bytesOf(3 * MB, 7), b: bytesOf(10, 3), empty: new Uint8Array() };
    const was = bundle(recordings, { films: filesFrom(['f.webm'], () => bytesOf(99, 5)) });
    const file = join(folder, 'b.zip');
    const { head } = await writePupils(was, createWriteStream(file));
    expect(head).toEqual(was.head);
    for (const from of [file, new Uint8Array(readFileSync(file)), await packPupils(was)]) {
      const read = await openPupils(from, 'b.zip');
      expect(read.head).toEqual(was.head);
      expect([...read.recordings.names]).toEqual(['a', 'b', 'empty']);
      for (const [id, bytes] of Object.entries(recordings))
        expect(Buffer.compare((await read.recordings.read(id))!, bytes))
          .withContext(id)
          .toBe(0);
      expect(Buffer.compare((await read.films.read('f.webm'))!, bytesOf(99, 5))).toBe(0);
      expect(await read.films.read('other.webm')).toBeNull();
      read.close();
    }
  });
  it('holds few of its files in memory, however many there are and however slowly they go', async () => {
    setFlagsFromString('--expose-gc');
    const collect = runInNewContext('gc') as () => void;
    const names = Array.from({ length: 24 }, (_, i) => `r${i}`);
    const held: number[] = [];
    const slowly = new Writable({ highWaterMark: MB, write: (_piece, _, done) => setImmediate(done) });
    const read = () => {
      collect();
      held.push(process.memoryUsage().arrayBuffers);
      return new Uint8Array(4 * MB);
    };
    await writePupils({ head: headOf([]), recordings: filesFrom(names, read), films: none }, slowly);
    expect(held.length).toBe(24);
    expect(Math.max(...held) - held[0]!).toBeLessThan(20 * MB);
  });
  it('is written without what cannot be read, and says what that is', async () => {
    const head = headOf(['a', 'gone'], {
      films: [FILM, { ...FILM, id: 'g', swingId: 's1' }].map((f) => ({
        ...{
          impact: 1,
          impactBy: 'mark',
          size: 9,
          lines: [],
          note: '',
          frameRate: 30,
          from: 'file',
          addedAt: '2026-11-20T10:00:00Z',
        },
        ...f,
      })),
    });
    const recordings = filesFrom(['a', 'gone'], (id) => (id === 'a' ? bytesOf(10, 3) : null));
    const packed = await packPupils({ head, recordings, films: filesFrom(['f.webm', 'g.webm'], () => null) });
    const read = await openPupils(packed, 'b.zip');
    expect(read.head.swings.map((s) => s.recordingId)).toEqual(['a']);
    expect(read.head.films.map((f) => f.id)).toEqual(['f']);
    expect(read.head.missing).toEqual(['recordings/gone.vilko', 'films/f.webm', 'films/g.webm']);
  });
  it('that cannot be written to the end fails, and does not wait for ever', async () => {
    const full = new Writable({
      write: (_, __, done) => done(Object.assign(new Error('no room'), { code: 'ENOSPC' })),
    });
    await expectAsync(writePupils(bundle({ a: bytesOf(3 * MB, 7) }), full)).toBeRejectedWithError('no room');
    const shut = createWriteStream(join(folder, 'nowhere', 'b.zip'));
    await expectAsync(writePupils(bundle({ a: bytesOf(10, 7) }), shut)).toBeRejectedWithError(/ENOENT/);
  });
  it('whose bytes were changed anywhere is refused before anything is made of it', async () => {
    const packed = await packPupils(bundle({ a: bytesOf(2_000, 7) }));
    const opened = async (bytes: Uint8Array): Promise<string> => {
      try {
        (await openPupils(bytes, 'b.zip')).close();
        return 'opened';
      } catch (e) {
        return (e as Error).message;
      }
    };
    const said = new Set<string>();
    for (let at = 0; at < packed.length; at += 13) {
      const worn = packed.slice();
      worn[at]! ^= 0x40;
      const why = await opened(worn);
      // what stands in a zip twice, its times and its rights among them, may be worn in one place
      if (why === 'opened') {
        const read = await openPupils(worn, 'b.zip');
        expect(read.head).toEqual(bundle({ a: bytesOf(2_000, 7) }).head);
        expect(Buffer.compare((await read.recordings.read('a'))!, bytesOf(2_000, 7))).toBe(0);
      } else said.add(why.slice(0, 25));
    }
    expect([...said].every((why) => why.startsWith('b.zip') || why.startsWith('pupils.json'))).toBeTrue();
    expect(await opened(packed.slice(0, packed.length >> 1))).toContain('is not a whole zip file');
    expect(await opened(zipSync({ 'pupils.json': strToU8('{}'), '../x': new Uint8Array(3) }))).toContain('invalid');
    expect(existsSync(join(folder, 'x'))).toBeFalse();
  });
  it('that would fill the memory is refused by what it says of itself', async () => {
    const file = join(folder, 'bomb.zip');
    writeFileSync(file, zipSync({ 'pupils.json': new Uint8Array(70 * MB) }, { level: 9 }));
    await expectAsync(openPupils(file, 'bomb.zip')).toBeRejectedWithError(
      'bomb.zip would unpack pupils.json to 73 MB: nothing of a house is as large',
    );
    // many that are little each are one that is not
    const many = Object.fromEntries(['a', 'b', 'c'].map((n) => [`films/${n}.webm`, new Uint8Array(30 * MB)]));
    await expectAsync(openPupils(zipSync(many, { level: 9 }), 'many.zip')).toBeRejectedWithError(
      'many.zip would unpack to 94 MB: nothing of a house is as large',
    );
  });
});

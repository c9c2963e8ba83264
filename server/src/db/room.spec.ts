import { simulate } from '@vilko/core/golfer';
import { KEPT_FREE, Problem } from '@vilko/contract';
import { busyHouse } from '../testing/busy-house.js';
import { testApp, type TestApp } from '../testing/test-app.js';
import { NoRoom, noRoomWords, roomOn, watchRoom } from './room.js';

describe('the room on a disk', () => {
  it('is refused once what is kept for the database would be needed, in megabytes', async () => {
    let free = KEPT_FREE + 1e6;
    const room = roomOn('/', () => Promise.resolve(free));
    await expectAsync(room()).toBeResolved();
    await expectAsync(room(2e6)).toBeRejectedWithError(NoRoom, /135 MB are free, and 134 MB are kept/);
    free = 0;
    // what was seen holds for a moment
    await expectAsync(room()).toBeResolved();
    await new Promise((r) => setTimeout(r, 600));
    await expectAsync(room()).toBeRejectedWithError(NoRoom, /0 MB are free/);
  });

  it('is told while it is little, to ten megabytes, and no more once there is enough', async () => {
    jasmine.clock().install();
    try {
      const told: unknown[] = [];
      let free = 2e9;
      const end = watchRoom(
        '/',
        (room) => told.push(room),
        () => Promise.resolve(free),
      );
      for (const left of [2e9, 0.7e9 + 5, 50e6, 3e9]) {
        free = left;
        jasmine.clock().tick(5_000);
        await Promise.resolve();
      }
      end();
      jasmine.clock().tick(20_000);
      expect(told).toEqual([null, { full: false, free: 0.7e9 }, { full: true, free: 50e6 }, null]);
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('is known for the reason wherever in an error it stands', () => {
    const full = Object.assign(new Error('could not extend file'), { code: '53100' });
    expect(noRoomWords(new Error('Failed query', { cause: full }))).toBe('the disk is full');
    expect(noRoomWords(Object.assign(new Error('write'), { code: 'ENOSPC' }))).toBe('the disk is full');
    expect(noRoomWords(new NoRoom(5e6))).toContain('5 MB are free');
    expect(noRoomWords(new Error('anything else'))).toBeNull();
  });
});

describe('a house whose disk is full', () => {
  let app: TestApp;
  let free = Infinity;
  beforeAll(async () => {
    const room = (more = 0) => (free - more < KEPT_FREE ? Promise.reject(new NoRoom(free)) : Promise.resolve());
    app = await testApp({ onDisk: true, listen: true, room });
    await app.bring(simulate({ device: 'boards', seed: 8 }).recording);
  });
  beforeEach(() => (free = Infinity));
  afterAll(() => app.close());

  it('goes on reading, refuses to write in a sentence, and writes again when there is room', async () => {
    free = 5e6;
    // what was never asked before is judged now, and only not kept
    for (const url of ['/api/lessons/l', '/api/lessons/l/findings', '/api/pupils', '/api/pupils/p/dashboard'])
      expect((await app.get(url)).statusCode)
        .withContext(url)
        .toBe(200);
    for (const [method, url, body] of [
      ['PATCH', '/api/lessons/l', { aim: 'Another' }],
      ['DELETE', '/api/lessons/l', undefined],
      ['POST', '/api/pupils/p/lessons', { aim: '', footwear: 'socks' }],
    ] as const) {
      const answer = await app.send(method, url, body);
      expect(answer.statusCode).toBe(507);
      expect(Problem.parse(answer.json())).toEqual({
        code: 'no-room',
        message: 'The disk is full: 5 MB are free, and 134 MB are kept for the database.',
        kept: 'Nothing was changed. Reading goes on; writing does by itself as soon as there is room.',
      });
    }
    free = KEPT_FREE + 1e6;
    const film = await app.sendBytes('/api/lessons/l/recordings?name=a.csv', new Uint8Array(2_000_000));
    expect(film.statusCode).toBe(507);
    expect((await app.lesson()).aim).toBe('Test');
    free = Infinity;
    expect((await app.send('PATCH', '/api/lessons/l', { aim: 'Another' })).statusCode).toBe(200);
    expect((await app.lesson()).aim).toBe('Another');
  });

  it('keeps the swings of its bays in memory, says so, and stores them in their order once there is room', async () => {
    const said = new Set<string>();
    const listening = setInterval(() => {
      for (const b of app.bays.all()) if (b.state().notice) said.add(b.state().notice!);
      // until two wait: their order is to be seen
      if ([...said].some((notice) => notice.includes('2 swings wait'))) free = Infinity;
    }, 100);
    setTimeout(() => (free = 0), 2_000);
    const house = await busyHouse(app, { named: ['Full 1'], seconds: 24, pages: [] });
    clearInterval(listening);
    expect(house.sent[0]).toBeGreaterThan(1);
    expect(house.stored[0]).toEqual(Array.from({ length: house.sent[0]! }, (_, i) => i + 1));
    expect([...said].join(' ')).toMatch(/The disk is full: 0 MB.*2 swings wait in memory.*do not stop the server/);
  }, 240_000);
});

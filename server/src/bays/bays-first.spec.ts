import { setTimeout as wait } from 'node:timers/promises';
import { Lesson } from '@vilko/contract';
import { crowd, fillLesson } from '../testing/crowd.js';
import { type TestApp, testApp } from '../testing/test-app.js';

const BAYS = 8;
const SECONDS = 20;
const MANY = 500;
/** The pages that cost most, of a pupil with so many swings in one lesson. */
const WORST = [
  '/api/lessons/l',
  '/api/lessons/l/findings',
  '/api/pupils/p/dashboard',
  '/api/pupils/p/progress',
  '/api/pupils/p/swings',
  '/api/lessons/l/report.pdf',
  '/api/pupils/p/bundle',
];

describe('bays come first', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp({ onDisk: true, listen: true, apart: true });
    await fillLesson(app.database, 'l', MANY);
  }, 180_000);
  afterAll(() => app.close());

  const inBay = async (i: number): Promise<string> => {
    const { id } = await app.bays.add(`Tee ${i}`);
    const lessonId = `tee-${i}`;
    await app.pupils.addLesson({ id: lessonId, pupilId: 'p', startedAt: new Date(), bay: `Tee ${i}`, aim: '' });
    await app.bays.one(id)!.change({ lessonId, armed: true, club: 'iron', clubName: '7-iron' });
    return id;
  };
  const rackOf = async (i: number): Promise<number[]> =>
    Lesson.parse((await app.get(`/api/lessons/tee-${i}`)).json()).rack.map((s) => s.number);

  it('no swing of eight bays is lost while somebody asks for the worst page every second', async () => {
    const tees = Array.from({ length: BAYS }, (_, i) => i + 1);
    const bays: string[] = [];
    for (const i of tees) bays.push(await inBay(i));
    let swinging = true;
    const answers: Promise<[string, number, number]>[] = [];
    const ask = async (page: string): Promise<[string, number, number]> => {
      const answer = await fetch(`http://127.0.0.1:${app.port}${page}`);
      return [page, answer.status, (await answer.arrayBuffer()).byteLength];
    };
    const asking = (async () => {
      for (let k = 0; swinging; k++) {
        answers.push(ask(WORST[k % WORST.length]!));
        await wait(1000);
      }
    })();
    const kinds = ['mat-plates', 'plates', 'boards', 'mat'] as const;
    const { swings } = await crowd({ port: app.port, bays, kinds, seconds: SECONDS });
    swinging = false;
    await asking;
    for (const [page, status, bytes] of await Promise.all(answers)) {
      expect(status).withContext(page).toBe(200);
      expect(bytes).withContext(page).toBeGreaterThan(30);
    }
    // the last ones may be on their way into the database
    for (let k = 0; k < 60 && (await rackOf(BAYS)).length < swings[BAYS - 1]!; k++) await wait(500);
    expect(Math.min(...swings)).toBeGreaterThan(1);
    for (const i of tees)
      expect(await rackOf(i))
        .withContext(`Tee ${i}`)
        .toEqual(Array.from({ length: swings[i - 1]! }, (_, k) => k + 1));
    expect(app.bays.all().flatMap((b) => b.state().notice ?? [])).toEqual([]);
  }, 300_000);
});

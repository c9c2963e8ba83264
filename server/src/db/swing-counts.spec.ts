import { simulate } from '@vilko/core/golfer';
import { asc, count, eq, isNull } from 'drizzle-orm';
import { testApp, type TestApp } from '../testing/test-app.js';
import { lessons, swingCounts, swings } from './schema.js';

describe('the counts of swings', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp();
  });
  afterAll(() => app.close());

  /** What is kept, and what there is, lesson by lesson. */
  const both = async () => {
    const { db } = app.database;
    const kept = await db.select().from(swingCounts).orderBy(asc(swingCounts.lessonId));
    const there = await db
      .select({ lessonId: swings.lessonId, swings: count() })
      .from(swings)
      .where(isNull(swings.deletedAt))
      .groupBy(swings.lessonId)
      .orderBy(asc(swings.lessonId));
    return { kept: kept.filter((k) => k.swings !== 0), there };
  };

  it('are what is there, whatever is done to swings and lessons', async () => {
    const { db } = app.database;
    await app.pupils.addLesson({ id: 'm', pupilId: 'p', startedAt: new Date(), bay: 'Bay 3', aim: 'Other' });
    const { recording } = simulate({ device: 'boards', seed: 8 });
    const made = [...(await app.bring(recording)), ...(await app.bring(recording)), ...(await app.bring(recording))];
    const ids = made.map((s) => s.id);
    const holds = async (...counts: readonly [string, number][]) => {
      const { kept, there } = await both();
      expect(kept).toEqual(there);
      expect(there.map((t) => [t.lessonId, t.swings] as [string, number])).toEqual([...counts]);
    };
    await holds(['l', 3]);
    await app.send('DELETE', `/api/swings/${ids[0]}`);
    await holds(['l', 2]);
    await app.send('PATCH', `/api/swings/${ids[1]}`, { starred: true });
    await app.send('POST', `/api/swings/${ids[0]}/restore`);
    await holds(['l', 3]);
    await db.update(swings).set({ lessonId: 'm', number: 1 }).where(eq(swings.id, ids[2]!));
    await holds(['l', 2], ['m', 1]);
    await db.delete(swings).where(eq(swings.id, ids[1]!));
    await holds(['l', 1], ['m', 1]);
    await db.delete(lessons).where(eq(lessons.id, 'l'));
    await holds(['m', 1]);
    expect((await app.pupils.all())[0]!.lessons.map((l) => [l.id, l.swings])).toEqual([['m', 1]]);
  });
});

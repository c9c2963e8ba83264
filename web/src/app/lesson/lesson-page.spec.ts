import { openHouse } from '../testing/house';
import { lesson } from '../testing/samples';
import { LessonPage } from './lesson-page';

describe('the frame of a lesson’s pages', () => {
  it('fetches the lesson of the address, and shows its pages once it is there', async () => {
    const house = openHouse();
    const c = await house.show(LessonPage, { lessonId: 'l' });
    expect(c.text()).toContain('Fetching the lesson …');
    expect(c.all('router-outlet').length).toBe(0);
    house.asked('GET', '/api/lessons/l').flush(lesson);
    await c.set({});
    expect(c.all('router-outlet').length).toBe(1);
  });
  it('never shows one lesson under the address of another', async () => {
    const house = openHouse();
    const c = await house.show(LessonPage, { lessonId: 'l' });
    const older = house.asked('GET', '/api/lessons/l');
    await c.set({ lessonId: 'other' });
    expect(older.cancelled).toBeTrue();
    house.asked('GET', '/api/lessons/other').flush(lesson);
    await c.set({});
    expect(c.all('router-outlet').length).toBe(0);
  });
  it('says why a lesson cannot be opened', async () => {
    const house = openHouse();
    const c = await house.show(LessonPage, { lessonId: 'gone' });
    house
      .asked('GET', '/api/lessons/gone')
      .flush({ code: 'not-found', message: 'There is no such lesson.' }, { status: 404, statusText: 'Not found' });
    await c.set({});
    expect(c.text()).toContain('There is no such lesson.');
  });
});

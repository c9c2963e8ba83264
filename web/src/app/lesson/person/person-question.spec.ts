import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { personFeature } from '../../state/person';
import { SwingsActions } from '../../state/swings-actions';
import { openLesson } from '../../testing/house';
import { lesson, pupil, swing } from '../../testing/samples';
import { PersonQuestion } from './person-question';

const WEIGHT: SwingHead['doubt'] = {
  about: 'weight',
  stood: 78.23,
  words: '78 kg stood here, the record says 64: another person?',
};
const HAND: SwingHead['doubt'] = { about: 'hand', stood: 64, words: 'Left-handed? It reads as the other hand’s.' };

describe('the question whose swing it was', () => {
  const open = async (rack: SwingHead[]) => {
    const house = openLesson({ rack });
    const c = await house.show(PersonQuestion, { swing: rack.at(-1)! });
    return { house, c };
  };

  it('about a weight notes it in the record, or leaves the record and counts the swing', async () => {
    const { house, c } = await open([swing(1), swing(2, { doubt: WEIGHT })]);
    expect(c.text()).toContain('Swing 2: 78 kg stood here');
    await c.press(`${pupil.name}: note 78 kg`);
    const noted = house.asked('PATCH', `/api/pupils/${pupil.id}`);
    expect(noted.request.body).toEqual({ mass: 78.2 });
    noted.flush({ ...pupil, mass: 78.2 });
    house.asked('GET', `/api/lessons/${lesson.id}`).flush({ ...lesson, rack: [swing(1), swing(2)] });
    await c.press(`It is ${pupil.name}, leave the record`);
    expect(house.asked('PATCH', '/api/swings').request.body).toEqual({ ids: ['s2'], change: { sure: true } });
  });
  it('about the hand is answered for all swings it is asked of', async () => {
    const { house, c } = await open([swing(1, { doubt: HAND }), swing(2), swing(3, { doubt: HAND })]);
    await c.press('Only these swings');
    const asked = house.asked('PATCH', '/api/swings');
    expect(asked.request.body).toEqual({ ids: ['s1', 's3'], change: { handed: 'left' } });
    await c.press(`${pupil.name} plays left-handed`);
    expect(house.asked('PATCH', `/api/pupils/${pupil.id}`).request.body).toEqual({ handed: 'left' });
  });
  it('sends somebody else’s swing to the inbox: it leaves the lesson', async () => {
    const { house, c } = await open([swing(1), swing(2, { doubt: WEIGHT })]);
    await c.press('Somebody else: into the inbox');
    house.asked('POST', '/api/swings/s2/inbox').flush(swing(2, { doubt: WEIGHT }));
    house.asked('GET', '/api/inbox').flush([]);
    expect(house.said()).toBe('Swing 2 lies in the inbox, and counts nowhere yet.');
    expect(
      TestBed.inject(Store)
        .selectSignal(lessonFeature.selectRack)()
        .map((s) => s.id),
    ).toEqual(['s1']);
  });
});

describe('what is asked on every screen', () => {
  const asking = () => TestBed.inject(Store).selectSignal(personFeature.selectAsking)()?.id ?? null;

  it('is the swing that just came in doubt, until somebody answered or it has left', () => {
    const house = openLesson();
    house.dispatch(LessonActions.swingArrived({ swing: swing(8) }));
    expect(asking()).toBeNull();
    house.dispatch(LessonActions.swingArrived({ swing: swing(9, { doubt: WEIGHT }) }));
    expect(asking()).toBe('s9');
    house.dispatch(SwingsActions.changed({ swings: [swing(9)] }));
    expect(asking()).toBeNull();
    house.dispatch(LessonActions.swingArrived({ swing: swing(10, { doubt: WEIGHT }) }));
    house.dispatch(LessonActions.swingLeft({ swing: swing(10, { doubt: WEIGHT }) }));
    expect(asking()).toBeNull();
    expect(house.said()).toBe('Nobody said whose swing 10 was: it lies in the inbox, and counts nowhere yet.');
    house.asked('GET', '/api/inbox').flush([]);
  });
  it('is not asked of swings that lay there already', () => {
    const house = openLesson({ rack: [swing(1, { doubt: WEIGHT })] });
    expect(asking()).toBeNull();
    house.quiet();
  });
});

import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import type { SwingHead } from '@vilko/contract/swing';
import { lessonFeature } from '../../state/lesson';
import { OfficeActions } from '../../state/office';
import { SwingsActions } from '../../state/swings-actions';
import { openHouse, openLesson } from '../../testing/house';
import { lesson, pupil, swing } from '../../testing/samples';
import { changeOf, clubChoices, draftOf } from './card-draft';
import { SwingCard } from './swing-card';
import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';

const { pupil: _, rack: __, ...head } = lesson;
const withClubs = {
  ...pupil,
  profile: { ...pupil.profile, clubs: [{ name: '6-hybrid', club: 'iron' as const, loft: 27, changes: '' }] },
  lessons: [head, { ...head, id: 'older', startedAt: '2026-10-01T10:00:00.000Z' }],
};
const other = { ...pupil, id: 'q', name: 'Another', lessons: [{ ...head, id: 'm', aim: 'hers', pupilId: 'q' }] };

describe('what a card changes', () => {
  it('is what many have alike, empty where they differ', () => {
    const draft = draftOf([swing(1), swing(2, { clubName: 'driver', club: 'driver' })]);
    expect(draft).toEqual({ club: '', kind: 'full', tag: 'ball', intent: 'stock', handed: 'right', note: '' });
  });
  it('is only what was chosen; a club brings its class, a note can be emptied', () => {
    const was = draftOf([swing(1, { note: 'windy' })]);
    const clubs = clubChoices(withClubs, []);
    expect(changeOf(was, was, clubs)).toEqual({});
    expect(changeOf({ ...was, club: '6-hybrid', note: '' }, was, clubs)).toEqual({
      club: 'iron',
      clubName: '6-hybrid',
      note: '',
    });
    expect(changeOf({ ...was, tag: 'demonstration', handed: '' }, was, clubs)).toEqual({ tag: 'demonstration' });
  });
  it('offers the pupil’s own clubs first, each name once, and a club that nobody has any more', () => {
    const names = clubChoices(withClubs, [swing(1, { clubName: '2-iron' }), swing(2)]).map((c) => c.name);
    expect([names[0], names.at(-1)]).toEqual(['6-hybrid', '2-iron']);
    expect(new Set(names).size).toBe(names.length);
  });
});

describe('the card of swings', () => {
  const open = async (swings: SwingHead[]) => {
    const closed = { times: 0 };
    const house = openLesson({}, [
      { provide: DIALOG_DATA, useValue: swings },
      { provide: DialogRef, useValue: { close: () => closed.times++ } },
    ]);
    house.dispatch(OfficeActions.pupilsCame({ pupils: [withClubs, other] }));
    const c = await house.show(SwingCard);
    return { house, c, closed };
  };

  it('has a note that was not kept again when it is opened anew, unless it was called off', async () => {
    const noteOf = (c: Awaited<ReturnType<typeof open>>['c']) =>
      c.all('textarea, input').find((e) => e.closest('label')?.textContent.includes('Note')) as HTMLInputElement;
    const first = await open([swing(3, { note: 'windy' })]);
    await first.c.fill('Note', 'windy, from the left');
    TestBed.resetTestingModule();
    const again = await open([swing(3, { note: 'windy' })]);
    await again.c.set({});
    expect(noteOf(again.c).value).toBe('windy, from the left');
    expect(again.house.said()).toContain('was not kept yet: it is here again');
    await again.c.press('Cancel');
    TestBed.resetTestingModule();
    const last = await open([swing(3, { note: 'windy' })]);
    await last.c.set({});
    expect(noteOf(last.c).value).toBe('windy');
  });
  it('keeps nothing until something is changed; then only that is sent', async () => {
    const { house, c, closed } = await open([swing(3)]);
    expect(c.text()).toContain('Swing 3');
    expect((c.all('button.main-button')[0] as HTMLButtonElement).disabled).toBeTrue();
    await c.fill('Club', '6-hybrid');
    await c.fill('What it was', 'exaggerated');
    await c.press('Keep');
    const asked = house.asked('PATCH', '/api/swings');
    expect(asked.request.body).toEqual({
      ids: ['s3'],
      change: { club: 'iron', clubName: '6-hybrid', tag: 'exaggerated' },
    });
    asked.flush([swing(3, { clubName: '6-hybrid' })]);
    expect(
      TestBed.inject(Store)
        .selectSignal(lessonFeature.selectRack)()
        .find((s) => s.id === 's3')?.clubName,
    ).toBe('6-hybrid');
    expect(closed.times).toBe(1);
  });
  it('moves many to another pupil’s newest lesson, out of this one, and offers to undo it', async () => {
    const { house, c } = await open([swing(1), swing(2)]);
    expect(c.text()).toContain('2 swings');
    await c.fill('Pupil', 'q');
    expect(c.text()).toContain('They are read as Another’s from then on');
    await c.press('Keep');
    const asked = house.asked('POST', '/api/swings/move');
    expect(asked.request.body).toEqual({ lessonId: 'm', swings: [{ id: 's1' }, { id: 's2' }] });
    const before = [1, 2].map((n) => ({ id: `s${n}`, lessonId: 'l', number: n }));
    asked.flush({ swings: [swing(1, { lessonId: 'm' }), swing(2, { lessonId: 'm' })], before });
    house.asked('GET', '/api/pupils').flush([withClubs, other]);
    const rack = TestBed.inject(Store).selectSignal(lessonFeature.selectRack);
    expect(rack().map((s) => s.id)).not.toContain('s1');
    expect(house.said()).toMatch(/^2 swings went to Another, .*hers\.$/);
    house.dispatch(SwingsActions.moveBack({ before }));
    const back = house.asked('POST', '/api/swings/move');
    expect(back.request.body).toEqual({ lessonId: 'l', swings: before });
    back.flush({ swings: [swing(1), swing(2)], before: [] });
    expect(rack().map((s) => s.id)).toContain('s1');
    house.asked('GET', '/api/pupils').flush([withClubs, other]);
    expect(house.said()).toBe('2 swings are back.');
  });
  it('says when a hand is not the pupil’s, and puts into the bin', async () => {
    const { house, c } = await open([swing(3)]);
    await c.fill('Hand', 'left');
    expect(c.text()).toContain(`${pupil.name} plays right-handed: these swings alone are read as left-handed.`);
    await c.press('Into the bin');
    house.asked('POST', '/api/swings/delete').flush([swing(3)]);
    expect(house.said()).toBe('One swing put into the bin.');
    house.quiet();
  });
  it('does nothing to the open lesson where the swings are another’s', () => {
    const house = openHouse();
    house.dispatch(SwingsActions.changed({ swings: [swing(1, { lessonId: 'x' })] }));
    expect(TestBed.inject(Store).selectSignal(lessonFeature.selectRack)()).toEqual([]);
    house.quiet();
  });
});

import { TestBed } from '@angular/core/testing';
import { LessonNotes } from '../office/lesson-notes';
import { PupilForm } from '../office/pupils/pupil-form';
import { openHouse, openLesson } from '../testing/house';
import { lesson, pupil } from '../testing/samples';
import { Drafts } from './drafts';
import { LessonActions } from './lesson';
import { OfficeActions } from './office';

const { pupil: _, rack: __, ...head } = lesson;
const { id: ___, archived: ____, ...known } = pupil;

describe('what is typed', () => {
  beforeEach(() => localStorage.clear());
  afterEach(() => localStorage.clear());
  const field = (c: { all: (s: string) => HTMLElement[] }, label: string) =>
    c
      .all('label')
      .find((l) => l.textContent.trim().startsWith(label))!
      .querySelector('textarea, input') as HTMLTextAreaElement;
  const type = (el: HTMLTextAreaElement, value: string) => {
    el.value = value;
    el.dispatchEvent(new Event('input', { bubbles: true }));
  };

  it('into a lesson’s notes is there again after a reload, is sent then, and is let go once the server has it', async () => {
    const first = await openHouse().show(LessonNotes, { lesson: head });
    type(field(first, 'Notes of this lesson'), 'wind from the left');
    await first.set({});
    TestBed.resetTestingModule();
    const house = openHouse();
    const sent: unknown[] = [];
    const again = await house.show(LessonNotes, { lesson: head });
    again.component.changed.subscribe((c) => sent.push(c));
    await again.set({});
    expect(field(again, 'Notes of this lesson').value).toBe('wind from the left');
    expect(house.said()).toMatch(/^What you typed at \d\d:\d\d was not kept yet: it is here again\.$/);
    house.dispatch(LessonActions.lessonChanged({ head: { ...head, notes: 'something older' } }));
    expect(TestBed.inject(Drafts).read(`lesson/${head.id}`)).not.toBeNull();
    house.dispatch(LessonActions.lessonChanged({ head: { ...head, notes: 'wind from the left' } }));
    expect(TestBed.inject(Drafts).read(`lesson/${head.id}`)).toBeNull();
  });
  it('into a pupil’s form comes back with the form; saved or given up it does not', async () => {
    const open = async () => {
      TestBed.resetTestingModule();
      const house = openHouse();
      const c = await house.show(PupilForm, { pupil: known, draftKey: 'p' });
      await c.set({});
      return { house, c };
    };
    const { c } = await open();
    type(field(c, 'What they do'), 'Bell founder and diver');
    await c.set({});
    const second = await open();
    expect(field(second.c, 'What they do').value).toBe('Bell founder and diver');
    second.house.dispatch(OfficeActions.pupilChanged({ pupil }));
    const third = await open();
    expect(field(third.c, 'What they do').value).toBe(pupil.about);
    type(field(third.c, 'What they do'), 'given up');
    await third.c.set({});
    await third.c.press('Cancel');
    const fourth = await open();
    expect(field(fourth.c, 'What they do').value).toBe(pupil.about);
  });
  it('in another window too is noticed', async () => {
    openLesson();
    const drafts = TestBed.inject(Drafts);
    const other = new BroadcastChannel('vilko.drafts');
    other.postMessage('report/l');
    for (let i = 0; i < 100 && !drafts.elsewhere().has('report/l'); i++) await new Promise((r) => setTimeout(r, 10));
    expect([...drafts.elsewhere()]).toEqual(['report/l']);
    other.close();
  });
});

import { TestBed } from '@angular/core/testing';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import type { SharedDay, SharedPage } from '@vilko/contract/share';
import { addDays } from '@vilko/core/practice/day';
import { today } from '../lesson/practise/day-words';
import { LINK_TOKEN, PupilPage } from './page';
import { QrMark } from './qr-mark';

const text = {
  aim: 'Strike the ground after the ball',
  saw: '',
  numbers: '',
  changed: '',
  notYet: '',
  task: 'Tap after',
  agreed: '',
};
const PAGE: SharedPage = {
  head: {
    ...{ name: 'Ada', handed: 'right', minor: false, startedAt: '2026-11-20T10:00:00.000Z', bay: 'Bay 3' },
    by: { house: 'Tarred Line Golf Shed', instructor: 'Runa', signature: 'By the harbour', mark: null },
  },
  figures: { club: null, measure: null, success: null, before: null, after: null, drill: 'tap-after', nextVisit: null },
  text,
  review: null,
  days: [],
  drills: [],
  sent: [],
  expiresAt: '2026-12-20T10:00:00.000Z',
};
const day = (block: string, shift: number, more: Partial<SharedDay> = {}): SharedDay => ({
  block,
  date: addDays(today(), shift),
  drill: 'tap-after',
  rung: 0,
  minutes: 20,
  withdrawn: false,
  did: null,
  ...more,
});

describe('the pupil’s page', () => {
  let wire: HttpTestingController;
  async function open(page: SharedPage | null = PAGE) {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: LINK_TOKEN, useValue: 'secret' },
      ],
    });
    wire = TestBed.inject(HttpTestingController);
    const fixture = TestBed.createComponent(PupilPage);
    const root = fixture.nativeElement as HTMLElement;
    const asked = wire.expectOne('/api/shared/secret');
    if (page) asked.flush(page);
    else
      asked.flush({ code: 'not-found', message: 'This page is not open.' }, { status: 404, statusText: 'Not found' });
    await fixture.whenStable();
    const buttons = () => Array.from(root.querySelectorAll('button'));
    return {
      root,
      text: () => root.innerText.replace(/\s+/g, ' '),
      press: async (words: string) => {
        buttons()
          .find((b) => b.textContent?.trim() === words)!
          .click();
        await fixture.whenStable();
      },
      buttons,
      settle: () => fixture.whenStable(),
    };
  }

  it('is the report, its drill with pictures and cautions, and until when it is open', async () => {
    const c = await open();
    for (const words of [
      'Ada',
      'Strike the ground after the ball',
      'Tap after',
      'Stop on pain.',
      'open until 20 December 2026',
    ])
      expect(c.text()).withContext(words).toContain(words);
    expect(c.root.querySelectorAll('vk-drill-pictures svg').length).toBe(2);
    expect(c.text()).not.toContain('Spoken review');
  });
  it('says in one sentence when the link opens nothing, and tries again', async () => {
    const c = await open(null);
    expect(c.text()).toContain('This page is not open.');
    await c.press('Try again');
    wire.expectOne('/api/shared/secret').flush(PAGE);
    await c.settle();
    expect(c.text()).toContain('Ada');
  });
  it('sends an answer once, and shows what was sent', async () => {
    const c = await open();
    const send = () => c.buttons().find((b) => b.textContent?.trim() === 'Send the answer')!;
    expect(send().disabled).toBeTrue();
    const field = c.root.querySelector('textarea')!;
    field.value = '  It went well. ';
    field.dispatchEvent(new Event('input'));
    await c.settle();
    await c.press('Send the answer');
    const asked = wire.expectOne((r) => r.method === 'POST');
    expect(asked.request.body).toEqual({ act: 'answer', text: 'It went well.' });
    expect(send().disabled).toBeTrue();
    asked.flush({
      ...PAGE,
      sent: [{ id: 'a', at: '2026-11-27T10:00:00.000Z', kind: 'answer', note: 'It went well.' }],
    });
    await c.settle();
    expect(c.text()).toContain('Your answer was sent.');
    expect(c.text()).toContain('What you sent');
    expect(field.value).toBe('');
  });
  it('shows what the instructor answered beneath what was sent', async () => {
    const reply = { text: 'Then add five swings.', at: '2026-11-28T10:00:00.000Z' };
    const c = await open({
      ...PAGE,
      sent: [{ id: 'a', at: '2026-11-27T10:00:00.000Z', kind: 'answer', note: 'It went well.', reply }],
    });
    expect(c.text()).toContain('It went well. Runa, 28 Nov: Then add five swings.');
  });
  it('ticks the days that have come, not those ahead or withdrawn, and takes a tick back', async () => {
    const days = [
      day('a', -1),
      day('b', 0),
      day('c', 2),
      day('d', 3, { withdrawn: true }),
      day('e', -2, { did: 'done' }),
    ];
    const c = await open({ ...PAGE, days });
    expect(c.buttons().filter((b) => b.textContent?.trim() === 'Done').length).toBe(2);
    expect(c.text()).toContain('not before your instructor has seen it');
    await c.press('Take back');
    expect(wire.expectOne((r) => r.method === 'POST').request.body).toEqual({
      act: 'tick',
      block: 'e',
      did: null,
      painBefore: null,
      painAfter: null,
    });
  });
  it('takes down pain where a day hurt', async () => {
    const c = await open({ ...PAGE, days: [day('a', 0)] });
    await c.press('It hurt');
    const [before, after] = Array.from(c.root.querySelectorAll('select'));
    for (const [field, value] of [
      [before!, '1'],
      [after!, '4'],
    ] as const) {
      field.value = value;
      field.dispatchEvent(new Event('change'));
    }
    await c.press('I stopped');
    expect(wire.expectOne((r) => r.method === 'POST').request.body).toEqual({
      act: 'tick',
      block: 'a',
      did: 'stopped',
      painBefore: 1,
      painAfter: 4,
    });
  });
  it('refuses a film that is too large before a byte is sent', async () => {
    const c = await open();
    const file = new File(['x'], 'a.mp4');
    Object.defineProperty(file, 'size', { value: 300 * 1024 * 1024 });
    const input = c.root.querySelector<HTMLInputElement>('input[type=file]')!;
    Object.defineProperty(input, 'files', { value: [file] });
    input.dispatchEvent(new Event('change'));
    await c.settle();
    expect(c.text()).toContain('This film has 300 MB; at most 100 MB can be sent. Nothing was sent.');
    wire.verify();
  });
});

describe('a link as a mark', () => {
  it('is square, dark on light, with a quiet edge', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(QrMark);
    fixture.componentRef.setInput('link', 'http://192.168.1.20:4310/shared/AAAAAAAAAAAAAAAAAAAAAA');
    await fixture.whenStable();
    const svg = (fixture.nativeElement as HTMLElement).querySelector('svg')!;
    const [, , w, h] = svg.getAttribute('viewBox')!.split(' ').map(Number);
    expect(w).toBe(h);
    const dark = svg.querySelector('path')!.getAttribute('d')!;
    const columns = [...dark.matchAll(/M(\d+) (\d+)h/g)].map((m) => Number(m[1]));
    expect(columns.length).toBeGreaterThan(200);
    expect(Math.min(...columns)).toBe(3);
  });
});

import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import type { SharedDay, SharedPage } from '@vilko/contract/share';
import { addDays } from '@vilko/core/practice/day';
import { today } from '../lesson/practise/day-words';
import { PupilPage } from './page';
import { pupilPageOf } from './start';
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
  checks: ['heels-lift', 'finish-tap', 'divot-after'],
  drills: [],
  sent: [],
  expiresAt: '2026-12-20T10:00:00.000Z',
};
const SENT: SharedPage['sent'][number] = {
  ...{ id: 'a', at: '2026-11-27T10:00:00.000Z', kind: 'answer', note: 'It went well.' },
  ...{ checks: {}, felt: null, blocks: [], reply: null },
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

/** What was answered has come through promises, and is shown. */
async function settled(fixture: ComponentFixture<unknown>): Promise<void> {
  for (let i = 0; i < 3; i++) {
    await new Promise((r) => setTimeout(r));
    await fixture.whenStable();
  }
}

let wire: HttpTestingController;
beforeEach(() => localStorage.clear());
afterAll(() => localStorage.clear());

/** The page as a browser opens it: nothing has been answered yet. */
function begin() {
  TestBed.resetTestingModule().configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideHttpClient(),
      provideHttpClientTesting(),
      ...pupilPageOf('secret'),
    ],
  });
  wire = TestBed.inject(HttpTestingController);
  const fixture = TestBed.createComponent(PupilPage);
  const root = fixture.nativeElement as HTMLElement;
  return {
    root,
    asked: () => wire.expectOne('/api/shared/secret'),
    posted: () => wire.expectOne((r) => r.method === 'POST'),
    settle: () => settled(fixture),
    text: () => root.innerText.replace(/\s+/g, ' '),
    buttons: () => Array.from(root.querySelectorAll('button')),
    press: async (words: string, within: ParentNode = root) => {
      Array.from(within.querySelectorAll('button'))
        .find((b) => b.textContent?.trim() === words)!
        .click();
      await settled(fixture);
    },
    part: (selector: string) => root.querySelector<HTMLElement>(selector)!,
  };
}
/** The same once the page came; null: its link opens nothing. */
async function open(page: SharedPage | null = PAGE) {
  const c = begin();
  if (page) c.asked().flush(page);
  else
    c.asked().flush({ code: 'not-found', message: 'This page is not open.' }, { status: 404, statusText: 'Not found' });
  await c.settle();
  return c;
}

describe('the pupil’s page', () => {
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
    const send = () => c.buttons().find((b) => b.textContent?.trim() === 'Send it')!;
    expect(send().disabled).toBeTrue();
    const field = c.root.querySelector('textarea')!;
    field.value = '  It went well. ';
    field.dispatchEvent(new Event('input'));
    await c.settle();
    await c.press('Send it');
    const asked = wire.expectOne((r) => r.method === 'POST');
    expect(asked.request.body).toEqual(jasmine.objectContaining({ act: 'answer', text: 'It went well.' }));
    expect(send().disabled).toBeTrue();
    asked.flush({
      ...PAGE,
      sent: [SENT],
    });
    await c.settle();
    expect(c.text()).toContain('Your instructor has it.');
    expect(c.text()).toContain('What you sent');
    expect(field.value).toBe('');
  });
  it('shows what the instructor answered beneath what was sent', async () => {
    const reply = { text: 'Then add five swings.', at: '2026-11-28T10:00:00.000Z' };
    const c = await open({
      ...PAGE,
      sent: [{ ...SENT, reply }],
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
    expect(wire.expectOne((r) => r.method === 'POST').request.body).toEqual(
      jasmine.objectContaining({ act: 'tick', block: 'e', did: null, painBefore: null, painAfter: null }),
    );
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
    expect(wire.expectOne((r) => r.method === 'POST').request.body).toEqual(
      jasmine.objectContaining({ act: 'tick', block: 'a', did: 'stopped', painBefore: 1, painAfter: 4 }),
    );
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

describe('a pupil alone', () => {
  const OFFLINE = { status: 0, statusText: 'Unknown Error' };
  const noNetwork = { error: new ProgressEvent('error'), ...OFFLINE };

  it('is led through the self-checks that fit, reads what each answer means, and sends them together', async () => {
    const c = await open();
    const checks = c.part('vk-self-checks');
    expect(checks.innerText).toContain('3 looks at your own feet');
    await c.press('Begin', checks);
    expect(checks.innerText).toContain('1 of 3');
    expect(checks.querySelectorAll('vk-picture').length).toBe(1);
    await c.press('No', checks);
    expect(checks.innerText).toContain('The pressure sits in the heels');
    await c.press('Yes', checks);
    expect(checks.innerText).toContain('The pressure is forward enough.');
    await c.press('Next', checks);
    await c.press('Skip', checks);
    await c.press('Back', checks);
    await c.press('Yes', checks);
    await c.press('Next', checks);
    await c.press('Skip', checks);
    expect(checks.innerText).toContain('Finish tap: the lead foot carries you.');
    await c.press('Send the answers', checks);
    expect(c.posted().request.body).toEqual(
      jasmine.objectContaining({ act: 'check', checks: { 'heels-lift': 'yes', 'finish-tap': 'yes' }, note: '' }),
    );
    expect(checks.innerText).toContain('Begin');
  });

  it('plays balls judged by turns: the body five, the ball five; what was begun outlives the page', async () => {
    let c = await open();
    let balls = c.part('vk-ball-blocks');
    await c.press('Begin', balls);
    expect(balls.innerText).toContain('Ball 1 of 20 · finish tap');
    for (let i = 0; i < 5; i++) await c.press(i < 4 ? 'Yes' : 'No', balls);
    expect(balls.innerText).toContain('Ball 6 of 20 · by the ball');
    expect(balls.innerText).toContain('Did the ball start where you wanted it to?');
    c = await open();
    balls = c.part('vk-ball-blocks');
    expect(balls.innerText).toContain('Ball 6 of 20 · by the ball');
    await c.press('No', balls);
    await c.press('Take the last one back', balls);
    await c.press('Yes', balls);
    await c.press('Stop here', balls);
    expect(balls.innerText).toContain('As you wanted: finish tap 4 of 5, by the ball 1 of 1.');
    await c.press('Send the result', balls);
    expect((c.posted().request.body as { blocks: unknown }).blocks).toEqual([
      { by: 'check', check: 'finish-tap', hits: 4, of: 5 },
      { by: 'ball', check: null, hits: 1, of: 1 },
    ]);
  });

  it('says what was felt only when it was moved', async () => {
    const c = await open();
    const felt = c.part('vk-felt-share');
    expect(felt.querySelector('button')!.disabled).toBeTrue();
    const range = felt.querySelector('input')!;
    range.value = '70';
    range.dispatchEvent(new Event('input'));
    await c.settle();
    await c.press('Send what I felt', felt);
    expect(c.posted().request.body).toEqual(jasmine.objectContaining({ act: 'felt', felt: 70 }));
  });

  it('keeps what was written without a network, shows it as not sent, and sends it once when there is one', async () => {
    const days = [day('a', 0)];
    let c = await open({ ...PAGE, days });
    await c.press('Done');
    const first = c.posted();
    const { id } = first.request.body as { id: string };
    first.flush(noNetwork.error, OFFLINE);
    await c.settle();
    expect(c.text()).toContain('There is no network just now. This is the page as it came on');
    expect(c.text()).toContain('Not sent yet');
    // the day stands as ticked already
    expect(c.text()).toContain('Take back');

    // closed and opened without a network
    c = begin();
    c.asked().flush(noNetwork.error, OFFLINE);
    await c.settle();
    expect(c.text()).toContain('Ada');
    expect(c.text()).toContain('Not sent yet');
    dispatchEvent(new Event('online'));
    await c.settle();
    const again = c.posted();
    expect((again.request.body as { id: string }).id).toBe(id);
    again.flush({ ...PAGE, days: [{ ...days[0]!, did: 'done' }] });
    await c.settle();
    expect(c.text()).not.toContain('Not sent yet');
    expect(c.text()).not.toContain('no network');
    wire.verify();
  });

  it('keeps what was refused with its sentence until it is let go of, and goes on with the next', async () => {
    const c = await open({ ...PAGE, days: [day('a', 0), day('b', 0)] });
    await c.press('Done');
    const first = c.posted();
    first.flush(
      { code: 'bad-option', message: 'This day is not in the plan any more.' },
      { status: 422, statusText: 'No' },
    );
    await c.settle();
    expect(c.text()).toContain('This day is not in the plan any more. It stays here until you let go of it.');
    await c.press('Let go');
    expect(c.text()).not.toContain('Not sent yet');
  });

  it('lets go of a page whose link is closed, not of what could not be sent', async () => {
    let c = await open();
    c.root.querySelector('textarea')!.value = 'Which drill first?';
    c.root.querySelector('textarea')!.dispatchEvent(new Event('input'));
    await c.settle();
    await c.press('Send it');
    c.posted().flush(noNetwork.error, OFFLINE);
    await c.settle();
    c = begin();
    c.asked().flush({ code: 'not-found', message: 'This page is not open.' }, { status: 404, statusText: 'Not found' });
    await c.settle();
    expect(c.text()).toContain('This page is not open.');
    expect(c.text()).toContain('Which drill first?');
    expect(c.text()).not.toContain('Ada');
    expect(localStorage.getItem('vilko secret page')).toBeNull();
  });

  it('keeps nothing here when that is wished', async () => {
    const c = await open();
    expect(Object.keys(localStorage).length).toBeGreaterThan(0);
    await c.press('Keep nothing of it here');
    for (let i = 0; i < 40 && !c.text().includes('Nothing of this page'); i++) await c.settle();
    expect(c.text()).toContain('Nothing of this page stays on this device once it is closed.');
    expect(Object.keys(localStorage)).toEqual([]);
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

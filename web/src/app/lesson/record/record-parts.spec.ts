import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { DEFAULT_HOUSE } from '@vilko/contract/default-house';
import { standardFor } from '@vilko/contract/standard';
import { Keys } from '../../shell/keys';
import { BayActions } from '../../state/bay';
import { OfficeActions } from '../../state/office';
import { openHouse, openLesson } from '../../testing/house';
import { bay, shot, swing } from '../../testing/samples';
import { AddressCheck } from './address-check';
import { feltChoices } from './felt-choices';
import { LastSwings } from './last-swings';
import type { Seen } from './live-canvas';
import { RecordBar } from './record-bar';
import { BandStrip } from '../practise/band-strip';
import { ShotEntry } from './shot-entry';

const STANDARD = standardFor({ profile: NO_PROFILE, handed: 'right' as const, house: DEFAULT_HOUSE, own: [] }, 'iron');
const YARDS = { ...DEFAULT_HOUSE, units: { distance: 'yd', speed: 'mph', length: 'in', mass: 'lb' } } as const;
const seen = (
  lead: number,
  more: Partial<Seen['stance']> = {},
  forward: readonly [number | null, number | null] = [null, null],
): Seen => ({
  stance: { lead, still: 2.4, there: true, stir: null, ...more },
  feet: { lead: { forward: forward[0], toe: null }, trail: { forward: forward[1], toe: null }, apart: 0.48 },
});

describe('the address check', () => {
  const show = (s: Seen) => openHouse().show(AddressCheck, { seen: s, club: 'iron', standard: STANDARD });

  it('says the first thing that is off, share before feet', async () => {
    const c = await show(seen(30, {}, [50, 50]));
    expect(c.text()).toContain('too much on the trail foot');
    await c.set({ seen: seen(80) });
    expect(c.text()).toContain('too much on the lead foot');
    await c.set({ seen: seen(50, {}, [95, 50]) });
    expect(c.text()).toContain('lead foot: on the toes');
    await c.set({ seen: seen(50, {}, [50, 5]) });
    expect(c.text()).toContain('trail foot: on the heel');
    await c.set({ seen: seen(50, {}, [50, 50]) });
    expect(c.text()).toContain('good to go');
  });
  it('waits for a person, for stillness, and tells a forward press from a load', async () => {
    const c = await show(seen(NaN, { there: false, still: 0 }));
    expect(c.text()).toContain('step on');
    await c.set({ seen: seen(50, { still: 0.4 }) });
    expect(c.text()).toContain('stand still');
    await c.set({ seen: seen(56, { stir: 'press' }) });
    expect(c.text()).toContain('forward press seen');
  });
  it('says what the device cannot, and gives no zero for it', async () => {
    const c = await show(seen(50));
    expect(c.text()).toContain('L forward cannot say');
    expect(c.text()).not.toContain('toes hold');
    expect(c.text()).toContain('Feet apart 48 cm');
  });
});

describe('the record bar', () => {
  it('shows what the device does: rate, losses, and that it is gone', async () => {
    const h = openLesson();
    h.dispatch(BayActions.liveConnection({ up: true }), BayActions.bayCame({ bay }));
    const c = await h.show(RecordBar, { lessonId: 'l', next: 3 });
    expect(c.text()).toContain('Two plates · 1000 Hz, nothing lost');
    expect(c.text()).toContain('Swing 3 with the 7-iron');
    expect(c.text()).toContain('no monitor: enter shots by B');
    h.dispatch(BayActions.bayCame({ bay: { ...bay, device: { ...bay.device!, lost: 4 } } }));
    await c.set({ next: 4 });
    expect(c.text()).toContain('4 messages lost');
    h.dispatch(BayActions.bayCame({ bay: { ...bay, device: { ...bay.device!, connected: false } } }));
    await c.set({ next: 5 });
    expect(c.text()).toContain('Two plates: not connected');
  });
  it('asks the server for club, kind, tag and intent, each going round', async () => {
    const h = openLesson();
    h.dispatch(BayActions.bayCame({ bay }));
    const c = await h.show(RecordBar, { lessonId: 'l', next: 3 });
    await c.press(/driver$/);
    expect(h.asked('PUT', '/api/bays/bay-3').request.body).toEqual({ club: 'driver', clubName: 'driver' });
    await c.press('half');
    h.quiet();
  });
  it('offers a new zero when the unloaded device has wandered, not for a breath of wind', async () => {
    const h = openLesson();
    h.dispatch(BayActions.bayCame({ bay: { ...bay, drift: 3 } }));
    const c = await h.show(RecordBar, { lessonId: 'l', next: 1 });
    expect(c.text()).not.toContain('unloaded it reads');
    h.dispatch(BayActions.bayCame({ bay: { ...bay, drift: -12.4 } }));
    await c.set({ next: 2 });
    expect(c.text()).toContain('unloaded it reads -12.4 N');
    await c.press('Zero again');
    h.asked('POST', '/api/bays/bay-3/zero').flush(bay);
    expect(h.said()).toBe('Zero taken.');
  });
});

describe('the last swings', () => {
  const inputs = { lessonId: 'l', standard: () => STANDARD };

  it('show the newest three with their verdict, club and ball', async () => {
    const rack = [1, 2, 3, 4].map((n) =>
      swing(n, { shot: n === 4 ? shot({ carry: 141.2, path: -2.5, strike: 'toe', divot: 'before' }) : null }),
    );
    const c = await openLesson().show(LastSwings, { ...inputs, rack });
    expect(c.all('li').length).toBe(3);
    expect(c.all('li')[0]!.textContent).toContain('Swing 4');
    expect(c.text()).toContain('141 m · path −2.5° · toe · divot before');
    expect(c.text()).toContain('nothing found, fit 90%');
    expect(c.text()).toContain('no ball data');
  });
  it('ask for what was felt before they show a number, unless it is to be shown', async () => {
    const c = await openLesson().show(LastSwings, { ...inputs, rack: [swing(1), swing(2)], askFelt: true, since: 1 });
    const newest = () => c.all('li')[0]!.textContent;
    expect(newest()).toContain('What did you feel?');
    expect(newest()).not.toContain('70%');
    expect(c.all('li')[1]!.textContent).toContain('70%');
    await c.press('just show');
    expect(newest()).toContain('70%');
    // what was waved away stays open, what was not answered stays hidden, when the next swing comes
    await c.set({ rack: [swing(1), swing(2), swing(3), swing(4)], since: 1 });
    expect(c.all('li').map((li) => li.textContent.includes('70%'))).toEqual([false, false, true]);
    expect(c.text().match(/What did you feel\?/g)?.length).toBe(1);
    expect(c.all('li')[1]!.textContent).toContain('Its number waits');
  });
  it('ask about the agreed measure, by touch, by one key and by a clicker', async () => {
    const answers: unknown[] = [];
    const rack = [swing(1, { agreed: 48 }), swing(2, { agreed: 53 })];
    const c = await openLesson().show(LastSwings, {
      ...inputs,
      rack,
      askFelt: true,
      since: 0,
      measure: 'share.lead.address',
    });
    c.component.felt.subscribe(({ swing: s, felt, feltOf }) => answers.push([s.id, felt, feltOf]));
    const offered = c.all('vk-felt-question')[0]!.querySelectorAll<HTMLElement>('button[aria-keyshortcuts]');
    const values = [...offered].map((b) => Number(b.textContent));
    expect(c.text()).toContain('Lead share, address, %');
    expect(c.text()).not.toContain('53%');
    const key = (k: string) => TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key: k }));
    key('3');
    offered[1]!.click();
    key('PageDown');
    key('PageDown');
    key('.');
    expect(answers).toEqual([2, 1, 1].map((i) => ['s2', values[i], 'share.lead.address']));
    key('PageUp');
    await c.set({});
    expect(c.all('li')[0]!.textContent).toContain('53%');
    await c.set({ rack: [swing(1, { agreed: 48, felt: 60, feltOf: 'share.lead.address' })] });
    expect(c.text()).toContain('Lead share, address, felt 60');
  });
  it('take a typed answer where the pattern says nothing of the measure', async () => {
    const answers: number[] = [];
    const rack = [swing(1, { agreed: 210 })];
    const measure = 'mass.p7';
    const c = await openLesson().show(LastSwings, { ...inputs, rack, askFelt: true, since: 0, measure });
    c.component.felt.subscribe(({ felt }) => answers.push(felt));
    const field = c.all('input[aria-label="What was felt"]')[0] as HTMLInputElement;
    field.value = '';
    await c.press('Keep');
    field.value = '250';
    await c.press('Keep');
    expect(answers).toEqual([250]);
  });
  it('offer to ask before the first swing', async () => {
    const c = await openLesson().show(LastSwings, { ...inputs, rack: [] });
    const asked: boolean[] = [];
    c.component.askChanged.subscribe((on) => asked.push(on));
    await c.press(/^Ask what was felt before the number/);
    expect(asked).toEqual([true]);
  });
  it('offer round answers about the band, shares within 0 and 100', () => {
    expect(feltChoices([64, 92], 3, '%')).toEqual([50, 60, 70, 80, 90, 100]);
    expect(feltChoices([null, 30], 3, '%')![0]).toBeGreaterThanOrEqual(0);
    expect(feltChoices([null, null], 3, 'ms')).toBeNull();
    for (const lo of [-320, -1.5, 0, 0.4, 7, 260])
      for (const worth of [0.05, 0.3, 2, 15, 40]) {
        const all = feltChoices([lo, lo + worth], worth, 'ms')!;
        expect([all.length, all.every((v, i) => i === 0 || v > all[i - 1]!)]).toEqual([6, true]);
        expect(all[0]! < lo + worth && all.at(-1)! > lo)
          .withContext(`${lo} ${worth}: ${all.join()}`)
          .toBeTrue();
      }
  });
  it('keep rehearsals from a judgement, and warn when a half swing has grown', async () => {
    const rack = [
      swing(1, { kind: 'half', fit: null }),
      swing(2, { kind: 'half', fit: null, warnings: ['this half swing has grown to a whole one'] }),
    ];
    const c = await openLesson().show(LastSwings, { ...inputs, rack });
    expect(c.text()).toContain('rehearsal, not judged');
    expect(c.text()).toContain('this half swing has grown');
    expect(c.all('svg[aria-label^="Lead share"]').length).toBe(0);
  });
  it('say how to begin when there is none', async () => {
    const c = await openLesson().show(LastSwings, { ...inputs, rack: [] });
    expect(c.text()).toContain('No swing yet in this lesson');
  });
});

describe('the strip of a band', () => {
  it('keeps the mark on the strip and says nothing of nobody', async () => {
    const c = await openHouse().show(BandStrip, {
      of: { unit: '%', worth: 3 },
      value: 12,
      band: [48, 55],
      ends: [35, 65],
    });
    expect(c.all('path[stroke="var(--ink)"]')[0]!.getAttribute('d')).toBe('M3 6V42');
    expect(Array.from(c.all('text'), (t) => t.textContent.trim())).toEqual(['48', '55', '35', '65']);
    await c.set({ value: null });
    expect(c.all('path[stroke="var(--ink)"]').length).toBe(0);
  });
});

describe('entering a shot', () => {
  const closed = jasmine.createSpy('close');
  const open = (s = swing(1, { shot: shot({ carry: 137.16, strike: 'thin' }) })) => {
    closed.calls.reset();
    const h = openLesson({}, [
      { provide: DIALOG_DATA, useValue: s },
      { provide: DialogRef, useValue: { close: closed } },
    ]);
    h.dispatch(OfficeActions.houseCame({ house: YARDS }));
    return h;
  };
  const keep = async (c: Awaited<ReturnType<ReturnType<typeof open>['show']>>) => {
    c.all('form')[0]!.dispatchEvent(new Event('submit', { cancelable: true }));
    await c.set({});
  };

  it('shows what is known in the house’s units, and stores SI', async () => {
    const h = open();
    const c = await h.show(ShotEntry);
    expect((c.all('label input')[0] as HTMLInputElement).value).toBe('150');
    await c.fill('club speed (mph)', '85');
    await c.fill('carry (yd)', '');
    await c.press('fat');
    await keep(c);
    const { body } = h.asked('PATCH', '/api/swings/s1/shot').request as {
      body: Record<string, number | string | null>;
    };
    expect(body['clubSpeed'] as number).toBeCloseTo(38, 1);
    expect(body).toEqual(jasmine.objectContaining({ carry: null, strike: 'fat', divot: null }));
    expect('total' in body).toBeFalse();
    expect(closed).toHaveBeenCalled();
  });
  it('refuses what no ball does, in the unit it was typed in, and keeps the form', async () => {
    const h = open();
    const c = await h.show(ShotEntry);
    await c.fill('carry (yd)', '900');
    await keep(c);
    expect(c.text()).toContain('carry cannot be 900.0 yd.');
    expect(closed).not.toHaveBeenCalled();
    h.quiet();
  });
});

import { feedPulse } from './feed-pulse.js';
import { footWatch } from './foot-watch.js';

describe('the pulse of a feed', () => {
  const message = (sequence: number) => ({ kind: 1, sequence, time: 0, count: 4 });
  beforeEach(() => {
    jasmine.clock().install();
    jasmine.clock().mockDate(new Date('2026-11-20T10:00:00Z'));
  });
  afterEach(() => jasmine.clock().uninstall());

  it('counts what is missing between two numbers, and nothing before the first', () => {
    const p = feedPulse();
    expect([7, 8, 11, 12].map((n) => p.count(message(n), 4))).toEqual([0, 0, 2, 0]);
    expect(p.sequence()).toBe(12);
  });
  it('takes a device that starts over for nothing lost', () => {
    const p = feedPulse();
    expect([400, 0, 1].map((n) => p.count(message(n), 4))).toEqual([0, 0, 0]);
  });
  it('tells the rate on the device’s own clock, so that a burst is no speed, and nothing when nothing comes', () => {
    const p = feedPulse();
    // two and a half seconds of the device arrive at once
    for (let i = 0; i <= 625; i++) {
      p.count(message(i), 4);
      p.arrive(7 + (4 * i) / 1000);
    }
    expect(p.rate()).toBeNull();
    jasmine.clock().tick(3000);
    expect(p.rate()).toBe(1000);
    jasmine.clock().tick(3000);
    expect(p.rate()).toBe(0);
  });
  it('shows a device that drops samples by its lower rate', () => {
    const p = feedPulse();
    for (let i = 0; i <= 625; i++) {
      if (i % 5) p.count(message(i), 4);
      p.arrive(7 + (4 * i) / 1000);
    }
    jasmine.clock().tick(3000);
    expect(p.rate()).toBe(800);
  });
  it('measures how late the stream comes against its own quickest message', () => {
    const p = feedPulse();
    const now = (performance.timeOrigin + performance.now()) / 1000;
    p.arrive(now);
    expect(p.lag()).toBeCloseTo(0, 3);
    for (let i = 0; i < 400; i++) p.arrive(now - 0.25);
    expect(p.lag()).toBeGreaterThan(0.2);
    expect(p.lag()).toBeLessThan(0.4);
  });
});

describe('the watch over the feet', () => {
  const seen = (time: number, lead: number, trail: number) => ({
    sequence: 0,
    time,
    arrived: 0,
    lead,
    trail,
    places: [],
    mat: new Uint8Array(0),
  });
  const WEIGHT = 700;

  it('knows which foot has left since the foot check, and since when', () => {
    const w = footWatch();
    w.see(seen(1, 350, 350), WEIGHT);
    expect(w.leftBefore('trail', 100)).toBeFalse();
    w.see(seen(10, 690, 10), WEIGHT);
    expect([w.leftBefore('lead', 100), w.leftBefore('trail', 100)]).toEqual([false, true]);
  });
  it('does not mind a foot that is lifted in the swing itself', () => {
    const w = footWatch();
    w.see(seen(10.4, 690, 0), WEIGHT);
    expect(w.leftBefore('trail', 10)).toBeFalse();
    expect(w.leftBefore('trail', 11)).toBeFalse();
    expect(w.leftBefore('trail', 12)).toBeTrue();
  });
  it('says nothing without a weight, forgets at a new check, and takes another pupil for both feet gone', () => {
    const w = footWatch();
    w.see(seen(1, 0, 0), null);
    expect(w.leftBefore('lead', 100)).toBeFalse();
    w.everybodyLeft();
    expect([w.leftBefore('lead', 0), w.leftBefore('trail', 0)]).toEqual([true, true]);
    w.forget();
    expect(w.leftBefore('lead', 100)).toBeFalse();
  });
});

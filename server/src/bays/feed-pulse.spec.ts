import { feedPulse } from './feed-pulse.js';

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

import { BandWatch, SquashWatch } from './live-watch';
import { RHYTHMS, runRhythm } from './metronome';

describe('what the trainer hears', () => {
  it('says once that a band is entered, and not again while the share trembles at its edge', () => {
    const watch = new BandWatch();
    const heard = [50, 59, 60.2, 59.4, 60.1, 58.6, 57, 61].map((share) => watch.see(share, 60, 80));
    expect(heard).toEqual([false, false, true, false, false, false, false, true]);
    expect(new BandWatch().see(NaN, null, 50)).toBeFalse();
  });
  it('squashes when the unloaded lead foot presses down again, once a swing', () => {
    const watch = new SquashWatch();
    const see = (time: number, share: number) => watch.see({ time, lead: 7 * share, trail: 7 * (100 - share) });
    const swing = (from: number) =>
      [52, 40, 30, 24, 23, 27, 31.5, 40, 60, 90].map((share, i) => see(from + 0.1 * i, share));
    expect(swing(0).map(Number)).toEqual([0, 0, 0, 0, 0, 0, 1, 0, 0, 0]);
    expect(swing(8).filter(Boolean).length).toBe(1);
  });
  it('stays quiet for somebody who only stands, and for nobody', () => {
    const watch = new SquashWatch();
    const stands = Array.from({ length: 40 }, (_, i) =>
      watch.see({ time: 0.1 * i, lead: 350 + 40 * Math.sin(i), trail: 350 - 40 * Math.sin(i) }),
    );
    expect(stands.some(Boolean)).toBeFalse();
    expect(watch.see({ time: 5, lead: 20, trail: 10 })).toBeFalse();
  });
});

describe('the metronome', () => {
  beforeEach(() => {
    jasmine.clock().install();
    jasmine.clock().mockDate(new Date(2026, 10, 27));
  });
  afterEach(() => jasmine.clock().uninstall());

  it('beats its rhythm in order, rests, and stops', () => {
    spyOn(performance, 'now').and.callFake(() => Date.now());
    const heard: string[] = [];
    const stop = runRhythm(
      RHYTHMS.find((r) => r.id === 'three beats')!,
      120,
      (b) => heard.push(b.words || 'rest'),
    );
    jasmine.clock().tick(2010);
    expect(heard).toEqual(['trail heel', 'lead heel', 'swing', 'rest', 'trail heel']);
    stop();
    jasmine.clock().tick(3000);
    expect(heard.length).toBe(5);
  });
  it('is silent when it is off', () => {
    const heard: string[] = [];
    runRhythm(RHYTHMS[0]!, 120, (b) => heard.push(b.words));
    jasmine.clock().tick(3000);
    expect(heard).toEqual([]);
  });
});

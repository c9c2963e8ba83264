import { liveBand } from './live-band';

describe('the band beside the live share', () => {
  it('is the task’s own where it is about the lead share of who stands there, never that of impact', () => {
    expect(liveBand({ measure: 'share.lead.address', band: [48, 58] })).toEqual([48, 58]);
    expect(liveBand({ measure: 'share.lead.p7', band: [64, 92] })).toBeNull();
    expect(liveBand({ measure: 'share.lead.p4', band: [20, 40] })).toBeNull();
  });
  it('is turned where it is about the trail share: at least 70% there is at most 30% here', () => {
    expect(liveBand({ measure: 'load.trail.max', band: [70, 85] })).toEqual([15, 30]);
    expect(liveBand({ measure: 'load.trail.max', band: [70, null] })).toEqual([null, 30]);
    expect(liveBand({ measure: 'load.trail.max', band: [null, 85] })).toEqual([15, null]);
  });
  it('is none where a share says nothing of the task', () => {
    expect(liveBand({ measure: 'force.up.peak', band: [120, null] })).toBeNull();
    expect(liveBand({ measure: 'recentre.share', band: [3, null] })).toBeNull();
  });
});

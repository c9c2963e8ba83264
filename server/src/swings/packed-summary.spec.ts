import { MEASURE_IDS } from '@vilko/core';
import { simulate, SIMULATED_DEVICES } from '@vilko/core/golfer';
import { SOMEBODY } from '../testing/test-app.js';
import { type PackedSummary, packSummary, unpackSummary } from './packed-summary.js';
import { prepareSwing } from './prepare-swing.js';
import type { SwingSummary } from './read-swing.js';

/** What a golfer's swing on a device is found to say. */
const summaryOn = (device: (typeof SIMULATED_DEVICES)[number]): SwingSummary =>
  prepareSwing(simulate({ device, seed: 21, club: 'iron' }).recording, { pupil: SOMEBODY, club: 'iron', kind: 'full' })
    .parts[0]!.summary;

describe('a packed summary', () => {
  for (const device of SIMULATED_DEVICES)
    it(`says what the summary said on ${device}: numbers, words, bases and reasons`, () => {
      const summary = summaryOn(device);
      const again = unpackSummary(JSON.parse(JSON.stringify(packSummary(summary))) as PackedSummary);
      expect({ ...again, read: null }).toEqual({ ...summary, read: null });
      expect(again.read!.events).toEqual(summary.read!.events);
      for (const id of MEASURE_IDS) {
        const [was, is] = [summary.read!.measures[id], again.read!.measures[id]];
        expect({ ...is, u: null })
          .withContext(id)
          .toEqual({ ...was, u: null });
        expect(Math.abs((is.u ?? 0) - (was.u ?? 0)))
          .withContext(id)
          .toBeLessThanOrEqual(5e-4 * (was.u ?? 0));
        expect(is.u === null)
          .withContext(id)
          .toBe(was.u === null);
      }
    });

  it('is less than a third of its size', () => {
    const summary = summaryOn('plates');
    expect(JSON.stringify(packSummary(summary)).length).toBeLessThan(JSON.stringify(summary).length / 3);
  });

  it('keeps that no swing was found', () => {
    const none: SwingSummary = { device: 'mat', thumbnail: null, warnings: ['none'], read: null, stood: null };
    expect(unpackSummary(packSummary(none))).toEqual(none);
  });
});

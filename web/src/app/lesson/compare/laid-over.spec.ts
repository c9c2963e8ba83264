import type { EnteredSwing } from '@vilko/contract/entered';
import { differencesOf } from '@vilko/core/compare/differences';
import type { QuantityId, ValueOf } from '@vilko/core/measures/quantity';
import { openHouse } from '../../testing/house';
import { swing } from '../../testing/samples';
import { viewOf } from '../../testing/views';
import { DifferenceLedger } from './difference-ledger';
import { enteredOver, enteredValues, overChoices, overOfEntered, shownSwings } from './laid-over';
import { RoutesPlan } from './routes-plan';

const shape = { back: [], down: [], through: [], soles: [] };
const sheet: EnteredSwing = {
  id: 'x',
  lessonId: 'l',
  at: '2026-11-15T13:30:00.000Z',
  club: 'iron',
  clubName: '7-iron',
  source: 'a sheet',
  values: [{ measure: 'share.lead.p7', value: 66, u: null }],
  note: '',
};

describe('what is laid over a comparison', () => {
  it('is a demonstration, an exaggeration or entered numbers, never a swing that can stand in a set', () => {
    const swings = [
      swing(1, { thumbnail: shape }),
      swing(2, { thumbnail: shape, tag: 'demonstration', recordedAt: '2026-11-01T10:00:00Z' }),
      swing(3, { thumbnail: shape, tag: 'exaggerated', recordedAt: '2026-11-20T10:00:00Z' }),
      swing(4, { tag: 'demonstration' }),
      swing(5, { thumbnail: shape, tag: 'exercise' }),
    ];
    expect(shownSwings(swings).map((s) => s.id)).toEqual(['s2', 's3']);
    expect(overChoices(swings, [sheet]).map((c) => [c.key, c.words])).toEqual([
      ['s3', 'exaggerated, swing 3 · 7-iron, 20 Nov'],
      ['entered:x', 'entered from a sheet · 7-iron, 15 Nov'],
      ['s2', 'demonstration, swing 2 · 7-iron, 1 Nov'],
    ]);
    expect(enteredOver('entered:x', [sheet])).toBe(sheet);
    expect([enteredOver('s2', [sheet]), enteredOver(undefined, [sheet])]).toEqual([undefined, undefined]);
  });
  it('says only the numbers it has', () => {
    const value = enteredValues(sheet);
    expect([value('share.lead.p7'), value('share.lead.p4')]).toEqual([66, null]);
    expect(overOfEntered(sheet).view).toBeNull();
  });
  it('stands hollow beside each difference, and changes none of them', async () => {
    const values =
      (v: number): ValueOf =>
      (id: QuantityId) =>
        id === 'share.lead.p7' ? v : null;
    const differences = differencesOf([50, 52, 51].map(values), [60, 62, 61].map(values), ['share.lead.p7'], {});
    const c = await openHouse().show(DifferenceLedger, { differences });
    const verdictWords = () => c.all('tbody button').map((b) => b.textContent.trim());
    const before = verdictWords();
    expect(c.text()).not.toContain('◇');
    await c.set({ over: enteredValues(sheet) });
    expect(c.text()).toContain('◇ 66%');
    expect(verdictWords()).toEqual(before);
    await c.set({ over: () => null });
    expect(c.text()).not.toContain('◇');
  });
  it('is drawn over both routes, and said aloud', async () => {
    const view = viewOf({ device: 'plates', seed: 1 });
    const c = await openHouse().show(RoutesPlan, { before: [view], after: [view] });
    const dotted = () => c.all('path[stroke-dasharray="2 3"]').length;
    expect(dotted()).toBe(0);
    await c.set({ over: viewOf({ device: 'plates', seed: 2 }) });
    expect(dotted()).toBe(1);
    expect(c.all('svg')[0]!.getAttribute('aria-label')).toContain('a swing in neither laid over');
  });
});

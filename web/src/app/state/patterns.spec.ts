import type { PatternVersion } from '@vilko/contract/pattern';
import { patternOf, PATTERNS } from '@vilko/core/patterns/library';
import type { Pattern } from '@vilko/core/patterns/pattern';
import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { openHouse } from '../testing/house';
import { PatternActions, patternFeature } from './patterns';
import { selectPatterns } from './pattern-shelf';

const own: Pattern = { ...patternOf('quiet-centre'), id: 'house', name: 'House' };
const version = (n: number, change: Partial<Pattern> = {}): PatternVersion => ({
  version: n,
  savedAt: '2026-11-20T10:00:00.000Z',
  pattern: { ...own, version: n, ...change },
});

describe('patterns in the house', () => {
  const open = () => {
    const h = openHouse();
    const store = TestBed.inject(Store);
    h.dispatch(PatternActions.open());
    h.asked('GET', '/api/patterns').flush([version(1)]);
    return {
      h,
      state: store.selectSignal(patternFeature.selectPatternsState),
      all: store.selectSignal(selectPatterns),
    };
  };
  const named = (belief: string): Pattern => ({ ...own, belief });

  it('stand behind those shipped', () => {
    const { all } = open();
    expect(all().length).toBe(PATTERNS.length + 1);
    expect(all().at(-1)!.id).toBe('house');
  });
  it('keep every step of a change, a drag as one, and take them back one by one', () => {
    const { h, state } = open();
    h.dispatch(PatternActions.edit({ pattern: named('a'), step: true }));
    for (const x of ['b1', 'b2', 'b3']) h.dispatch(PatternActions.edit({ pattern: named(x), step: x === 'b1' }));
    expect(state().drafts['house']!.map((p) => p.belief)).toEqual(['a', 'b3']);
    h.dispatch(PatternActions.undoEdit({ id: 'house' }));
    expect(state().drafts['house']!.at(-1)!.belief).toBe('a');
    h.dispatch(PatternActions.dropEdits({ id: 'house' }));
    expect(state().drafts['house']).toEqual([]);
    h.quiet();
  });
  it('bring back what was being changed before a reload, and let go of it once it is saved or dropped', () => {
    const first = open();
    first.h.dispatch(PatternActions.edit({ pattern: named('Half a word'), step: true }));
    // the page is loaded anew; meanwhile another window saved a version
    TestBed.resetTestingModule();
    const h = openHouse();
    const state = TestBed.inject(Store).selectSignal(patternFeature.selectPatternsState);
    h.dispatch(PatternActions.open());
    h.asked('GET', '/api/patterns').flush([version(2)]);
    expect(h.said()).toMatch(/^What you changed of House at \d\d:\d\d was not saved yet: it is here again\.$/);
    expect(state().drafts['house']!.map((p) => [p.belief, p.version])).toEqual([['Half a word', 2]]);
    h.dispatch(PatternActions.dropEdits({ id: 'house' }));
    TestBed.resetTestingModule();
    const { state: fresh } = open();
    expect(fresh().drafts).toEqual({});
  });
  it('are saved as a new version, with the way back offered', () => {
    const { h, state, all } = open();
    h.dispatch(PatternActions.edit({ pattern: named('Stay.'), step: true }));
    h.dispatch(PatternActions.save({ pattern: named('Stay.'), before: own }));
    const request = h.asked('PUT', '/api/patterns/house');
    expect((request.request.body as Pattern).belief).toBe('Stay.');
    request.flush(version(2, { belief: 'Stay.' }));
    expect(h.said()).toBe('House is saved as version 2.');
    expect(state().drafts['house']).toEqual([]);
    expect(all().at(-1)!.belief).toBe('Stay.');
  });
  it('keep what was changed when saving fails', () => {
    const { h, state } = open();
    h.dispatch(PatternActions.edit({ pattern: named('Stay.'), step: true }));
    h.dispatch(PatternActions.save({ pattern: named('Stay.'), before: own }));
    h.asked('PUT', '/api/patterns/house').flush(
      { code: 'bad-option', message: 'It cannot be.', kept: 'Nothing was changed.' },
      { status: 422, statusText: '' },
    );
    expect(h.said()).toBe('It cannot be. Nothing was changed.');
    expect(state().drafts['house']!.length).toBe(1);
  });
  it('go off the shelf and come back, and show their history', () => {
    const { h, all, state } = open();
    h.dispatch(PatternActions.openHistory({ id: 'house' }));
    h.asked('GET', '/api/patterns/house/versions').flush([version(2), version(1)]);
    expect(state().history!.versions.length).toBe(2);
    h.dispatch(PatternActions.delete({ id: 'house' }));
    h.asked('DELETE', '/api/patterns/house').flush(version(1));
    expect(h.said()).toBe('House was taken off the shelf.');
    expect(all().length).toBe(PATTERNS.length);
    h.dispatch(PatternActions.restore({ id: 'house' }));
    h.asked('POST', '/api/patterns/house/restore').flush(version(1));
    expect(all().length).toBe(PATTERNS.length + 1);
  });
  it('say where a new one went', () => {
    const { h, state } = open();
    h.dispatch(PatternActions.add({ pattern: own }));
    h.asked('POST', '/api/patterns').flush(version(1, { id: 'house-2' }));
    expect([h.said(), state().added]).toEqual(['House is on the shelf.', 'house-2']);
  });
});

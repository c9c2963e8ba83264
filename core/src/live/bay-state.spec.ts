import fc from 'fast-check';
import type { SetUpFound } from './set-up.js';
import { bayNext, looksForSwings, whoStands } from './bay-state.js';
import { type BayEffect, type BayEvent, type BayLesson, type BayState, emptyBay } from './bay-value.js';
import type { LiveDevice } from './stream.js';

const PLATES: LiveDevice = {
  kind: 'plates',
  name: 'Test plates',
  rate: 1000,
  plates: [{ centre: [0, 0.25] }, { centre: [0, -0.25] }],
  mat: null,
  channels: [],
};
const FOOT = { heel: [0, 0], toe: [0.27, 0], length: 0.27, u: 1, words: 'good' };
const FOUND = {
  at: '2026-11-20T10:00:00.000Z',
  device: 'Test plates',
  zero: [],
  mass: 70,
  massWords: '70.0 kg',
  footCheck: { lead: FOOT, trail: FOOT, left: [] },
  sides: true,
} as unknown as SetUpFound;
const lesson = (id: string, more: Partial<BayLesson> = {}): BayLesson => ({
  id,
  pupil: { name: 'Somebody', handed: 'right', stature: 1.75, mass: 72 },
  setUp: FOUND,
  ...more,
});

/** A bay after some events, and everything it wanted done. */
function after(...events: BayEvent[]): { state: BayState; done: BayEffect[] } {
  let state: BayState = emptyBay('Bay');
  const done: BayEffect[] = [];
  for (const e of events) {
    const [next, effects] = bayNext(state, e);
    state = next;
    done.push(...effects);
  }
  return { state, done };
}
const given = (l: BayLesson | null): BayEvent => ({ is: 'given', lesson: l, change: {} });
const connected: BayEvent = { is: 'connected', device: PLATES };
const looked = (newest: number, impact: number | null = null, unloaded: number | null = null): BayEvent => ({
  is: 'looked',
  newest,
  impact,
  unloaded,
});
const kept = (done: readonly BayEffect[]) => done.filter((e) => e.do === 'keep');

describe('a bay', () => {
  it('waits once a lesson stands on it, hears a swing out and keeps it once', () => {
    const { state, done } = after(connected, given(lesson('a')), looked(10, 9.5), looked(11), looked(12), looked(12.4));
    expect(state.waiting).toBe('recording');
    expect(kept(done).map((e) => [e.lessonId, e.impact])).toEqual([['a', 9.5]]);
    const [found, effects] = bayNext(state, { is: 'stored', kind: 'full', found: true });
    expect([found.waiting, effects.map((e) => e.do)]).toEqual(['found', ['show found']]);
    expect(bayNext(found, { is: 'shown' })[0].waiting).toBe('armed');
  });
  it('files a swing under whoever stood there at its impact, though another lesson begins before it is over', () => {
    const change = { clubName: 'driver', club: 'driver' } as const;
    const { done } = after(
      connected,
      given(lesson('a')),
      looked(10, 9.9),
      { is: 'given', lesson: lesson('b'), change },
      looked(13),
    );
    expect(kept(done).map((e) => [e.lessonId, e.next.clubName])).toEqual([['a', '7-iron']]);
  });
  it('keeps a swing that was in the air when it was told to rest, and goes on resting', () => {
    const { state, done } = after(
      connected,
      given(lesson('a')),
      looked(10, 9.9),
      { is: 'changed', change: { armed: false } },
      looked(13),
      { is: 'stored', kind: 'full', found: true },
    );
    expect(kept(done).length).toBe(1);
    expect(state.waiting).toBe('idle');
  });
  it('says why nothing was kept', () => {
    const start = [connected, given(lesson('a')), looked(10, 9.9), looked(13)];
    expect(after(...start, { is: 'stored', kind: 'half', found: false }).state.notice).toContain('no whole half swing');
    expect(after(...start, { is: 'not stored', why: 'the disk is full' }).state.notice).toContain('the disk is full');
  });
  it('starts every pupil with whole swings at a ball', () => {
    const { state } = after(
      given(lesson('a')),
      { is: 'changed', change: { kind: 'slow', tag: 'exercise', task: { drill: 'x' } } },
      given(lesson('b')),
    );
    expect([state.next.kind, state.next.tag, state.next.task]).toEqual(['full', 'ball', null]);
  });
  it('looks for no swing while the set-up runs, which needs a device', () => {
    const starts: BayEvent = { is: 'set-up starts', lesson: lesson('a') };
    expect(after(given(lesson('a')), starts).state.setUp).toBeNull();
    const { state } = after(connected, given(lesson('a')), starts);
    expect([state.setUp!.step, looksForSwings(state)]).toEqual(['device', false]);
    expect(looksForSwings(bayNext(state, { is: 'set-up ends' })[0])).toBeTrue();
    expect(after(connected, given(lesson('a')), starts, { is: 'gone' }).state.setUp).toBeNull();
  });
  it('watches its zero only after one was taken, in steps worth a word', () => {
    const armed = [connected, given(lesson('a'))];
    expect(after(...armed, looked(5, null, 7)).state.drift).toBeNull();
    const zeroed = [...armed, { is: 'zeroed' } as const];
    expect(after(...zeroed, looked(5, null, 7.04)).state.drift).toBe(7);
    expect(after(...zeroed, looked(5, null, 7.04), looked(6, null, 7.3)).state.drift).toBe(7);
    expect(after(...zeroed, looked(5, null, 7.04), looked(6, null, 8)).state.drift).toBe(8);
    expect(after(...zeroed, looked(5, null, 7.04), looked(6)).state.drift).toBeNull();
  });
  it('takes a rate for another only when it moved', () => {
    const rates = (...seen: number[]) =>
      after(connected, ...seen.map((s): BayEvent => ({ is: 'rate', seen: s }))).state.device!.seen;
    expect([rates(1000), rates(1000, 1003), rates(1000, 990)]).toEqual([1000, 1000, 990]);
  });
  it('tells a stand-in alone how its pupil is built', () => {
    expect(whoStands(after(connected, given(lesson('a'))).state).build).toBeNull();
    const standIn: BayEvent = { is: 'connected', device: { ...PLATES, standIn: true } };
    expect(whoStands(after(standIn, given(lesson('a'))).state)).toEqual({
      handed: 'right',
      club: 'iron',
      does: 'swing',
      build: { stature: 1.75, mass: 72 },
    });
  });
});

describe('the feet of a bay', () => {
  const stood = (time: number, lead: number, trail: number): BayEvent => ({ is: 'stood', time, load: { lead, trail } });
  /** Which feet have left when a swing with this impact is kept. */
  const left = (events: readonly BayEvent[], impact: number) =>
    kept(after(...events, looked(impact + 0.3, impact), looked(impact + 3)).done)[0]!.stated.footCheck!.left;
  // a set-up of this lesson was kept before: nobody knows who walked there since
  const start = (l: BayLesson): BayEvent[] => [connected, given(l)];

  it('have left when another pupil came', () => {
    expect(left(start(lesson('a')), 100)).toEqual(['lead', 'trail']);
  });
  it('leave once they carry next to nothing, but not in the swing itself', () => {
    const checked: BayState = { ...after(...start(lesson('a'))).state, left: { lead: Infinity, trail: Infinity } };
    const kept_ = (time: number, impact: number) => {
      const [stepped] = bayNext(checked, stood(time, 690, 10));
      const [seen] = bayNext(stepped, looked(impact + 0.3, impact));
      return seen.pending!.stated.footCheck!.left;
    };
    expect(kept_(10, 100)).toEqual(['trail']);
    expect(kept_(10.4, 10)).toEqual([]);
    expect(kept_(10.4, 11)).toEqual([]);
    expect(kept_(10.4, 12)).toEqual(['trail']);
  });
  it('are not known to leave without a weight', () => {
    const [state] = bayNext(after(...start(lesson('a', { setUp: null }))).state, stood(1, 0, 0));
    expect(state.left).toEqual({ lead: -Infinity, trail: -Infinity });
    const free: BayState = { ...state, left: { lead: Infinity, trail: Infinity } };
    expect(bayNext(free, stood(1, 0, 0))[0]).toBe(free);
  });
});

describe('a bay that is left alone', () => {
  const MINUTE = 60_000;
  const clock = (minutes: number, day = 'today'): BayEvent => ({ is: 'clock', now: minutes * MINUTE, day });
  const stood = (load: number): BayEvent => ({ is: 'stood', time: 1, load: { lead: load, trail: 0 } });
  const start = [connected, given(lesson('a'))];

  it('sleeps after ten minutes in which nobody stood there and nothing was changed', () => {
    expect(after(...start, clock(0), clock(9.9)).state.waiting).toBe('armed');
    expect(after(...start, clock(0), clock(10)).state.waiting).toBe('asleep');
    expect(after(...start, clock(0), clock(9), stood(400), clock(15), clock(24)).state.waiting).toBe('armed');
    expect(after(...start, clock(0), clock(9), stood(40), clock(10)).state.waiting).toBe('asleep');
    const changed: BayEvent = { is: 'changed', change: { clubName: 'driver' } };
    expect(after(...start, clock(0), clock(9), changed, clock(11)).state.waiting).toBe('armed');
  });
  it('sleeps when the day on which it was given is over, and is given anew on another', () => {
    const { state } = after(...start, clock(0), clock(1, 'tomorrow'));
    expect(state.waiting).toBe('asleep');
    const again = bayNext(bayNext(state, given(lesson('a')))[0], clock(2, 'tomorrow'))[0];
    expect(again.waiting).toBe('armed');
  });
  it('goes on past midnight while somebody is about', () => {
    const late = [...start, clock(0), stood(400), clock(0.5, 'tomorrow'), stood(400), clock(1.2, 'tomorrow')];
    expect(after(...late).state.waiting).toBe('armed');
    expect(after(...late, clock(2.2, 'tomorrow')).state.waiting).toBe('asleep');
  });
  it('stays paused where it was paused, and free where it was free', () => {
    const paused: BayEvent = { is: 'changed', change: { armed: false } };
    expect(after(...start, paused, clock(0), clock(30)).state.waiting).toBe('idle');
    expect(after(connected, clock(0), clock(30)).state.waiting).toBe('idle');
  });
  it('files no swing while it sleeps: a person says whose it was', () => {
    const sleeping = [...start, clock(0), clock(11)];
    const { state, done } = after(...sleeping, looked(20, 19.5), looked(22));
    expect(kept(done).map((e) => [e.lessonId, e.unsure])).toEqual([
      ['a', 'Bay slept: nobody had stood there for a while'],
    ]);
    expect(state.waiting).toBe('asleep');
    const [told, effects] = bayNext(state, { is: 'stored', kind: 'full', found: true });
    expect([told.waiting, effects.length]).toEqual(['asleep', 0]);
    expect(told.notice).toContain('in the inbox');
    expect(after(...start, looked(20, 19.5), looked(22)).done.map((e) => 'unsure' in e && e.unsure)).toContain(null);
  });
});

describe('a device that falls silent', () => {
  const silence: BayEvent = { is: 'silent', since: 5000 };
  const start = [connected, given(lesson('a'))];

  it('is said to speak again, and what is missing with it', () => {
    const { state } = after(...start, silence);
    expect([state.device!.silentSince, state.pending]).toEqual([5000, null]);
    const back = bayNext(state, { is: 'heard', after: 8.6 })[0];
    expect([back.device!.silentSince, looksForSwings(back)]).toEqual([null, true]);
    expect(back.notice).toBe('Test plates was silent for 9 s: what was swung meanwhile is not there.');
    expect(after(silence).state.device).toBeNull();
    expect(after(...start, { is: 'gone' }, silence).state.device!.silentSince).toBeNull();
  });
  for (const end of [silence, { is: 'gone' } as const]) {
    it(`leaves the swing that was in the air as far as it came (${end.is})`, () => {
      const { state, done } = after(...start, looked(10, 9.8), end, end);
      expect(kept(done).map((e) => e.impact)).toEqual([9.8]);
      expect(state.pending).toBeNull();
    });
    it(`is looked through to its end: a swing that is seen late is kept at once (${end.is})`, () => {
      const { state, done } = after(...start, end, looked(20, 19.5), looked(20, 19.5));
      expect(kept(done).map((e) => e.impact)).toEqual([19.5]);
      expect([state.pending, state.lastImpact, state.waiting]).toEqual([null, 19.5, 'recording']);
      const [told] = bayNext(state, { is: 'stored', kind: 'full', found: true });
      expect(told.waiting).toBe('found');
    });
  }
  it('may be another one in mid lesson: that is said', () => {
    const other: BayEvent = { is: 'connected', device: { ...PLATES, rate: 500 } };
    expect(after(...start, other).state.notice).toBe(
      'This bay now hears Test plates (two force plates, 500 Hz); before it was Test plates (two force plates, 1000 Hz). Set up anew before the next swing.',
    );
    expect(after(...start, connected).state.notice).toBeNull();
    expect(after(connected, other).state.notice).toBeNull();
  });
});

interface Step {
  readonly before: BayState;
  readonly e: BayEvent;
  readonly next: BayState;
  readonly effects: ReturnType<typeof bayNext>[1];
}

describe('a bay, whatever happens to it and in what order', () => {
  const event = fc.oneof<fc.Arbitrary<BayEvent>[]>(
    fc.constantFrom('a', 'b', null).map((id) => given(id === null ? null : lesson(id))),
    fc.record({ armed: fc.option(fc.boolean(), { nil: undefined }) }).map((change) => ({ is: 'changed', change })),
    fc.constant(connected),
    fc.constant<BayEvent>({ is: 'gone' }),
    fc.constant<BayEvent>({ is: 'shown' }),
    fc.constant<BayEvent>({ is: 'zeroed' }),
    fc.constant<BayEvent>({ is: 'set-up starts', lesson: lesson('a') }),
    fc.constant<BayEvent>({ is: 'set-up ends' }),
    fc.boolean().map((found): BayEvent => ({ is: 'stored', kind: 'full', found })),
    fc.constant<BayEvent>({ is: 'not stored', why: 'something' }),
    fc.nat(1e6).map((since): BayEvent => ({ is: 'silent', since })),
    fc.constant<BayEvent>({ is: 'heard', after: 3 }),
    fc.record({ now: fc.nat(3e6), day: fc.constantFrom('1', '2') }).map((c): BayEvent => ({ is: 'clock', ...c })),
    fc
      .record({ newest: fc.nat(60), since: fc.option(fc.double({ min: 0.2, max: 4, noNaN: true }), { nil: null }) })
      .map(({ newest, since }) => looked(newest, since === null ? null : newest - since)),
  );

  /** What holds at every step of any row of events. */
  const always = (holds: (step: Step) => void) =>
    fc.assert(
      fc.property(fc.array(event, { maxLength: 60 }), (events) => {
        let state: BayState = emptyBay('Bay');
        for (const e of events) {
          const [next, effects] = bayNext(state, e);
          holds({ before: state, e, next, effects });
          state = next;
        }
      }),
    );

  it('keeps each swing once, for the lesson it was seen in, and only swings it has seen', () =>
    always(({ before, e, next, effects }) => {
      for (const k of kept(effects)) {
        // one that is seen once its device is silent or gone is kept in the same step
        const seen = before.pending ?? (e.is === 'looked' && { lessonId: before.lesson!.id, impact: e.impact });
        expect([k.lessonId, k.impact]).toEqual(seen ? [seen.lessonId, seen.impact!] : []);
        expect(next.pending).toBeNull();
        expect(next.lastImpact).toBe(k.impact);
      }
      // what is in the air stays until it is over
      if (before.pending && !next.pending) expect(kept(effects).length === 1 || e.is === 'connected').toBeTrue();
    }));
  it('begins to hear a swing only in a lesson that waits, and never one older than the last', () =>
    always(({ before, next }) => {
      if (before.pending || !next.pending) return;
      expect(looksForSwings(before)).toBeTrue();
      expect(next.pending.lessonId).toBe(before.lesson!.id);
      expect(next.pending.impact).toBeGreaterThan(before.lastImpact);
    }));
  it('runs no set-up without a device, and none into another lesson', () =>
    always(({ next }) => {
      if (!next.setUp) return;
      expect(next.device?.connected).toBeTrue();
      expect(next.lesson).not.toBeNull();
    }));
  it('does not wake by itself: only a start, a person or a swing that was found changes a bay that rests', () =>
    always(({ before, e, next }) => {
      const rested = before.waiting === 'idle' || before.waiting === 'asleep';
      if (rested && next.waiting !== before.waiting)
        expect(e.is === 'given' || (e.is === 'changed' && e.change.armed !== undefined)).toBeTrue();
    }));
  it('is sure of a swing unless it slept, and hears none while its device is silent', () =>
    always(({ before, next }) => {
      if (before.pending || !next.pending) return;
      expect(next.pending.unsure === null).toBe(before.waiting !== 'asleep');
      expect(before.device?.silentSince).toBeNull();
    }));
});

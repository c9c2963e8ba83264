import type { ShotValues } from '@vilko/contract/shot';
import type { MeasureId } from '@vilko/core/measures/registry';
import { PATTERNS } from '@vilko/core/patterns/library';
import { Ledger } from '../../drawing/ledger/ledger';
import { Rack } from '../../drawing/rack/rack';
import { NoticeActions } from '../../state/notices';
import { LessonActions } from '../../state/lesson';
import { Notices } from '../../shell/notices';
import { openHouse, openLesson } from '../../testing/house';
import { shot, swing } from '../../testing/samples';
import type { ReadView } from '../../workers/read-view';
import { placeWords, recordingNotes, toImpactWords } from './cursor-words';
import { findingMoment } from './finding-moment';
import { Reading } from './reading';
import { UnderTrack } from './under-track';
import { viewOf } from '../../testing/views';

describe('a swing read', () => {
  let faulty: ReadView;
  let mat: ReadView;
  beforeAll(() => {
    faulty = viewOf({ device: 'mat-plates', seed: 5, fault: 'hangs-back' });
    mat = viewOf({ device: 'mat', seed: 6 });
  });

  describe('in words', () => {
    const three = [1, 2, 3].map((n) => swing(n, { mainFault: n < 3 ? 'hangs-back' : null }));

    const about = (more: object) => ({ view: faulty, swing: three[0]!, rack: three, patterns: PATTERNS, ...more });
    const setOf = {
      club: 'iron' as const,
      clubName: '7-iron',
      device: 'plates' as const,
      intent: 'stock' as const,
      pattern: 'common-ground',
      n: 3,
      of: 3,
      steps: [],
      drifted: null,
      byHand: false,
      near: [],
      findings: [],
    };

    it('names one cause with its evidence, what would make it go, and what the ball says', async () => {
      const c = await openHouse().show(Reading, about({}));
      expect(c.text()).toContain('hangs back');
      expect(c.text()).toMatch(/Gone when .* is (over|under) /);
      expect(c.text()).toContain('No ball data for this swing.');
      await c.set({ ball: '131 m · fat', swing: swing(1, { shot: shot({ strike: 'fat' }) }) });
      expect(c.text()).toContain('Here: 131 m · fat. The ball agrees.');
      await c.set({
        ball: '140 m · centre',
        swing: swing(1, { shot: shot({ strike: 'centre', divot: 'after', lowPoint: 60 }) }),
      });
      expect(c.text()).toContain('The ball says otherwise.');
    });
    it('says what is found in the set, and in how many of its swings', async () => {
      const finding = { ...faulty.findings[0]!, k: 2, n: 3, comesAndGoes: true, tentative: false } as never;
      const c = await openHouse().show(
        Reading,
        about({ sets: [{ ...setOf, findings: [finding] }], oneSwingForAll: true }),
      );
      expect(c.text()).toContain('Over 3 swings with the 7-iron');
      expect(c.text()).toMatch(/hangs back: (clear|likely|hint), seen in 2 of 3; it comes and goes/);
      expect(c.text()).toContain('driver and irons are swung alike');
      const near = {
        fault: 'late-shift',
        measure: 'share.lead.p6' as const,
        value: 60,
        limit: 58,
        direction: 'under' as const,
        more: 6,
      };
      await c.set({ sets: [{ ...setOf, near: [near] }] });
      expect(c.text()).toContain('Nothing is found in the set.');
      expect(c.text()).toMatch(
        /Not told by so few: .*: lead share, P6 60%, under 58% it would be found; 6 swings more would tell\./,
      );
    });
    it('lets a run begin with this swing, but never with the first of its set', async () => {
      const c = await openHouse().show(Reading, about({ swing: three[1], sets: [setOf] }));
      let [toggled, freed] = [0, 0];
      c.component.runToggled.subscribe(() => toggled++);
      c.component.runsFreed.subscribe(() => freed++);
      await c.press('A run begins with this swing');
      expect(c.text()).not.toContain('Runs as the swings show them');
      const step = { at: 2, measure: 'share.lead.p7' as const, before: 55, after: 62 };
      await c.set({ sets: [{ ...setOf, n: 2, steps: [step], byHand: true }] });
      expect(c.text()).toContain('Over the last 2 of 3 swings with the 7-iron');
      expect(c.text()).toContain('runs set by hand');
      await c.press('No run begins with this swing');
      await c.press('Runs as the swings show them');
      expect([toggled, freed]).toEqual([2, 1]);
      await c.set({ swing: three[0], sets: [setOf] });
      expect(c.text()).not.toContain('begins with this swing');
    });
    it('offers drills that suit, and says which were left out for an injury', async () => {
      const c = await openHouse().show(Reading, about({ injuries: ['balance'] }));
      expect(c.text()).toContain('Arms-crossed thirds');
      expect(c.text()).toContain('Left out: Trail toe prop, not with: balance.');
      expect(c.text()).toContain('Stop on pain.');
    });
    it('walks back from what the eye saw, each cause with its number', async () => {
      const c = await openHouse().show(Reading, about({}));
      const select = c.all('select[aria-label="I see"]')[0] as HTMLSelectElement;
      select.value = 'hangs-back';
      select.dispatchEvent(new Event('change'));
      await c.set({});
      const rows = c.all('vk-i-see li').map((li) => li.textContent.replaceAll(/\s+/g, ' ').trim());
      expect(rows[0]).toMatch(/^·\s?hangs back\s?found: Lead share, impact \d+%/);
      expect(rows.some((r) => /^1\s?.*not found/.test(r))).toBeTrue();
    });
    it('walks back from what the ball does, and asks the face first where it goes to a side', async () => {
      const c = await openHouse().show(Reading, about({}));
      const choose = async (label: string, value: string) => {
        const select = c.all(`select[aria-label="${label}"]`)[0] as HTMLSelectElement;
        select.value = value;
        select.dispatchEvent(new Event('change'));
        await c.set({});
      };
      await choose('The ball', 'heavy');
      const rows = c.all('vk-i-see li').map((li) => li.textContent.replaceAll(/\s+/g, ' ').trim());
      expect(rows[0]).toMatch(/^·\s?hangs back\s?found: Lead share, impact \d+%/);
      expect(c.text()).not.toContain('Face and grip are asked first');
      await choose('The ball', 'slice');
      expect(c.text()).toContain('It curves away from the golfer’s side. Face and grip are asked first');
      // one entrance at a time
      await choose('I see', 'sways');
      expect((c.all('select[aria-label="The ball"]')[0] as HTMLSelectElement).value).toBe('');
    });
    it('says face and grip first where the face makes the curve, and never where the ball says nothing', async () => {
      const c = await openHouse().show(Reading, about({}));
      const said = async (values: Partial<ShotValues> | null) => {
        await c.set({ swing: swing(3, { shot: values && shot(values) }) });
        return c.text();
      };
      const open = await said({ path: 0.4, face: 5, start: 4, curve: 14 });
      expect(open).toContain('The face makes this curve: face and grip first.');
      expect(open).toContain('Face +5.0° (measured), path +0.4°: the face points +4.6° from the path.');
      expect(open).toContain('Finish face');
      expect(await said({ path: 0.4, start: 4 })).toContain('derived from start and path');
      expect(await said({ path: 0.4, face: 5, curve: -14 })).toContain('Look at the strike first');
      expect(await said({ path: -6, face: -5 })).toContain('turns it toward in-to-out');
      for (const quiet of [null, { carry: 120 }, { path: 0, face: 1 }])
        expect(await said(quiet)).not.toContain('the face points');
      expect(await said({ launch: 17, attack: -4 })).toContain('Spin loft 26°, derived from launch and attack.');
    });
    it('lets an instructor overrule with a reason, and take it back', async () => {
      const c = await openHouse().show(Reading, about({}));
      const said: unknown[] = [];
      c.component.said.subscribe((o) => said.push(o));
      await c.press('I see it otherwise …');
      const box = c.all('input[name=reason]')[0] as HTMLInputElement;
      box.value = 'A punch was asked for.';
      c.all('form')[0]!.dispatchEvent(new Event('submit'));
      const reason = jasmine.objectContaining({ fault: 'hangs-back', reason: 'A punch was asked for.' });
      expect(said).toEqual([{ overruled: [reason] }]);
      await c.set({
        swing: swing(1, { overruled: [{ fault: 'hangs-back', reason: 'A punch was asked for.', at: '' }] }),
      });
      expect(c.text()).toContain('Overruled: hangs back – A punch was asked for.');
      await c.press('Take back');
      expect(said[1]).toEqual({ overruled: [] });
    });
    it('lets an instructor confirm what is found; who overrules it says that no more', async () => {
      const c = await openHouse().show(Reading, about({}));
      const said: { confirmed?: unknown; overruled?: unknown }[] = [];
      c.component.said.subscribe((o) => said.push(o));
      await c.press('Yes, that is it');
      const label = { fault: 'hangs-back', pattern: 'common-ground' };
      expect(said[0]).toEqual({ confirmed: [jasmine.objectContaining(label)] });
      const healthy = { fault: 'healthy', pattern: 'common-ground', at: '2026-11-01T10:00:00.000Z' };
      const confirmed = [{ ...label, at: '2026-11-20T10:00:00.000Z' }];
      await c.set({ swing: swing(1, { confirmed }) });
      expect(c.text()).toContain('Confirmed: hangs back – 20 November 2026');
      expect(c.text()).not.toContain('Yes, that is it');
      await c.press('Take back');
      expect(said[1]).toEqual({ confirmed: [] });
      await c.press('I see it otherwise …');
      (c.all('input[name=reason]')[0] as HTMLInputElement).value = 'A punch.';
      c.all('form')[0]!.dispatchEvent(new Event('submit'));
      expect(said[2]!.confirmed).toEqual([]);
      // who finds a fault says no more that the swing is healthy
      await c.set({ swing: swing(1, { confirmed: [healthy] }) });
      await c.press('Yes, that is it');
      expect(said[3]).toEqual({ confirmed: [jasmine.objectContaining(label)] });
    });
    it('calls a judgement on fewer than three swings tentative', async () => {
      const c = await openHouse().show(Reading, about({ swing: swing(1), rack: [swing(1)] }));
      expect(c.text()).toContain('tentative: fewer than 3 swings');
    });
    it('lights the measures of an evidence under the pointer, and lets them go', async () => {
      const c = await openHouse().show(Reading, about({}));
      const lit: (readonly MeasureId[])[] = [];
      c.component.lit.subscribe((x) => lit.push(x));
      const row = c.all('vk-evidence [tabindex="0"]')[0]!;
      row.dispatchEvent(new Event('mouseenter'));
      row.dispatchEvent(new Event('mouseleave'));
      expect(lit[0]!.length).toBeGreaterThan(0);
      expect(lit[1]).toEqual([]);
    });
    it('puts injuries above every finding', async () => {
      const c = await openHouse().show(Reading, about({ caution: 'On record: back.' }));
      expect(c.text().indexOf('On record: back.')).toBeLessThan(c.text().indexOf('hangs back'));
    });
    it('never judges a rehearsal', async () => {
      const half = swing(1, { kind: 'half' });
      const c = await openHouse().show(Reading, about({ swing: half, rack: [half] }));
      expect(c.text()).toContain('A half swing is a rehearsal: measured, never judged.');
      expect(c.text()).not.toContain('Evidence');
    });
    it('says what this device cannot judge, with the reason', async () => {
      const c = await openHouse().show(Reading, about({ view: mat, swing: swing(1) }));
      expect(c.text()).toMatch(/\d+ cannot be judged here/);
      expect(c.all('details').at(-1)!.textContent).toContain('horizontal forces');
    });
  });

  describe('in numbers', () => {
    it('opens with the main rows, each with value, uncertainty, unit and word', async () => {
      const c = await openHouse().show(Ledger, { view: faulty, pattern: 'Common ground, v1' });
      expect(c.text()).toMatch(/against Common ground, v1, \d+ of \d+ bands judged/);
      const row = c.all('tr[title*="(share.lead.p7)"]')[0]!;
      expect(row.textContent).toMatch(/Lead share, impact.*±.*%/s);
      expect(row.classList).toContain('font-semibold');
      expect(c.all('tr[title]').length).toBeLessThanOrEqual(12);
    });
    it('shows all measures on demand, and a reason where there is no value', async () => {
      const c = await openHouse().show(Ledger, { view: mat, pattern: '' });
      await c.press('all measures');
      expect(c.all('tr[title]').length).toBeGreaterThan(120);
      expect(c.all('tr[title*="(force.target.peak)"]')[0]!.textContent).toContain(
        'this device cannot measure horizontal forces',
      );
      await c.press('the main rows');
      expect(c.all('tr[title]').length).toBeLessThanOrEqual(12);
    });
    it('shows short lengths in inches where the house does, and never changes another unit', async () => {
      const c = await openHouse().show(Ledger, { view: faulty, pattern: '' });
      await c.press('all measures');
      const cells = (id: string) => c.all(`tr[title*="(${id})"] td`).map((td) => td.textContent.trim());
      const [mm, share] = [cells('mass.back'), cells('share.lead.p7')];
      expect(mm[3]).toBe('mm');
      await c.set({ length: 'in' });
      const inches = cells('mass.back');
      expect(inches[3]).toBe('in');
      expect(Number(inches[1]!.replace('−', '-')) * 25.4).toBeCloseTo(Number(mm[1]!.replace('−', '-')), -0.5);
      expect(cells('share.lead.p7')).toEqual(share);
    });
  });

  it('opens at the moment its finding is about: an event, a phase, the last event it needs', () => {
    const { events } = faulty;
    const about = (id: MeasureId, value: number | null = 50) =>
      findingMoment({
        events,
        measures: { ...faulty.measures, [id]: { ...faulty.measures[id], value } },
        findings: [{ ...faulty.findings[0]!, main: true, evidence: [{ measures: [id] } as never] }],
      });
    expect(about('share.lead.p7')).toBe(events.p7!.t);
    expect(about('share.lead.p3')).toBe(events.p3!.t);
    expect(about('load.trail.max.phase', 3.5)).toBeCloseTo((events.p3!.t + events.p4!.t) / 2, 6);
    expect(about('share.lead.drop')).toBe(events.p7!.t);
    expect(findingMoment({ ...faulty, findings: [] })).toBeNull();
  });
  it('says where the cursor stands, and what was noticed in the recording', () => {
    const { p4, p7 } = faulty.events;
    expect(placeWords(faulty, p4!.t + 0.004)).toBe('at P4, the top');
    expect(placeWords(faulty, p4!.t + 0.05)).toBe('');
    expect([toImpactWords(faulty, p7!.t), toImpactWords(faulty, p7!.t - 0.0404), toImpactWords(null, 1)]).toEqual([
      'at impact',
      '40 ms before impact',
      '',
    ]);
    expect(recordingNotes(faulty)).toBeNull();
    const noted = recordingNotes({ ...faulty, warnings: ['plate 1, Fz is saturated', 'a foot is off the mat'] })!;
    expect([noted.first, noted.more]).toEqual(['About this recording: plate 1, Fz is saturated', 'and 1 more']);
  });

  it('has its ball and its films under the Track, a tab apart', async () => {
    const c = await openLesson().show(UnderTrack, { view: faulty, swing: swing(1), cursor: faulty.start });
    expect(c.text()).toContain('no ball data: enter');
    await c.press('Film');
    expect(c.all('[role=tab]').map((t) => t.getAttribute('aria-selected'))).toEqual([
      'false',
      'false',
      'false',
      'true',
    ]);
    expect(c.text()).toContain('No film of this swing');
    await c.press('Forces');
    expect(c.text()).toContain('from the front');
    expect(c.all('vk-force-view svg')[0]!.getAttribute('aria-label')).toMatch(
      /tilting .*newton metres per kilogram, .*; from above: turning/,
    );
    let asked = 0;
    c.component.ballAsked.subscribe(() => asked++);
    await c.press('no ball data: enter');
    expect(asked).toBe(1);
  });
});

describe('the rack', () => {
  const rack = [
    swing(1, { mainFault: 'hangs-back' }),
    swing(2, { kind: 'slow', fit: null, judgedBy: null }),
    swing(3, { shot: shot({ carry: 140 }), starred: true }),
    swing(4, { fit: null, judgedBy: null }),
  ];
  it('has every swing with its verdict, rehearsals apart, and the carry', async () => {
    const c = await openHouse().show(Rack, { swings: rack, current: 's3' });
    expect(c.all('li').length).toBe(4);
    const verdicts = c.all('li > button[aria-label*=": "]').map((b) => b.getAttribute('aria-label'));
    expect(verdicts).toEqual([
      'Swing 1, 7-iron: hangs back',
      'Swing 2, 7-iron: rehearsal, not judged',
      'Swing 3, 7-iron: nothing found',
      'Swing 4, 7-iron: no swing found',
    ]);
    expect(c.all('li')[2]!.textContent).toContain('140 m');
    expect(c.all('[aria-current=true]').length).toBe(1);
  });
  it('chooses and stars', async () => {
    const c = await openHouse().show(Rack, { swings: rack, current: 's3' });
    const did: string[] = [];
    c.component.choose.subscribe((id) => did.push(id));
    c.component.star.subscribe((s) => did.push(`star ${s.id}`));
    c.all('li > button')[0]!.click();
    c.all('button[aria-label="Take the star from swing 3"]')[0]!.click();
    expect(did).toEqual(['s1', 'star s3']);
  });
});

describe('notices', () => {
  it('offer undo, and go when they are closed; alarms are alerts', async () => {
    const h = openLesson();
    const c = await h.show(Notices);
    h.dispatch(LessonActions.swingDeleted({ swing: swing(1) }));
    await c.set({});
    expect(c.all('[role=status]')[0]!.textContent).toContain('Swing 1 with the 7-iron was deleted.');
    await c.press('Undo');
    h.asked('POST', '/api/swings/s1/restore').flush(swing(1));
    await c.set({});
    expect(c.text()).toContain('is back');
    h.dispatch(NoticeActions.say({ text: 'A hole.', kind: 'alarm' }));
    await c.set({});
    expect(c.all('[role=alert]')[0]!.textContent).toContain('A hole.');
    await c.press('Close');
    expect(c.text()).toBe('');
  });
});

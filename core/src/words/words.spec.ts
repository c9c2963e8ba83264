import fc from 'fast-check';
import { FAULTS } from '../faults/catalogue.js';
import type { Piece } from '../faults/strength.js';
import { amount, counted, difference, figure, signed, unitBehind, wanted } from './amounts.js';
import { clockText, dateText, shortDate, weekdayDate } from './dates.js';
import { evidenceValue, evidenceWords, goneWhen } from './evidence.js';
import {
  becameOf,
  cannotJudgeWords,
  faultName,
  faultNames,
  findingWords,
  goneWords,
  judgedWords,
  sawWords,
  setFindingWords,
  runWords,
  shownIn,
  showsWords,
  verdictWords,
} from './findings.js';
import type { SetFinding } from '../faults/judge.js';
import type { Comparison } from '../patterns/fit.js';

const piece = (more: Partial<Piece>): Piece => ({
  measures: ['share.lead.p7'],
  value: 51.2,
  u: 1,
  limit: 58,
  direction: 'under',
  z: 3,
  provisional: false,
  ...more,
});

describe('numbers in words', () => {
  it('stand close to % and °, apart from other units, alone where there is none', () => {
    expect([amount(61.4, '%'), amount(12, '°'), amount(12, 'ms'), amount(0.42, '–'), amount(3.2, 'P')]).toEqual([
      '61%',
      '12°',
      '12 ms',
      '0.42',
      '3.20',
    ]);
    expect([unitBehind('name'), unitBehind(''), unitBehind('N·m/kg')]).toEqual(['', '', ' N·m/kg']);
  });
  it('keep the figures that matter: hundredths of ratios and torques, tenths of small lengths and forces', () => {
    expect([figure(0.623, 'N·m/kg'), figure(9.46, 'mm'), figure(94.6, 'mm'), figure(8.26, '%BW')]).toEqual([
      '0.62',
      '9.5',
      '95',
      '8.3',
    ]);
    expect([figure(8.26, '%'), figure(NaN, 'mm'), figure(Infinity)]).toEqual(['8', '–', '–']);
  });
  it('have a real minus sign, and none before zero', () => {
    fc.assert(
      fc.property(
        fc.double({ noNaN: true, min: -1e6, max: 1e6 }),
        fc.constantFrom('%', 'mm', 'm/s', '–', 'ms', '%BW'),
        (v, unit) => {
          const text = figure(v, unit);
          expect(text).not.toContain('-');
          expect(text).toMatch(/^−?\d+(\.\d+)?$/);
          const back = Number(text.replace('−', '-'));
          expect(Object.is(back, -0)).toBeFalse();
          expect(Math.abs(back - v)).toBeLessThanOrEqual(0.5 + 1e-9);
        },
      ),
    );
  });
  it('differ by points where they are shares', () => {
    expect([difference(-7.4, '%'), difference(14, 'mm'), signed(7.4, '%'), signed(-7.4, '%'), signed(0, '%')]).toEqual([
      '7 points',
      '14 mm',
      '+7',
      '−7',
      '0',
    ]);
  });
  it('count one thing as one', () => {
    expect([0, 1, 2].map((n) => counted(n, 'swing'))).toEqual(['0 swings', '1 swing', '2 swings']);
    expect(counted(2, 'body', 'bodies')).toBe('2 bodies');
  });
  it('say a range with its open ends', () => {
    expect([
      wanted([58, null], '%'),
      wanted([null, 12], 'ms'),
      wanted([30, 55], '%'),
      wanted([null, null], '%'),
    ]).toEqual(['at least 58%', 'at most 12 ms', '30 to 55%', 'without a fixed range']);
  });
});

describe('an end that somebody set', () => {
  it('is said as it was set, not rounded', () => {
    expect([wanted([-150, -80], 'ms'), wanted([62.5, null], '%'), wanted([2.625, 3], '–')]).toEqual([
      '−150 to −80 ms',
      'at least 62.5%',
      '2.625 to 3.00',
    ]);
  });
});

describe('days in words', () => {
  it('are those of the reader, or of the zone that is named', () => {
    const late = '2026-11-20T23:30:00.000Z';
    expect(dateText(late, 'UTC')).toBe('20 November 2026');
    expect(dateText(late, 'Asia/Tokyo')).toBe('21 November 2026');
    expect([shortDate(late, 'UTC'), weekdayDate(late, 'UTC')]).toEqual(['20 Nov', 'Fri 20 Nov']);
    expect(clockText('2026-11-20T12:05:00')).toBe('12:05');
  });
});

describe('evidence in words', () => {
  it('says what it is about, its number, and what would make it go away', () => {
    const p = piece({});
    expect([evidenceWords(p), evidenceValue(p)]).toEqual(['Lead share, impact', '51%']);
    // under the limit accuses: over it, it is gone
    expect(goneWhen(p)).toBe('lead share, impact is over 58%');
    expect(goneWhen(piece({ direction: 'over', limit: 92 }))).toBe('lead share, impact is under 92%');
  });
  it('knows spreads, differences, orders and what never came', () => {
    expect(evidenceWords(piece({ spread: true }))).toBe('Spread of lead share, impact');
    expect(evidenceWords(piece({ measures: ['mass.p7', 'mass.p4'] }))).toBe('Mass, impact less Mass, top');
    const order = piece({ measures: ['sequence.order'], value: 34, limit: 30, direction: 'over' });
    expect([evidenceWords(order), evidenceValue(order)]).toEqual(['Against the order of the peaks', '34 ms']);
    expect(evidenceValue(piece({ value: null }))).toBe('never came');
    expect(FAULTS.length).toBeGreaterThan(10);
  });
});

describe('findings in words', () => {
  const main = {
    fault: 'hangs-back',
    word: 'likely',
    k: 3,
    n: 5,
    tentative: false,
    comesAndGoes: false,
    consequenceOf: null,
    evidence: [piece({ measures: ['share.lead.p7'], value: 52 })],
  } as unknown as SetFinding;
  const fit = (more: Partial<Comparison>) => judgedWords({ judged: 12, of: 14, fit: 0.634, ...more } as Comparison);

  it('call a fault by its name, and one that is no more by its id', () => {
    expect([faultName('hangs-back'), faultName('none-such')]).toEqual(['hangs back', 'none-such']);
    expect(faultNames(['hangs-back', 'late-shift'])).toBe('hangs back; shifts late');
    expect(cannotJudgeWords({ fault: 'hangs-back', reason: 'no feet' })).toBe('hangs back – no feet');
  });
  it('say how sure one is and what it follows from', () => {
    expect(findingWords({ ...main, consequenceOf: null })).toBe('hangs back (likely)');
    expect(findingWords({ ...main, consequenceOf: 'late-shift' })).toBe(
      'hangs back (likely, follows from: shifts late)',
    );
  });
  it('say of a swing what it shows, or why it is not judged', () => {
    const swing = { kind: 'full', tag: 'ball', mainFault: 'hangs-back', mainWord: 'likely', judgedBy: {} } as const;
    expect([verdictWords(swing), verdictWords(swing, true)]).toEqual(['hangs back, likely', 'hangs back']);
    expect(verdictWords({ ...swing, mainFault: null })).toBe('nothing found');
    expect(verdictWords({ ...swing, mainFault: null, judgedBy: null })).toBe('no swing found');
    expect(verdictWords({ ...swing, tag: 'practice swing' })).toBe('hangs back, likely');
    for (const brief of [false, true]) {
      expect(verdictWords({ ...swing, tag: 'exercise' }, brief)).toBe('exercise, not judged');
      expect(verdictWords({ ...swing, kind: 'half', judgedBy: null }, brief)).toBe('rehearsal, not judged');
      expect(verdictWords({ ...swing, kind: 'slow', tag: 'exercise' }, brief)).toBe('rehearsal, not judged');
    }
  });
  it('say of a set how often, tentative or not, and whether it comes and goes', () => {
    expect(shownIn(3, 5)).toBe('in 3 of 5 swings');
    expect(setFindingWords(main)).toBe('hangs back: likely, seen in 3 of 5.');
    expect(setFindingWords({ ...main, tentative: true, comesAndGoes: true })).toBe(
      'hangs back: likely, tentative, seen in 3 of 5; it comes and goes.',
    );
    expect(setFindingWords(undefined)).toBe('Nothing is found in the set.');
    expect(sawWords(main, '7-iron')).toMatch(
      /^[A-Z].*, in 3 of 5 swings with the 7-iron\. With the load on the lead foot at impact .*\.$/,
    );
  });
  it('say of a spread how wide it is and how wide it may be, never that every swing shows it', () => {
    const share = piece({ measures: ['share.lead.p7'], value: 9.1, limit: 7, spread: true });
    const wide = { ...main, fault: 'wide-spread', k: 12, n: 12, evidence: [share] };
    expect(setFindingWords(wide)).toBe(
      'is different every time: likely, spread of lead share, impact: SD 9 points, at most 7 points wanted.',
    );
    expect(showsWords(wide, 'driver')).toMatch(/wanted, with the driver$/);
    expect(showsWords(wide)).not.toContain('12');
  });
  it('say since when a set is judged, and what drifted', () => {
    const set = { n: 7, of: 22, drifted: null, steps: [] };
    const step = { at: 16, measure: 'share.lead.p7' as const, before: 58.2, after: 66.4 };
    expect(runWords(set, 'driver')).toBe('Over 7 swings with the driver');
    expect(runWords({ ...set, steps: [{ ...step, at: 5 }, step] }, 'driver')).toBe(
      'Over the last 7 of 22 swings with the driver, since swing 16: lead share, impact from 58% to 66%',
    );
    expect(runWords({ ...set, steps: [{ ...step, since: 'step off the ferry' }] }, 'driver')).toBe(
      'Over the last 7 of 22 swings with the driver, since “step off the ferry”, swing 16: lead share, impact from 58% to 66%',
    );
    expect(runWords({ ...set, drifted: { measure: 'share.lead.p7', from: 50, to: 60 } }, 'driver')).toBe(
      'Over 7 swings with the driver, which drifted: lead share, impact from 50% to 60%',
    );
  });
  it('say how much could be judged, or why nothing', () => {
    expect(fit({})).toBe('12 of 14 bands could be judged; fit 63%.');
    expect(fit({ fit: null })).toBe('12 of 14 bands could be judged.');
    expect(fit({ reason: 'Deep load says nothing about the wedge' })).toBe('Deep load says nothing about the wedge.');
  });
  it('say what would make one go away, each of its evidence, and that a limit is a first guess', () => {
    const piece = (provisional: boolean) =>
      ({
        measures: ['share.lead.p7'],
        direction: 'under',
        limit: 58,
        value: 40,
        spread: false,
        provisional,
      }) as unknown as Piece;
    expect(goneWords([])).toBe('');
    expect(goneWords([piece(false)])).toBe('Gone when lead share, impact is over 58%.');
    expect(goneWords([piece(false), piece(true)])).toBe(
      'Gone when lead share, impact is over 58% or lead share, impact is over 58%. This limit is provisional: Settings changes it.',
    );
  });
  it('say what became of the first cause', () => {
    expect(becameOf(null, null)).toBe('Nothing was found, and nothing is.');
    expect(becameOf(null, 'hangs-back')).toBe('A finding appears: hangs back.');
    expect(becameOf('hangs-back', null)).toBe('Gone: hangs back. Nothing else is found.');
    expect(becameOf('hangs-back', 'hangs-back')).toBe('Still there: hangs back.');
    expect(becameOf('hangs-back', 'late-shift')).toBe('Gone as the first cause: hangs back. Now first: shifts late.');
  });
});

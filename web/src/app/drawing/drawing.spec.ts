import { EVENT_NAMES } from '@vilko/core/events/event';
import type { ReadView } from '../workers/read-view';
import { ledgerRows } from './ledger/ledger-rows';
import { planesAt } from './forces/planes';
import { flagsOf, stavesFor, windowsOf } from './score/staves';
import { timeScale } from './score/time-scale';
import { footBox, footContours } from './track/contours';
import { placeLozenges } from './track/lozenges';
import { traceAt } from './trace';
import { figure } from '@vilko/core/words/amounts';
import { StanceWatch } from '../lesson/record/stance-watch';
import { viewOf } from '../testing/views';

describe('what is drawn of a swing', () => {
  let plates: ReadView;
  let mat: ReadView;
  beforeAll(() => {
    plates = viewOf({ device: 'mat-plates', seed: 5, fault: 'hangs-back' });
    mat = viewOf({ device: 'mat', seed: 6 });
  });

  it('shows six staves on plates, and says which a mat cannot fill', () => {
    expect(stavesFor(plates).shown.map((s) => s.id)).toEqual([
      'share',
      'sideways',
      'turning',
      'vertical',
      'foreaft',
      'mass',
    ]);
    expect(stavesFor(plates).missing).toBeNull();
    expect(stavesFor(mat).shown.map((s) => s.id)).toEqual(['share', 'vertical', 'mass']);
    expect(stavesFor(mat).missing).toContain('sideways, turning and fore–aft');
  });

  it('shows within the feet what a mat sees, and says elsewhere that only a mat does', () => {
    const choice = { staves: ['toes', 'inside', 'sideways'], byFoot: [] } as const;
    expect(stavesFor(mat, choice).shown.map((s) => [s.id, s.lines.map((l) => l.trace)])).toEqual([
      ['toes', ['toesLead', 'toesTrail']],
      ['inside', ['insideLead', 'insideTrail']],
    ]);
    expect(stavesFor(viewOf({ device: 'plates', seed: 5 }), choice).missing).toBe(
      'Cannot say: toes and inside – only a mat sees where in a foot the load lies.',
    );
    const both = stavesFor(viewOf({ device: 'boards', seed: 5 }), choice).missing;
    expect(both).toContain('sideways – this device has no horizontal forces; toes and inside – only a mat');
  });

  it('draws no single foot of one plate', () => {
    const one = viewOf({ device: 'plate', seed: 5 });
    expect(one.device).toBe('plate');
    // fore–aft is of both feet together there
    expect(stavesFor(one).shown.map((s) => [s.id, s.byFoot])).toContain(['foreaft', false]);
    expect(stavesFor(one).missing).toBeNull();
    expect(one.path!.assumed).toBeTrue();
  });

  it('shows the staves that were chosen, whole or by foot, in one order whatever was chosen first', () => {
    const choice = { staves: ['speed', 'pitching', 'vertical', 'tilting'], byFoot: ['vertical', 'speed'] } as const;
    const { shown, missing } = stavesFor(plates, choice);
    expect(shown.map((s) => [s.id, s.lines.map((l) => l.trace)])).toEqual([
      ['tilting', ['tilting']],
      ['pitching', ['pitching']],
      ['vertical', ['upLead', 'upTrail']],
      ['speed', ['speed']],
    ]);
    expect(missing).toBeNull();
    expect(flagsOf(plates, choice).map((f) => f.stave + f.letter)).toEqual(['verticalL ', 'speed']);
    // no window hangs on a stave that is not there
    expect(windowsOf(plates, flagsOf(plates, choice), choice)).toEqual([]);
    expect(stavesFor(mat, choice).missing).toBe(
      'Cannot say: tilting and pitching – this device has no horizontal forces.',
    );
    const one = viewOf({ device: 'plate', seed: 5 });
    expect(
      stavesFor(one, choice)
        .shown.find((s) => s.id === 'vertical')!
        .lines.map((l) => l.trace),
    ).toEqual(['up']);
  });

  it('draws a whole-body path with its load as a part of standing, and no forces', () => {
    const path = viewOf({ device: 'path', seed: 5 });
    const { shown, missing } = stavesFor(path);
    expect(shown.map((s) => [s.id, s.unit])).toEqual([
      ['share', '% of load'],
      ['vertical', '% of standing'],
    ]);
    expect(missing).toContain('this device knows the whole-body pressure only');
    expect(planesAt(path, path.events.p7!.t)).toBeNull();
    expect(flagsOf(path).map((f) => f.stave)).toEqual(['share']);
  });

  describe('forces in three planes', () => {
    const planeOf = (v: ReadView, name: string, t: number) => planesAt(v, t)!.find((p) => p.name === name)!;
    const tip = (v: ReadView, name: string, t: number) => {
      const { from, to } = planeOf(v, name, t).arrows.find((a) => a.who === 'whole')!;
      return [to[0] - from[0], to[1] - from[1]] as const;
    };
    it('point where the force points: up from the ground, to the target at the sideways peak', () => {
      const t = plates.events.p7!.t + (plates.measures['force.target.peak.ms'].value as number) / 1000;
      const [sideways, up] = tip(plates, 'front', t);
      expect(up).toBeLessThan(-60);
      expect(sideways).toBeGreaterThan(3);
      expect(tip(plates, 'above', t)[0]).toBeLessThan(-10);
    });
    it('turn the body as the torques of the staves say', () => {
      const t = plates.events.p7!.t + (plates.measures['torque.turn.peak.ms'].value as number) / 1000;
      const above = planeOf(plates, 'above', t);
      expect(above.torque).toBeCloseTo(plates.measures['torque.turn.peak'].value as number, 1);
      // toward the target, which is on the left: counter-clockwise from above
      expect([above.words, above.clockwise]).toEqual(['turns to the target', -1]);
      expect(planesAt(plates, t)!.map((p) => p.measure)).toEqual(['pitching', 'tilting', 'turning']);
    });
    it('pass the mass on the side to which they do not turn it', () => {
      for (const t of [plates.events.p3!.t, plates.events.p5!.t, plates.events.p7!.t]) {
        const { mass, lever, torque, arrows } = planeOf(plates, 'front', t);
        const whole = arrows.find((a) => a.who === 'whole')!;
        const cross =
          (lever![0] - mass[0]) * (whole.to[1] - whole.from[1]) - (lever![1] - mass[1]) * (whole.to[0] - whole.from[0]);
        // the picture does not draw forces and places to one scale in any other way: signs must agree
        expect(Math.sign(cross)).withContext(`${torque}`).toBe(-Math.sign(torque));
      }
    });
    it('are mirrored for a left-hander, and have no feet on one plate', () => {
      const left = viewOf({ device: 'plates', seed: 5, fault: 'hangs-back', handed: 'left' });
      const right = viewOf({ device: 'plates', seed: 5, fault: 'hangs-back' });
      const t = right.events.p5!.t;
      const [a, b] = [tip(right, 'above', t), tip(left, 'above', left.events.p5!.t)];
      expect(b[0]).toBeCloseTo(-a[0], -0.5);
      expect(planeOf(left, 'front', t).left).toBe('target');
      expect(planeOf(left, 'above', t).clockwise).toBe(-planeOf(right, 'above', t).clockwise as 1 | -1);
      const one = viewOf({ device: 'plate', seed: 5 });
      expect(planesAt(one, one.events.p5!.t)![1]!.arrows.map((x) => x.who)).toEqual(['whole']);
    });
  });

  it('flags the peaks that the measures hold', () => {
    const flags = flagsOf(plates);
    const sideways = flags.find((f) => f.stave === 'sideways')!;
    expect(sideways.v).toBeCloseTo(plates.measures['force.target.peak'].value as number, 0);
    expect(1000 * (sideways.t - plates.events.p7!.t)).toBeCloseTo(
      plates.measures['force.target.peak.ms'].value as number,
      -1,
    );
    expect(windowsOf(plates, flags).map((w) => w.measure)).toContain('share.lead.p7');
  });

  it('puts the soles, the route and the pressure of a mat in one frame', () => {
    const path = plates.path!;
    const [lead, trail] = path.soles.map((s) => s.reduce((n, p) => n + p[0], 0) / s.length) as [number, number];
    expect(lead).toBeGreaterThan(150);
    expect(trail).toBeLessThan(-150);
    const m = plates.mat!;
    let [w, along] = [0, 0];
    const frame = m.frames.subarray(0, m.rows * m.cols);
    frame.forEach((v, i) => {
      w += v;
      along += v * (m.origin[0] + Math.floor(i / m.cols) * m.rowStep[0] + (i % m.cols) * m.colStep[0]);
    });
    expect(along / w).toBeCloseTo(traceAt(path.along, plates.start), -1);
  });

  it('draws a left-hander with the lead foot on the target side too', () => {
    const left = viewOf({ device: 'mat', seed: 6, handed: 'left' });
    expect(left.handed).toBe('left');
    expect(left.path!.soles[0]!.every((p) => p[0] > 50)).toBeTrue();
  });

  it('opens the ledger with at most twelve rows, the evidence among them, in swing order', () => {
    const rows = ledgerRows(plates, false).flatMap((g) => g.rows);
    expect(rows.length).toBeLessThanOrEqual(12);
    expect(rows.map((r) => r.id)).toContain('share.lead.p7');
    const all = ledgerRows(mat, true).flatMap((g) => g.rows);
    expect(all.length).toBeGreaterThan(120);
    const absent = all.find((r) => r.id === 'force.target.peak')!;
    expect([absent.value, absent.reason]).toEqual([null, 'this device cannot measure horizontal forces']);
  });

  it('keeps time and drawing apart and together: every scale undoes itself', () => {
    for (const axis of ['eased', 'linear', 'phase'] as const) {
      const s = timeScale(axis, plates.events, plates.start, plates.end);
      for (const name of EVENT_NAMES) {
        const e = plates.events[name];
        if (e)
          expect(s.t(s.x(e.t)))
            .withContext(`${axis} ${name}`)
            .toBeCloseTo(e.t, 6);
      }
      expect(s.ticks.some((t) => t.label !== null)).toBeTrue();
    }
  });
});

describe('contours', () => {
  it('close around a foot and shrink with the level', () => {
    const cells = { rows: 12, cols: 8 };
    const value = (i: number) => {
      const [r, c] = [Math.floor(i / 8), i % 8];
      return r > 1 && r < 10 && c > 1 && c < 6 ? 100 - 8 * (Math.abs(r - 5.5) + Math.abs(c - 3.5)) : 0;
    };
    const box = footBox(cells, (i) => value(i) > 0)!;
    expect([box.r0, box.c0, box.rows, box.cols]).toEqual([1, 1, 10, 6]);
    const levels = footContours(box, cells, value, 100);
    expect(levels.length).toBeGreaterThan(4);
    const width = (k: number) => {
      const xs = levels[k]!.rings.flatMap((ring) => ring.map((p) => p[0]));
      return Math.max(...xs) - Math.min(...xs);
    };
    for (let k = 1; k < levels.length; k++) expect(width(k)).toBeLessThanOrEqual(width(k - 1));
    expect(width(levels.length - 1)).toBeLessThan(0.7 * width(0));
    for (const l of levels) for (const ring of l.rings) expect(ring[0]).toEqual(ring.at(-1));
    expect(footBox(cells, () => false)).toBeNull();
  });
});

describe('lozenges', () => {
  it('do not cover each other or leave the picture', () => {
    const route = Array.from({ length: 60 }, (_, i): [number, number] => [100 + 4 * i, 150 + 20 * Math.sin(i / 9)]);
    const marks = placeLozenges(
      [5, 20, 22, 24, 40, 58].map((i, n) => ({ n: n + 1, x: route[i]![0], y: route[i]![1] })),
      route,
      { w: 464, h: 280 },
    );
    for (const a of marks) {
      expect(a.lx).toBeGreaterThan(8);
      expect(a.ly).toBeGreaterThan(8);
      for (const b of marks) if (a !== b) expect(Math.hypot(a.lx - b.lx, a.ly - b.ly)).toBeGreaterThan(16);
    }
  });
});

describe('figures', () => {
  it('have a real minus sign and as many digits as their unit deserves', () => {
    expect(figure(-12.34, '%')).toBe('−12');
    expect(figure(-0.2, '%')).toBe('0');
    expect(figure(8.66, '%BW')).toBe('8.7');
    expect(figure(0.777, 'N·m/kg')).toBe('0.78');
    expect(figure(NaN)).toBe('–');
  });
});

describe('the stance watch', () => {
  const frame = (time: number, lead: number, trail: number) => ({
    sequence: 0,
    time,
    arrived: 0,
    load: lead + trail,
    lead,
    trail,
    places: [],
    mat: new Uint8Array(0),
  });
  it('says no share where the feet are not told apart, and still knows who stands still', () => {
    const w = new StanceWatch();
    const whole = (time: number, y: number) => ({
      ...frame(time, NaN, NaN),
      load: 750,
      places: [NaN, NaN, NaN, NaN, 0, y],
    });
    for (let t = 0; t <= 3; t += 0.1) w.see(whole(t, 0.001));
    const s = w.see(whole(3.1, 0.001));
    expect([s.there, s.lead, s.still > 2.9]).toEqual([true, NaN, true]);
    for (let t = 3.2; t < 4; t += 0.1) w.see(whole(t, -0.1));
    expect(w.see(whole(4, -0.1)).stir).toBe('load');
  });
  it('counts quiet seconds, starts again on a move, and knows when nobody stands there', () => {
    const w = new StanceWatch();
    let s = w.see(frame(0, 380, 370));
    for (let t = 0.1; t <= 3; t += 0.1) s = w.see(frame(t, 380 + Math.sin(t), 370));
    expect(s.still).toBeGreaterThan(2.5);
    for (let t = 3; t <= 3.5; t += 0.1) s = w.see(frame(t, 250, 500));
    expect(s.still).toBeLessThan(0.6);
    expect(s.lead).toBeLessThan(40);
    expect(w.see(frame(4, 3, 2)).there).toBeFalse();
  });
});

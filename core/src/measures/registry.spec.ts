import { type Capability, capability } from '../recording/capabilities.js';
import { MEASURE_IDS, MEASURES, measureRow } from './registry.js';

const basis = (device: Parameters<typeof capability>[0], id: string): Capability['basis'] =>
  capability(device, id).basis;

describe('the registry of measures', () => {
  it('has every id once, with words, a unit and a definition that is a sentence', () => {
    expect(new Set(MEASURE_IDS).size).toBe(MEASURES.length);
    for (const m of MEASURES) {
      expect(m.words.length).withContext(m.id).toBeGreaterThan(3);
      expect(m.unit).withContext(m.id).not.toBe('');
      expect(m.definition)
        .withContext(m.id)
        .toMatch(/^[A-Z].*\.$/);
      expect(m.id).toMatch(/^[a-z0-9.]+$/);
    }
    expect(measureRow('of.tomorrow')).toBeUndefined();
  });
  it('says of each what it needs and by which formula, in which file', () => {
    for (const m of MEASURES) {
      expect(m.needs)
        .withContext(m.id)
        .toMatch(/^[a-z].{8,}/);
      expect(m.source)
        .withContext(m.id)
        .toMatch(/; measures\/[\w-]+\.ts$/);
    }
    expect(measureRow('share.lead.p7')!.needs).toBe('the vertical load under each foot; P7');
    expect(measureRow('torque.turn.peak.ms')!.needs).toContain('the centre of mass; P7');
    expect(measureRow('mass.p4')!.source).toContain('pendulum');
  });
  it('names no two measures alike in the same part of the swing', () => {
    const seen = new Map<string, string>();
    for (const m of MEASURES) {
      const key = `${m.part} ${m.words}`;
      expect(seen.get(key))
        .withContext(`${m.id} is called as ${seen.get(key)}`)
        .toBeUndefined();
      seen.set(key, m.id);
    }
  });
});

describe('what a device can honestly say', () => {
  it('is the table of measuring.md §2', () => {
    for (const id of MEASURE_IDS) {
      const horizontal = /^(force\.(target|away|trail)|torque|foreaft|sequence|drive)\b/.test(id);
      for (const device of ['mat', 'boards'] as const)
        expect(basis(device, id) === 'absent')
          .withContext(`${device} ${id}`)
          .toBe(horizontal || id.startsWith('mass.speed') || (device === 'boards' && /(^toe\.|\.toe\.)/.test(id)));
      if (/^(share|load|cross|tempo|balance)\b/.test(id))
        for (const device of ['mat', 'plates', 'boards', 'mat-plates'] as const)
          expect(basis(device, id)).withContext(`${device} ${id}`).toBe('measured');
    }
    // a path says times, lengths and balance, derives what rests on shares, and nothing of loads, forces, feet or mass
    for (const [id, says] of Object.entries({
      'path.length.back': 'measured',
      'path.width': 'measured',
      'cop.speed.shift': 'measured',
      'balance.finish': 'measured',
      'tempo.ratio': 'measured',
      'force.up.peak.ms': 'measured',
      'force.up.min.phase': 'measured',
      'force.up.peak': 'absent',
      'force.up.min': 'absent',
      'force.up.rate': 'absent',
      'force.up.lead.peak.ms': 'absent',
      'share.lead.p7': 'derived',
      'cross.ms': 'derived',
      'path.shape': 'derived',
      'path.offset': 'absent',
      'foot.lead.fwd.p7': 'absent',
      'trail.off.ms': 'absent',
      'mass.back': 'absent',
      'torque.turn.peak': 'absent',
    } as const))
      expect(basis('path', id)).withContext(`path ${id}`).toBe(says);
    expect(basis('plates', 'foot.lead.fwd.p7')).toBe('derived');
    expect(basis('plates', 'foot.lead.load.min')).toBe('measured');
    expect(basis('mat-plates', 'foot.lead.fwd.p7')).toBe('measured');
    expect(basis('mat', 'mass.back')).toBe('derived');
    expect(basis('plates', 'mass.back')).toBe('measured');
    expect(basis('mat-plates', 'drive.tilt.p7')).toBe('derived');
  });
  it('has a reason wherever it is not a measurement', () => {
    for (const device of ['mat', 'plates', 'boards', 'mat-plates', 'plate', 'path'] as const)
      for (const id of MEASURE_IDS) {
        const c = capability(device, id);
        if (c.basis !== 'measured')
          expect(c.reason)
            .withContext(`${device} ${id}`)
            .toMatch(/\w+ \w+/);
      }
  });
});

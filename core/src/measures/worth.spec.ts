import { MEASURE_IDS, type MeasureId, worthOf } from './registry.js';

describe('the worth of a measure', () => {
  it('is what the table of judging.md says', () => {
    const table: readonly (readonly [MeasureId, number])[] = [
      ['share.lead.address', 2],
      ['share.lead.drop', 4],
      ['share.lead.p7', 3],
      ['load.trail.max', 3],
      ['recentre.share', 3],
      ['foot.lead.toe.p7', 3],
      ['press.gain', 2],
      ['load.trail.max.phase', 0.15],
      ['force.target.peak.phase', 0.2],
      ['onset.lead.ms', 25],
      ['load.trail.max.ms', 25],
      ['tempo.back', 25],
      ['force.target.peak.ms', 20],
      ['torque.turn.peak.ms', 20],
      ['cross.p7.ms', 15],
      ['trail.off.ms', 15],
      ['trail.contact.p7', 3],
      ['foot.trail.fwd.p4', 6],
      ['foot.trail.in.p4', 12],
      ['foot.lead.in.p7', 15],
      ['tempo.ratio', 0.25],
      ['club.back', 8],
      ['path.straightness.down', 0.08],
      ['path.length.down', 20],
      ['path.width', 10],
      ['path.offset', 8],
      ['cop.range', 4],
      ['force.target.peak', 1.5],
      ['force.up.min', 3],
      ['force.up.rate', 100],
      ['torque.turn.peak', 0.05],
      ['torque.turn.back', 0.03],
      ['mass.back', 8],
      ['mass.p7', 12],
      ['mass.speed.p7', 0.04],
      ['balance.settle', 4],
      ['cross.ms', 20],
      ['force.up.lead.peak.phase', 0.2],
      ['foot.lead.fwd.p3', 6],
      ['foot.lead.heel.ms', 15],
      ['foreaft.ratio', 0.15],
      ['foreaft.lead.back', 1.5],
      ['mass.split.max', 12],
      ['load.trail.leave.phase', 0.15],
      ['load.trail.leave.ms', 20],
      ['spike.lead.height', 6],
      ['spike.lead.ms', 20],
      ['drive.pitch.back', 0.02],
    ];
    for (const [id, worth] of table) {
      expect(worthOf(id)).withContext(id).toBe(worth);
    }
  });
  it('is there for every number, and for no name or list', () => {
    for (const id of MEASURE_IDS) {
      const named = id === 'path.shape' || id === 'sequence.order' || id.startsWith('quad.');
      if (named) expect(worthOf(id)).withContext(id).toBeNull();
      else expect(worthOf(id)).withContext(id).toBeGreaterThan(0);
    }
  });
});

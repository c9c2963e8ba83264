import { DEVICES, type DeviceKind } from './device-kinds.js';
import { placingOf } from './placing.js';

describe('placing a device', () => {
  it('is told for every kind: the ground, the ball, the room and the cables', () => {
    for (const kind of Object.keys(DEVICES) as DeviceKind[]) {
      const said = placingOf(kind).join(' ');
      expect(said).withContext(kind).toMatch(/level/);
      expect(said).withContext(kind).toMatch(/taped/);
      expect(said)
        .withContext(kind)
        .toMatch(/ceiling/);
      if (kind !== 'path') expect(said).withContext(kind).toMatch(/ball/);
    }
  });
});

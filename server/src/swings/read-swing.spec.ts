import { CORE_VERSION } from '@vilko/core';
import { type AboutSwing, summaryKey } from './read-swing.js';

describe('what a kept reading holds under', () => {
  const about: AboutSwing = { pupil: { handed: 'right', stature: 1.75, mass: 76 }, club: 'iron', kind: 'full' };
  const key = (more: Partial<AboutSwing>, marks = {}) => summaryKey({ ...about, ...more }, marks);

  it('is everything that changes its numbers: the core, the club, the kind, hand and stature, the marks', () => {
    const others = [
      key({ club: 'driver' }),
      key({ kind: 'half' }),
      key({ pupil: { ...about.pupil, handed: 'left' } }),
      key({ pupil: { ...about.pupil, stature: 1.8 } }),
      key({ pupil: { ...about.pupil, stature: null } }),
      key({}, { p4: 1.25 }),
    ];
    expect(new Set([key({}), ...others]).size).toBe(others.length + 1);
    expect(key({})).toContain(CORE_VERSION);
  });
  it('is not what changes none: a mass that is weighed with each swing', () => {
    expect(key({ pupil: { ...about.pupil, mass: 90 } })).toBe(key({}));
  });
});

import { tempoWords } from './film-marks';

describe('marks on a film', () => {
  it('give the tempo as sure as the frames allow', () => {
    expect(tempoWords({ P1: 0.5, P4: 1.4, P7: 1.7 }, 30)).toBe(
      'Going back 0.90 s, coming down 0.30 s (± 0.02 s): 3.0 to 1 (± 0.2).',
    );
    expect(tempoWords({ P1: 0.5, P4: 1.4, P7: 1.7 }, 240)).toContain('(± 0.00 s): 3.0 to 1 (± 0.0)');
  });
  it('say nothing without the three, and what is wrong when their order is', () => {
    expect(tempoWords({ P1: 0.5, P7: 1.7 }, 30)).toBe('');
    expect(tempoWords({ P1: 0.5, P4: 1.4, P7: 1.7 }, 0)).toBe('');
    expect(tempoWords({ P1: 0.5, P4: 1.9, P7: 1.7 }, 30)).toContain('not in this order');
  });
});

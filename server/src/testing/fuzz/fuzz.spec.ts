import { fuzzRound } from './round.js';

describe('a house that is asked what nobody should ask', () => {
  it('reads or refuses every damaged file in a sentence, answers every request and survives every visitor', async () => {
    const { found, tried } = await fuzzRound(20_261_130, { readers: 700, requests: 700, sockets: 40, slow: 60 });
    expect(found).toEqual([]);
    expect(tried).toBe(1500);
  }, 240_000);
});

import { DEVICE_KINDS } from '../recording/device-kinds.js';
import { GLOSSARY, glossaryMarkdown } from './glossary.js';
import { MEASURE_IDS } from './registry.js';

describe('the glossary', () => {
  it('explains every measure of the registry once, in the order of the swing', () => {
    expect(GLOSSARY.map((m) => m.id).sort()).toEqual([...MEASURE_IDS].sort());
    expect(GLOSSARY[0]!.part).toBe('Set up');
    expect(GLOSSARY.at(-1)!.part).toBe('Whole swing');
  });
  it('says for every device whether it measures, derives or cannot say, with the reason', () => {
    for (const m of GLOSSARY) {
      expect(m.devices.map((d) => d.device)).toEqual(DEVICE_KINDS);
      for (const d of m.devices)
        expect(d.reason === null)
          .withContext(`${m.id} on ${d.device}`)
          .toBe(d.basis === 'measured');
    }
  });
  it('is a table that any Markdown reader takes: as many cells in each row as in its head', () => {
    const lines = glossaryMarkdown()
      .split('\n')
      .filter((l) => l.startsWith('|'));
    expect(lines.length).toBe(MEASURE_IDS.length + 2 * 5);
    expect(new Set(lines.map((l) => l.split(/(?<!\\)\|/).length)).size).toBe(1);
  });
});

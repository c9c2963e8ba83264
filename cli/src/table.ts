import {
  type Analysis,
  cannotJudgeWords,
  EVENT_NAMES,
  figure,
  findingWords,
  type Judgement,
  measureRow,
  plusMinus,
  type SwingAnalysis,
} from '@vilko/core';

/** An analysis as a table for people. */
export function table(a: Analysis, judged?: readonly Judgement[]): string {
  const lines = [
    `${a.file}: ${a.device}, ${a.rate.toFixed(0)} Hz, ${a.swings.length} swing${a.swings.length === 1 ? '' : 's'}`,
  ];
  for (const w of a.warnings) lines.push(`  ! ${w}`);
  a.swings.forEach((s, i) => {
    lines.push('', `Swing ${i + 1}  ${s.start.toFixed(2)}–${s.end.toFixed(2)} s`);
    lines.push(...eventLines(s));
    lines.push(...measureLines(s));
    if (judged) lines.push(...judgementLines(judged[i]!));
  });
  return lines.join('\n');
}

function eventLines(s: SwingAnalysis): string[] {
  return EVENT_NAMES.map((p) => {
    const e = s.events[p];
    return `  ${p.toUpperCase().padEnd(4)} ${e ? `${e.t.toFixed(3)} s  ± ${(1000 * e.u).toFixed(0)} ms  ${e.source}` : 'not found'}`;
  });
}

function measureLines(s: SwingAnalysis): string[] {
  return Object.entries(s.measures).map(([id, m]) => {
    const name = `  ${id.padEnd(26)} ${(measureRow(id)?.words ?? '').padEnd(30)}`;
    if (m.value === null) return `${name} –  ${m.reason ?? ''}`;
    const value =
      typeof m.value === 'number'
        ? figure(m.value, m.unit)
        : Array.isArray(m.value)
          ? m.value.join(', ')
          : String(m.value);
    return `${name} ${value.padStart(9)} ${m.u === null ? '' : `${plusMinus(m.u, m.unit)} `}${m.unit}${m.basis === 'derived' ? '  (derived)' : ''}`;
  });
}

function judgementLines(j: Judgement): string[] {
  const c = j.comparison;
  const lines = [
    `  Against ${c.pattern} v${c.version}: fit ${c.fit === null ? '–' : `${Math.round(100 * c.fit)}%`}, ${c.judged} of ${c.of} bands judged`,
  ];
  if (!j.findings.length) lines.push('  No fault found.');
  for (const f of j.findings) lines.push(`  ${f.main ? '→' : ' '} ${findingWords(f)}`);
  for (const f of j.cannotJudge) lines.push(`    cannot be judged here: ${cannotJudgeWords(f)}`);
  return lines;
}

import { type Basis, DEVICE_KINDS, type DeviceKind } from '../recording/device-kinds.js';
import { capability, type ListedMeasure, MEASURES } from './registry.js';
import { type EventNeed, PARTS, SIGNALS } from './row.js';

/** A measure with everything a reader may ask about it. */
export interface GlossaryRow extends Omit<ListedMeasure, 'devices' | 'of'> {
  /** Signals, then events it is computed from, in words. */
  readonly needs: string;
  /** The formula, and the file that holds it. */
  readonly source: string;
  /** What each kind of device says of it, and the assumption or the reason where it does not measure it. */
  readonly devices: readonly { readonly device: DeviceKind; readonly basis: Basis; readonly reason: string | null }[];
}

const NEED: Partial<Record<EventNeed, string>> = {
  address: 'the address',
  onset: 'the first stir of the pressure',
  phase: 'at least two events for a phase',
};
const needsOf = ({ signals, events }: ListedMeasure): string =>
  [signals.map((s) => SIGNALS[s]), events.map((e) => NEED[e] ?? e.toUpperCase())]
    .filter((part) => part.length > 0)
    .map((part) => part.join(', '))
    .join('; ');

/** Every measure of the registry, explained, in the order of the swing. */
export const GLOSSARY: readonly GlossaryRow[] = PARTS.flatMap((part) => MEASURES.filter((m) => m.part === part)).map(
  (m) => ({
    ...m,
    needs: needsOf(m),
    source: `${m.formula}; measures/${m.family}.ts`,
    devices: DEVICE_KINDS.map((device) => {
      const { basis, reason } = capability(device, m.id);
      return { device, basis, reason: reason ?? null };
    }),
  }),
);

const MARK: Readonly<Record<Basis, string>> = { measured: 'yes', derived: 'derived', absent: '–' };

/** The glossary as Markdown: `docs/measures.md` is this text. */
export function glossaryMarkdown(): string {
  const head = `| id | measure | unit | worth | ${DEVICE_KINDS.join(' | ')} | definition | needs | formula |`;
  const line = (m: GlossaryRow) =>
    `| \`${m.id}\` | ${m.words} | ${m.unit} | ${m.worth ?? ''} | ${m.devices.map((d) => MARK[d.basis]).join(' | ')} | ${m.definition} | ${m.needs} | ${m.source.replaceAll('|', '\\|')} |`;
  const reasons = new Map<string, Set<string>>();
  for (const { devices } of GLOSSARY)
    for (const d of devices)
      if (d.reason) reasons.set(d.reason, (reasons.get(d.reason) ?? new Set()).add(`${d.device} (${d.basis})`));
  return [
    '# Measures',
    '',
    `${GLOSSARY.length} measures, from the registry (\`core/src/measures/registry.ts\`) by \`npx vilko measures\`. *Worth* is the smallest difference a`,
    'teacher would act on. *Derived* rests on an assumption that is named with the value; – cannot be said, with the reason.',
    ...PARTS.flatMap((part) => [
      '',
      `## ${part}`,
      '',
      head,
      `|---|---|---|---|${DEVICE_KINDS.map(() => '---|').join('')}---|---|---|`,
      ...GLOSSARY.filter((m) => m.part === part).map(line),
    ]),
    '',
    '## Assumptions and reasons',
    '',
    ...[...reasons].map(([reason, who]) => `- ${reason}: ${[...who].join(', ')}`),
    '',
  ].join('\n');
}

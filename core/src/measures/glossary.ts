import { worthOf } from '../compare/worth.js';
import { type Basis, capability } from '../recording/capabilities.js';
import type { DeviceKind } from '../recording/recording.js';
import { type MeasureRow, MEASURES, type Part } from './registry.js';

/** Kinds of device in the order a glossary shows them. */
export const GLOSSARY_DEVICES = [
  'mat-plates',
  'plates',
  'plate',
  'mat',
  'boards',
  'path',
] as const satisfies readonly DeviceKind[];

/** A measure with everything a reader may ask about it. */
export interface GlossaryRow extends MeasureRow {
  /** Smallest difference a teacher would act on, in the measure's unit; null for names and lists. */
  readonly worth: number | null;
  /** What each kind of device says of it, and the assumption or the reason where it does not measure it. */
  readonly devices: readonly { readonly device: DeviceKind; readonly basis: Basis; readonly reason: string | null }[];
}

export const PARTS: readonly Part[] = ['Set up', 'Going back', 'Coming down', 'Through', 'Whole swing'];

/** Every measure of the registry, explained, in the order of the swing. */
export const GLOSSARY: readonly GlossaryRow[] = PARTS.flatMap((part) => MEASURES.filter((m) => m.part === part)).map(
  (m) => ({
    ...m,
    worth: worthOf(m.id),
    devices: GLOSSARY_DEVICES.map((device) => {
      const { basis, reason } = capability(device, m.id);
      return { device, basis, reason: reason ?? null };
    }),
  }),
);

const MARK: Readonly<Record<Basis, string>> = { measured: 'yes', derived: 'derived', absent: '–' };

/** The glossary as Markdown: `docs/measures.md` is this text. */
export function glossaryMarkdown(): string {
  const head = `| id | measure | unit | worth | ${GLOSSARY_DEVICES.join(' | ')} | definition | needs | formula |`;
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
      `|---|---|---|---|${GLOSSARY_DEVICES.map(() => '---|').join('')}---|---|---|`,
      ...GLOSSARY.filter((m) => m.part === part).map(line),
    ]),
    '',
    '## Assumptions and reasons',
    '',
    ...[...reasons].map(([reason, who]) => `- ${reason}: ${[...who].join(', ')}`),
    '',
  ].join('\n');
}

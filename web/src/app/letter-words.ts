import type { Letter } from '@vilko/contract/letter';
import { clockText, shortDate } from '@vilko/core/words/dates';

/** How a letter stands, in a sentence. */
export function letterWords({ state, to, stateAt, why, tries }: Letter): string {
  const when = `${shortDate(stateAt)}, ${clockText(stateAt)}`;
  switch (state) {
    case 'sent':
      return `Sent to ${to}, ${when}${tries > 1 ? `, at the ${ordinal(tries)} try` : ''}.`;
    case 'failed':
      return `Did not go to ${to}, ${when}: ${why ?? 'nobody knows why'}.`;
    case 'sending':
      return `On its way to ${to} since ${when}.`;
    case 'handed over':
      return `Handed over for ${to}, ${when}.`;
    case 'written':
      return `Written for ${to}, ${when}, and not sent.`;
  }
}

const ordinal = (n: number): string => ['first', 'second', 'third', 'fourth', 'fifth'][n - 1] ?? `${n}th`;

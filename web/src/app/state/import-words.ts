import { DEVICES } from '@vilko/core/vocabulary';
import { capital, counted } from '@vilko/core/words';
import type { Imported, ShotsImported } from '@vilko/contract';

/** What is said when a list of shots was read. */
export function shotsText(file: string, { matched, waiting, left }: ShotsImported): string {
  const parts = [`${file}: ${counted(matched, 'shot')} matched to swings`];
  if (waiting) parts.push(`${waiting} kept that no swing is near in time`);
  if (left.length) parts.push(`columns left: ${left.join(', ')}`);
  return `${parts.join('; ')}.`;
}

/** What is said when a recording was read. */
export function importedText({ file, device, swings, warnings }: Imported): string {
  const many = swings.length === 1 ? 'one swing' : `${swings.length} swings`;
  return [`${file}: ${many} read from ${DEVICES[device].from}.`, ...warnings.map((w) => `${capital(w)}.`)].join(' ');
}

import { DEVICES } from '@vilko/core/recording/device-kinds';
import { counted } from '@vilko/core/words/amounts';
import { capital } from '@vilko/core/words/case';
import type { ShotsImported } from '@vilko/contract/shot';
import type { Imported } from '@vilko/contract/swing';

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

import type { Dialog } from '@angular/cdk/dialog';
import { MarkCard } from './mark-card';

/** Opens the card that puts something on the lesson's time line, unless another is open. */
export function openMarkCard(dialog: Dialog): void {
  if (!dialog.openDialogs.length) dialog.open(MarkCard, { ariaLabel: 'On the time line' });
}

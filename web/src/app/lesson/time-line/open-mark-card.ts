import type { Dialog } from '@angular/cdk/dialog';

/** Opens the card that puts something on the lesson’s time line, unless another is open; fetched when asked for. */
export async function openMarkCard(dialog: Dialog): Promise<void> {
  const { MarkCard } = await import('./mark-card');
  if (!dialog.openDialogs.length) dialog.open(MarkCard, { ariaLabel: 'On the time line' });
}

import type { MatDialog } from '@angular/material/dialog';
import { askIn } from '../layout/ask-in';

/** Asks who takes this device over; it is read when it is asked for. */
export async function openHandOn(dialog: MatDialog): Promise<void> {
  const { HandOn } = await import('./hand-on');
  await askIn(dialog, HandOn, undefined, 'hand-on-title');
}

import type { MatDialog } from '@angular/material/dialog';

/** Fetched before it is asked for, so that what is typed right after the key lands in it. */
const palette = () => import('./palette');
export function readyPalette(): void {
  setTimeout(() => void palette().catch(() => undefined), 1500);
}

/** Opens what finds any joint, line, brazer, page or action; once. */
export async function openPalette(dialog: MatDialog): Promise<void> {
  if (dialog.getDialogById('palette')) return;
  const { Palette } = await palette();
  dialog.open(Palette, { id: 'palette', ariaLabel: 'Find or do', width: 'min(620px, 96vw)', position: { top: '9vh' } });
}

export async function openKeySheet(dialog: MatDialog): Promise<void> {
  const { KeySheet } = await import('./key-sheet');
  dialog.open(KeySheet, { ariaLabelledBy: 'key-sheet-title' });
}

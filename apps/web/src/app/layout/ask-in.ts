import type { ComponentType } from '@angular/cdk/portal';
import type { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';

/**
 * Opens something that is asked in a dialog, and waits for its answer; null where it was closed without one.
 * @param titleId id of its heading, which names the dialog
 */
export async function askIn<Asked, Answer>(
  dialog: MatDialog,
  component: ComponentType<unknown>,
  data: Asked,
  titleId: string,
): Promise<Answer | null> {
  const open = dialog.open<unknown, Asked, Answer>(component, {
    data,
    width: '700px',
    maxWidth: '96vw',
    ariaLabelledBy: titleId,
  });
  return (await firstValueFrom(open.afterClosed())) ?? null;
}

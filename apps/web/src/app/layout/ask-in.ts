import type { ComponentType } from '@angular/cdk/portal';
import type { MatDialog, MatDialogRef } from '@angular/material/dialog';
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

/**
 * Opens a form in a dialog: a click beside it does not close it, Escape does. What is typed is kept by the form itself.
 * @param titleId id of its heading, which names the dialog
 */
export function openForm(
  dialog: MatDialog,
  component: ComponentType<unknown>,
  data: unknown,
  titleId: string,
): MatDialogRef<unknown> {
  const open = dialog.open(component, {
    data,
    width: '860px',
    maxWidth: '96vw',
    ariaLabelledBy: titleId,
    disableClose: true,
  });
  open.keydownEvents().subscribe((e) => {
    if (e.key === 'Escape') open.close();
  });
  return open;
}

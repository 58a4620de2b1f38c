import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Meaning } from '@hephaist/contracts/records/signature';
import { firstValueFrom } from 'rxjs';

/** What is put before the person who signs. */
export interface ToSign {
  /** What it is: "BPS-2 rev B", "the result of C-013". */
  readonly what: string;
  readonly meaning: Meaning;
  /** What is bound by the signature, in a few lines. */
  readonly lines: readonly string[];
  /** Sends it with the password; its refusals are shown and the dialog stays. */
  readonly send: (password: string) => Promise<void>;
}

/** Asks for the password again and signs; true when it was signed. */
@Injectable({ providedIn: 'root' })
export class Signer {
  private readonly dialog = inject(MatDialog);

  async sign(asked: ToSign): Promise<boolean> {
    const { SignDialog } = await import('./sign-dialog');
    const open = this.dialog.open<unknown, ToSign, boolean>(SignDialog, {
      data: asked,
      width: '460px',
      ariaLabelledBy: 'sign-title',
    });
    return (await firstValueFrom(open.afterClosed())) ?? false;
  }
}

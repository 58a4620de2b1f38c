import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Labelled } from '@hephaist/contracts/exchange/label';
import { askIn } from './ask-in';

/** Reads a label in a dialog: what it leads to, or null where none was read. */
@Injectable({ providedIn: 'root' })
export class Scan {
  private readonly dialog = inject(MatDialog);
  async label(): Promise<Labelled | null> {
    const { ScanLabel } = await import('./scan-label');
    return askIn<undefined, Labelled>(this.dialog, ScanLabel, undefined, 'scan-title');
  }
}

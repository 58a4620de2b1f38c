import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Fault } from '@hephaist/core/faults/faults';
import { askIn } from '../layout/ask-in';
import type { FaultAsked } from './fault-reader';

/** Opens the fault reader. */
@Injectable({ providedIn: 'root' })
export class ReadFault {
  private readonly dialog = inject(MatDialog);

  /** The fault whose word is taken; null where none is. */
  async read(asked: FaultAsked): Promise<Fault | null> {
    const { FaultReader } = await import('./fault-reader');
    return askIn(this.dialog, FaultReader, asked, 'fault-title');
  }
}

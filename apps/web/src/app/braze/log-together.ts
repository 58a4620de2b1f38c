import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { LogForm } from './log-form';
import type { Beside } from './together';

/** One confirmation for joints that were made alike; closes with those that were filed. */
@Component({
  selector: 'hp-log-together',
  imports: [LogForm, MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title id="together-title">{{ first.joint.mark }} and {{ rest.length }} alike</h2>
    <mat-dialog-content>
      <p>
        Rod, lots, nitrogen, brazer and looks are said once and stand in each entry: for joints that were all made and
        looked at.
      </p>
      <hp-log-form [joint]="first.joint" [plan]="first.plan" [besides]="rest" (logged)="dialog.close($event)" />
    </mat-dialog-content>
    <mat-dialog-actions><button matButton mat-dialog-close>Leave it</button></mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogTogether {
  protected readonly dialog = inject<MatDialogRef<LogTogether, readonly string[]>>(MatDialogRef);
  private readonly all = inject<readonly [Beside, ...Beside[]]>(MAT_DIALOG_DATA);
  protected readonly first = this.all[0];
  protected readonly rest = this.all.slice(1);
}

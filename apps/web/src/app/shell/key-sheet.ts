import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatDialogModule } from '@angular/material/dialog';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';

/** All keys on one sheet. */
@Component({
  selector: 'hp-key-sheet',
  imports: [Cell, Table, MatDialogModule],
  template: `
    <h2 mat-dialog-title id="key-sheet-title">Keys</h2>
    <mat-dialog-content>
      <hp-table [rows]="keys" [columns]="columns" [heads]="false">
        <ng-template hpCell="key" [rows]="keys" let-k
          ><kbd>{{ k[0] }}</kbd></ng-template
        >
      </hp-table>
      <h3>Joints in one line</h3>
      <p>
        <code>12x 7/8 acr cu-cu cpl horiz near txv 4in</code>: how many, size, tube, metals tube-socket, fitting,
        position, part nearby and how far. Any order; what is not said is one copper joint in ACR tube, a fitting,
        horizontal, nominal gap. Also <code>22mm</code>, <code>gap .003</code>, <code>up</code>, <code>down</code>,
        <code>stub</code>, <code>valve</code>, <code>swaged</code>, <code>patch</code>, <code>ring</code>,
        <code>coated</code>, <code>moves</code>, <code>wall</code> where something burns behind, a rod as
        <code>bag-24</code>; <code>1-1/8x7/8</code> is a reducing fitting, a joint of each size. A word that is not
        known is marked, never dropped. A line’s name before them puts them on it, and begins it where there is none:
        <code>suction 6x 7/8</code>.
      </p>
      <p class="quiet">
        Advice only: local codes and licensed practice govern. Values marked “from memory” are to be checked in the
        current edition of their source.
      </p>
    </mat-dialog-content>
    <mat-dialog-actions align="end"><button matButton="outlined" mat-dialog-close>Close</button></mat-dialog-actions>
  `,
  styles: `
    kbd {
      font: inherit;
      border: 1px solid var(--line-strong);
      border-radius: 3px;
      padding: 0 var(--space-3);
      white-space: nowrap;
    }
    p {
      margin-top: var(--space-5);
      max-width: 46ch;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeySheet {
  protected readonly columns: readonly Column<readonly [string, string]>[] = [
    { id: 'key', head: 'Key', names: true },
    { id: 'does', head: 'What it does', text: (k) => k[1] },
  ];
  protected readonly keys: readonly (readonly [string, string])[] = [
    ['1 – 5', 'Plan, Braze, Prove, Keep, Practise; in the schedule Alt+1 – Alt+5'],
    ['Ctrl+K', 'find any joint, line, person, procedure, coupon, lot, page or word, or do something'],
    ['arrows, Page Up, Page Down', 'from cell to cell; with Shift a range'],
    ['Home, End', 'first or last column; with Ctrl the first or last joint'],
    ['any letter or figure', 'type over the cell; Enter down, Tab right, Esc leaves it as it was'],
    ['Enter, F2', 'change the cell'],
    ['Ctrl+Enter', 'while typing: the same into every row of the range'],
    ['Ctrl+D', 'fill the range from its first row'],
    ['Ctrl+C, Ctrl+V', 'copy and paste cells, to and from a spreadsheet'],
    ['Ctrl+Shift+V', 'paste rows as new joints'],
    ['Delete', 'empty the cells; on the mark, take the joint away (one with a log entry stays)'],
    ['Ctrl+Z, Ctrl+Y', 'undo, redo: joints, lines and the job'],
    ['Alt+N, Alt+E', 'add a joint, edit it in its form'],
    ['F8', 'in a measuring field: the caliper stand-in types a reading'],
    ['/', 'find in the schedule'],
    ['Tab', 'to the next control'],
    ['← →', 'move a slider: joint from cold to brazing heat'],
    ['Esc', 'close what is open; nothing is saved'],
    ['?', 'this sheet'],
  ];
}

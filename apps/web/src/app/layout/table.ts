import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, contentChildren, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatTableModule } from '@angular/material/table';
import { Cell } from './cell';

/** A column: what heads it and what its cells say, unless the table is given a cell for it. */
export interface Column<T> {
  readonly id: string;
  readonly head: string;
  readonly text?: (row: T) => string;
  /** Set against the right, figure under figure. */
  readonly number?: boolean;
  /** The head is only heard. */
  readonly quiet?: boolean;
  /** It names its row. */
  readonly names?: boolean;
  /** It opens its row. */
  readonly opens?: boolean;
  readonly tone?: (row: T) => string;
  /** Where a row is read as a card, it stands beside what the row is, without its head. */
  readonly beside?: boolean;
}

/** From so many columns on a narrow screen shows each row as a card. */
const MANY = 5;

/** Rows under heads, in the house's dress; a column that opens rows has a button in each. */
@Component({
  selector: 'hp-table',
  imports: [MatButtonModule, MatTableModule, NgTemplateOutlet],
  template: `
    <table mat-table [class.cards]="columns().length >= MANY" [dataSource]="rows()" [trackBy]="byPlace">
      @for (c of columns(); track c.id) {
        <ng-container [matColumnDef]="c.id">
          <th mat-header-cell *matHeaderCellDef scope="col" [class.number]="c.number">
            <span [class.visually-hidden]="c.quiet">{{ c.head }}</span>
          </th>
          <td
            mat-cell
            *matCellDef="let row; let i = index"
            [class]="c.tone?.(row) ?? ''"
            [class.number]="c.number"
            [class.beside]="c.beside"
            [attr.data-head]="c.head"
            [attr.role]="c.names || c.opens ? 'rowheader' : null"
          >
            @if (c.opens) {
              <button
                matButton
                class="opens"
                [attr.aria-current]="current()(row) ? 'true' : null"
                (click)="opened.emit(row)"
              >
                {{ c.text?.(row) }}
              </button>
            } @else if (cells().get(c.id); as cell) {
              <ng-container *ngTemplateOutlet="cell; context: { $implicit: row, index: i }" />
            } @else {
              {{ c.text?.(row) }}
            }
          </td>
        </ng-container>
      }
      @if (heads()) {
        <tr mat-header-row *matHeaderRowDef="ids()"></tr>
      }
      <tr mat-row *matRowDef="let row; columns: ids()" [class.picked]="current()(row)"></tr>
      <tr *matNoDataRow>
        <td class="mat-mdc-cell quiet" [attr.colspan]="ids().length">{{ empty() }}</td>
      </tr>
    </table>
  `,
  styleUrl: './table.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Table<T> {
  readonly rows = input.required<readonly T[]>();
  readonly columns = input.required<readonly Column<T>[]>();
  /** What stands there where nothing does. */
  readonly empty = input('Nothing on file.');
  readonly heads = input(true);
  /** Whether a row is the one that is shown beside the table. */
  readonly current = input<(row: T) => boolean>(() => false);
  readonly opened = output<T>();
  private readonly drawn = contentChildren<Cell<T>>(Cell);
  protected readonly cells = computed(() => new Map(this.drawn().map((c) => [c.hpCell(), c.template])));
  /** Rows stay where they are while what they say changes: a field in one keeps the focus. */
  protected readonly byPlace = (index: number): number => index;
  protected readonly MANY = MANY;
  protected readonly ids = computed(() => this.columns().map((c) => c.id));
}

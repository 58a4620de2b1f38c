import { Directive, inject, input, TemplateRef } from '@angular/core';

export interface CellContext<T> {
  readonly $implicit: T;
  readonly index: number;
}

/** How the cells of one column are drawn: `<ng-template hpCell="state" [rows]="rows()" let-r>`. */
@Directive({ selector: 'ng-template[hpCell]' })
export class Cell<T> {
  /** Id of the column. */
  readonly hpCell = input.required<string>();
  /** The rows of the table, for the type of one. */
  readonly rows = input<readonly T[]>();
  readonly template = inject<TemplateRef<CellContext<T>>>(TemplateRef);

  static ngTemplateContextGuard<T>(_cell: Cell<T>, _context: unknown): _context is CellContext<T> {
    return true;
  }
}

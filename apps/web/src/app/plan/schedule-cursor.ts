import { computed, type Signal, signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Column } from './schedule-columns';
import type { Range } from './schedule-edit';

/** Rows and columns that a key moves the cursor by. */
export const CURSOR_KEYS: Readonly<Record<string, readonly [rows: number, columns: number]>> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
  PageDown: [12, 0],
  PageUp: [-12, 0],
  Home: [0, -1e6],
  End: [0, 1e6],
};

/** Where the cursor stands, or one end of a range. */
export interface Place {
  readonly id: string;
  readonly column: string;
}

/** What the cursor walks over. */
export interface Ground {
  /** The joints shown, in order. */
  readonly walk: Signal<readonly Joint[]>;
  readonly columns: Signal<readonly Column[]>;
  readonly selectedId: Signal<string | null>;
  readonly select: (id: string) => void;
}

/** The cursor of the schedule and the range it spans; the joint it stands on is the selected one. */
export class ScheduleCursor {
  private readonly column = signal('mark');
  private readonly anchor = signal<Place | null>(null);
  private readonly index = computed(() => new Map(this.ground.walk().map((j, i) => [j.id, i])));

  constructor(private readonly ground: Ground) {}

  readonly place = computed((): Place | null => {
    const id = this.ground.selectedId();
    if (!id) return null;
    return { id, column: this.ground.columns().some((c) => c.id === this.column()) ? this.column() : 'mark' };
  });
  /** The column the cursor stands in. */
  readonly in = computed(() => this.ground.columns().find((c) => c.id === this.place()?.column) ?? null);
  /** True while the joint it stands on is among those shown. */
  readonly shown = computed(() => this.index().has(this.place()?.id ?? ''));

  /** The rectangle from anchor to cursor, among the joints and columns shown. */
  readonly range = computed((): Range | null => {
    const at = this.place();
    if (!at) return null;
    const from = this.anchor() ?? at;
    const [r0, r1] = [this.index().get(from.id), this.index().get(at.id)];
    if (r1 === undefined) return null;
    const [c0, c1] = [this.columnIndex(from.column), this.columnIndex(at.column)];
    return {
      top: Math.min(r0 ?? r1, r1),
      bottom: Math.max(r0 ?? r1, r1),
      left: Math.min(c0, c1),
      right: Math.max(c0, c1),
    };
  });
  readonly joints = computed(() => {
    const range = this.range();
    return range ? this.ground.walk().slice(range.top, range.bottom + 1) : [];
  });
  readonly columns = computed(() => {
    const range = this.range();
    return range ? this.ground.columns().slice(range.left, range.right + 1) : [];
  });
  private readonly ids = computed(() => new Set(this.joints().length > 1 ? this.joints().map((j) => j.id) : []));

  private columnIndex(id: string): number {
    return Math.max(
      0,
      this.ground.columns().findIndex((c) => c.id === id),
    );
  }

  is(jointId: string, columnId: string): boolean {
    return this.place()?.id === jointId && this.place()?.column === columnId;
  }

  /** True where a cell lies in a range of more than one cell. */
  covers(jointId: string, columnIndex: number): boolean {
    const range = this.range();
    if (!range || columnIndex < range.left || columnIndex > range.right) return false;
    return this.ids().has(jointId) || (range.left !== range.right && jointId === this.place()?.id);
  }

  /** One cell again. */
  collapse(): void {
    this.anchor.set(null);
  }

  moveTo(row: number, column: number, extend: boolean): void {
    const rows = this.ground.walk();
    const columns = this.ground.columns();
    const joint = rows[Math.max(0, Math.min(rows.length - 1, row))];
    const to = columns[Math.max(0, Math.min(columns.length - 1, column))];
    if (!joint || !to) return;
    if (extend) this.anchor.update((a) => a ?? this.place());
    else this.anchor.set(null);
    this.column.set(to.id);
    this.ground.select(joint.id);
  }

  /** Moves by rows and columns; from a joint that is not shown it goes to the first. */
  step(rows: number, columns: number, extend: boolean): void {
    const at = this.place();
    if (!at) return;
    const row = this.index().get(at.id);
    this.moveTo(row === undefined ? 0 : row + rows, this.columnIndex(at.column) + columns, extend);
  }

  /** Goes to one cell. */
  goTo(jointId: string, columnId: string, extend: boolean): void {
    const row = this.index().get(jointId);
    if (row !== undefined) this.moveTo(row, this.columnIndex(columnId), extend);
  }

  /** Spans everything shown. */
  all(): void {
    this.moveTo(Infinity, Infinity, false);
    this.anchor.set({ id: this.ground.walk()[0]?.id ?? '', column: this.ground.columns()[0]?.id ?? 'mark' });
  }
}

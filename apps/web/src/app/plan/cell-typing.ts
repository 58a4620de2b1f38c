import { signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { CellWriter } from './cell-writer';
import type { Column, Eye } from './schedule-columns';
import type { Place, ScheduleCursor } from './schedule-cursor';

/** What cells are typed in. */
export interface TypingGround {
  readonly cursor: ScheduleCursor;
  readonly cells: Pick<CellWriter, 'read' | 'save'>;
  readonly columns: () => readonly Column[];
  readonly eye: () => Eye;
  readonly selected: () => Joint | null;
  readonly jointOf: (id: string) => Joint | undefined;
  /** Puts the keyboard into the cell's box; all of its text is marked where nothing was typed yet. */
  readonly focusBox: (mark: boolean) => void;
  readonly focusGrid: () => void;
}

/** Typing into one cell of the schedule. A refused text stays beside the cell, and the cell lets go. */
export class CellTyping {
  private readonly at = signal<Place | null>(null);
  readonly text = signal('');
  readonly problem = signal<string | null>(null);
  /** What was typed into a cell and could not be read when the cell was left. */
  readonly left = signal<(Place & { readonly text: string; readonly says: string }) | null>(null);

  constructor(private readonly ground: TypingGround) {}

  isOpen = (): boolean => this.at() !== null;
  isIn = (jointId: string, columnId: string): boolean => this.at()?.id === jointId && this.at()?.column === columnId;

  /** Opens the cursor's cell. @param text what was typed over it; null takes up what stands there */
  start(text: string | null): void {
    const { cursor, selected, eye } = this.ground;
    const at = cursor.place();
    const joint = selected();
    const column = cursor.in();
    if (!at || !joint || !column) return;
    if (!cursor.shown()) {
      this.problem.set(`${joint.mark} is not among the joints shown: pick one that is.`);
      return;
    }
    if (!column.cell) {
      this.problem.set(`${column.title} is worked out, not typed.`);
      return;
    }
    const left = this.left();
    const kept = left?.id === at.id && left.column === at.column ? left.text : null;
    this.text.set(text ?? kept ?? column.cell.write(joint, eye().words));
    this.left.set(null);
    this.problem.set(null);
    this.at.set(at);
    this.ground.focusBox(text === null && kept === null);
  }

  type(text: string): void {
    this.text.set(text);
    this.problem.set(null);
  }

  private end(): void {
    this.at.set(null);
    this.problem.set(null);
    this.ground.focusGrid();
  }

  /** Reads what was typed into the cursor's cell, or all cells of the range; true when it was taken. */
  private commit(text: string, all: boolean): boolean {
    const { cells, columns, cursor, jointOf } = this.ground;
    const at = this.at();
    const column = columns().find((c) => c.id === at?.column);
    const joint = at ? jointOf(at.id) : undefined;
    if (!column || !joint) return true;
    const joints = all ? cursor.joints() : [joint];
    const texts = joints.map((j) => ({ joint: j, column, text }));
    const outcome = cells.read(texts);
    if (outcome.problems[0]) {
      this.problem.set(outcome.problems[0].says);
      return false;
    }
    this.end();
    void cells.save(outcome, texts);
    return true;
  }

  onKey(event: KeyboardEvent, text: string): void {
    const { cursor } = this.ground;
    event.stopPropagation();
    if (event.key === 'Escape') this.end();
    else if (event.key === 'Enter') {
      const all = event.ctrlKey || event.metaKey;
      if (this.commit(text, all) && !all) cursor.step(event.shiftKey ? -1 : 1, 0, false);
    } else if (event.key === 'Tab') {
      if (this.commit(text, false)) cursor.step(0, event.shiftKey ? -1 : 1, false);
    } else return;
    event.preventDefault();
  }

  /** A quick hand types on before the cell's box has the focus: nothing of it is lost. */
  onEarlyKey(event: KeyboardEvent, command: boolean): void {
    if (event.key.length === 1 && !command) {
      this.type(this.text() + event.key);
      event.preventDefault();
    } else this.onKey(event, this.text());
  }

  /** Leaving the cell takes what can be read; what cannot is kept beside it, and the cell lets go. */
  leave(text: string): void {
    const at = this.at();
    if (!at || this.commit(text, false)) return;
    const mark = this.ground.jointOf(at.id)?.mark ?? '';
    this.left.set({ ...at, text, says: `${mark} “${text}”: ${this.problem() ?? ''}` });
    this.at.set(null);
    this.problem.set(null);
  }

  /** Goes back to the cell whose text was not taken. */
  backToLeft(): void {
    const left = this.left();
    if (!left) return;
    this.ground.cursor.goTo(left.id, left.column, false);
    this.start(null);
  }
}

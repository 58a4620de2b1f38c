import type { Signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import { newId } from '../data/outbox';
import type { Column, Eye } from './schedule-columns';
import type { ScheduleCursor } from './schedule-cursor';
import type { CellText } from './schedule-edit';
import { fromTsv, planPaste, readPaste, toTsv } from './schedule-paste';
import { jointsWord } from './step-done';

/** What is copied from and pasted over. */
export interface ClipboardGround {
  readonly cursor: Pick<ScheduleCursor, 'range' | 'joints' | 'columns'>;
  /** The joints shown, in order. */
  readonly walk: Signal<readonly Joint[]>;
  readonly columns: Signal<readonly Column[]>;
  readonly eye: Signal<Eye>;
  readonly joints: () => readonly Joint[];
  /** The line of new joints; none where the job has none. */
  readonly line: () => Line | undefined;
}

/** What a paste asks for, what is to be said of it, or why nothing came of it. */
export type PasteOutcome =
  { readonly texts: readonly CellText[]; readonly says: readonly string[] } | { readonly failure: string };

/** Copies cells of the schedule out and lays what is pasted over it. */
export class ScheduleClipboard {
  /** The next paste makes new joints: Ctrl+Shift+V was pressed. */
  asNew = false;

  constructor(private readonly ground: ClipboardGround) {}

  copy(event: ClipboardEvent): void {
    const { cursor, eye } = this.ground;
    event.preventDefault();
    event.clipboardData?.setData('text/plain', toTsv(cursor.joints(), cursor.columns(), eye()));
  }

  /** Null where nothing was pasted that could be taken. */
  paste(text: string): PasteOutcome | null {
    const { cursor, walk, columns } = this.ground;
    const asNew = this.asNew;
    this.asNew = false;
    const joints = this.ground.joints();
    const nowhere = { top: 0, bottom: 0, left: 0, right: 0 };
    const range = cursor.range() ?? (joints.length && !asNew ? null : nowhere);
    if (!range || !text) return null;
    const line = this.ground.line();
    if (!line) return { failure: 'This job has no line yet: begin one first, then paste its joints.' };
    const plan = planPaste(readPaste(fromTsv(text)), range, walk(), columns(), {
      line,
      marks: joints.map((j) => j.mark),
      sort: joints.at(-1)?.sort ?? 0,
      like: joints.filter((j) => j.lineId === line.id).at(-1),
      newId,
      asNew,
    });
    const says = [
      ...(plan.fresh.length ? [`${jointsWord(plan.fresh.length)} added below.`] : []),
      ...(plan.spare ? [`${plan.spare} cells that have no column here were left out.`] : []),
    ];
    return { texts: plan.texts, says };
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatTooltipModule } from '@angular/material/tooltip';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import type { LineLayout } from '@hephaist/core/purge/layout';
import { lineCautions } from '@hephaist/core/purge/line-cautions';
import { lineTotals } from '@hephaist/core/purge/network';
import { displayUnit } from '@hephaist/core/units/units';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { JobStore } from '../data/job.store';
import { saveFile } from '../data/save-file';
import { DraftSteps } from '../forms/draft-steps';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick } from '../forms/pick';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import { QtyPipe } from '../units/qty.pipe';
import { UnitsStore } from '../units/units.store';
import { branchFrom, removeRun } from './draw-steps';
import {
  draftOfLayout,
  type LayoutDraft,
  layoutOf,
  layoutProblems,
  marksNowhere,
  type PointDraft,
  readRunsCsv,
  type RunDraft,
  runsCsv,
} from './layout-draft';
import { LineEditor } from './line-editor';
import { renamePoint } from './rename-point';

/** The line's runs and points as tables: typed, added, taken away, brought in from CSV; checked as they are typed. */
@Component({
  selector: 'hp-layout-form',
  imports: [Cell, Table, MatButtonModule, MatIconModule, MatTooltipModule, Entry, FormOf, Pick, LineEditor, QtyPipe],
  templateUrl: './layout-form.html',
  styleUrl: './layout-form.scss',
  host: { '(keydown)': 'onKey($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayoutForm {
  readonly line = input.required<Line>();
  readonly layout = input.required<LineLayout>();
  readonly joints = input.required<readonly Joint[]>();
  readonly closed = output();
  private readonly store = inject(JobStore);
  private readonly system = inject(UnitsStore).system();
  protected readonly unit = {
    run: displayUnit('run', this.system).symbol,
    bore: displayUnit('diameter', this.system).symbol,
  };
  protected readonly kinds = plain(['point', 'source', 'vent', 'cap'] as const);
  protected readonly valves = plain(['open', 'shut'] as const);
  protected readonly draft = linkedSignal((): LayoutDraft => draftOfLayout(this.layout(), this.joints(), this.system));
  protected readonly form = new Form(this.draft, {
    now: () => layoutProblems(this.draft(), this.joints(), this.system),
    keep: () => `drawing ${this.line().id}`,
  });
  protected readonly steps = new DraftSteps<LayoutDraft>();
  protected readonly nowhere = computed(() => marksNowhere(this.draft(), this.joints()));
  protected readonly nowhereRuns = computed(() => markRuns(this.nowhere()).slice(0, 8).join(', '));
  protected readonly pointNames = computed(() => plain(this.draft().points.map((p) => p.id)));
  protected readonly runColumns: readonly Column<RunDraft>[] = [
    { id: 'from', head: 'From' },
    { id: 'to', head: 'To' },
    { id: 'length', head: `Length (${this.unit.run})` },
    { id: 'bore', head: `Bore (${this.unit.bore})` },
    { id: 'loss', head: 'Fittings' },
    { id: 'valve', head: 'Valve' },
    { id: 'away', head: 'Take away', quiet: true },
  ];
  protected readonly pointColumns: readonly Column<PointDraft>[] = [
    { id: 'id', head: 'Point' },
    { id: 'kind', head: 'Is a' },
    { id: 'hole', head: `Vent hole (${this.unit.bore})` },
    { id: 'marks', head: 'Joints there' },
  ];
  /** The line as far as it can be read, for the drawing and its sums. */
  protected readonly drawnSoFar = computed(() => layoutOf(this.draft(), this.joints(), this.system).layout);
  protected readonly totals = computed(() => {
    const sound = this.drawnSoFar().runs.filter((r) => r.lengthM > 0 && r.boreM > 0);
    return lineTotals(sound);
  });
  protected readonly cautions = computed(() => lineCautions(this.drawnSoFar()));

  /** Takes a step of the drawing, so that it can be taken back. */
  protected change(next: LayoutDraft): void {
    const before = this.draft();
    if (next === before) return;
    this.steps.did(before);
    this.form.set(next);
  }

  protected undo(): void {
    const before = this.steps.undo(this.draft());
    if (before) this.form.set(before);
  }

  protected redo(): void {
    const next = this.steps.redo(this.draft());
    if (next) this.form.set(next);
  }

  /** Ctrl+Z and Ctrl+Y, but in a field, where they are of what is typed in it. */
  protected onKey(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || (event.target as Element).matches('input, textarea')) return;
    const key = event.key.toLowerCase();
    if (key === 'z' && !event.shiftKey) this.undo();
    else if (key === 'y' || key === 'z') this.redo();
    else return;
    event.preventDefault();
  }

  protected setRun(i: number, change: Partial<RunDraft>): void {
    const d = this.draft();
    this.change({ ...d, runs: d.runs.map((r, k) => (k === i ? { ...r, ...change } : r)) });
  }

  protected setPoint(i: number, change: Partial<PointDraft>): void {
    const d = this.draft();
    if (change.id !== undefined) this.change(renamePoint(d, i, change.id));
    else this.change({ ...d, points: d.points.map((p, k) => (k === i ? { ...p, ...change } : p)) });
  }

  /** Joints that stand nowhere go to a point. */
  protected placeAt(id: string): void {
    const d = this.draft();
    const add = (marks: string): string => [marks, ...this.nowhere()].filter(Boolean).join(' ');
    this.change({ ...d, points: d.points.map((p) => (p.id === id ? { ...p, marks: add(p.marks) } : p)) });
  }

  protected addRun(): void {
    const d = this.draft();
    this.change(branchFrom(d, d.runs.at(-1)?.from ?? d.points[0]?.id ?? ''));
  }

  protected removeRun(i: number): void {
    this.change(removeRun(this.draft(), i));
  }

  protected saveCsv(): void {
    saveFile(new Blob([runsCsv(this.draft().runs)], { type: 'text/csv' }), `${this.line().prefix}-runs.csv`);
  }

  protected async bringIn(picker: HTMLInputElement): Promise<void> {
    const file = picker.files?.[0];
    picker.value = '';
    if (!file) return;
    const read = readRunsCsv(await file.text(), this.draft().points);
    if ('says' in read) this.form.failure.set(read.says);
    else {
      this.form.failure.set(null);
      this.change(read.draft);
    }
  }

  /** Saves the drawing; null forgets it and goes back to the straight line. */
  protected async save(drawn: boolean): Promise<void> {
    const layout = drawn ? layoutOf(this.draft(), this.joints(), this.system).layout : null;
    const send = () => this.store.change('line', [{ ...this.line(), layout }]);
    if (!(await (drawn ? this.form.submit(send) : this.form.run(send)))) return;
    this.form.forget();
    this.closed.emit();
  }
}

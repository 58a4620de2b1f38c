import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import type { Joint, Line } from '@hephaist/contracts';
import { displayUnit, lineCautions, type LineLayout, lineTotals } from '@hephaist/core';
import { JobStore } from '../data/job.store';
import { saveFile } from '../data/save-file';
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
  type PointDraft,
  readRunsCsv,
  type RunDraft,
  runsCsv,
} from './layout-draft';
import { LineEditor } from './line-editor';

/** The line's runs and points as tables: typed, added, taken away, brought in from CSV; checked as they are typed. */
@Component({
  selector: 'hp-layout-form',
  imports: [Cell, Table, MatButtonModule, MatIconModule, Entry, FormOf, Pick, LineEditor, QtyPipe],
  templateUrl: './layout-form.html',
  styleUrl: './layout-form.scss',
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
  });
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

  protected setRun(i: number, change: Partial<RunDraft>): void {
    this.draft.update((d) => ({ ...d, runs: d.runs.map((r, k) => (k === i ? { ...r, ...change } : r)) }));
  }

  protected setPoint(i: number, change: Partial<PointDraft>): void {
    this.draft.update((d) => {
      const was = d.points[i]?.id ?? '';
      const renamed = change.id !== undefined;
      const runs = renamed
        ? d.runs.map((r) => ({
            ...r,
            from: r.from === was ? (change.id ?? '') : r.from,
            to: r.to === was ? (change.id ?? '') : r.to,
          }))
        : d.runs;
      return { runs, points: d.points.map((p, k) => (k === i ? { ...p, ...change } : p)) };
    });
  }

  protected addRun(): void {
    this.draft.update((d) => branchFrom(d, d.runs.at(-1)?.from ?? d.points[0]?.id ?? ''));
  }

  protected removeRun(i: number): void {
    this.draft.update((d) => removeRun(d, i));
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
      this.draft.set(read.draft);
    }
  }

  /** Saves the drawing; null forgets it and goes back to the straight line. */
  protected async save(drawn: boolean): Promise<void> {
    const layout = drawn ? layoutOf(this.draft(), this.joints(), this.system).layout : null;
    const send = () => this.store.change('line', [{ ...this.line(), layout }]);
    if (await (drawn ? this.form.submit(send) : this.form.run(send))) this.closed.emit();
  }
}

import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import type { Joint, Line, Stored } from '@hephaist/contracts';
import { displayUnit, type LineLayout } from '@hephaist/core';
import { plainRecord } from '../data/history';
import { JobStore } from '../data/job.store';
import { saveFile } from '../data/save-file';
import { problemAt } from '../forms/problems';
import { UnitsStore } from '../units/units.store';
import {
  draftOfLayout,
  layoutOf,
  layoutProblems,
  readRunsCsv,
  runsCsv,
  type LayoutDraft,
  type PointDraft,
  type RunDraft,
} from './layout-draft';

/** The line's runs and points as tables: typed, added, taken away, brought in from CSV; checked as they are typed. */
@Component({
  selector: 'hp-layout-form',
  templateUrl: './layout-form.html',
  styleUrl: './layout-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayoutForm {
  readonly line = input.required<Stored<Line>>();
  readonly layout = input.required<LineLayout>();
  readonly joints = input.required<readonly Joint[]>();
  readonly closed = output();
  private readonly store = inject(JobStore);
  private readonly system = inject(UnitsStore).system();
  protected readonly unit = {
    run: displayUnit('run', this.system).symbol,
    bore: displayUnit('diameter', this.system).symbol,
  };
  protected readonly kinds = ['point', 'source', 'vent', 'cap'] as const;
  protected readonly draft = linkedSignal((): LayoutDraft => draftOfLayout(this.layout(), this.joints(), this.system));
  protected readonly problems = computed(() => layoutProblems(this.draft(), this.joints(), this.system));
  protected readonly general = computed(() => this.problems().filter((p) => !/\.\d+\./.test(`.${p.field}.`)));
  protected readonly failure = signal<string | null>(null);

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

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

  /** A branch off the last run's start, with a vent at its end. */
  protected addRun(): void {
    this.draft.update((d) => {
      const last = d.runs.at(-1);
      const taken = new Set(d.points.map((p) => p.id));
      let n = d.points.length;
      while (taken.has(`end ${n}`)) n += 1;
      const id = `end ${n}`;
      return {
        runs: [
          ...d.runs,
          {
            from: last?.from ?? d.points[0]?.id ?? '',
            to: id,
            length: last?.length ?? '10',
            bore: last?.bore ?? '',
            loss: '1.5',
            open: true,
          },
        ],
        points: [...d.points, { id, kind: 'vent', open: false, hole: d.points[0]?.hole ?? '', marks: '' }],
      };
    });
  }

  /** Takes a run away, and the points that then stand alone. */
  protected removeRun(i: number): void {
    this.draft.update((d) => {
      const runs = d.runs.filter((_, k) => k !== i);
      const used = new Set(runs.flatMap((r) => [r.from, r.to]));
      return { runs, points: d.points.filter((p) => used.has(p.id) || p.kind === 'source') };
    });
  }

  protected saveCsv(): void {
    saveFile(new Blob([runsCsv(this.draft().runs)], { type: 'text/csv' }), `${this.line().prefix}-runs.csv`);
  }

  protected async bringIn(picker: HTMLInputElement): Promise<void> {
    const file = picker.files?.[0];
    picker.value = '';
    if (!file) return;
    const read = readRunsCsv(await file.text(), this.draft().points);
    if ('says' in read) this.failure.set(read.says);
    else {
      this.failure.set(null);
      this.draft.set(read.draft);
    }
  }

  /** Saves the drawing; null forgets it and goes back to the straight line. */
  protected async save(drawn: boolean): Promise<void> {
    if (drawn && this.problems().length) return;
    const layout = drawn ? layoutOf(this.draft(), this.joints(), this.system).layout : null;
    this.failure.set(null);
    try {
      await this.store.save('line', [{ seen: this.line().version, data: { ...plainRecord(this.line()), layout } }]);
      this.closed.emit();
    } catch (e) {
      this.failure.set((e as Error).message);
    }
  }
}

import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { CSV_COLUMNS, type CsvReport } from '@hephaist/contracts';
import { fileTooLarge } from '../data/import-job';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { checkCsv } from '../data/papers';
import { type Column, Table } from '../layout/table';
import { isWorkbook, sheetAsCsv } from './spreadsheet';
import { jointsWord, StepDone } from './step-done';

const BATCH = 2000;

/** Brings joints in from CSV: each bad row by line and column, the good ones offered, nothing by halves. */
@Component({
  selector: 'hp-csv-import',
  imports: [Table, MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title id="csv-title">Import joints from CSV</h2>
    <mat-dialog-content>
      <p>
        A CSV file or the first sheet of an .xlsx workbook. First row: <code>{{ columns }}</code>. Gap per side in
        inches, empty for nominal. Sizes such as 7/8 are text in the workbook, or it makes dates of them.
      </p>
      <p>
        <input
          #picker
          type="file"
          accept=".csv,.xlsx,text/csv,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
          aria-label="CSV file"
          (change)="check(picker)"
        />
      </p>
      @if (failure(); as f) {
        <p class="says-problem" role="alert">✕ {{ f }}</p>
      }
      @if (report(); as r) {
        <p role="status">
          <strong class="fine">{{ r.good.length }} good</strong>,
          <strong [class.refused]="r.bad.length">{{ r.bad.length }} problems</strong> in {{ r.rows }} rows.
        </p>
        @if (r.bad.length) {
          <hp-table [rows]="r.bad.slice(0, 200)" [columns]="bad" />
        }
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton="outlined" mat-dialog-close>Close</button>
      <button matButton="filled" [disabled]="!report()?.good?.length || busy()" (click)="take()">
        Import {{ jointsWord(report()?.good?.length ?? 0) }}
      </button>
    </mat-dialog-actions>
  `,
  styles: `
    p {
      margin: 8px 0;
    }
    table {
      margin-top: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CsvImport {
  private readonly store = inject(JobStore);
  private readonly dialog = inject(MatDialogRef);
  private readonly step = inject(StepDone);
  protected readonly jointsWord = jointsWord;
  protected readonly bad: readonly Column<CsvReport['bad'][number]>[] = [
    { id: 'line', head: 'Line', text: (b) => String(b.line) },
    { id: 'column', head: 'Column', text: (b) => b.column },
    { id: 'says', head: 'What is wrong', text: (b) => b.says },
  ];
  protected readonly columns = CSV_COLUMNS.join(', ');
  protected readonly report = signal<CsvReport | null>(null);
  protected readonly failure = signal<string | null>(null);
  protected readonly busy = signal(false);

  protected async check(picker: HTMLInputElement): Promise<void> {
    const file = picker.files?.[0];
    this.report.set(null);
    this.failure.set(file ? fileTooLarge(file) : null);
    if (!file || this.failure()) return;
    try {
      this.report.set(
        await checkCsv(this.store.jobId() ?? '', await (isWorkbook(file) ? sheetAsCsv(file) : file.text())),
      );
    } catch (e) {
      this.failure.set(`${file.name}: ${(e as Error).message}`);
    }
  }

  protected async take(): Promise<void> {
    const good = this.report()?.good ?? [];
    if (good.length > BATCH) {
      this.failure.set(`At most ${BATCH} joints at once; this file has ${good.length} good rows. Split it.`);
      return;
    }
    this.busy.set(true);
    try {
      const last = this.store.joints().at(-1)?.sort ?? 0;
      const joints = good.map((j, i) => ({ seen: 0, data: { ...j, id: newId(), sort: last + 1 + i } }));
      await this.store.save('joint', joints);
      const first = joints[0];
      if (first) this.store.select(first.data.id);
      this.step.say(`${jointsWord(joints.length)} brought in.`);
      this.dialog.close();
    } catch (e) {
      this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}

import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { CSV_COLUMNS } from '@hephaist/contracts/exchange/csv-heads';
import type { CsvReport } from '@hephaist/contracts/exchange/joint-csv';
import type { Line } from '@hephaist/contracts/records/line';
import { saysOf } from '@hephaist/core/words/says-of';
import { type JointList, readJointList } from '../data/brought-list';
import { JobStore } from '../data/job.store';
import { lineCalled } from '../data/new-line';
import { newId } from '../data/outbox';
import { checkCsv } from '../data/papers';
import { StoppedError } from '../data/under-way';
import { type Column, Table } from '../layout/table';
import { UnderWayBar } from '../layout/under-way-bar';
import { jointsWord, StepDone } from './step-done';

const BATCH = 2000;

/** Brings joints in from CSV: each bad row by line and column, the good ones offered, nothing by halves. */
@Component({
  selector: 'hp-csv-import',
  imports: [Table, MatButtonModule, MatDialogModule, UnderWayBar],
  template: `
    <h2 mat-dialog-title id="csv-title">Import joints from CSV</h2>
    <mat-dialog-content>
      <p>
        A CSV file or the first sheet of an .xlsx workbook. First row: <code>{{ columns }}</code>; the schedule’s own
        headings do as well, and cells say what shorthand says. Gap per side and distance in inches. Sizes such as 7/8
        are text in the workbook, or it makes dates of them.
      </p>
      <p>
        <input
          #picker
          class="visually-hidden"
          type="file"
          tabindex="-1"
          accept=".csv,.xlsx,text/csv,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
          aria-label="CSV file"
          (change)="picked(picker)"
        />
        <button matButton="outlined" (click)="picker.click()">Choose a file</button>
        {{ list()?.name }}
      </p>
      @if (failure(); as f) {
        <p class="says-problem" role="alert">✕ {{ f }}</p>
      }
      @if (report(); as r) {
        <p role="status">
          <strong class="fine">{{ r.good.length }} good</strong>,
          <strong [class.refused]="r.bad.length">{{ r.bad.length }} problems</strong> in {{ r.rows }} rows.
        </p>
        @if (r.newLines.length) {
          <p>
            Not in this job yet: {{ r.newLines.join(', ') }}.
            <button matButton="outlined" [disabled]="busy()" (click)="makeLines(r.newLines)">
              Begin {{ r.newLines.length === 1 ? 'this line' : 'these lines' }}
            </button>
          </p>
        }
        @if (r.notes.length) {
          <p class="quiet">{{ r.notes.join('; ') }}.</p>
        }
        @if (r.bad.length) {
          <hp-table [rows]="r.bad.slice(0, 200)" [columns]="bad" />
        }
      }
    </mat-dialog-content>
    <hp-under-way-bar />
    <mat-dialog-actions align="end">
      <button matButton="outlined" mat-dialog-close>Close</button>
      <button matButton="filled" [disabled]="!report()?.good?.length || busy()" (click)="take()">
        Import {{ jointsWord(report()?.good?.length ?? 0) }}
      </button>
    </mat-dialog-actions>
  `,
  styles: `
    p {
      margin: var(--space-4) 0;
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
    { id: 'line', head: 'Line of the file', text: (b) => String(b.line), number: true },
    { id: 'mark', head: 'Joint', text: (b) => b.mark || '–' },
    { id: 'column', head: 'Column', text: (b) => b.column },
    { id: 'says', head: 'What is wrong', text: (b) => b.says },
  ];
  protected readonly columns = CSV_COLUMNS.join(', ');
  protected readonly report = signal<CsvReport | null>(null);
  protected readonly failure = signal<string | null>(null);
  protected readonly busy = signal(false);

  /** What is read: the list that the job was begun with, or the file that was picked. */
  protected readonly list = signal(inject<JointList | null>(MAT_DIALOG_DATA, { optional: true }));

  constructor() {
    const list = this.list();
    if (list) void this.check(list);
  }

  protected async picked(picker: HTMLInputElement): Promise<void> {
    const file = picker.files?.[0];
    this.report.set(null);
    this.failure.set(null);
    if (!file) return;
    try {
      const list = await readJointList(file);
      this.list.set(list);
      await this.check(list);
    } catch (e) {
      this.failure.set(saysOf(e));
    }
  }

  private async check(list: JointList): Promise<void> {
    try {
      this.report.set(await checkCsv(this.store.jobId() ?? '', list.text));
    } catch (e) {
      // Stopped: the file stays picked, and may be picked anew.
      if (!(e instanceof StoppedError)) this.failure.set(`${list.name}: ${saysOf(e)}`);
    }
  }

  /** Begins lines by their names, and reads the list again. */
  protected async makeLines(names: readonly string[]): Promise<void> {
    this.busy.set(true);
    try {
      const lines: Line[] = [...this.store.lines()];
      for (const name of names) lines.push({ ...lineCalled(name, this.store.jobId() ?? '', newId(), lines), name });
      const fresh = lines.slice(-names.length);
      await this.store.save(
        'line',
        fresh.map((data) => ({ seen: 0, data })),
      );
      const list = this.list();
      if (list) await this.check(list);
    } catch (e) {
      this.failure.set(saysOf(e));
    } finally {
      this.busy.set(false);
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
      this.failure.set(saysOf(e));
    } finally {
      this.busy.set(false);
    }
  }
}

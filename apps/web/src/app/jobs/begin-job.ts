import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatChipsModule } from '@angular/material/chips';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { linesNamedIn } from '@hephaist/contracts/exchange/joint-csv';
import { jobSchema } from '@hephaist/contracts/records/job';
import { type Line, lineSchema } from '@hephaist/contracts/records/line';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { CODE_SETS } from '@hephaist/core/schools/schools';
import { findService, SERVICES } from '@hephaist/core/services/services';
import { USUAL_LINES } from '@hephaist/core/services/usual-lines';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { displayUnit } from '@hephaist/core/units/units';
import { BroughtList, type JointList } from '../data/brought-list';
import { JobsStore } from '../data/jobs.store';
import { newId } from '../data/outbox';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Pick as PickField } from '../forms/pick';
import { Problem } from '../forms/problem';
import { type Column, Table } from '../layout/table';
import { UnitsStore } from '../units/units.store';
import { asksDesign, beginDraft, begunJob, begunLines, isRefrigeration, unsaidLines } from './begin-draft';

/** Begins a job by what it is: its lines stand at once, named and marked, each pressure with where it comes from. */
@Component({
  selector: 'hp-begin-job',
  imports: [Entry, FormEnd, FormOf, MatButtonModule, MatChipsModule, MatDialogModule, PickField, Problem, Table],
  template: `
    <h2 mat-dialog-title id="begin-job-title">Begin a job</h2>
    <form [hpForm]="form" (sent)="begin()">
      <mat-dialog-content>
        @if (list; as l) {
          <p class="quiet">
            From {{ l.name }}: its lines stand below. Its joints are read next, and come in when you have seen them.
          </p>
        }
        <div class="grid">
          <hp-entry class="two" label="Name of the job" [of]="form.f.name" />
          <hp-entry class="two" label="Where it is" [of]="form.f.place" />
          <div class="four">
            <p id="what-is-it" class="over">What is it?</p>
            <mat-chip-listbox
              multiple
              aria-labelledby="what-is-it"
              [value]="draft().kinds"
              (change)="form.set({ kinds: $event.value ?? [] })"
            >
              @for (k of kinds; track k.id) {
                <mat-chip-option [value]="k.id">{{ k.name }}</mat-chip-option>
              }
            </mat-chip-listbox>
            <hp-problem at="kinds" />
          </div>
          @if (cold()) {
            <hp-entry label="Refrigerant" placeholder="R-…" [of]="form.f.fluid" />
            <hp-pick class="two" label="Which kind" [options]="oils" [of]="form.f.oil" />
          }
          @if (asks()) {
            <hp-entry label="Design pressure" kind="decimal" [unit]="unit" [of]="form.f.design" at="designPa" />
          }
          <hp-pick label="Code" [options]="codeSets" [of]="form.f.codeSet" />
        </div>
        @if (lines().length) {
          <h3>These lines will stand</h3>
          <hp-table [rows]="lines()" [columns]="columns" />
          <p class="quiet">Names, marks and pressures are changed at any time under More, in the schedule.</p>
        } @else {
          <p class="quiet">Pick what it is, and its lines stand here; or pick nothing and name lines as you go.</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <hp-form-end does="Begin the job">
          <button matButton="outlined" type="button" mat-dialog-close>Cancel</button>
        </hp-form-end>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    @use 'scale';

    .grid {
      display: grid;
      grid-template-columns: repeat(4, minmax(0, 1fr));
      gap: var(--space-4);
      align-items: start;
      padding-top: var(--space-2);
    }
    h3 {
      margin-top: var(--space-5);
    }
    .two {
      grid-column: span 2;
    }
    .four {
      grid-column: 1 / -1;
    }
    .over {
      margin: 0 0 var(--space-2);
      font-size: var(--type-small);
      color: var(--mid);
    }
    @include scale.under(phone) {
      .grid {
        grid-template-columns: repeat(2, minmax(0, 1fr));
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BeginJob {
  private readonly jobs = inject(JobsStore);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialogRef<BeginJob>);
  private readonly units = inject(UnitsStore);
  private readonly system = this.units.system();
  private readonly id = newId();
  private readonly ids = Array.from({ length: 60 }, () => newId());
  protected readonly unit = displayUnit('pressure', this.system).symbol;
  protected readonly kinds = USUAL_LINES;
  protected readonly codeSets = CODE_SETS;
  protected readonly oils = SERVICES.filter((s) => s.kind === 'refrigerant').map(({ id, name }) => ({ id, name }));
  /** The list of joints that it begins with. */
  protected readonly list = inject<JointList | null>(MAT_DIALOG_DATA, { optional: true });
  private readonly brought = inject(BroughtList);
  protected readonly draft = signal({
    ...beginDraft(this.list ? linesNamedIn(this.list.text) : []),
    name: this.list?.name.replace(/\.\w+$/, '') ?? '',
  });
  protected readonly form = new Form(this.draft, {
    tried: () => this.wrong(),
    keep: () => (this.list ? null : 'job new'),
  });
  protected readonly cold = computed(() => isRefrigeration(this.draft()));
  protected readonly asks = computed(() => asksDesign(this.draft()));
  protected readonly lines = computed(() =>
    begunLines(this.draft(), this.id, this.system, (n) => this.ids[n] ?? newId()),
  );
  private readonly show = (pa: number): string => (Number.isFinite(pa) ? this.units.show(pa, 'pressure') : '–');
  protected readonly columns: readonly Column<{ readonly line: Line; readonly source: string }>[] = [
    { id: 'name', head: 'Line', text: (r) => r.line.name, names: true },
    { id: 'prefix', head: 'Marks', text: (r) => `${r.line.prefix}-01 …` },
    { id: 'service', head: 'Service', text: (r) => findService(r.line.serviceId)?.name ?? '' },
    { id: 'design', head: 'Design', text: (r) => this.show(r.line.designPa), number: true },
    { id: 'test', head: 'Test', text: (r) => this.show(r.line.testPa), number: true },
    { id: 'source', head: 'From', text: (r) => r.source, tone: () => 'quiet' },
  ];

  private wrong(): readonly FieldProblem[] {
    const ofLines = this.lines().flatMap(({ line }) => problemsOf(lineSchema, line));
    const [pressure] = ofLines.filter((p) => p.field === 'designPa');
    const unsaid = unsaidLines(this.draft());
    const kind = unsaid.length
      ? [{ field: 'kinds', says: `pick what it is: nothing is known of ${unsaid.join(', ')}` }]
      : [];
    return [...problemsOf(jobSchema, begunJob(this.draft(), this.id)), ...kind, ...(pressure ? [pressure] : [])];
  }

  protected async begin(): Promise<void> {
    const begun = await this.form.submit(() =>
      this.jobs.begin(
        begunJob(this.draft(), this.id),
        this.lines().map((l) => l.line),
      ),
    );
    if (!begun) return;
    if (this.list) this.brought.leave(this.id, this.list);
    this.dialog.close();
    await this.router.navigate(['/job', this.id, 'plan']);
  }
}

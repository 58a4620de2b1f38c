import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { jobSchema, lineSchema, problemsOf, type Line } from '@hephaist/contracts';
import { CODE_SETS, displayUnit, SERVICES, type CodeSetId, type FieldProblem, type Schools } from '@hephaist/core';
import { ApiProblem } from '../data/api';
import { plainRecord } from '../data/history';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { problemAt } from '../forms/problems';
import { UnitsStore } from '../units/units.store';
import { lineDraftOf, lineOf, newLine, type LineDraft } from './job-draft';
import { SchoolsForm } from './schools-form';
import { May } from '../people/may';

const JOB = 'job';

/** The job and its lines: names, service, pressures, temperatures, code set, and the schools each holds. */
@Component({
  selector: 'hp-job-setup',
  imports: [May, MatDialogModule, Entry, PickField, SchoolsForm],
  templateUrl: './job-setup.html',
  styleUrl: './job-setup.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobSetup {
  protected readonly store = inject(JobStore);
  private readonly dialog = inject(MatDialogRef);
  private readonly system = inject(UnitsStore).system();
  protected readonly unit = {
    pressure: displayUnit('pressure', this.system).symbol,
    temperature: displayUnit('temperature', this.system).symbol,
    run: displayUnit('run', this.system).symbol,
  };
  protected readonly codeSets = CODE_SETS;
  protected readonly services = SERVICES.map(({ id, name }) => ({ id, name }));

  /** What is open: the job, or a line by id. */
  protected readonly open = signal<string>(JOB);
  protected readonly job = signal(this.firstJob());
  private readonly base = signal<Line | null>(null);
  private seen = 0;
  protected readonly line = signal<LineDraft | null>(null);
  protected readonly tried = signal(false);
  private readonly told = signal<readonly FieldProblem[]>([]);
  protected readonly failure = signal<string | null>(null);
  protected readonly saved = signal<string | null>(null);

  private readonly problems = computed((): readonly FieldProblem[] => {
    const base = this.base();
    const draft = this.line();
    const own =
      base && draft ? problemsOf(lineSchema, lineOf(draft, base, this.system)) : problemsOf(jobSchema, this.wholeJob());
    const twin =
      draft &&
      this.store.lines().some((l) => l.id !== base?.id && l.prefix.toLowerCase() === draft.prefix.trim().toLowerCase());
    return [
      ...this.told(),
      ...(this.tried() ? own : []),
      ...(this.tried() && twin ? [{ field: 'prefix', says: 'another line of this job has this prefix' }] : []),
    ];
  });
  /** A test under the design pressure is taken, and said. */
  protected readonly testUnderDesign = computed(() => {
    const [base, draft] = [this.base(), this.line()];
    if (!base || !draft) return false;
    const { designPa, testPa } = lineOf(draft, base, this.system);
    return testPa > 0 && testPa < designPa;
  });
  protected readonly canRemove = computed(() => {
    const base = this.base();
    return base !== null && this.seen > 0 && !this.store.joints().some((j) => j.lineId === base.id);
  });
  protected readonly isNew = computed(
    () => this.base() !== null && !this.store.lines().some((l) => l.id === this.base()?.id),
  );

  private firstJob() {
    const job = this.store.job();
    return {
      name: job?.name ?? '',
      place: job?.place ?? '',
      timeZone: job?.timeZone ?? 'UTC',
      codeSet: job?.codeSet ?? ('asme-ix' as CodeSetId),
      schools: job?.schools ?? {},
    };
  }

  private wholeJob() {
    const stored = this.store.job();
    const { name, place, timeZone, ...rest } = this.job();
    return stored
      ? { ...plainRecord(stored), ...rest, name: name.trim(), place: place.trim(), timeZone: timeZone.trim() }
      : null;
  }

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  private reset(open: string): void {
    this.open.set(open);
    this.tried.set(false);
    this.told.set([]);
    this.failure.set(null);
    this.saved.set(null);
  }

  protected openJob(): void {
    this.reset(JOB);
    this.base.set(null);
    this.line.set(null);
    this.job.set(this.firstJob());
  }

  protected openLine(id: string): void {
    const stored = this.store.lines().find((l) => l.id === id);
    if (stored) this.begin(plainRecord(stored), stored.version);
  }

  protected addLine(): void {
    const lines = this.store.lines();
    this.begin(newLine(this.store.jobId() ?? '', newId(), (lines.at(-1)?.sort ?? 0) + 1, lines.at(-1)), 0);
  }

  private begin(line: Line, seen: number): void {
    this.reset(line.id);
    this.seen = seen;
    this.base.set(line);
    this.line.set(lineDraftOf(line, this.system));
  }

  protected setJob(change: Partial<ReturnType<JobSetup['firstJob']>>): void {
    this.job.update((j) => ({ ...j, ...change }));
    this.told.set([]);
  }

  protected set(change: Partial<LineDraft>): void {
    this.line.update((d) => (d ? { ...d, ...change } : d));
    this.told.set([]);
  }

  protected setSchools(schools: Partial<Schools>): void {
    if (this.line()) this.set({ schools });
    else this.setJob({ schools });
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    this.tried.set(true);
    this.failure.set(null);
    if (this.problems().length) return;
    try {
      await (this.line() ? this.saveLine() : this.saveJob());
      this.saved.set('Saved.');
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      else this.failure.set((e as Error).message);
    }
  }

  private async saveJob(): Promise<void> {
    const job = this.wholeJob();
    if (job) await this.store.save('job', [{ seen: this.store.job()?.version ?? 0, data: job }]);
  }

  private async saveLine(): Promise<void> {
    const [base, draft] = [this.base(), this.line()];
    if (!base || !draft) return;
    await this.store.save('line', [{ seen: this.seen, data: lineOf(draft, base, this.system) }]);
    this.openLine(base.id);
  }

  protected async removeLine(): Promise<void> {
    const base = this.base();
    if (!base) return;
    try {
      await this.store.save('line', [], [{ id: base.id, seen: this.seen }]);
      this.openJob();
    } catch (e) {
      this.failure.set((e as Error).message);
    }
  }

  protected close(): void {
    this.dialog.close();
  }
}

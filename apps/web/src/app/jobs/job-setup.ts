import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatListModule } from '@angular/material/list';
import { lineConditions } from '@hephaist/contracts/records/conditions';
import { jobSchema } from '@hephaist/contracts/records/job';
import { torchOf } from '@hephaist/contracts/records/job-torch';
import type { Joint } from '@hephaist/contracts/records/joint';
import { type Line, lineSchema } from '@hephaist/contracts/records/line';
import { tryPlan } from '@hephaist/contracts/records/planner';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { CODE_SETS, type CodeSetId, type Schools } from '@hephaist/core/schools/schools';
import { SERVICES } from '@hephaist/core/services/services';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { rigWords } from '@hephaist/core/torch-rig/rig';
import { displayUnit } from '@hephaist/core/units/units';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { JobStore } from '../data/job.store';
import { newLine } from '../data/new-line';
import { newId } from '../data/outbox';
import { RigsStore } from '../data/rigs.store';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Pick as PickField } from '../forms/pick';
import { SchoolsForm } from '../forms/schools-form';
import { May } from '../signing/may';
import { UnitsStore } from '../units/units.store';
import { followService, type LineDraft, lineDraftOf, lineOf, plansOtherwise } from './job-draft';

const JOB = 'job';
/** The torch that the job was taken with, whatever became of its rig. */
const AS_TAKEN = 'taken';
const NO_LINE = lineDraftOf(newLine('', '', 0, undefined), 'us');

/** The job and its lines: names, service, pressures, temperatures, code set, and the schools each holds. */
@Component({
  selector: 'hp-job-setup',
  imports: [May, MatButtonModule, MatDialogModule, MatListModule, Entry, FormEnd, FormOf, PickField, SchoolsForm],
  templateUrl: './job-setup.html',
  styleUrl: './job-setup.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobSetup {
  protected readonly store = inject(JobStore);
  private readonly dialog = inject(MatDialogRef);
  private readonly shop = inject(ShopStore);
  private readonly rigs = inject(RigsStore);
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
  private readonly job = signal(this.firstJob());
  protected readonly jobForm = new Form(this.job, {
    tried: () => problemsOf(jobSchema, this.wholeJob()),
    keep: () => `job ${this.store.jobId() ?? ''}`,
  });
  /** Torches that the job may be planned with: the one it was taken with, and the rigs of the company. */
  protected readonly torches = computed(() => {
    const taken = this.store.job()?.torch;
    const now = taken ? [{ id: AS_TAKEN, name: `${taken.name}, as it was taken` }] : [];
    return [...now, ...this.rigs.rigs().map((r) => ({ id: r.id, name: `${r.name}: ${rigWords(r).toLowerCase()}` }))];
  });
  private readonly base = signal<Line | null>(null);
  private seen = 0;
  protected readonly lineForm = new Form(signal(NO_LINE), {
    tried: () => this.lineProblems(),
    follow: (next, change) => this.follow(next, change),
    keep: () => this.lineKey(),
  });
  /** The line that is open, while it is typed. */
  protected readonly line = computed(() => (this.base() ? this.lineForm.draft() : null));
  protected readonly form = computed(() => (this.base() ? this.lineForm : this.jobForm));
  protected readonly saved = signal<string | null>(null);

  constructor() {
    // Without them the job is planned as it stands.
    void this.rigs.load().catch(() => undefined);
  }

  private lineKey(): string | null {
    const base = this.base();
    return base && `line ${this.seen ? base.id : `new in ${base.jobId}`}`;
  }

  /** A new line of another kind of service asks for its own pressures. */
  private follow(next: LineDraft, change: Partial<LineDraft>): LineDraft {
    const base = this.base();
    return base && this.seen === 0 && change.serviceId ? followService(next, lineDraftOf(base, this.system)) : next;
  }

  private lineProblems(): readonly FieldProblem[] {
    const base = this.base();
    if (!base) return [];
    const line = lineOf(this.lineForm.draft(), base, this.system);
    const twin = this.store
      .lines()
      .some((l) => l.id !== base.id && l.prefix.toLowerCase() === line.prefix.toLowerCase());
    const named = this.store.lines().some((l) => l.id !== base.id && l.name.toLowerCase() === line.name.toLowerCase());
    return [
      ...problemsOf(lineSchema, line),
      ...(twin ? [{ field: 'prefix', says: 'another line of this job has this prefix' }] : []),
      ...(named ? [{ field: 'name', says: 'another line of this job has this name' }] : []),
    ];
  }
  /** A test under the design pressure is taken, and said. */
  protected readonly testUnderDesign = computed(() => {
    const [base, draft] = [this.base(), this.line()];
    if (!base || !draft) return false;
    const { designPa, testPa } = lineOf(draft, base, this.system);
    return testPa > 0 && testPa < designPa;
  });
  /** Joints of the line that no rod serves as it stands typed, and did before: said before it is saved. */
  protected readonly loses = computed((): string | null => {
    const [base, draft, job] = [this.base(), this.line(), this.store.job()];
    if (!base || !draft || !job || this.seen === 0) return null;
    const line = lineOf(draft, base, this.system);
    if (problemsOf(lineSchema, line).length || !plansOtherwise(base, line)) return null;
    const shop = this.shop.shop();
    const serves = (j: Joint, l: Line): boolean =>
      tryPlan(j, lineConditions(l, job), shop).plan?.selection.chosen != null;
    const lost = this.store
      .joints()
      .filter((j) => j.lineId === base.id && serves(j, base) && !serves(j, line))
      .map((j) => j.mark);
    return lost.length
      ? `So no rod serves ${lost.length} of its joints: ${markRuns(lost).slice(0, 6).join(', ')}.`
      : null;
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
      torch: job?.torch ? AS_TAKEN : '',
    };
  }

  private wholeJob() {
    const stored = this.store.job();
    const { name, place, timeZone, torch, ...rest } = this.job();
    const rig = this.rigs.rigs().find((r) => r.id === torch);
    const taken = rig ? torchOf(rig) : torch === AS_TAKEN ? (stored?.torch ?? null) : null;
    const said = { name: name.trim(), place: place.trim(), timeZone: timeZone.trim(), torch: taken };
    return stored ? { ...stored, ...rest, ...said } : null;
  }

  private reset(open: string): void {
    this.open.set(open);
    this.saved.set(null);
  }

  protected openJob(): void {
    this.reset(JOB);
    this.base.set(null);
    this.jobForm.begin(this.firstJob());
  }

  protected openLine(id: string): void {
    const stored = this.store.lines().find((l) => l.id === id);
    if (stored) this.begin(stored, this.store.stored('line', id)?.version ?? 0);
  }

  protected addLine(): void {
    const lines = this.store.lines();
    this.begin(newLine(this.store.jobId() ?? '', newId(), (lines.at(-1)?.sort ?? 0) + 1, lines.at(-1)), 0);
  }

  private begin(line: Line, seen: number): void {
    this.reset(line.id);
    this.seen = seen;
    this.base.set(line);
    this.lineForm.begin(lineDraftOf(line, this.system));
  }

  protected setSchools(schools: Partial<Schools>): void {
    if (this.line()) this.lineForm.set({ schools });
    else this.jobForm.set({ schools });
  }

  protected async save(): Promise<void> {
    this.saved.set(null);
    const base = this.base();
    if (!(await this.form().submit(() => (base ? this.saveLine() : this.saveJob())))) return;
    if (base) this.openLine(base.id);
    this.saved.set('Saved. Every plan of the job is worked out anew.');
  }

  private async saveJob(): Promise<void> {
    const job = this.wholeJob();
    if (job) await this.store.change('job', [job]);
  }

  private async saveLine(): Promise<void> {
    const [base, draft] = [this.base(), this.line()];
    if (!base || !draft) return;
    await this.store.save('line', [{ seen: this.seen, data: lineOf(draft, base, this.system) }]);
  }

  protected async removeLine(): Promise<void> {
    const base = this.base();
    if (!base) return;
    const gone = await this.lineForm.run(() => this.store.save('line', [], [{ id: base.id, seen: this.seen }]));
    if (!gone) return;
    this.lineForm.forget();
    this.openJob();
  }

  protected close(): void {
    this.dialog.close();
  }
}

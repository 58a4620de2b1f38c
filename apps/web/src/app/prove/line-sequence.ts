import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import { instrumentWords } from '@hephaist/contracts/records/instrument';
import type { Line } from '@hephaist/contracts/records/line';
import { lineSequence, type LineStanding, type LineStep, lineStepSchema } from '@hephaist/contracts/records/line-step';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { SequenceStepId } from '@hephaist/core/pressure-test/sequence';
import { sourceLine } from '@hephaist/core/source/source';
import { displayUnit, formatDuration } from '@hephaist/core/units/units';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { OnFileStore } from '../data/on-file.store';
import { newId } from '../data/outbox';
import { PressureStore } from '../data/pressure.store';
import { me } from '../data/who';
import { Either } from '../forms/either';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Annul } from '../signing/annul';
import { May } from '../signing/may';
import { Signer } from '../signing/signer';
import { Moment } from '../time/moment';
import { instantOf, localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import { typed } from '../units/typed';
import { UnitsStore } from '../units/units.store';

const MARK: Readonly<Record<LineStanding['state'], string>> = {
  done: '✓',
  next: '▲',
  waits: '·',
  failed: '✕',
  'taken back': '✕',
};

/** The tests of each line that asks for a sequence, step by step, and the next one to be written down. */
@Component({
  selector: 'hp-line-sequence',
  imports: [
    MatButtonModule,
    MatExpansionModule,
    Annul,
    Either,
    Entry,
    FormEnd,
    FormOf,
    May,
    Moment,
    PickField,
    RouterLink,
    SayPipe,
  ],
  templateUrl: './line-sequence.html',
  styleUrl: './line-sequence.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineSequence {
  private readonly job = inject(JobStore);
  private readonly crew = inject(CrewStore);
  private readonly store = inject(PressureStore);
  private readonly onFile = inject(OnFileStore);
  private readonly signer = inject(Signer);
  private readonly system = inject(UnitsStore).system();
  private readonly zone = this.job.timeZone();
  protected readonly mark = MARK;
  protected readonly unit = displayUnit('pressure', this.system).symbol;
  protected readonly outcomes = plain(['passes', 'fails'] as const);

  /** Lines with a sequence, where each stands; a line that is through says so in one row. */
  protected readonly lines = computed(() => {
    const joints = new Map(this.job.joints().map((j) => [j.id, j]));
    const made = this.job.logs().flatMap((l) => {
      const joint = joints.get(l.jointId);
      return joint ? [{ lineId: joint.lineId, mark: joint.mark, brazedAt: l.brazedAt }] : [];
    });
    return this.job
      .lines()
      .map((line) => ({
        line,
        steps: lineSequence(
          line,
          this.store.steps(),
          this.store.tests(),
          made.filter((m) => m.lineId === line.id),
        ),
      }))
      .filter((l) => l.steps.length)
      .map((l) => ({ ...l, left: l.steps.filter((s) => s.state !== 'done').length }));
  });
  protected readonly clock = (at: string): string => localNow(this.zone, new Date(at)).replace('T', ' ');
  /** Steps on file of a line, the newest first. */
  protected stepsOf(line: Line): { step: LineStep; words: string; annulled: boolean }[] {
    return this.store
      .stepsOnFile()
      .filter((s) => s.lineId === line.id)
      .sort((a, b) => b.startedAt.localeCompare(a.startedAt))
      .map((step) => ({
        step,
        annulled: this.crew.annulled().has(step.id),
        words: [
          `${step.passes ? '✓' : '✕'} ${step.step}`,
          this.clock(step.startedAt),
          `for ${formatDuration((Date.parse(step.endedAt) - Date.parse(step.startedAt)) / 1000)}`,
          `by ${step.by}`,
          step.gas,
          step.gauge,
        ]
          .filter(Boolean)
          .join(', '),
      }));
  }
  protected readonly source = sourceLine;

  /** The line whose steps stand open; it stays so when one is filed. */
  protected readonly opened = signal('');
  protected readonly doing = signal<{ line: Line; step: SequenceStepId } | null>(null);
  private readonly draft = signal(this.blank());
  private id = newId();
  protected readonly gauges = computed(() =>
    this.onFile
      .instruments()
      .filter((i) => i.kind === 'gauge')
      .map((i) => ({ id: i.id, name: i.number })),
  );
  protected readonly form = new Form(this.draft, {
    tried: () => problemsOf(lineStepSchema, this.step()),
    keep: () => (this.doing() ? `step ${this.doing()?.line.id ?? ''} ${this.doing()?.step ?? ''}` : null),
  });

  private blank() {
    const now = localNow(this.zone);
    return {
      started: now,
      ended: now,
      by: me()?.person ?? '',
      gas: 'nitrogen',
      gaugeId: '',
      pressure: '',
      outcome: '' as '' | 'passes' | 'fails',
      joints: '',
      note: '',
    };
  }

  private readonly step = computed((): LineStep => {
    const [d, doing] = [this.draft(), this.doing()];
    const gauge = this.onFile.instruments().find((i) => i.id === d.gaugeId);
    return {
      id: this.id,
      jobId: this.job.jobId() ?? '',
      lineId: doing?.line.id ?? '',
      step: doing?.step ?? 'blow-down',
      startedAt: instantOf(d.started, this.zone) ?? '',
      endedAt: instantOf(d.ended, this.zone) ?? '',
      by: d.by.trim(),
      gas: d.gas.trim(),
      gauge: gauge ? instrumentWords(gauge, d.ended.slice(0, 10)) : '',
      pressurePa: d.pressure.trim() ? typed(d.pressure, 'pressure', this.system) : null,
      passes: (d.outcome ? d.outcome === 'passes' : undefined) as boolean,
      joints: d.joints.trim(),
      note: d.note,
    };
  });

  protected begin(line: Line, step: SequenceStepId): void {
    this.id = newId();
    this.form.begin(this.blank());
    this.doing.set({ line, step });
  }

  protected async save(): Promise<void> {
    const [step, commandId, doing] = [this.step(), newId(), this.doing()];
    await this.form.submit(async () => {
      const signed = await this.signer.sign({
        what: `the ${step.step} of ${doing?.line.name ?? ''}`,
        meaning: 'tested',
        lines: [step.passes ? 'It passed.' : 'It did not pass.', step.gauge],
        send: (password) => this.form.telling(() => this.store.saveStep(step, password, commandId)),
      });
      if (!signed) return false;
      this.doing.set(null);
      return true;
    });
  }
}

import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { calibrationFault, instrumentWords } from '@hephaist/contracts/records/instrument';
import {
  lineTested,
  type PressureTest,
  pressureTestProblems,
  pressureTestSchema,
  type PressureVerdict,
  pressureVerdict,
} from '@hephaist/contracts/records/pressure-test';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { testAsked, type TestMedium } from '@hephaist/core/pressure-test/required';
import { STANDING_SOURCE } from '@hephaist/core/pressure-test/standing-test';
import { DECAY_SOURCE } from '@hephaist/core/pressure-test/vacuum-decay';
import { findService, type Service } from '@hephaist/core/services/services';
import { type FieldProblem, InputError } from '@hephaist/core/source/problem';
import { sourceLine } from '@hephaist/core/source/source';
import { displayUnit, formatDuration, MICRON, type Quantity } from '@hephaist/core/units/units';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { OnFileStore } from '../data/on-file.store';
import { newId } from '../data/outbox';
import { PressureStore } from '../data/pressure.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Chosen } from '../layout/chosen';
import { ListDetail } from '../layout/list-detail';
import { PageHead } from '../layout/page-head';
import { type Column, Table } from '../layout/table';
import { Annul } from '../signing/annul';
import { May } from '../signing/may';
import { SecondLookOf } from '../signing/second-look';
import { Signer } from '../signing/signer';
import { Moment } from '../time/moment';
import { instantOf, localNow } from '../time/zone';
import { QtyPipe } from '../units/qty.pipe';
import { SayPipe } from '../units/say.pipe';
import { typed } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { DecayChart } from './decay-chart';
import { readDecay } from './decay-text';
import { LineSequence } from './line-sequence';
import { PROVE_TABS } from './prove-tabs';
import { StandingChart } from './standing-chart';

/** Pressure tests of the job's lines: standing tests corrected for temperature, and how a vacuum rises. */
@Component({
  selector: 'hp-pressure-page',
  imports: [
    Annul,
    Table,
    ListDetail,
    PageHead,
    May,
    MatButtonModule,
    Entry,
    FormEnd,
    FormOf,
    Moment,
    PickField,
    QtyPipe,
    SayPipe,
    NgTemplateOutlet,
    DecayChart,
    StandingChart,
    LineSequence,
    SecondLookOf,
  ],
  templateUrl: './pressure-page.html',
  styleUrl: './pressure-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PressurePage {
  private readonly job = inject(JobStore);
  private readonly store = inject(PressureStore);
  private readonly crew = inject(CrewStore);
  private readonly signer = inject(Signer);
  private readonly onFile = inject(OnFileStore);
  private readonly system = inject(UnitsStore).system();
  protected readonly tabs = PROVE_TABS;
  protected readonly sources = { standing: sourceLine(STANDING_SOURCE), decay: sourceLine(DECAY_SOURCE) };
  /** What is done about a test that did not hold. Practice. */
  protected readonly next: Partial<Record<PressureVerdict['verdict'], string>> = {
    lost: 'let the pressure off, find it with soap on every joint and valve, mend it, and test again from the start.',
    leak: 'find it under nitrogen with soap before pulling again; look at hoses and cores first.',
    'leak and wet':
      'find the leak under nitrogen with soap first; then dry it: warm the low points, change the pump oil, and pull again.',
    wet: 'break the vacuum with dry nitrogen, warm the low points, change the pump oil, and pull again.',
  };
  protected readonly unit = (q: Quantity): string => displayUnit(q, this.system).symbol;
  protected readonly kinds = plain(['standing pressure', 'vacuum decay'] as const);
  private readonly serviceOf = (lineId: string): Service | null =>
    findService(this.job.lines().find((l) => l.id === lineId)?.serviceId ?? '') ?? null;
  /** What the line of the draft may be filled with. */
  protected readonly media = computed(() => plain(testAsked(this.serviceOf(this.draft().lineId)).media));
  protected readonly gauges = [
    { id: 'one', name: 'one gauge, before and after' },
    { id: 'two', name: 'two gauges' },
  ];
  protected readonly lines = computed(() => this.job.lines().map((l) => ({ id: l.id, name: l.name })));
  private readonly zone = this.job.timeZone();
  protected readonly entering = signal(false);
  readonly tests = computed(() =>
    this.store
      .testsOnFile()
      .map((test) => ({
        test,
        verdict: pressureVerdict(test, this.serviceOf(test.lineId)),
        began: localNow(this.zone, new Date(test.startedAt)).replace('T', ' '),
        ended: localNow(this.zone, new Date(test.endedAt)).replace('T', ' '),
        long: formatDuration((Date.parse(test.endedAt) - Date.parse(test.startedAt)) / 1000),
        annulled: this.crew.annulled().has(test.id),
        line: this.lines().find((l) => l.id === test.lineId)?.name ?? '',
      }))
      .sort((a, b) => b.test.startedAt.localeCompare(a.test.startedAt)),
  );
  protected readonly chosen = new Chosen(this.tests, (t) => t.test.id, undefined, 'test');
  /** Lines with a test pressure, and what is still open on each. */
  protected readonly open = computed(() => {
    const accepted = this.job.logs().filter((l) => l.visual === 'accepted');
    const lineOf = new Map(this.job.joints().map((j) => [j.id, j.lineId]));
    const marks = new Map(this.job.joints().map((j) => [j.id, j.mark]));
    return this.job
      .lines()
      .filter((line) => line.testPa > 0)
      .map((line) => {
        const brazed = accepted.filter((l) => lineOf.get(l.jointId) === line.id);
        const tested = lineTested(line, brazed, this.store.tests());
        return {
          line,
          brazed: brazed.length,
          tested,
          marks: markRuns(tested.openJointIds.map((id) => marks.get(id) ?? '')).join(', '),
        };
      })
      .filter((l) => !l.tested.held || l.tested.openJointIds.length);
  });

  protected readonly draft = signal(this.blank());
  protected readonly form = new Form(this.draft, {
    now: () => this.decay().problems,
    keep: () => `pressure test ${this.job.jobId() ?? ''}`,
    tried: () => [
      ...problemsOf(pressureTestSchema, this.test()),
      ...this.impossible(),
      ...pressureTestProblems(this.test(), this.serviceOf(this.draft().lineId)),
    ],
  });
  private id = newId();

  constructor() {
    void this.store.load(this.job.jobId() ?? '');
  }

  private blank() {
    return {
      kind: 'standing pressure' as 'standing pressure' | 'vacuum decay',
      lineId: this.job.lines()[0]?.id ?? '',
      medium: 'nitrogen' as TestMedium,
      gauges: 'one',
      repeats: '',
      readTo: '',
      matters: '',
      started: localNow(this.zone),
      ended: localNow(this.zone),
      p1: '',
      t1: '',
      p2: '',
      t2: '',
      gauge: '',
      thermometer: displayUnit('temperatureDifference', this.system).fromSi(0.5).toFixed(1),
      readings: '',
      limit: '500',
      testedBy: '',
      note: '',
      gaugeId: '',
    };
  }
  private readonly gauge = computed(() => this.onFile.instruments().find((i) => i.id === this.draft().gaugeId) ?? null);
  private readonly readOn = computed(() => this.draft().ended.slice(0, 10));
  private readonly gaugeWords = computed(() => {
    const gauge = this.gauge();
    return gauge ? instrumentWords(gauge, this.readOn()) : '';
  });
  /** Why what the gauge read is not as good as it looks. */
  protected readonly gaugeFault = computed(() => {
    const gauge = this.gauge();
    return gauge ? calibrationFault(gauge, this.readOn()) : null;
  });
  protected readonly gaugesOnFile = computed(() =>
    this.onFile
      .instruments()
      .filter((i) => i.kind === 'gauge')
      .map((i) => ({ id: i.id, name: `${i.number}${i.range ? `, ${i.range}` : ''}` })),
  );

  private readonly decay = computed(() => readDecay(this.draft().readings));
  protected readonly test = computed((): PressureTest => {
    const d = this.draft();
    const si = (text: string, q: Quantity): number => typed(text, q, this.system);
    const standing = d.kind === 'standing pressure';
    return {
      id: this.id,
      jobId: this.job.jobId() ?? '',
      lineId: d.lineId,
      startedAt: instantOf(d.started, this.zone) ?? '',
      endedAt: instantOf(d.ended, this.zone) ?? '',
      medium: standing ? d.medium : 'vacuum',
      standing: standing
        ? {
            start: { gaugePa: si(d.p1, 'pressure'), tempK: si(d.t1, 'temperature') },
            end: { gaugePa: si(d.p2, 'pressure'), tempK: si(d.t2, 'temperature') },
            instruments: {
              gaugePa: si(d.gauge, 'pressure'),
              tempK: si(d.thermometer, 'temperatureDifference'),
              oneGauge: d.gauges === 'one',
              ...(d.repeats.trim() ? { repeatPa: si(d.repeats, 'pressure') } : {}),
              ...(d.readTo.trim() ? { readToPa: si(d.readTo, 'pressure') } : {}),
            },
            ...(d.matters.trim() ? { mattersPa: si(d.matters, 'pressure') } : {}),
          }
        : null,
      decay: standing
        ? null
        : {
            limitPa: Number(d.limit.replace(',', '.')) * MICRON,
            readings: this.decay().readings.map((r) => ({ atS: r.atMin * 60, pa: r.microns * MICRON })),
          },
      testedBy: d.testedBy.trim(),
      note: d.note,
      ...(this.gaugeWords() ? { gauge: this.gaugeWords() } : {}),
    };
  });
  protected readonly verdict = computed(() => {
    try {
      return pressureVerdict(this.test(), this.serviceOf(this.draft().lineId));
    } catch (e) {
      if (e instanceof InputError) return null;
      throw e;
    }
  });
  /** What core says of numbers that cannot be meant together. */
  private readonly impossible = computed((): readonly FieldProblem[] => {
    try {
      pressureVerdict(this.test(), this.serviceOf(this.draft().lineId));
      return [];
    } catch (e) {
      if (e instanceof InputError) return e.problems.map((p) => ({ ...p, field: `standing.${p.field}` }));
      throw e;
    }
  });
  /** Test pressure of the line, for the field's hint. */
  protected readonly testHint = computed(() => {
    const line = this.job.lines().find((l) => l.id === this.draft().lineId);
    return line ? `${displayUnit('pressure', this.system).fromSi(line.testPa).toFixed(0)}, the line’s` : '';
  });

  protected readonly isShown = (t: Filed): boolean => !this.entering() && this.chosen.is(t);
  protected readonly columns: readonly Column<Filed>[] = [
    { id: 'line', head: 'Line', text: (t) => t.line, opens: true },
    { id: 'test', head: 'Test', text: (t) => (t.test.standing ? `standing, ${t.test.medium}` : 'vacuum') },
    { id: 'began', head: 'Began, at the job', text: (t) => t.began },
    { id: 'long', head: 'For', text: (t) => t.long, number: true },
    {
      id: 'verdict',
      head: 'Verdict',
      text: (t) => (t.annulled ? 'annulled' : t.verdict ? this.word(t.verdict) : ''),
      tone: (t) => (t.annulled ? 'struck' : t.verdict ? this.tone(t.verdict) : ''),
    },
  ];

  protected show(id: string): void {
    this.chosen.ask(id);
    this.entering.set(false);
  }

  protected begin(): void {
    if (!this.form.takenUp()) this.form.begin(this.blank());
    this.id = newId();
    this.entering.set(true);
  }

  protected word(v: NonNullable<ReturnType<PressurePage['verdict']>>): string {
    return {
      holds: '✓ holds',
      lost: '✕ lost pressure',
      'cannot tell': '▲ cannot tell',
      tight: '✓ tight',
      leak: '✕ leaks',
      wet: '▲ wet: it levels off',
      'leak and wet': '✕ leaks, and wet',
    }[v.verdict];
  }

  protected tone(v: NonNullable<ReturnType<PressurePage['verdict']>>): string {
    return v.passes ? 'fine' : v.verdict === 'lost' || v.verdict.startsWith('leak') ? 'refused' : 'caution';
  }

  protected async save(): Promise<void> {
    const [test, commandId, verdict] = [this.test(), newId(), this.verdict()];
    const line = this.lines().find((l) => l.id === test.lineId)?.name ?? '';
    await this.form.submit(async () => {
      const signed = await this.signer.sign({
        what: `the test of ${line}`,
        meaning: 'tested',
        lines: [verdict ? this.word(verdict) : '', verdict?.arithmetic ?? '', ...(verdict?.wouldTell ?? [])],
        send: (password) => this.form.telling(() => this.store.save(test, password, commandId)),
      });
      if (!signed) return false;
      this.show(test.id);
    });
  }
}

type Filed = ReturnType<PressurePage['tests']>[number];

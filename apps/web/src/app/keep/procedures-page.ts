import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Pqr, qualifiedBy, testVerdict } from '@hephaist/contracts/records/pqr';
import { type Procedure, statedProcedure } from '@hephaist/contracts/records/procedure';
import { procedureRows } from '@hephaist/contracts/records/procedure-rows';
import { releaseProblems, type Stage, stageOf } from '@hephaist/contracts/records/procedure-stage';
import { PROCEDURE_SOURCE } from '@hephaist/core/procedure/procedure';
import { medicalMissing, outsideSupport, procedureGaps } from '@hephaist/core/procedure/support';
import { nextRevision } from '@hephaist/core/qualification/revision';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { sourceLine } from '@hephaist/core/source/source';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { WorkStore } from '../data/work.store';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormOf } from '../forms/form-of';
import { nextNumber } from '../forms/next-number';
import { Cell } from '../layout/cell';
import { Chosen } from '../layout/chosen';
import { Done } from '../layout/done';
import { Follow } from '../layout/follow';
import { ListDetail } from '../layout/list-detail';
import { PaperLink } from '../layout/paper';
import { StillPlanning } from '../layout/still-planning';
import { type Column, Table } from '../layout/table';
import { Annul } from '../signing/annul';
import { May } from '../signing/may';
import { SecondLookOf } from '../signing/second-look';
import { SignaturesOf } from '../signing/signatures-of';
import { Signer } from '../signing/signer';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { KEEP_TABS } from './keep-tabs';
import { PqrForm } from './pqr-form';
import { ProcedureForm } from './procedure-form';
import { signedNow } from './signed-now';
import { UncoveredJoints } from './uncovered-joints';

/** Procedures with their revisions, the records behind them, what lies outside, and which joints each covers. */
@Component({
  selector: 'hp-procedures-page',
  imports: [
    Annul,
    Cell,
    Follow,
    PaperLink,
    Table,
    MatButtonModule,
    ListDetail,
    May,
    SayPipe,
    Entry,
    FormOf,
    ProcedureForm,
    PqrForm,
    SecondLookOf,
    SignaturesOf,
    StillPlanning,
    UncoveredJoints,
  ],
  templateUrl: './procedures-page.html',
  styleUrl: './procedures-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProceduresPage {
  private readonly crew = inject(CrewStore);
  private readonly job = inject(JobStore);
  private readonly work = inject(WorkStore);
  /** How many joints are still being planned: until then nothing is said of all. */
  protected readonly planning = this.work.pending;
  private readonly tables = inject(ShopStore).tables;
  private readonly units = inject(UnitsStore);
  private readonly signer = inject(Signer);
  protected readonly tabs = KEEP_TABS;
  protected readonly source = sourceLine(PROCEDURE_SOURCE);
  protected readonly doing = signal<'look' | 'edit' | 'record'>('look');
  private readonly asking = new Attempt();
  private readonly done = inject(Done);
  protected readonly failure = this.asking.failure;
  /** A first draft that is not saved yet. */
  protected readonly fresh = signal<Procedure | null>(null);
  private readonly newName = signal({ name: '' });
  protected readonly naming = new Form(this.newName, {
    now: () =>
      this.crew.procedures().some((p) => p.name === this.newName().name.trim())
        ? [{ field: 'name', says: 'it is on file: write its next revision' }]
        : [],
  });
  protected readonly usualName = computed(
    () =>
      `BPS-${nextNumber(
        this.crew.procedures().map((p) => p.name),
        'BPS-',
      )}`,
  );
  readonly list = computed(() => {
    const all = this.crew.procedures();
    const on = { procedures: all, pqrs: this.crew.pqrs(), coupons: this.crew.coupons() };
    const rank = (s: Stage): number => (s === 'released' ? 1 : s === 'superseded' ? 2 : 0);
    return all
      .map((p) => ({ p, state: stageOf(p, on, this.tables()) }))
      .sort(
        (a, b) =>
          a.p.name.localeCompare(b.p.name) || rank(a.state) - rank(b.state) || b.p.revision.localeCompare(a.p.revision),
      );
  });
  protected readonly chosen = new Chosen(
    this.list,
    (x) => x.p.id,
    (all) => all.find((x) => x.state !== 'superseded'),
    'procedure',
  );
  private readonly shown = this.chosen.shown;
  private readonly before = computed(() => {
    const id = this.shown()?.p.replaces;
    return this.crew.procedures().find((p) => p.id === id) ?? null;
  });
  protected readonly records = computed(() => {
    const [name, tables, coupons] = [this.shown()?.p.name, this.tables(), this.crew.coupons()];
    return this.crew
      .pqrsOnFile()
      .filter((r) => r.procedureName === name)
      .map((record) => {
        const rules = tables.ruleSet(record.ruleSetId) ?? ASME_RULES;
        const tests = record.tests.map((test) => ({ test, verdict: testVerdict(test, rules, coupons, tables) }));
        const annulled = this.crew.annulled().has(record.id);
        return { record, by: qualifiedBy(record, coupons, tables), tests, rules: rules.name, annulled };
      })
      .sort((a, b) => a.record.number.localeCompare(b.record.number));
  });
  /** Records that count. */
  private readonly standing = computed(() => this.records().filter((r) => !r.annulled));
  private readonly stated = computed(() => {
    const shown = this.shown();
    return shown && statedProcedure(shown.p);
  });
  private readonly outside = computed(() => {
    const stated = this.stated();
    return stated
      ? outsideSupport(
          stated,
          this.standing().map((r) => r.by),
        )
      : [];
  });
  protected readonly missing = computed(() => {
    const stated = this.stated();
    return stated ? medicalMissing(stated) : [];
  });
  /** Why the draft that is shown cannot be released; nothing once it can. */
  protected readonly unreleasable = computed(() => {
    const p = this.shown()?.p;
    const on = { pqrs: this.crew.pqrs(), coupons: this.crew.coupons() };
    return p ? releaseProblems(p, on, this.tables()).map((x) => x.says) : [];
  });
  protected readonly noRecord = computed(() => this.outside().find((o) => o.variable === 'records')?.says ?? null);
  protected readonly rows = computed(() => {
    const shown = this.shown();
    return shown ? procedureRows(shown.p, this.before(), this.outside(), this.units.system()) : [];
  });
  protected readonly headline = computed(() => {
    const shown = this.shown();
    if (!shown) return 'No procedure on file yet.';
    const name = `${shown.p.name} rev ${shown.p.revision}`;
    if (!this.stated()) return `${name} states only filler and flux.`;
    const n = this.outside().length;
    return n
      ? `${name}: ${n} variable${n === 1 ? ' lies' : 's lie'} outside what its records support.`
      : `${name} is supported by ${this.standing()
          .filter((r) => r.by.passed)
          .map((r) => r.record.number)
          .join(', ')}.`;
  });

  /** The job's joints as a procedure must cover them. */
  private readonly joints = computed(() =>
    this.work.work().map(({ joint, cover }) => ({ mark: joint.mark, asks: cover })),
  );
  /** Marks of the job's joints that a revision covers. */
  private coveredBy(p: Procedure | null | undefined): string[] {
    const stated = p && statedProcedure(p);
    return stated
      ? this.joints()
          .filter((j) => procedureGaps(stated, j.asks).length === 0)
          .map((j) => j.mark)
      : [];
  }
  protected readonly covers = computed(() => {
    const marks = this.coveredBy(this.shown()?.p);
    return { count: marks.length, marks: markRuns(marks).slice(0, 12).join(', ') };
  });
  /** What signing changes of what this job's joints are covered by. */
  private readonly coverChange = computed(() => {
    if (this.planning()) return 'How many joints of this job it covers is still being worked out.';
    const now = new Set(this.coveredBy(this.shown()?.p));
    const before = this.before();
    const lost = this.coveredBy(before).filter((mark) => !now.has(mark));
    const of = `It covers ${now.size} joints of this job`;
    return !before
      ? `${of}.`
      : lost.length
        ? `${of}; no longer covered: ${markRuns(lost).join(', ')}.`
        : `${of}, all that rev ${before.revision} covers among them.`;
  });
  /** Begins the first revision of a procedure: it is a draft once it is saved. */
  protected begin(): void {
    if (this.naming.problems().length) return;
    const name = this.newName().name.trim() || this.usualName();
    const empty = { fNumbers: [], fluxIds: [], oxygenLimit: null, note: '', signedOn: null };
    this.fresh.set({ id: newId(), name, revision: 'A', ...empty });
  }

  protected readonly isShown = (x: Listed): boolean => this.chosen.is(x);
  protected readonly columns: readonly Column<Listed>[] = [
    { id: 'name', head: 'Procedure', text: (x) => x.p.name, opens: true },
    { id: 'revision', head: 'Revision', text: (x) => x.p.revision },
    {
      id: 'state',
      head: 'State',
      text: ({ p, state }) =>
        `${STAGE_MARK[state]}${state}${state === 'released' ? ` ${p.signedOn ?? ''}` : ''}${p.adopted ? ', taken over' : ''}`,
      tone: ({ state }) => STAGE_TONE[state],
    },
  ];
  protected readonly variables: readonly Column<ReturnType<typeof procedureRows>[number]>[] = [
    { id: 'name', head: 'Variable', text: (r) => r.name, names: true },
    { id: 'stated', head: 'Stated' },
    { id: 'records', head: 'Records' },
  ];

  protected show(id: string): void {
    this.fresh.set(null);
    this.naming.begin({ name: '' });
    this.chosen.ask(id);
    this.doing.set('look');
    this.failure.set(null);
  }

  protected saved(p: Procedure): void {
    this.show(p.id);
  }

  protected filed(_record: Pqr): void {
    this.failure.set(null);
    this.doing.set('look');
  }

  /** A draft of the next revision, to be changed and signed. */
  protected async next(p: Procedure): Promise<void> {
    const open = this.crew.procedures().find((x) => x.replaces === p.id && x.signedOn === null);
    if (open) return this.show(open.id);
    const { signedAt: _signedAt, adopted: _adopted, ...stated } = p;
    const draft: Procedure = {
      ...stated,
      id: newId(),
      revision: nextRevision(p.revision),
      signedOn: null,
      replaces: p.id,
    };
    await this.asking.run(() => this.crew.saveDraft(0, draft));
    this.show(draft.id);
    this.doing.set('edit');
  }

  protected async throwAway(draft: Procedure): Promise<void> {
    if (await this.asking.run(() => this.crew.throwAway(draft)))
      this.done.say(`The draft of ${draft.name} rev ${draft.revision} is thrown away.`, () =>
        this.asking.run(() => this.crew.saveDraft(0, draft)),
      );
  }

  protected async sign(p: Procedure): Promise<void> {
    const [why] = this.unreleasable();
    if (why) return this.failure.set(`It cannot be released yet: ${why.replace('not released: ', '')}.`);
    const [commandId, seen] = [newId(), this.crew.versionOf(p.id)];
    const changed = this.rows().filter((r) => r.was !== null);
    const signed = await this.signer.sign({
      what: `${p.name} rev ${p.revision}`,
      meaning: 'released',
      lines: [
        ...(changed.length
          ? changed.map((r) => `${r.name}: ${r.was ?? ''} becomes ${r.now}`)
          : ['The first revision.']),
        this.coverChange(),
        p.adopted
          ? `Taken over from ${p.adopted.from}, ${p.adopted.document}: ${p.adopted.conditions}.`
          : this.outside().length
            ? `${this.outside().length} variables lie outside its records: ${this.outside()
                .map((o) => o.variable)
                .join(', ')}.`
            : 'Its records support every variable.',
      ],
      send: (password) =>
        this.crew.signProcedure(seen, { ...p, ...signedNow(this.job.timeZone()) }, password, commandId),
    });
    if (signed) this.show(p.id);
  }
}

const STAGE_MARK: Readonly<Record<Stage, string>> = {
  draft: '▲ ',
  'brazed for qualification': '▲ ',
  qualified: '✓ ',
  released: '✓ ',
  superseded: '',
};
const STAGE_TONE = {
  draft: 'caution',
  'brazed for qualification': 'caution',
  qualified: 'fine',
  released: 'fine',
  superseded: 'quiet',
} as const;

type Listed = ReturnType<ProceduresPage['list']>[number];

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { lineConditions, type Joint, type Stored } from '@hephaist/contracts';
import {
  displayUnit,
  findService,
  ROD_FORMS,
  verdictSentence,
  type FieldProblem,
  type FitUp,
  type RodFormId,
  type SocketKind,
} from '@hephaist/core';
import { ApiProblem } from '../data/api';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { tryPlan } from '@hephaist/contracts';
import { Caliper } from '../forms/caliper';
import { Entry } from '../forms/entry';
import { SchoolsForm } from '../jobs/schools-form';
import {
  cupOptions,
  fillerOptions,
  metalOptions,
  partOptions,
  plain,
  POSITION_OPTIONS,
  sizeOptions,
  standardOptions,
  type Option,
} from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { otherProblems, problemAt } from '../forms/problems';
import { UnitsStore } from '../units/units.store';
import { draftOf, jointOf, jointProblems, nextMark, type JointDraft } from './joint-draft';

const KINDS: readonly Option<SocketKind>[] = [
  { id: 'fitting', name: 'made fitting' },
  { id: 'reducer', name: 'reducing fitting' },
  { id: 'swaged', name: 'end swaged on site' },
  { id: 'stub', name: 'stub of a part' },
  { id: 'valve', name: 'valve' },
  { id: 'bush', name: 'bush in a third part' },
  { id: 'patch', name: 'patch over a hole' },
  { id: 'groove', name: 'no socket: braze-welded seam' },
];

const SHOWN = [
  'mark',
  'lineId',
  'tube.size',
  'tube.metalId',
  'socket.depthM',
  'socket.metalId',
  'fitUp.tubeOdM',
  'fitUp.socketIdM',
  'fitUp.gapSideM',
  'fitUp.mode',
  'partNearby.distanceM',
  'cadmiumReason',
  'setAside',
  'bush.wallM',
  'patch.holeM',
  'patch.cutOutBy',
  'patch.cutOutOn',
  'bush.gapSideM',
  'groove.thicknessM',
  'groove.lengthM',
  'socket.cup',
  'rodForm',
  'note',
];

/** Adds or edits a joint; its plan is read out as it is typed, and every problem stands at its field. */
@Component({
  selector: 'hp-joint-form',
  imports: [MatCheckboxModule, MatDialogModule, Caliper, Entry, PickField, SchoolsForm],
  templateUrl: './joint-form.html',
  styleUrl: './joint-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointForm {
  private readonly data = inject<{ joint: Stored<Joint> | null; fresh: boolean }>(MAT_DIALOG_DATA);
  private readonly dialog = inject(MatDialogRef);
  protected readonly store = inject(JobStore);
  private readonly units = inject(UnitsStore);

  private readonly shop = inject(ShopStore);
  private readonly tables = this.shop.tables;
  protected readonly standards = standardOptions(this.tables());
  protected readonly metals = metalOptions(this.tables());
  protected readonly positions = POSITION_OPTIONS;
  protected readonly parts = partOptions(this.tables());
  protected readonly fillers = fillerOptions(this.tables());
  protected readonly cups = cupOptions(this.tables());
  protected readonly forms: readonly Option<RodFormId>[] = ROD_FORMS;
  protected readonly kinds: readonly Option<SocketKind>[] = KINDS;
  protected readonly instruments = plain(['caliper', 'micrometer', 'tape'] as const);
  protected readonly modes: readonly Option<FitUp['mode']>[] = [
    { id: 'nominal', name: 'nominal sizes' },
    { id: 'measured', name: 'measured' },
    { id: 'stated', name: 'gap stated' },
  ];
  protected readonly lines = computed(() =>
    this.store
      .lines()
      .map((l) => ({ id: l.id, name: `${l.prefix} · ${l.name} · ${findService(l.serviceId)?.name ?? l.serviceId}` })),
  );
  /** The units the form was opened in; a switch behind it does not re-read what is typed. */
  private readonly system = this.units.system();
  protected readonly inch = displayUnit('length', this.system).symbol;

  protected readonly fresh = this.data.fresh || !this.data.joint;
  private seen = this.fresh ? 0 : (this.data.joint?.version ?? 0);
  private readonly base = this.baseJoint();
  protected readonly draft = signal<JointDraft>(this.firstDraft());
  protected readonly saving = signal(false);
  private readonly tried = signal(false);
  private readonly told = signal<readonly FieldProblem[]>([]);
  protected readonly clash = signal<Stored<Joint> | null>(null);
  protected readonly failure = signal<string | null>(null);

  private readonly joint = computed(() =>
    jointOf(this.draft(), this.base, this.system, this.fresh ? null : this.data.joint),
  );
  private readonly contract = computed(() => jointProblems(this.joint(), this.tables()));
  private readonly planned = computed(() => {
    const line = this.store.lines().find((l) => l.id === this.draft().lineId);
    const job = this.store.job();
    if (!line || !job || this.contract().some((p) => p.field !== 'mark')) return null;
    return tryPlan(this.joint(), lineConditions(line, job), this.shop.shop());
  });
  private readonly problems = computed(() => [
    ...this.told(),
    ...(this.tried() ? this.contract() : []),
    ...(this.planned()?.problems ?? []),
  ]);
  protected readonly others = computed(() => otherProblems(this.problems(), SHOWN));
  protected readonly sizes = computed(() => sizeOptions(this.tables(), this.draft().standardId));
  /** A reading far from the part's size: asked about until it is confirmed. */
  protected readonly far = computed(() => {
    const plan = this.planned()?.plan;
    const found = plan?.gap.problems.find((p) => p.kind === 'far from nominal');
    return found ? this.units.say(found.says) : null;
  });
  protected readonly reading = computed(() => {
    const seam = this.planned()?.seam;
    if (seam)
      return {
        sentence: seam.refused
          ? this.units.say(seam.refused)
          : `Braze-welded: ${seam.filler?.id ?? 'no rod'}, ${seam.passes} ${seam.passes === 1 ? 'pass' : 'passes'}.`,
        gap: '',
      };
    const plan = this.planned()?.plan;
    if (!plan) return null;
    const s = verdictSentence(this.draft().mark || 'It', plan);
    const gap = `gap ${this.units.show(plan.gap.sideM, 'gap')} cold${plan.selection.chosen ? `, ${this.units.show(plan.selection.chosen.gap.sideM, 'gap')} at heat, ${plan.selection.chosen.gapVerdict}` : ''}`;
    return { sentence: s.lead + (s.rod ?? '') + s.middle + (s.flux ?? '') + s.end, gap };
  });

  private baseJoint(): Pick<Joint, 'id' | 'jobId' | 'sort'> {
    const last = this.store.joints().at(-1)?.sort ?? 0;
    const from = this.data.joint;
    return this.fresh || !from
      ? { id: newId(), jobId: this.store.jobId() ?? '', sort: last + 1 }
      : { id: from.id, jobId: from.jobId, sort: from.sort };
  }

  private firstDraft(): JointDraft {
    const from = this.data.joint;
    const line = this.store.lines().find((l) => l.id === from?.lineId) ?? this.store.lines()[0];
    if (from && !this.fresh) return draftOf(from, this.system);
    const mark = nextMark(
      line?.prefix ?? 'J',
      this.store.joints().map((j) => j.mark),
    );
    const like = from ? draftOf(from, this.system) : null;
    return {
      mark,
      lineId: line?.id ?? '',
      standardId: like?.standardId ?? 'acr',
      size: like?.size ?? '1-1/8',
      tubeMetalId: like?.tubeMetalId ?? 'copper',
      socketKind: 'fitting',
      socketMetalId: 'copper',
      depth: '',
      mode: 'nominal',
      od1: '',
      od2: '',
      id1: '',
      id2: '',
      instrument: 'caliper',
      confirmed: false,
      gap: '',
      position: 'horizontal',
      partId: '',
      distance: '',
      movement: false,
      fillerId: '',
      cadmiumReason: '',
      cup: '',
      bushMetalId: 'copper',
      bushWall: '',
      bushGap: '',
      hole: '',
      cutOutBy: '',
      cutOutOn: '',
      seamThickness: '',
      seamLength: '',
      rodForm: 'flat',
      schools: {},
      setAside: '',
      note: '',
    };
  }

  protected set(change: Partial<JointDraft>): void {
    this.draft.update((d) => ({ ...d, ...change }));
    this.told.set([]);
  }

  /** Another standard rarely has the same size: keep it where it does, else take the first. */
  protected setStandard(id: string): void {
    const sizes = this.tables().sizes(id);
    this.draft.update((d) => ({ ...d, standardId: id, size: sizes.includes(d.size) ? d.size : (sizes[0] ?? '') }));
  }

  protected setLine(id: string): void {
    const line = this.store.lines().find((l) => l.id === id);
    const mark =
      this.fresh && line
        ? nextMark(
            line.prefix,
            this.store.joints().map((j) => j.mark),
          )
        : this.draft().mark;
    this.draft.update((d) => ({ ...d, lineId: id, mark }));
  }

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  /** After a clash: keep what was typed and save over what now stands. */
  protected takeOver(): void {
    this.seen = this.clash()?.version ?? this.seen;
    this.clash.set(null);
    void this.save();
  }

  protected async save(event?: Event): Promise<void> {
    event?.preventDefault();
    this.tried.set(true);
    this.failure.set(null);
    if (this.contract().length || this.planned()?.problems || this.saving()) return;
    this.saving.set(true);
    try {
      const joint = this.joint();
      await this.store.saveJoints([{ seen: this.seen, data: joint }]);
      this.store.select(joint.id);
      this.dialog.close();
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.current?.length) this.clash.set(e.problem.current[0] as Stored<Joint>);
      else if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      else this.failure.set((e as Error).message);
    } finally {
      this.saving.set(false);
    }
  }

  /** Diameters the stand-in caliper finds: the nominal ones of the tube and its cup. */
  protected readonly nominal = computed(() => {
    const d = this.draft();
    const tube = this.tables().tube(d.standardId, d.size);
    const cup = d.cup ? this.tables().cupNamed(d.cup) : this.tables().cup(tube?.odM ?? 0);
    return { tubeM: tube?.odM ?? 0.02, socketM: cup ? (cup.idM.min + cup.idM.max) / 2 : (tube?.odM ?? 0.02) + 1.5e-4 };
  });

  /** What the other person's version says, field by field, where it differs from what is typed here. */
  protected differences(current: Stored<Joint>): { field: string; theirs: string; mine: string }[] {
    const theirs = draftOf(current, this.system);
    const mine = this.draft();
    return (Object.keys(mine) as (keyof JointDraft)[])
      .filter((k) => JSON.stringify(theirs[k]) !== JSON.stringify(mine[k]))
      .map((k) => ({ field: k, theirs: words(theirs[k]), mine: words(mine[k]) }));
  }
}

const words = (value: JointDraft[keyof JointDraft]): string =>
  (typeof value === 'object' ? JSON.stringify(value) : String(value)) || '(empty)';

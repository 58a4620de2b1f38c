import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatExpansionModule } from '@angular/material/expansion';
import { lineConditions } from '@hephaist/contracts/records/conditions';
import { changedAfterwards, type Joint, jointIdentity } from '@hephaist/contracts/records/joint';
import { tryPlan } from '@hephaist/contracts/records/planner';
import type { Stored } from '@hephaist/contracts/records/stored';
import { ROD_FORMS, type RodFormId } from '@hephaist/core/filler-use/rod-forms';
import type { FitUp } from '@hephaist/core/fit-up/gap';
import { PROTECTION_WORDS, PROTECTIONS } from '@hephaist/core/heat/protections';
import { verdictSentence } from '@hephaist/core/joint/verdict-sentence';
import { stubWords } from '@hephaist/core/metals/unknown-stub';
import { findService } from '@hephaist/core/services/services';
import type { SocketKind } from '@hephaist/core/strength/overlap';
import { displayUnit } from '@hephaist/core/units/units';
import { AskStub } from '../answer/ask-stub';
import { ApiProblem } from '../data/api';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { Caliper } from '../forms/caliper';
import { Check } from '../forms/check';
import { Clash } from '../forms/clash';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { mergeUntouched } from '../forms/merge-untouched';
import {
  cupOptions,
  fillerOptions,
  metalOptions,
  type Option,
  partOptions,
  plain,
  POSITION_OPTIONS,
  sizeOptions,
  standardOptions,
} from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { SchoolsForm } from '../forms/schools-form';
import { Signer } from '../signing/signer';
import { Day } from '../time/day';
import { UnitsStore } from '../units/units.store';
import { draftOf, type JointDraft, jointOf, jointProblems, nextMark } from './joint-draft';
import { JOINT_LABELS } from './joint-labels';

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

/** Adds or edits a joint; its plan is read out as it is typed, and every problem stands at its field. */
@Component({
  selector: 'hp-joint-form',
  imports: [
    Clash,
    MatButtonModule,
    MatDialogModule,
    MatExpansionModule,
    Caliper,
    Check,
    Day,
    Entry,
    FormEnd,
    FormOf,
    PickField,
    SchoolsForm,
  ],
  templateUrl: './joint-form.html',
  styleUrl: './joint-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointForm {
  private readonly data = inject<{ joint: Joint | null; fresh: boolean }>(MAT_DIALOG_DATA);
  private readonly dialog = inject(MatDialogRef);
  protected readonly store = inject(JobStore);
  private readonly units = inject(UnitsStore);

  private readonly signer = inject(Signer);
  private readonly shop = inject(ShopStore);
  private readonly tables = this.shop.tables;
  protected readonly standards = standardOptions(this.tables());
  protected readonly metals = metalOptions(this.tables());
  protected readonly positions = POSITION_OPTIONS;
  protected readonly parts = partOptions(this.tables());
  protected readonly protections = PROTECTIONS.map((id) => ({ id, name: PROTECTION_WORDS[id] }));
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
  private readonly opened = this.fresh ? 0 : (this.store.stored('joint', this.data.joint?.id ?? '')?.version ?? 0);
  private seen = this.opened;
  private readonly base = this.baseJoint();
  /** What the form began with, or what stood there at the last clash. */
  private begun = this.firstDraft();
  protected readonly draft = signal<JointDraft>(this.begun);
  protected readonly form: Form<JointDraft> = new Form(this.draft, {
    tried: () => this.contract(),
    now: () => this.planned()?.problems ?? [],
    follow: (next, change) => this.follow(next, change),
    keep: () => (this.fresh ? `joint of ${this.store.jobId() ?? ''}` : `joint ${this.base.id} ${this.opened}`),
  });
  /** What stands now where somebody else saved it meanwhile, and what it says in the fields of the form. */
  private readonly clash = computed(() => this.form.clash() as Stored<Joint> | null);
  protected readonly theirs = computed(() => {
    const now = this.clash();
    return now ? draftOf(now.data, this.system) : null;
  });
  protected readonly labels = JOINT_LABELS;

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

  protected readonly stubWords = stubWords;
  private readonly stubs = inject(AskStub);
  /** Asks what the stub is, and plans it as that. */
  protected async askStub(): Promise<void> {
    const { mark, stub } = this.draft();
    const told = await this.stubs.ask({ mark: mark || 'the joint', answers: stub ?? {}, mayKeep: true });
    if (told) this.form.set({ socketMetalId: told.metalId, stub: told.answers });
  }

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
    const mark = this.freeMark(line?.prefix ?? 'J');
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
      protection: 'bare',
      movement: false,
      wallBehind: false,
      stub: undefined,
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
      spool: '',
      setAside: '',
      note: '',
    };
  }

  /** Another standard rarely has the same size: it is kept where it does. Another line marks its joints otherwise. */
  private follow(next: JointDraft, change: Partial<JointDraft>): JointDraft {
    const sizes = this.tables().sizes(next.standardId);
    const size = change.standardId && !sizes.includes(next.size) ? (sizes[0] ?? '') : next.size;
    const line = this.fresh && change.lineId ? this.store.lines().find((l) => l.id === change.lineId) : null;
    return { ...next, size, mark: line ? this.freeMark(line.prefix) : next.mark };
  }

  private freeMark(prefix: string): string {
    return nextMark(
      prefix,
      this.store.joints().map((j) => j.mark),
    );
  }

  /** After a clash: what only they changed is taken from them; true where nothing is left that both changed. */
  private merged(): boolean {
    const theirs = this.theirs();
    if (!theirs) return false;
    const { draft, isOpen } = mergeUntouched(this.begun, this.draft(), theirs);
    this.form.set(draft);
    return !isOpen;
  }

  /** After a clash: saves what was chosen over what now stands. */
  protected async takeOver(): Promise<void> {
    const now = this.clash();
    if (now) this.begun = draftOf(now.data, this.system);
    this.seen = now?.version ?? this.seen;
    await this.save();
  }

  /** It is brazed, and what it was is being changed: that is signed, with its reason. */
  protected readonly afterwards = computed(() => {
    const was = this.fresh ? null : this.data.joint;
    const isBrazed = was !== null && this.store.logs().some((l) => l.jointId === was.id);
    return isBrazed && jointIdentity(was) !== jointIdentity(this.joint()) ? was : null;
  });
  protected readonly why = signal('');

  private async send(joint: Joint): Promise<boolean> {
    const was = this.afterwards();
    if (!was) return this.store.save('joint', [{ seen: this.seen, data: joint }]).then(() => true);
    const [changed, commandId] = [changedAfterwards(joint, was, this.why().trim()), newId()];
    const problems = jointProblems(changed, this.tables());
    if (problems.length) throw new ApiProblem({ title: '', status: 422, detail: '', fields: problems });
    return this.signer.sign({
      what: `that ${joint.mark} is changed after it was brazed`,
      meaning: 'changed',
      lines: [`It was ${jointIdentity(was)}.`, `It becomes ${jointIdentity(joint)}.`],
      send: (password) => this.form.telling(() => this.store.changeAfterwards(changed, this.seen, password, commandId)),
    });
  }

  protected async save(): Promise<void> {
    const joint = this.joint();
    let sent = false;
    const done = await this.form.submit(async () => (sent = await this.send(joint)));
    if (!done && this.merged()) return this.takeOver();
    if (!done || !sent) return;
    this.store.select(joint.id);
    this.dialog.close();
  }

  /** Diameters the stand-in caliper finds: the nominal ones of the tube and its cup. */
  protected readonly nominal = computed(() => {
    const d = this.draft();
    const tube = this.tables().tube(d.standardId, d.size);
    const cup = d.cup ? this.tables().cupNamed(d.cup) : this.tables().cup(tube?.odM ?? 0);
    return { tubeM: tube?.odM ?? 0.02, socketM: cup ? (cup.idM.min + cup.idM.max) / 2 : (tube?.odM ?? 0.02) + 1.5e-4 };
  });
}

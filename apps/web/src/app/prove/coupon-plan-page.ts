import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { inForce, namedProcedure, type Procedure } from '@hephaist/contracts/records/procedure';
import type { ReservedCoupon } from '@hephaist/contracts/records/reserved-coupon';
import { travellerRows } from '@hephaist/contracts/records/traveller-rows';
import { couponSteps, labelText, piecesOf } from '@hephaist/core/coupons/traveller';
import { procedureGaps } from '@hephaist/core/procedure/support';
import {
  COUPON_COST_SOURCE,
  type CouponJoint,
  type CouponPlan,
  couponPlan,
  couponToCover,
  type PlannedCoupon,
  USUAL_COUPON_COSTS,
} from '@hephaist/core/qualification/coupon-plan';
import { mayBraze } from '@hephaist/core/qualification/may-braze';
import { asksKey } from '@hephaist/core/qualification/range';
import { sourceLine } from '@hephaist/core/source/source';
import { TUBE_STANDARDS } from '@hephaist/core/tube/tube';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { me } from '../data/who';
import { WorkStore } from '../data/work.store';
import { qrPath } from '../drawings/qr';
import { Attempt } from '../forms/attempt';
import { Check } from '../forms/check';
import { Entry } from '../forms/entry';
import { couponNumber, nextNumber } from '../forms/next-number';
import { Pick as PickField } from '../forms/pick';
import { Done } from '../layout/done';
import { StillPlanning } from '../layout/still-planning';
import { type Column, Table } from '../layout/table';
import { Tabs } from '../shell/tabs';
import { May } from '../signing/may';
import { localNow } from '../time/zone';
import { QtyPipe } from '../units/qty.pipe';
import { UnitsStore } from '../units/units.store';
import { CouponClock } from './coupon-clock';
import { PROVE_TABS } from './prove-tabs';

/** Whom the plan is for: one brazer, everybody, or the crew as one, so that somebody may braze each joint. */
const EVERYBODY = 'everybody';
const SOMEBODY = 'somebody';

/** Whether a coupon was reserved for this. */
const isLike = (r: ReservedCoupon, c: PlannedCoupon, brazerId: string | null): boolean =>
  r.brazerId === brazerId &&
  r.tube.standardId === c.tube.standardId &&
  r.tube.size === c.tube.size &&
  r.fillerId === c.fillerId &&
  r.position === c.position &&
  Math.abs(r.overlapM - c.overlapM) < 1e-6;

interface PlanFor {
  readonly name: string;
  readonly mark: string;
  readonly brazerId: string | null;
  readonly plan: CouponPlan;
}

/** Coupons to braze: the fewest that qualify a brazer or a crew for the job, and their travellers and labels. */
@Component({
  selector: 'hp-coupon-plan-page',
  imports: [Table, MatButtonModule, May, Tabs, Check, Entry, PickField, CouponClock, QtyPipe, StillPlanning],
  templateUrl: './coupon-plan-page.html',
  styleUrl: './coupon-plan-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CouponPlanPage {
  protected readonly store = inject(JobStore);
  private readonly crew = inject(CrewStore);
  private readonly work = inject(WorkStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly units = inject(UnitsStore);
  protected readonly tabs = PROVE_TABS;
  protected readonly source = sourceLine(COUPON_COST_SOURCE);
  protected readonly company = computed(() => me()?.company ?? '');
  protected readonly today = localNow(this.store.timeZone()).slice(0, 10);
  protected readonly whom = signal(SOMEBODY);
  protected readonly perStrip = signal(String(USUAL_COUPON_COSTS.perStrip));
  protected readonly perKg = signal(String(USUAL_COUPON_COSTS.metalPerKg));
  protected readonly cheapest = signal(false);
  protected readonly whoms = computed(() => [
    { id: SOMEBODY, name: 'The crew: somebody for each joint' },
    { id: EVERYBODY, name: 'Everybody for every joint' },
    ...this.crew.brazers().map((b) => ({ id: b.id, name: `${b.name} (${b.mark})` })),
  ]);
  private readonly cost = (text: string): number | null => {
    const n = Number(text.replace(',', '.'));
    return text.trim() && n >= 0 && n <= 1e6 ? n : null;
  };
  protected readonly stripProblem = computed(() => (this.cost(this.perStrip()) === null ? '0 to 1 000 000' : null));
  protected readonly kgProblem = computed(() => (this.cost(this.perKg()) === null ? '0 to 1 000 000' : null));
  private readonly costs = computed(() => ({
    perStrip: this.cost(this.perStrip()) ?? USUAL_COUPON_COSTS.perStrip,
    metalPerKg: this.cost(this.perKg()) ?? USUAL_COUPON_COSTS.metalPerKg,
  }));

  private readonly joints = computed((): CouponJoint[] => {
    const tables = this.tables();
    return this.work.work().flatMap(({ joint: j, asks, cover }) => {
      const tube = tables.tube(j.tube.standardId, j.tube.size);
      const metals = [j.tube.metalId, j.socket.metalId].map((id) => tables.metal(id)?.short ?? id);
      const fillerId = this.store.summaryOf()(j)?.summary?.fillerId ?? '';
      const { fluxId, medical } = cover;
      return tube ? [{ mark: j.mark, asks, tube, metals: metals as [string, string], fillerId, fluxId, medical }] : [];
    });
  });
  /** None until every joint is planned: a coupon more or less may turn on the last of them. */
  protected readonly plans = computed((): PlanFor[] => {
    if (this.work.pending()) return [];
    const [joints, costs, whom] = [this.joints(), this.costs(), this.whom()];
    const records = this.crew.records();
    if (whom === SOMEBODY) {
      const may = new Map<string, boolean>();
      const somebody = ({ asks }: CouponJoint): boolean => {
        const key = asksKey(asks);
        const known = may.get(key) ?? records.some((r) => mayBraze(r.record, asks, this.today).may);
        may.set(key, known);
        return known;
      };
      const open = joints.filter((j) => !somebody(j));
      const nobody = { coupons: [], joints: [], withdrawn: null };
      const plan = couponPlan(nobody, open, this.today, costs);
      const kept = new Set(open.map((j) => j.mark));
      const covered = joints.filter((j) => !kept.has(j.mark)).map((j) => j.mark);
      return [{ name: 'Somebody of the crew', mark: '', brazerId: null, plan: { ...plan, covered, renews: false } }];
    }
    return records
      .filter((r) => (whom === EVERYBODY ? !r.record.withdrawn : r.brazer.id === whom))
      .map((r) => ({
        name: r.brazer.name,
        mark: r.brazer.mark,
        brazerId: r.brazer.id,
        plan: couponPlan(r.record, joints, this.today, costs),
      }));
  });
  /** Whether any plan has a cheaper way. */
  protected readonly hasCheaper = computed(() => this.plans().some((p) => p.plan.cheapest));
  protected readonly shown = computed(() =>
    this.plans().map((p) => {
      const choice = (this.cheapest() && p.plan.cheapest) || p.plan.fewest;
      return { ...p, choice, saves: p.plan.cheapest ? p.plan.fewest.cost - p.plan.cheapest.cost : 0 };
    }),
  );
  /** Every coupon to braze with its number, for the travellers. */
  readonly coupons = computed(() => {
    const reserved = [...this.crew.toBraze()];
    let n = nextNumber(this.crew.couponNumbers(), 'C-');
    return this.shown().flatMap((p) =>
      p.choice.coupons.map((c) => {
        const at = reserved.findIndex((r) => isLike(r, c, p.brazerId));
        const [known] = at < 0 ? [] : reserved.splice(at, 1);
        return {
          ...c,
          number: known?.number ?? couponNumber(n++),
          isReserved: known !== undefined,
          name: p.mark ? p.name : '',
          mark: p.mark,
          steps: couponSteps(c.position),
          procedure: this.procedureFor(c),
          brazerId: p.brazerId,
        };
      }),
    );
  });
  /** Those whose numbers nobody reserved yet. */
  protected readonly unreserved = computed(() => this.coupons().filter((c) => !c.isReserved));
  protected readonly headline = computed(() => {
    if (this.work.pending()) return 'The joints of this job are being planned.';
    const n = this.coupons().length;
    const strips = this.coupons().reduce((a, c) => a + c.strips, 0);
    const [only] = this.shown();
    const who =
      this.whom() === SOMEBODY
        ? 'somebody may braze each joint'
        : this.whom() === EVERYBODY
          ? 'everybody may braze every joint'
          : `${only?.name ?? 'nobody'} may braze every joint`;
    if (n === 0) return `No coupon is needed: ${who}.`;
    return `${n} coupon${n === 1 ? '' : 's'}, ${strips} strip${strips === 1 ? '' : 's'} for the laboratory: then ${who}.`;
  });

  /** The revision in force that covers a coupon; null where none does, and one must be released first. */
  private covering(c: PlannedCoupon): Procedure | null {
    const asks = couponToCover(c);
    return inForce(this.crew.procedures()).find((p) => procedureGaps(namedProcedure(p), asks).length === 0) ?? null;
  }
  protected procedureFor(c: PlannedCoupon): string | null {
    const found = this.covering(c);
    return found ? `${found.name} rev ${found.revision}` : null;
  }

  private readonly asked = new Attempt();
  protected readonly busy = this.asked.busy;
  protected readonly failure = this.asked.failure;
  private readonly done = inject(Done);
  /** Reserves the numbers of the coupons that are shown, with all that is known of each. */
  protected async reserve(): Promise<void> {
    const joints = new Map(this.store.joints().map((j) => [j.mark, j]));
    const coupons = this.unreserved().flatMap((c): ReservedCoupon[] => {
      const joint = joints.get(c.like.mark);
      const { asks, fluxId } = c.like;
      if (!joint) return [];
      return [
        {
          id: newId(),
          number: c.number,
          plannedOn: this.today,
          brazerId: c.brazerId,
          ruleSetId: asks.rules?.id ?? 'asme-ix',
          tube: { standardId: c.tube.standardId, size: c.tube.size, metalId: joint.tube.metalId },
          socketMetalId: joint.socket.metalId,
          fillerId: c.fillerId,
          fluxId,
          position: c.position,
          overlapM: c.overlapM,
          strips: c.strips,
          jointType: asks.jointType ?? 'socket',
          process: asks.process ?? 'torch',
          type: asks.type ?? 'manual',
          procedureId: this.covering(c)?.id ?? null,
          covers: this.marks(c.covers).slice(0, 400),
        },
      ];
    });
    if (await this.asked.run(() => this.crew.reserve(coupons)))
      this.done.say(`${coupons.map((c) => c.number).join(', ')} reserved: their results are entered under Coupons.`);
  }

  protected readonly factColumns: readonly Column<readonly [string, string]>[] = [
    { id: 'what', head: 'What', text: (f) => f[0], names: true },
    { id: 'is', head: 'Is', text: (f) => f[1] },
  ];
  protected readonly request: readonly Column<OnPaper>[] = [
    { id: 'number', head: 'Coupon', text: (c) => c.number, names: true },
    { id: 'strips', head: 'Strips', text: (c) => String(c.strips) },
    { id: 'mark', head: 'Mark', text: (c) => c.mark || '____' },
    { id: 'position', head: 'Position', text: (c) => c.position },
    { id: 'tube', head: 'Tube', text: (c) => `${c.tube.size} ${this.standard(c.tube.standardId)}` },
    { id: 'rod', head: 'Rod', text: (c) => c.fillerId },
    { id: 'overlap', head: 'Overlap', text: (c) => this.units.show(c.overlapM, 'diameter') },
  ];

  /** What stands on a traveller, with room for what is written by hand. */
  protected facts(c: OnPaper): readonly (readonly [string, string])[] {
    return travellerRows({ ...c, wallM: c.tube.wallM, fluxId: c.like.fluxId }, (si, q) => this.units.show(si, q));
  }

  protected standard(id: string): string {
    return TUBE_STANDARDS.find((s) => s.id === id)?.short ?? id;
  }

  protected labels(c: PlannedCoupon & { number: string; mark: string }) {
    return piecesOf(c).map((piece) => ({
      piece,
      qr: qrPath(labelText(c.number, piece, c.mark || '__', c.position)),
    }));
  }

  protected marks(list: readonly string[]): string {
    const runs = markRuns(list);
    return runs.length > 6 ? `${runs.slice(0, 6).join(', ')} and more` : runs.join(', ');
  }

  protected print(): void {
    globalThis.print();
  }
}

type OnPaper = ReturnType<CouponPlanPage['coupons']>[number];

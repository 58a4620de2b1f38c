import { leastCover } from '../numeric/set-cover.js';
import type { JointToCover } from '../procedure/support.js';
import { practice } from '../source/source.js';
import type { Tube } from '../tube/tube.js';
import { continuity, type Day } from './continuity.js';
import { type BrazerRecord, continuityEvents, validCoupons } from './may-braze.js';
import { asksKey, type CouponVariables, type JointVariables, type Position, POSITIONS, rangeGaps } from './range.js';

export const COUPON_COST_SOURCE = practice('costs as entered; strips as practised: one level, two upright');

/** What a coupon costs: the laboratory by the strip, the tube by weight. */
export interface CouponCosts {
  readonly perStrip: number;
  readonly metalPerKg: number;
}
export const USUAL_COUPON_COSTS: CouponCosts = { perStrip: 60, metalPerKg: 12 };

/** A joint of the job as the plan counts it. */
export interface CouponJoint {
  readonly mark: string;
  readonly asks: JointVariables;
  readonly tube: Pick<Tube, 'id' | 'size' | 'odM' | 'wallM' | 'standardId'>;
  readonly metals: readonly [string, string];
  /** Filler class planned, so that the coupon is brazed with it, and its flux. */
  readonly fillerId: string;
  readonly fluxId: string | null;
  readonly medical: boolean;
}

/** A coupon to be brazed. */
export interface PlannedCoupon {
  /** The joint of the job that it is made like. */
  readonly like: CouponJoint;
  readonly position: Position;
  readonly tube: CouponJoint['tube'];
  readonly metals: readonly [string, string];
  readonly fillerId: string;
  readonly overlapM: number;
  /** Strips that go to the laboratory: one of a level coupon, two of an upright one with two up-feed joints. */
  readonly strips: number;
  readonly cost: number;
  /** Marks it covers. */
  readonly covers: readonly string[];
  /** Marks that no other coupon of the plan nor any on file covers: what leaving it out would leave out. */
  readonly onlyHere: readonly string[];
}

export interface CouponChoice {
  readonly coupons: readonly PlannedCoupon[];
  readonly cost: number;
  /** No choice takes fewer coupons, or costs less, than this; equal when it is the least there is. */
  readonly atLeast: number;
}

export interface CouponPlan {
  /** Marks that coupons on file cover already. */
  readonly covered: readonly string[];
  /** Marks without a rod: nothing to test for until they have one. */
  readonly unplanned: readonly string[];
  readonly fewest: CouponChoice;
  /** The cheapest, where it costs less than the fewest. */
  readonly cheapest: CouponChoice | null;
  /** One coupon more than the ranges need, because continuity lapsed and only a passed coupon brings it back. */
  readonly renews: boolean;
}

/** What a planned coupon asks of the procedure it is brazed to. */
export const couponToCover = ({ like, position }: Pick<PlannedCoupon, 'like' | 'position'>): JointToCover => ({
  ...like.asks,
  position,
  fluxId: like.fluxId,
  gapM: null,
  medical: like.medical,
});

const COPPER_KG_M3 = 8940;
/** Tube that a test joint takes, m. Source: practice, a hand's breadth either side and the strip. */
const TUBE_PER_JOINT_M = 0.3;

/** Joints that ask the same are one. */
const keyOf = (j: CouponJoint): string => asksKey(j.asks);

interface Candidate {
  readonly joint: CouponJoint;
  readonly position: Position;
  readonly variables: CouponVariables;
  readonly cost: number;
}

/** Each joint of the job could be its own coupon, in each position: real sizes, real metals, real overlap. */
function candidatesFrom(groups: readonly CouponJoint[], costs: CouponCosts): Candidate[] {
  return groups.flatMap((joint) =>
    POSITIONS.map(({ id: position }): Candidate => {
      const { odM, wallM } = joint.tube;
      const kg = Math.PI * (odM - wallM) * wallM * TUBE_PER_JOINT_M * COPPER_KG_M3;
      const strips = stripsOf(position);
      return {
        joint,
        position,
        variables: {
          pNumbers: joint.asks.pNumbers,
          fNumber: joint.asks.fNumber ?? '',
          wallM,
          odM,
          overlapM: joint.asks.overlapM,
          position,
          ...(joint.asks.jointType ? { jointType: joint.asks.jointType } : {}),
        },
        cost: strips * (costs.perStrip + kg * costs.metalPerKg),
      };
    }),
  );
}

const stripsOf = (position: Position): number => (position === 'up-feed' ? 2 : 1);

/**
 * The fewest coupons that let a brazer braze all joints of a job, beside those on file, and the cheapest where that
 * is another choice. An exact cover on the job's own sizes.
 * @param record what is on file for the brazer; an empty one for somebody new
 * @param on the day the job is to be brazed
 */
export function couponPlan(
  record: BrazerRecord,
  joints: readonly CouponJoint[],
  on: Day,
  costs: CouponCosts = USUAL_COUPON_COSTS,
): CouponPlan {
  const unplanned = joints.filter((j) => j.asks.fNumber === null).map((j) => j.mark);
  const asked = joints.filter((j) => j.asks.fNumber !== null);
  const held = (j: CouponJoint): boolean =>
    validCoupons(record, on, j.asks.rules).some((c) => rangeGaps(c, j.asks).length === 0);
  const groups = [...new Map(asked.map((j) => [keyOf(j), j])).values()];
  const isHeld = new Map(groups.map((g) => [keyOf(g), held(g)]));
  const covered = asked.filter((j) => isHeld.get(keyOf(j))).map((j) => j.mark);
  const open = groups.filter((g) => !isHeld.get(keyOf(g)));
  const rules = groups[0]?.asks.rules;
  const lapsed = groups.length > 0 && continuity(continuityEvents(record, rules), on, rules).state !== 'current';
  const renews = open.length === 0 && lapsed;
  const needed = renews ? [cheapestOf(groups)] : open;
  const candidates = candidatesFrom(open.length ? open : needed, costs);
  const sets = candidates.map((c) => ({
    covers: needed.flatMap((g, i) => (rangeGaps(c.variables, g.asks).length === 0 ? [i] : [])),
    cost: c.cost,
  }));
  const choice = (costOf: (c: Candidate) => number): CouponChoice => {
    const found = leastCover(
      needed.length,
      sets.map((s, i) => ({ ...s, cost: costOf(candidates[i]!) })),
    );
    const taken = (found?.taken ?? []).map((i) => candidates[i]!);
    return { ...described(taken, asked, isHeld), atLeast: found?.atLeast ?? 0 };
  };
  // Coupons count first; a whole plan's cost never weighs as much as one coupon.
  const whole = candidates.reduce((a, c) => a + c.cost, 1);
  const few = choice((c) => 1 + c.cost / whole);
  const fewest = { ...few, atLeast: Math.max(0, Math.ceil(few.atLeast - 1 + 1e-9)) };
  const cheap = choice((c) => c.cost);
  return {
    covered,
    unplanned,
    fewest,
    cheapest: cheap.cost < fewest.cost - 1e-9 ? cheap : null,
    renews,
  };
}

const cheapestOf = (groups: readonly CouponJoint[]): CouponJoint =>
  groups.reduce((a, b) => (b.tube.odM * b.tube.wallM < a.tube.odM * a.tube.wallM ? b : a));

function described(
  taken: readonly Candidate[],
  asked: readonly CouponJoint[],
  isHeld: ReadonlyMap<string, boolean>,
): Omit<CouponChoice, 'atLeast'> {
  const covers = taken.map((c) => asked.filter((j) => rangeGaps(c.variables, j.asks).length === 0));
  const coupons = taken.map((c, i): PlannedCoupon => {
    const others = new Set(covers.filter((_, k) => k !== i).flat());
    return {
      like: c.joint,
      position: c.position,
      tube: c.joint.tube,
      metals: c.joint.metals,
      fillerId: c.joint.fillerId,
      overlapM: c.variables.overlapM,
      strips: stripsOf(c.position),
      cost: c.cost,
      covers: covers[i]!.map((j) => j.mark),
      onlyHere: covers[i]!.filter((j) => !others.has(j) && !isHeld.get(keyOf(j))).map((j) => j.mark),
    };
  });
  return { coupons, cost: taken.reduce((a, c) => a + c.cost, 0) };
}

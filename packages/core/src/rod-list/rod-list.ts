import { type Catalogue, SHIPPED } from '../catalogue/catalogue.js';
import { formFor, type RodForm, type SoldBy } from '../filler-use/rod-forms.js';
import { densityKgM3, type Filler, percent } from '../fillers/fillers.js';
import type { Flux } from '../fluxes/fluxes.js';
import type { JointSummary } from '../joint/summary.js';
import { requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import { POUND } from '../units/units.js';

/** A planned joint and whether it is already brazed, so that what is used comes off the list. */
export interface RodListJoint {
  readonly summary: JointSummary;
  readonly brazed: boolean;
}

/** What rod costs: its silver by weight at today's price, and everything else. Money a kg, any currency. */
export interface RodPrices {
  readonly silverPerKg: number;
  readonly basePerKg: number;
}

/** How to count: prices, share added to what is left, share lost as stub ends and drips. */
export interface RodListWishes {
  readonly prices: RodPrices;
  readonly spare: number;
  readonly loss: number;
}

/** One class in one form. */
export interface RodRow {
  readonly filler: Filler;
  readonly form: RodForm;
  readonly joints: number;
  /** For all joints with loss, kg. */
  readonly massKg: number;
  /** For the joints still to braze, with spare. */
  readonly leftJoints: number;
  readonly leftKg: number;
  /** Length of the form for what is left, with spare, m. */
  readonly leftM: number;
  /** Whole sticks to have at hand for what is left; rings one a joint; null where it is bought by weight. */
  readonly pieces: number | null;
  /** What to ask for at the counter: whole sticks, ounces, pounds or pieces. */
  readonly order: Order;
  readonly cost: number;
}

/** An amount a counter can fill: nothing in part. */
export interface Order {
  readonly amount: number;
  readonly by: SoldBy;
}

/** One flux for the joints still to braze. */
export interface FluxRow {
  readonly flux: Flux;
  readonly joints: number;
  readonly leftJoints: number;
  /** For the joints still to braze, with spare, kg. */
  readonly leftKg: number;
  /** Whole jars, and brushes to put it on with. */
  readonly jars: number;
  readonly brushes: number;
}

export interface RodList {
  readonly rods: readonly RodRow[];
  readonly fluxes: readonly FluxRow[];
  readonly withoutRod: number;
  readonly cost: number;
}

/** Money for a mass of a filler. */
export const rodCost = (filler: Filler, massKg: number, prices: RodPrices): number =>
  massKg * (prices.basePerKg + (percent(filler, 'Ag') / 100) * prices.silverPerKg);

/** "34 sticks", "1 ounce": what is said at the counter. */
export const orderWords = ({ amount, by }: Order): string => `${amount} ${by}${amount === 1 ? '' : 's'}`;

const OUNCE = POUND / 16;

function orderOf(by: SoldBy, leftKg: number, pieces: number | null): Order {
  const whole = (x: number): number => Math.max(0, Math.ceil(x - 1e-9));
  if (by === 'ounce') return { amount: whole(leftKg / OUNCE), by };
  if (by === 'pound') return { amount: whole(leftKg / POUND), by };
  return { amount: pieces ?? 0, by };
}

/**
 * Flux of one joint, kg: a film of 0.3 mm on tube and fitting over the overlap, as much again stays on brush and lid.
 * Paste weighs about 1600 kg/m3. Source: practice.
 */
const fluxKg = (summary: JointSummary): number =>
  2 * 1600 * 0.0003 * Math.PI * summary.tubeOdM * (summary.overlapM ?? 0);
/** A jar of paste, kg, and joints that a brush lasts. Source: practice. */
export const FLUX_JAR_KG = POUND / 2;
export const JOINTS_A_BRUSH = 30;
export const FLUX_COUNT_SOURCE = practice(
  'half-pound jars, a film of 0.3 mm and as much again lost, a brush for 30 joints',
);

function fluxRow(t: FluxTally, spare: number): FluxRow {
  const leftKg = t.leftKg * (1 + spare);
  return {
    flux: t.flux,
    joints: t.joints,
    leftJoints: t.leftJoints,
    leftKg,
    jars: t.leftJoints ? Math.max(1, Math.ceil(leftKg / FLUX_JAR_KG - 1e-9)) : 0,
    brushes: Math.ceil(t.leftJoints / JOINTS_A_BRUSH),
  };
}

interface FluxTally {
  readonly flux: Flux;
  joints: number;
  leftJoints: number;
  leftKg: number;
}

interface Tally {
  readonly filler: Filler;
  readonly form: RodForm;
  joints: number;
  leftJoints: number;
  netM3: number;
  leftM3: number;
}

function checkWishes({ prices, spare, loss }: RodListWishes): void {
  requireRange('spare', spare, 0, 5);
  requireRange('loss', loss, 0, 1);
  requireRange('silverPerKg', prices.silverPerKg, 0, 1e7);
  requireRange('basePerKg', prices.basePerKg, 0, 1e7);
}

function rowOf(t: Tally, { prices, spare, loss }: RodListWishes): RodRow {
  const density = densityKgM3(t.filler);
  const leftM3 = t.leftM3 * (1 + loss) * (1 + spare);
  const leftM = leftM3 / t.form.areaM2;
  const pieces =
    t.form.id === 'ring'
      ? Math.ceil(t.leftJoints * (1 + spare) - 1e-9)
      : t.form.pieceM === null
        ? null
        : Math.max(0, Math.ceil(leftM / t.form.pieceM - 1e-9));
  const leftKg = density * leftM3;
  return {
    filler: t.filler,
    form: t.form,
    joints: t.joints,
    massKg: density * t.netM3 * (1 + loss),
    leftJoints: t.leftJoints,
    leftKg,
    leftM,
    pieces,
    order: orderOf(t.form.sold[t.filler.group] ?? 'stick', leftKg, pieces),
    cost: rodCost(t.filler, leftKg, prices),
  };
}

/**
 * Rod and flux for a set of joints, by class and form.
 * @throws InputError when spare, loss or a price is out of range
 */
export function rodList(joints: readonly RodListJoint[], wishes: RodListWishes, tables: Catalogue = SHIPPED): RodList {
  checkWishes(wishes);
  const byRod = new Map<string, Tally>();
  const byFlux = new Map<string, FluxTally>();
  let withoutRod = 0;
  for (const { summary, brazed } of joints) {
    const filler = summary.fillerId ? tables.filler(summary.fillerId) : undefined;
    if (!filler) {
      withoutRod += 1;
      continue;
    }
    const form = formFor(filler.group, summary.form);
    const key = `${filler.id} ${form.id}`;
    const tally = byRod.get(key) ?? {
      filler,
      form,
      joints: 0,
      leftJoints: 0,
      netM3: 0,
      leftM3: 0,
    };
    byRod.set(key, tally);
    tally.joints += 1;
    tally.netM3 += summary.netM3;
    if (!brazed) {
      tally.leftJoints += 1;
      tally.leftM3 += summary.netM3;
    }
    const flux = summary.fluxId ? tables.flux(summary.fluxId) : undefined;
    // A coated or cored rod brings its flux along.
    if (!flux || form.id === 'coated' || form.id === 'cored') continue;
    const count = byFlux.get(flux.id) ?? { flux, joints: 0, leftJoints: 0, leftKg: 0 };
    byFlux.set(flux.id, count);
    count.joints += 1;
    if (brazed) continue;
    count.leftJoints += 1;
    count.leftKg += fluxKg(summary);
  }
  const rods = [...byRod.values()]
    .map((t) => rowOf(t, wishes))
    .sort(
      (a, b) => b.joints - a.joints || a.filler.id.localeCompare(b.filler.id) || a.form.id.localeCompare(b.form.id),
    );
  return {
    rods,
    fluxes: [...byFlux.values()].sort((a, b) => b.joints - a.joints).map((t) => fluxRow(t, wishes.spare)),
    withoutRod,
    cost: rods.reduce((sum, r) => sum + r.cost, 0),
  };
}

export interface Alternative {
  readonly filler: Filler;
  /** Joints still to braze, of those a phosphorus rod serves now, that this class may serve. */
  readonly joints: number;
  /** Of these, joints whose gap at heat is inside this class's band. */
  readonly inBand: number;
  readonly cost: number;
  /** What the chosen rods cost on the same joints. */
  readonly costNow: number;
}

/** What one class would cost on the joints left that a phosphorus rod serves now, beside what they cost as planned. */
export function alternative(
  joints: readonly RodListJoint[],
  fillerId: string,
  { prices, spare, loss }: RodListWishes,
  tables: Catalogue = SHIPPED,
): Alternative | null {
  const filler = tables.filler(fillerId);
  if (!filler) return null;
  const kg = (of: Filler, netM3: number): number => densityKgM3(of) * netM3 * (1 + loss) * (1 + spare);
  const sum = { joints: 0, inBand: 0, cost: 0, costNow: 0 };
  for (const { summary, brazed } of joints) {
    const chosen = summary.fillerId ? tables.filler(summary.fillerId) : undefined;
    if (brazed || chosen?.group !== 'BCuP') continue;
    const other = summary.allowed.find((a) => a.id === fillerId);
    if (!other) continue;
    sum.joints += 1;
    sum.inBand += other.gapVerdict === 'in band' ? 1 : 0;
    sum.cost += rodCost(filler, kg(filler, other.netM3), prices);
    sum.costNow += rodCost(chosen, kg(chosen, summary.netM3), prices);
  }
  return { filler, ...sum };
}

import { type Catalogue, SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { type CouponVerdict, judgeCoupon } from '@hephaist/core/coupons/coupon';
import { EDGE_SD_M } from '@hephaist/core/coupons/section';
import type { BrazerRecord, CouponRecord } from '@hephaist/core/qualification/may-braze';
import type { Brazer } from './brazer.js';
import type { Confirmation } from './confirmation.js';
import type { Coupon, CouponFace } from './coupon.js';
import type { Procedure } from './procedure.js';

/** Standard deviation of an edge read on a photograph; by hand it is never nearer than a scale shows. */
const edgeOf = ({ trace }: CouponFace): number | undefined =>
  trace?.corrected ? Math.max(trace.edgeM, EDGE_SD_M) : trace?.edgeM;

/** The verdict of a stored coupon by its rule set. */
export function couponVerdict(coupon: Coupon, tables: Catalogue = SHIPPED): CouponVerdict {
  const rules = tables.ruleSet(coupon.ruleSetId);
  if (!rules) throw new Error(`no rule set ${coupon.ruleSetId}`);
  const { boreClean, visualReason = null, jointType = 'socket', tests = [] } = coupon;
  const faces = coupon.faces.map((f) => ({ name: f.name, overlapM: f.overlapM, voids: f.voids, edgeM: edgeOf(f) }));
  return judgeCoupon({ faces, tests, boreClean, visualReason, jointType }, rules);
}

/** What medical gas wants on a brazer's record and a coupon does not state. Source: NFPA 99, from memory. */
export function couponMissing(coupon: Coupon, tables: Catalogue = SHIPPED): string[] {
  if (!tables.ruleSet(coupon.ruleSetId)?.medical) return [];
  const { cleaning = '', gapM = null, purgeFlow = null } = coupon.statement ?? {};
  return [
    ...(cleaning.trim() ? [] : ['how it was cleaned']),
    ...(gapM === null ? ['the gap'] : []),
    ...(purgeFlow === null ? ['the nitrogen flow'] : []),
  ];
}

/**
 * What a procedure is called where it must be the same procedure: its name, and the first revision with the same
 * essential variables. An essential change under the same name makes it another.
 */
export type ProcedureNames = ReadonlyMap<string, string>;
export function procedureNames(all: readonly Procedure[]): ProcedureNames {
  const firsts = new Map<string, string>();
  const byAge = [...all].sort((a, b) => (a.id < b.id ? -1 : 1));
  return new Map(
    byAge.map((p) => {
      const key = `${p.name} ${essentials(p)}`;
      const first = firsts.get(key) ?? `${p.name} rev ${p.revision}`;
      firsts.set(key, first);
      return [p.id, first];
    }),
  );
}

/** What may not change without testing anew. Source: ASME BPVC IX part QB, memory. */
function essentials(p: Procedure): string {
  const v = p.variables;
  const sorted = (list: readonly string[]): string[] => [...list].sort();
  return JSON.stringify([
    sorted(p.fNumbers),
    sorted(p.fluxIds),
    v && [
      v.process,
      v.type ?? 'manual',
      v.jointType,
      sorted(v.metals.map((m) => sorted(m).join('/'))),
      sorted(v.positions),
      v.wallM,
      v.overlapMinM,
      v.gapM,
      v.purgeFlow !== null,
    ],
  ]);
}

/** Name of the procedure that a record names; null where it names none, undefined where nobody wrote it down. */
export const namedIn = (id: string | null | undefined, names: ProcedureNames): string | null | undefined =>
  id ? names.get(id) : id;

/** To which revision a coupon was brazed, in words. */
export function brazedToWords({ procedureId }: Pick<Coupon, 'procedureId'>, all: readonly Procedure[]): string {
  const p = all.find((x) => x.id === procedureId);
  if (p) return `brazed to ${p.name} rev ${p.revision}`;
  return procedureId === null ? 'brazed to no procedure' : 'procedure not written down';
}

/** A stored coupon as the qualification rules see it; null when its tube, metal or rod is no longer in the tables. */
export function couponRecord(
  coupon: Coupon,
  tables: Catalogue = SHIPPED,
  names: ProcedureNames = new Map(),
): CouponRecord | null {
  const tube = tables.tube(coupon.tube.standardId, coupon.tube.size);
  const a = tables.metal(coupon.tube.metalId);
  const b = tables.metal(coupon.socketMetalId);
  const filler = tables.filler(coupon.fillerId);
  if (!tube || !a || !b || !filler) return null;
  const procedure = namedIn(coupon.procedureId, names);
  return {
    label: coupon.number,
    brazedOn: coupon.brazedOn,
    passed: couponVerdict(coupon, tables).passes,
    pNumbers: [a.pNumber, b.pNumber],
    fNumber: filler.fNumber,
    wallM: tube.wallM,
    odM: tube.odM,
    overlapM: coupon.overlapM,
    position: coupon.position,
    jointType: coupon.jointType ?? 'socket',
    process: coupon.process ?? 'torch',
    type: coupon.type ?? 'manual',
    ...(procedure === undefined ? {} : { procedure }),
  };
}

/** One joint a brazer made, on the calendar day of its job's zone. */
export interface Brazing {
  readonly brazerId: string;
  readonly day: string;
  readonly label: string;
  readonly fNumber: string | null;
  /** Name of the procedure it was worked to; null for none, absent where nobody wrote it down. */
  readonly procedure?: string | null | undefined;
}

/** What is on file that says who may braze. */
export interface OnFile {
  readonly coupons: readonly Coupon[];
  readonly brazings: readonly Brazing[];
  readonly confirmations?: readonly Confirmation[];
  readonly procedures?: readonly Procedure[];
}

/** Everything on file for one brazer. */
export function brazerRecord(brazer: Brazer, file: OnFile, tables: Catalogue = SHIPPED): BrazerRecord {
  const names = procedureNames(file.procedures ?? []);
  const own = <T extends { readonly brazerId: string }>(rows: readonly T[]): T[] =>
    rows.filter((r) => r.brazerId === brazer.id);
  return {
    coupons: own(file.coupons)
      .map((c) => couponRecord(c, tables, names))
      .filter((c) => c !== null),
    joints: own(file.brazings).map(({ day, label, fNumber, procedure }) => ({
      day,
      label,
      fNumber,
      ...(procedure === undefined ? {} : { procedure }),
    })),
    confirmations: own(file.confirmations ?? []).map((c) => ({ day: c.on, label: 'confirmation' })),
    ...(brazer.ended?.length ? { ended: brazer.ended } : {}),
    withdrawn: brazer.withdrawnOn
      ? {
          on: brazer.withdrawnOn,
          ...(brazer.withdrawnAt ? { at: brazer.withdrawnAt } : {}),
          reason: brazer.withdrawnReason ?? 'no reason given',
        }
      : null,
  };
}

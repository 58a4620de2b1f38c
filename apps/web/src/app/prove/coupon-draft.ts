import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import type { ReservedCoupon } from '@hephaist/contracts/records/reserved-coupon';
import type { JointType } from '@hephaist/core/joint/joint-type';
import type { Process, ProcessType } from '@hephaist/core/joint/process';
import type { Position } from '@hephaist/core/qualification/range';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { UnitSystem } from '@hephaist/core/units/units';
import { type TestDraft, unansweredOf } from '../coupon-tests/test-drafts';
import { isUnanswered } from '../coupon-tests/void-text';
import { shown } from '../units/typed';

/** A coupon's result as it begins: by whom and how the one before was read stands there already. */
export function beginCoupon(number: string, day: string, before: Coupon | null) {
  return {
    number,
    brazerId: '',
    brazedOn: day,
    ruleSetId: before?.ruleSetId ?? 'asme-ix-medical',
    standardId: before?.tube.standardId ?? 'acr',
    size: before?.tube.size ?? '1-1/8',
    tubeMetalId: 'copper',
    socketMetalId: 'copper',
    fillerId: before?.fillerId ?? 'BCuP-5',
    position: 'horizontal' as Position,
    overlap: '',
    bore: '' as '' | 'bright' | 'oxide' | 'not seen',
    left: '',
    right: '',
    lookedBy: before?.lookedBy ?? '',
    looks: '',
    cleaning: before?.statement?.cleaning ?? '',
    gap: '',
    flow: '',
    fluxId: '',
    fillerLot: '',
    laboratory: before?.laboratory?.name ?? '',
    report: '',
    reportId: '',
    jointType: 'socket' as JointType,
    process: 'torch' as Process,
    type: 'manual' as ProcessType,
    /** The one that states this filler, until another is picked. */
    procedureId: null as string | null,
    opened: 'cut' as 'cut' | 'peeled',
    /** Tests beside the section, or instead of it. */
    tests: [] as readonly TestDraft[],
  };
}
export type CouponDraft = ReturnType<typeof beginCoupon>;

/** All that is known of a coupon whose number was reserved, and of the procedure it was to be brazed to. */
export function fromReserved(r: ReservedCoupon, procedure: Procedure | null, system: UnitSystem): Partial<CouponDraft> {
  const v = procedure?.variables;
  const flow = v?.purgeFlow ? (v.purgeFlow.min + v.purgeFlow.max) / 2 : null;
  return {
    number: r.number,
    brazerId: r.brazerId ?? '',
    ruleSetId: r.ruleSetId,
    standardId: r.tube.standardId,
    size: r.tube.size,
    tubeMetalId: r.tube.metalId,
    socketMetalId: r.socketMetalId,
    fillerId: r.fillerId,
    fluxId: r.fluxId ?? '',
    position: r.position,
    overlap: shown(r.overlapM, 'diameter', system),
    jointType: r.jointType,
    process: r.process,
    type: r.type,
    procedureId: r.procedureId,
    ...(v?.cleaningBefore ? { cleaning: v.cleaningBefore } : {}),
    ...(flow === null ? {} : { flow: shown(flow, 'flow', system) }),
  };
}

/** What nobody has said yet. What was not looked at is not filed as looked at. */
export function unansweredIn(d: CouponDraft): FieldProblem[] {
  const out: FieldProblem[] = [];
  if (!d.looks) out.push({ field: 'visualReason', says: 'Say how it looks' });
  if (!d.bore) out.push({ field: 'boreClean', says: 'Say how the bore looks, or that nobody looked' });
  if (d.opened === 'cut')
    for (const side of ['left', 'right'] as const)
      if (isUnanswered(d[side])) out.push({ field: side, says: 'Write its voids, or none where none was seen' });
  d.tests.forEach((t, i) => unansweredOf(t).forEach((p) => out.push({ ...p, field: `tests.${i}.${p.field}` })));
  return out;
}

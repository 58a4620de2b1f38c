import { performance } from 'node:perf_hooks';
import type { Brazer } from '@hephaist/contracts/records/brazer';
import { brazerRecord, type Brazing } from '@hephaist/contracts/records/brazer-record';
import { lineConditions } from '@hephaist/contracts/records/conditions';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import { shopOf } from '@hephaist/contracts/records/shop';
import { planJoint } from '@hephaist/core/joint/plan';
import { addDays } from '@hephaist/core/qualification/continuity';
import { type CouponJoint, couponPlan } from '@hephaist/core/qualification/coupon-plan';
import { mayBraze } from '@hephaist/core/qualification/may-braze';
import type { JointVariables } from '@hephaist/core/qualification/range';
import { standing } from '@hephaist/core/qualification/standing';
import { shareWork } from '../apps/web/src/app/keep/share.js';
import { saltmarsh } from '../demo/saltmarsh.js';
import { largeJob } from './large-job.js';
import { say } from './say.js';

const TODAY = '2026-06-15';
const pad = (n: number): string => `01900000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;

/** 500 brazers with the demo's coupons in turn, and 10 000 joints made by them. */
function crew() {
  const demo = saltmarsh(TODAY);
  const brazers: Brazer[] = Array.from({ length: 500 }, (_, i) => ({
    id: pad(0x9000000 + i),
    name: `Brazer ${i}`,
    mark: String(i),
    withdrawnOn: null,
    withdrawnReason: null,
  }));
  const coupons: Coupon[] = brazers.flatMap((b, i) =>
    demo.coupons.slice(i % 5, (i % 5) + 3).map((c, k) => ({ ...c, id: pad(0xa000000 + 8 * i + k), brazerId: b.id })),
  );
  const brazings: Brazing[] = Array.from({ length: 10_000 }, (_, i) => ({
    brazerId: brazers[i % 500]!.id,
    day: addDays(TODAY, -(i % 300)),
    label: `J-${i}`,
    fNumber: '103',
  }));
  return { brazers, coupons, brazings };
}

/** The board, the sharing of work and the coupon plan at their largest. */
export function benchCrew(): void {
  const { brazers, coupons, brazings } = crew();
  const timed = <T>(what: string, work: () => T, more: (t: T) => string = () => ''): T => {
    const start = performance.now();
    const out = work();
    say(what, performance.now() - start, more(out));
    return out;
  };
  const byBrazer = new Map<string, Brazing[]>();
  for (const b of brazings) byBrazer.set(b.brazerId, [...(byBrazer.get(b.brazerId) ?? []), b]);
  const records = timed('500 brazers, 10 000 joints made: what is on file for each', () =>
    brazers.map((brazer) => ({
      brazer: { ...brazer, version: 1 },
      record: brazerRecord(brazer, { coupons, brazings: byBrazer.get(brazer.id) ?? [] }),
    })),
  );
  const large = largeJob(10_000);
  const shop = shopOf(large.ownRows, large.procedures);
  const lines = new Map(large.lines.map((l) => [l.id, lineConditions(l, large.job)]));
  const work = large.joints.map((joint) => {
    const plan = planJoint(joint, lines.get(joint.lineId)!, shop);
    return { joint, plan, asks: plan.asks };
  });
  const asks: JointVariables = work[0]!.asks;
  timed('board of 500 brazers for one joint on one day', () => records.map((r) => mayBraze(r.record, asks, TODAY)));
  timed('board of 500 brazers over a year', () =>
    records.map((r) => standing(r.record, addDays(TODAY, -90), addDays(TODAY, 275), asks.rules!)),
  );
  timed(
    '10 000 joints shared among 500 brazers',
    () => shareWork(work, records, TODAY),
    (s) => `at most ${s.assignment.most} each, ${s.assignment.nobody.length} nobody may`,
  );
  const joints: CouponJoint[] = work.map(({ joint, plan }) => ({
    mark: joint.mark,
    asks: plan.asks,
    tube: plan.tube,
    metals: [plan.tubeMetal.short, plan.socketMetal.short],
    fillerId: plan.selection.chosen?.filler.id ?? '',
    fluxId: plan.selection.chosen?.flux?.id ?? null,
    medical: plan.service.kind === 'medical',
  }));
  timed(
    'fewest coupons for 10 000 different joints',
    () => couponPlan({ coupons: [], joints: [], withdrawn: null }, joints, TODAY),
    (p) => `${p.fewest.coupons.length} coupons, at least ${p.fewest.atLeast}`,
  );
}

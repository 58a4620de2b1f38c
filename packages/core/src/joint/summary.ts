import type { GroovePlan } from '../braze-weld/groove.js';
import { netFiller } from '../filler-use/filler-use.js';
import type { RodFormId } from '../filler-use/rod-forms.js';
import type { GapVerdict } from '../fit-up/gap-verdict.js';
import { type QuickHeat, quickHeat } from '../heat/quick-heat.js';
import type { JointVariables } from '../qualification/range.js';
import { patchVolumeM3 } from '../repair/patch.js';
import { gapsOf, type JointPlan, type Trouble } from './plan.js';

/** One class that a joint allows, with what a list needs of it. */
export interface AllowedRod {
  readonly id: string;
  readonly score: number;
  /** Filler that stays in the joint, m3. */
  readonly netM3: number;
  readonly gapVerdict: GapVerdict;
}

/** What lists and schedules need of a plan: small enough to send between threads by the thousand. */
export interface JointSummary {
  readonly fillerId: string | null;
  readonly fluxId: string | null;
  /** Gap per side cold, m; null for a seam. */
  readonly gapSideM: number | null;
  /** Gap per side at heat of the chosen class, m. */
  readonly hotSideM: number | null;
  readonly overlapM: number | null;
  readonly ratedPa: number | null;
  readonly trouble: Trouble;
  readonly troubles: readonly string[];
  readonly form: RodFormId;
  readonly tubeOdM: number;
  /** Filler that stays in the joint, m3. */
  readonly netM3: number;
  /** What it asks of its brazer; null for a seam. */
  readonly asks: JointVariables | null;
  readonly medical: boolean;
  /** The short of its heat; null without a rod, and for what is no tube in a socket. */
  readonly heat: QuickHeat | null;
  /** Nitrogen: to fill the line before the strike, m3, and while it trickles, m3/s; null where none flows. */
  readonly purge: { readonly fillM3: number; readonly trickleM3s: number } | null;
  /** Allowed classes by rank, the chosen one first. */
  readonly allowed: readonly AllowedRod[];
}

/** The short of a plan. */
export function summaryOf(plan: JointPlan): JointSummary {
  const { selection } = plan;
  const chosen = selection.chosen;
  const allowed: AllowedRod[] = [];
  for (const j of selection.judgements) {
    if (j.verdict === 'refused') break;
    const netM3 = plan.patch
      ? patchVolumeM3(plan.patch)
      : netFiller(gapsOf(j), plan.overlap.overlapM, plan.tube.wallM).netM3;
    allowed.push({ id: j.filler.id, score: j.score, netM3, gapVerdict: j.gapVerdict });
  }
  return {
    fillerId: chosen?.filler.id ?? null,
    fluxId: chosen?.flux?.id ?? null,
    gapSideM: plan.gap.sideM,
    hotSideM: chosen?.gap.sideM ?? null,
    overlapM: plan.overlap.overlapM,
    ratedPa: plan.rating.ratedPa,
    trouble: plan.trouble,
    troubles: plan.troubles,
    form: plan.filler?.form.id ?? 'flat',
    tubeOdM: plan.tube.odM,
    netM3: plan.filler?.netM3 ?? 0,
    asks: plan.asks,
    medical: plan.service.kind === 'medical',
    heat: plan.heat ? quickHeat(plan.heat) : null,
    purge: plan.purge ? { fillM3: plan.purge.fillM3s * plan.purge.waitS, trickleM3s: plan.purge.trickleM3s } : null,
    allowed,
  };
}

/** The short of a braze-welded seam. */
export function seamSummary(plan: GroovePlan): JointSummary {
  const id = plan.refused ? null : (plan.filler?.id ?? null);
  return {
    fillerId: id,
    fluxId: id ? (plan.flux?.id ?? null) : null,
    gapSideM: null,
    hotSideM: null,
    overlapM: null,
    ratedPa: null,
    trouble: plan.refused ? 'stop' : 'none',
    troubles: plan.refused ? ['not for braze-welding'] : [],
    form: 'round-1/8',
    tubeOdM: 0,
    netM3: plan.volumeM3,
    asks: null,
    medical: false,
    heat: null,
    purge: null,
    allowed: id ? [{ id, score: 0, netM3: plan.volumeM3, gapVerdict: 'in band' }] : [],
  };
}

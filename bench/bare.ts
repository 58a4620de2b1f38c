import { FILLERS, workingK } from '@hephaist/core/fillers/fillers';
import type { JointSpec } from '@hephaist/core/joint/joint';
import { findMetal } from '@hephaist/core/metals/metals';
import { findTube } from '@hephaist/core/tube/tube';

/**
 * The formulas of a plan in one loop, without reasons or objects: gap at heat for every class, overlap by strength,
 * rating, annulus and fillet, well-mixed purge. What a plan costs above this is the price of saying why.
 */
export function bareArithmetic(joints: readonly JointSpec[]): number {
  let sum = 0;
  for (const j of joints) {
    const tube = findTube(j.tube.standardId, j.tube.size);
    const a = findMetal(j.tube.metalId);
    const b = findMetal(j.socket.metalId);
    if (!tube || !a || !b || j.fitUp.mode !== 'stated') continue;
    const id = tube.odM + 2 * j.fitUp.gapSideM;
    for (const f of FILLERS) {
      const dT = workingK(f) - 294.26;
      const od = tube.odM * (1 + a.expansionPerK * dT);
      const hot = id * (1 + b.expansionPerK * dT);
      sum += (hot - od) / 2 + (Math.PI / 4) * (hot * hot - od * od) * 0.02;
    }
    sum += (tube.wallM * (tube.odM - tube.wallM) * a.tensilePa) / (0.8 * 1.72e8 * tube.odM);
    const t = tube.wallM - tube.wallToleranceM;
    sum += (2 * 4.1e7 * t) / (tube.odM + tube.annealedOdToleranceM - 0.8 * t);
    sum += Math.log(20.9) * (tube.odM - 2 * tube.wallM) ** 2;
  }
  return sum;
}

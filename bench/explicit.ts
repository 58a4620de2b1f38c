import { OXYGEN_IN_AIR } from '@hephaist/core/purge/gas';
import { taylorAris } from '@hephaist/core/purge/single-line';

/**
 * Oxygen at the end of one pipe by the plainest scheme there is: equal cells, upwind, explicit, the longest step that is
 * stable. Nitrogen held at the inlet, the far end long enough not to matter.
 * @returns oxygen at distance x at each whole second
 */
export function explicitPipe(xM: number, boreM: number, speedMs: number, seconds: number, cells: number): Float64Array {
  const dispersion = taylorAris(speedMs, boreM / 2);
  const length = 2 * xM;
  const dx = length / cells;
  // Upwind adds u dx / 2 of its own spreading; it is taken off again as far as there is any.
  const d = Math.max(0, dispersion - (speedMs * dx) / 2);
  const most = 1 / (speedMs / dx + (2 * Math.max(d, 1e-300)) / dx ** 2);
  const perSecond = Math.ceil(1 / (0.9 * most));
  const dt = 1 / perSecond;
  let c = new Float64Array(cells + 2).fill(OXYGEN_IN_AIR);
  let next = new Float64Array(cells + 2);
  const at = Math.min(cells, Math.round(xM / dx));
  const out = new Float64Array(seconds + 1);
  out[0] = OXYGEN_IN_AIR;
  for (let s = 1; s <= seconds; s++) {
    for (let k = 0; k < perSecond; k++) {
      c[0] = 0;
      c[cells + 1] = c[cells] as number;
      for (let i = 1; i <= cells; i++) {
        const [left, here, right] = [c[i - 1] as number, c[i] as number, c[i + 1] as number];
        next[i] = here - ((speedMs * dt) / dx) * (here - left) + ((d * dt) / dx ** 2) * (left - 2 * here + right);
      }
      [c, next] = [next, c];
    }
    out[s] = ((c[at] as number) + (c[at + 1] as number)) / 2;
  }
  return out;
}

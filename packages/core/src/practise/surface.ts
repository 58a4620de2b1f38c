import type { FlameKind } from '../heat/flame.js';
import { fluxLifeS } from '../heat/flux-life.js';
import { oxideRate } from '../heat/oxide.js';
import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { practice } from '../source/source.js';
import type { BenchSetup } from './bench-setup.js';

export const GAP_AIR_SOURCE = practice(
  'in the gap a neutral flame leaves a tenth of air’s oxygen, an oxidising one all of it; a phosphorus rod wets copper under 1 µm of oxide, nothing wets over it',
);
export const SOOT_SOURCE = practice(
  'a feather playing on work under about 1400 °F soots it in eight seconds; a clean flame burns soot off above 1100 °F in ten',
);
export const OXIDISING_FLUX_SOURCE = practice('an oxidising flame uses flux up three times as fast');

/** Of air’s oxygen at metal under each flame. */
export const GAP_OXYGEN: Readonly<Record<FlameKind, number>> = { carburising: 0.02, neutral: 0.1, oxidising: 1 };
/** Film over which a rod that fluxes itself does not wet, m. */
export const WETS_TO_M = 1e-6;
export const SOOTS_UNDER_K = 1033;
export const SOOTS_S = 8;
export const BURNS_OFF_K = 866;
export const BURNS_OFF_S = 10;
/** Soot over which nothing wets: half covered. */
export const SOOTED = 0.5;
const OXIDISING_USES = 3;
/** Share of cells that stay bright where nobody cleaned: every third row. */
const BRIGHT_OF = 3;

/** Why filler does not wet a cell; null where it does. */
export type Unwetted = 'dirty' | 'no flux' | 'dead flux' | 'oxide' | 'soot' | null;

/** What lies on the metal of the gap, cell by cell: flux and how much of its life is gone, oxide, soot. */
export class Surface {
  /** Share of the flux's life that is used; over 1 it is dead. */
  readonly used: Float64Array;
  /** Square of the film of oxide, m2. */
  readonly oxideM2: Float64Array;
  readonly soot: Float64Array;
  /** The same inside the tube under the lap. */
  readonly boreM2: Float64Array;

  constructor(
    private readonly setup: BenchSetup,
    readonly cells: number,
    private readonly round: number,
  ) {
    [this.used, this.oxideM2] = [new Float64Array(cells), new Float64Array(cells)];
    [this.soot, this.boreM2] = [new Float64Array(cells), new Float64Array(cells)];
  }

  /**
   * Goes on for a tick.
   * @param hotK hotter wall of each cell
   * @param tubeK tube wall of each cell
   * @param lit share of the flame on each cell, 1 where it is strongest
   * @param oxygen inside the bore, volume fraction
   */
  go(
    dtS: number,
    hotK: Float64Array,
    tubeK: Float64Array,
    lit: Float64Array | null,
    kind: FlameKind,
    oxygen: number,
  ): void {
    const { flux } = this.setup;
    const gapOxygen = OXYGEN_IN_AIR * (lit ? GAP_OXYGEN[kind] : GAP_OXYGEN.neutral);
    const uses = lit && kind === 'oxidising' ? OXIDISING_USES : 1;
    for (let n = 0; n < this.cells; n++) {
      const tempK = hotK[n] as number;
      if (flux) {
        const life = fluxLifeS(flux, tempK);
        if (life !== null) this.used[n] = (this.used[n] as number) + (uses * dtS) / life;
      }
      const isCovered = flux !== null && (this.used[n] as number) <= 1;
      if (!isCovered) this.oxideM2[n] = (this.oxideM2[n] as number) + oxideRate(tempK, gapOxygen) * dtS;
      this.boreM2[n] = (this.boreM2[n] as number) + oxideRate(tubeK[n] as number, oxygen) * dtS;
      const soot = this.soot[n] as number;
      if (lit && kind === 'carburising' && tempK < SOOTS_UNDER_K)
        this.soot[n] = Math.min(1, soot + ((lit[n] as number) * dtS) / SOOTS_S);
      else if (soot && kind !== 'carburising' && tempK > BURNS_OFF_K)
        this.soot[n] = Math.max(0, soot - ((lit?.[n] ?? 0) * dtS) / BURNS_OFF_S);
    }
  }

  /** Why filler would not wet a cell however hot it is. */
  unwetted(n: number): Unwetted {
    const { flux, fluxesItself, cleaned } = this.setup;
    if (!cleaned && ((n % this.round) + Math.floor(n / this.round)) % BRIGHT_OF !== 0) return 'dirty';
    if ((this.soot[n] as number) > SOOTED) return 'soot';
    if (flux) return (this.used[n] as number) > 1 ? 'dead flux' : null;
    if (!fluxesItself) return 'no flux';
    return Math.sqrt(this.oxideM2[n] as number) > WETS_TO_M ? 'oxide' : null;
  }
}

import type { FlameKind } from '../heat/flame.js';
import { fluxLifeS } from '../heat/flux-life.js';
import { oxideRate } from '../heat/oxide.js';
import { OXYGEN_IN_AIR } from '../purge/gas.js';
import type { BenchSetup } from './bench-setup.js';
import type { BenchValues } from './bench-values.js';

/** Of air’s oxygen at metal under each flame. */
export const gapOxygen = (values: BenchValues, kind: FlameKind): number =>
  kind === 'oxidising' ? 1 : kind === 'neutral' ? values['gap-air'] : values['gap-air'] / 5;
/** A feather soots work colder than this; a clean flame burns soot off hotter, K. */
export const [SOOTS_UNDER_K, BURNS_OFF_K] = [1033, 866];
/** Soot over which nothing wets: half covered. */
export const SOOTED = 0.5;
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
    const { flux, values } = this.setup;
    const oxygenThere = OXYGEN_IN_AIR * gapOxygen(values, lit ? kind : 'neutral');
    const uses = lit && kind === 'oxidising' ? values.oxidising : 1;
    const [sootsS, burnsS] = [values.soot, values['soot-off']];
    for (let n = 0; n < this.cells; n++) {
      const tempK = hotK[n] as number;
      if (flux) {
        const life = fluxLifeS(flux, tempK);
        if (life !== null) this.used[n] = (this.used[n] as number) + (uses * dtS) / life;
      }
      const isCovered = flux !== null && (this.used[n] as number) <= 1;
      if (!isCovered) this.oxideM2[n] = (this.oxideM2[n] as number) + oxideRate(tempK, oxygenThere) * dtS;
      this.boreM2[n] = (this.boreM2[n] as number) + oxideRate(tubeK[n] as number, oxygen) * dtS;
      const soot = this.soot[n] as number;
      if (lit && kind === 'carburising' && tempK < SOOTS_UNDER_K)
        this.soot[n] = Math.min(1, soot + ((lit[n] as number) * dtS) / sootsS);
      else if (soot && kind !== 'carburising' && tempK > BURNS_OFF_K)
        this.soot[n] = Math.max(0, soot - ((lit?.[n] ?? 0) * dtS) / burnsS);
    }
  }

  /** Why filler would not wet a cell however hot it is. */
  unwetted(n: number): Unwetted {
    const { flux, fluxesItself, cleaned, values } = this.setup;
    if (!cleaned && ((n % this.round) + Math.floor(n / this.round)) % BRIGHT_OF !== 0) return 'dirty';
    if ((this.soot[n] as number) > SOOTED) return 'soot';
    if (flux) return (this.used[n] as number) > 1 ? 'dead flux' : null;
    if (!fluxesItself) return 'no flux';
    return Math.sqrt(this.oxideM2[n] as number) > values['wets-to'] * 1e-6 ? 'oxide' : null;
  }
}

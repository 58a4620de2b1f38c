import { oxideRate } from '../heat/oxide.js';
import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { practice } from '../source/source.js';
import type { BenchRun } from './bench-run.js';
import { BURNS_OFF_K, gapOxygen, SOOTS_UNDER_K } from './surface.js';

export const SKIN_SOURCE = practice(
  'outside, copper and brass darken as in still air; under a neutral flame a tenth as fast, under a feather hardly',
);
/** A cell counts as under the flame from this share of its strongest. */
const UNDER = 0.1;

/** What is seen on the outside, cell by cell: film of oxide, m, and soot, 0 to 1. It tells the eye, and changes nothing. */
export class Skin {
  private readonly filmM2: Float64Array;
  readonly soot: Float64Array;

  constructor(private readonly run: BenchRun) {
    const { along, round } = run.shells;
    [this.filmM2, this.soot] = [new Float64Array(along * round), new Float64Array(along * round)];
  }

  filmM(cell: number): number {
    return Math.sqrt(this.filmM2[cell] as number);
  }

  /** Goes on for a time. */
  go(dtS: number): void {
    const { shells, hand, setup } = this.run;
    const isLit = hand.lit && !hand.aside;
    let most = 0;
    if (isLit) for (const g of shells.lit) if (g > most) most = g;
    for (let c = 0; c < this.soot.length; c++) {
      const tempK = outerK(this.run, c);
      const share = most ? (shells.lit[c] as number) / most : 0;
      const oxygen = share > UNDER ? gapOxygen(setup.values, hand.kind) : 1;
      if (tempK > 450) this.filmM2[c] = (this.filmM2[c] as number) + oxideRate(tempK, OXYGEN_IN_AIR * oxygen) * dtS;
      if (!share) continue;
      const soot = this.soot[c] as number;
      if (hand.kind === 'carburising' && tempK < SOOTS_UNDER_K)
        this.soot[c] = Math.min(1, soot + (share * dtS) / setup.values.soot);
      else if (hand.kind !== 'carburising' && tempK > BURNS_OFF_K)
        this.soot[c] = Math.max(0, soot - (share * dtS) / setup.values['soot-off']);
    }
  }
}

/** The outer wall's temperature at a cell of the shells, K: the socket's from its mouth on, then what stands behind it. */
export function outerK({ shells }: BenchRun, cell: number): number {
  const { tube, socket, round } = shells;
  const i = Math.floor(cell / round);
  if (i < socket.from) return tube.tempK[cell] as number;
  if (i < socket.to) return socket.tempK[cell] as number;
  return (socket.tailK[0] ?? socket.tempK[(socket.to - 1) * round + (cell % round)]) as number;
}

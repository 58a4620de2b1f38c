import { requireRange } from '../source/problem.js';
import type { Shell } from './chain.js';
import { type Losses, STEFAN_BOLTZMANN, STILL_AIR } from './losses.js';
import { alongEnds, diffusivity, type HeatLaw, heatLaw } from './metal-heat.js';

/** Two walls unrolled: along the axis and round the circumference; tube to the left, socket from the mouth at 0 on. */
export interface TwoShellsSpec {
  readonly tube: Shell;
  readonly socket: Shell;
  readonly lapM: number;
  readonly gapSideM: number;
  /** Cells along the axis and round it. */
  readonly cellsAlong?: number;
  readonly cellsRound?: number;
  /** Length looked at on both sides of the lap's middle, m; further out each shell goes on as a plain bar. */
  readonly spanM?: number;
  readonly airK: number;
  readonly losses?: Losses;
}

/** A flame on the outside: heat into cold work, W; temperature, K; where, m along and radians round; its radius, m. */
export interface SpotFlame {
  readonly powerW: number;
  readonly flameK: number;
  readonly atM: number;
  readonly atRad: number;
  readonly radiusM: number;
}

/** Cells of the bar beyond each end, growing outward. */
const TAIL = 24;
const TAIL_GROWTH = 1.25;

/** Conductance to the first cell of the bar, against that to a cell as long as the others. */
const FIRST_OF_TAIL = 2 / (1 + TAIL_GROWTH);

interface Wall {
  readonly law: HeatLaw;
  readonly wallM: number;
  readonly densityKgM3: number;
  /** Width of a cell round the middle of the wall, m. */
  readonly roundM: number;
  readonly from: number;
  readonly to: number;
  readonly tempK: Float64Array;
  readonly next: Float64Array;
  readonly tailK: Float64Array;
  /** The end where the wall goes on: 0 the left, 1 the right. */
  readonly goesOn: 0 | 1;
}

/**
 * The practice bench's model: two thin shells with heat in both directions, coupled through the gap cell by cell.
 * Explicit in steps as short as they must be; the same walls, losses and gap as the heat plan's one dimension.
 */
export class TwoShells {
  readonly along: number;
  readonly round: number;
  /** Length of a cell along the axis, m, and the left edge of the first, m from the mouth. */
  readonly dxM: number;
  readonly leftM: number;
  /** Conductance of the gap by cell, W/m2K: dry at first, filler where it has run. */
  readonly gapWm2K: Float64Array;
  readonly tube: Wall;
  readonly socket: Wall;
  flameJ = 0;
  lostJ = 0;
  private readonly losses: Losses;
  private readonly longestS: number;
  private readonly flux: Float64Array;

  /** @throws InputError naming what cannot be */
  constructor(
    readonly spec: TwoShellsSpec,
    gasWm2K: number,
  ) {
    const { tube, socket, lapM, spanM = 0.1 } = spec;
    this.along = requireRange('cellsAlong', spec.cellsAlong ?? 100, 4, 2000);
    this.round = requireRange('cellsRound', spec.cellsRound ?? 48, 1, 720);
    requireRange('lapM', lapM, 1e-4, spanM, 'm');
    requireRange('airK', spec.airK, 1, 350, 'K');
    this.losses = spec.losses ?? STILL_AIR;
    this.dxM = (2 * spanM) / this.along;
    this.leftM = lapM / 2 - spanM;
    const cell = (x: number): number => Math.round((x - this.leftM) / this.dxM);
    const wall = (shell: Shell, from: number, to: number, goesOn: 0 | 1): Wall => ({
      law: heatLaw(shell.metal),
      wallM: requireRange('wallM', shell.wallM, 1e-5, shell.odM / 2, 'm'),
      densityKgM3: shell.metal.densityKgM3,
      roundM: (Math.PI * (shell.odM - shell.wallM)) / this.round,
      from,
      to,
      tempK: new Float64Array(this.along * this.round).fill(spec.airK),
      next: new Float64Array(this.along * this.round),
      tailK: new Float64Array(TAIL).fill(spec.airK),
      goesOn,
    });
    this.tube = wall(tube, 0, cell(lapM), 0);
    this.socket = wall(socket, cell(0), this.along, 1);
    this.gapWm2K = new Float64Array(this.along * this.round).fill(gasWm2K);
    this.flux = new Float64Array(this.along * this.round);
    const fastest = Math.max(diffusivity(tube.metal), diffusivity(socket.metal));
    const shortest = Math.min(this.tube.roundM, this.socket.roundM);
    // Both directions, and a margin for losses and gap.
    this.longestS = 0.8 / (2 * fastest * (1 / this.dxM ** 2 + (this.round > 1 ? 1 / shortest ** 2 : 0)));
  }

  /** Middle of a cell along the axis, m from the mouth. */
  readonly xM = (i: number): number => this.leftM + (i + 0.5) * this.dxM;

  /** Goes on for a time with a flame where it is, or without one. @returns how many steps it took */
  go(seconds: number, flame: SpotFlame | null): number {
    requireRange('seconds', seconds, 0, 3600, 's');
    const steps = Math.max(1, Math.ceil(seconds / this.longestS));
    this.aim(flame);
    for (let k = 0; k < steps; k++) this.step(seconds / steps, flame?.flameK ?? 0);
    return steps;
  }

  /** Heat held over the air, J, as if the capacities were those at room temperature. */
  heldJ(): number {
    const { airK } = this.spec;
    return [this.tube, this.socket].reduce((sum, w) => {
      const c = w.densityKgM3 * w.wallM * w.law.capacity;
      for (let i = w.from; i < w.to; i++)
        for (let j = 0; j < this.round; j++)
          sum += c * this.dxM * w.roundM * ((w.tempK[i * this.round + j] as number) - airK);
      for (let t = 0; t < TAIL; t++) sum += c * this.tailM(t) * w.roundM * this.round * ((w.tailK[t] as number) - airK);
      return sum;
    }, 0);
  }

  private readonly tailM = (t: number): number => this.dxM * TAIL_GROWTH ** (t + 1);

  /** Conductance of the flame to each outer cell, W/m2K, so that all of it goes into cold work. */
  private aim(flame: SpotFlame | null): void {
    this.flux.fill(0);
    if (!flame) return;
    const { powerW, flameK, atM, atRad, radiusM } = flame;
    requireRange('powerW', powerW, 0, 2e5, 'W');
    requireRange('radiusM', radiusM, 1e-4, 0.2, 'm');
    let sum = 0;
    for (let i = 0; i < this.along; i++) {
      const w = i >= this.socket.from ? this.socket : this.tube;
      const x = (this.xM(i) - atM) / radiusM;
      if (x * x > 12) continue;
      for (let j = 0; j < this.round; j++) {
        const turn = Math.abs((((j + 0.5) * 2 * Math.PI) / this.round - atRad) % (2 * Math.PI));
        // One cell round is heated evenly, wherever the flame is.
        const away = this.round === 1 ? 0 : Math.min(turn, 2 * Math.PI - turn);
        const s = (away * w.roundM * this.round) / (2 * Math.PI * radiusM);
        const share = Math.exp(-x * x - s * s);
        this.flux[i * this.round + j] = share;
        sum += share * this.dxM * w.roundM;
      }
    }
    const scale = powerW / (flameK - this.spec.airK) / (sum || 1);
    for (let n = 0; n < this.flux.length; n++) this.flux[n] = (this.flux[n] as number) * scale;
  }

  private step(dtS: number, flameK: number): void {
    this.spread(this.tube, this.socket, dtS, flameK);
    this.spread(this.socket, this.tube, dtS, flameK);
    for (const w of [this.tube, this.socket]) w.tempK.set(w.next);
  }

  /** One step of a wall; the other is taken as it was. */
  private spread(w: Wall, other: Wall, dtS: number, flameK: number): void {
    const { round: n, dxM, flux, gapWm2K } = this;
    const { airK } = this.spec;
    const { convectionWm2K, emissivity } = this.losses;
    const outer = w === this.socket;
    const { tempK: t, next, tailK } = w;
    const across = other.tempK;
    const { conductivity: k0, capacity: c0 } = w.law;
    const [kMore, cMore] = [w.law.conductivityHot - k0, w.law.capacityHot - c0];
    const cellM2 = dxM * w.roundM;
    const [perX, perS] = [w.wallM / (dxM * dxM), w.wallM / (w.roundM * w.roundM)];
    const perHeat = dtS / (w.densityKgM3 * w.wallM);
    const gapShare = outer ? this.tube.roundM / w.roundM : 1;
    const radiates = emissivity * STEFAN_BOLTZMANN;
    const air4 = airK * airK * airK * airK;
    let [flameJ, lostJ] = [0, 0];
    for (let i = w.from; i < w.to; i++) {
      const isLapped = i >= other.from && i < other.to;
      const isOutside = outer || !isLapped;
      // The first cell of the bar beyond is longer: its middle stands further off.
      const [first, last] = [i === w.from, i === w.to - 1];
      const gBefore = first && w.goesOn === 0 ? FIRST_OF_TAIL : 1;
      const gAfter = last && w.goesOn === 1 ? FIRST_OF_TAIL : 1;
      for (let j = 0, at = i * n; j < n; j++, at++) {
        const own = t[at] as number;
        const hot = alongEnds(own);
        const before = first ? (w.goesOn === 0 ? (tailK[0] as number) : own) : (t[at - n] as number);
        const after = last ? (w.goesOn === 1 ? (tailK[0] as number) : own) : (t[at + n] as number);
        const up = t[j + 1 < n ? at + 1 : at + 1 - n] as number;
        const down = t[j > 0 ? at - 1 : at + n - 1] as number;
        let q =
          (k0 + hot * kMore) *
          (perX * (gBefore * (before - own) + gAfter * (after - own)) + perS * (up + down - 2 * own));
        if (isLapped) q += (gapWm2K[at] as number) * ((across[at] as number) - own) * gapShare;
        if (isOutside) {
          const own2 = own * own;
          const lost = convectionWm2K * (own - airK) + radiates * (own2 * own2 - air4);
          const lit = (flux[at] as number) * (flameK - own);
          q += lit - lost;
          flameJ += lit;
          lostJ += lost;
        }
        next[at] = own + (q * perHeat) / (c0 + hot * cMore);
      }
    }
    this.flameJ += flameJ * cellM2 * dtS;
    this.lostJ += lostJ * cellM2 * dtS;
    this.tail(w, dtS);
  }

  /** The bar beyond a wall's end: the same wall, one temperature round it. */
  private tail(w: Wall, dtS: number): void {
    const { round: n, losses } = this;
    const { airK } = this.spec;
    const edge = w.goesOn === 0 ? w.from : w.to - 1;
    let mean = 0;
    for (let j = 0; j < n; j++) mean += (w.tempK[edge * n + j] as number) / n;
    const was = Float64Array.from(w.tailK);
    for (let i = 0; i < TAIL; i++) {
      const own = was[i] as number;
      const length = this.tailM(i);
      const hot = alongEnds(own);
      const k = w.law.conductivity + hot * (w.law.conductivityHot - w.law.conductivity);
      const toward = (other: number, otherM: number): number => (2 * k * (other - own)) / (length + otherM);
      const inward = i === 0 ? toward(mean, this.dxM) : toward(was[i - 1] as number, this.tailM(i - 1));
      const outward = i === TAIL - 1 ? 0 : toward(was[i + 1] as number, this.tailM(i + 1));
      const lost = losses.convectionWm2K * (own - airK) + losses.emissivity * STEFAN_BOLTZMANN * (own ** 4 - airK ** 4);
      this.lostJ += lost * length * w.roundM * n * dtS;
      const c = w.densityKgM3 * (w.law.capacity + hot * (w.law.capacityHot - w.law.capacity));
      w.tailK[i] = own + (dtS / c) * ((inward + outward) / length - lost / w.wallM);
    }
  }
}

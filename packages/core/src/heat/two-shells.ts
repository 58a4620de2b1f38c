import { requireRange } from '../source/problem.js';
import { BODY_NECK_M, coveredShare, type FarEnd, type Shell } from './chain.js';
import type { WetSink } from './heat-run.js';
import { BOILS_K, type Losses, STEFAN_BOLTZMANN, STILL_AIR } from './losses.js';
import { alongEnds, COLD_END_K, diffusivity, type HeatLaw, heatLaw, HOT_END_K } from './metal-heat.js';

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
  /** What stands behind the socket; it goes on where left out. */
  readonly behind?: FarEnd;
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
  /** Lengths of the bar's cells, and what the last holds more, J/K. */
  readonly tailM: Float64Array;
  readonly bodyJK: number;
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
  /** Where water lies inside the tube: what it takes up over boiling, W/m2K by cell; it never ends. */
  readonly waterWm2K: Float64Array;
  /** Convection to the nitrogen in the lap's bore, W/m2K. */
  boreWm2K = 0;
  flameJ = 0;
  /** To the air, the nitrogen, the paste and the water. */
  lostJ = 0;
  /** What the paste may still take, J. */
  pasteJ: number;
  private readonly losses: Losses;
  private readonly longestS: number;
  /** Of the flames on each outer cell: conductance, W/m2K. */
  readonly lit: Float64Array;
  /** The same times their temperature. */
  private readonly litK: Float64Array;
  private readonly pasteOn: Float64Array;
  private readonly pasteOnTail: Float64Array;

  /** @throws InputError naming what cannot be */
  constructor(
    readonly spec: TwoShellsSpec,
    gasWm2K: number,
    readonly paste: WetSink | null = null,
  ) {
    const { tube, socket, lapM, spanM = 0.1, behind = { kind: 'goes on' } } = spec;
    this.along = requireRange('cellsAlong', spec.cellsAlong ?? 100, 4, 2000);
    this.round = requireRange('cellsRound', spec.cellsRound ?? 48, 1, 720);
    requireRange('lapM', lapM, 1e-4, spanM, 'm');
    requireRange('airK', spec.airK, 1, 350, 'K');
    this.losses = spec.losses ?? STILL_AIR;
    this.dxM = (2 * spanM) / this.along;
    this.leftM = lapM / 2 - spanM;
    const cell = (x: number): number => Math.round((x - this.leftM) / this.dxM);
    const bar = Float64Array.from({ length: TAIL }, (_, t) => this.dxM * TAIL_GROWTH ** (t + 1));
    const barTo: Readonly<Record<FarEnd['kind'], Float64Array>> = {
      'goes on': bar,
      body: bar.slice(0, 1),
      closed: bar.slice(0, 0),
    };
    const wall = (shell: Shell, from: number, to: number, goesOn: 0 | 1, end: FarEnd): Wall => ({
      tailM: barTo[end.kind],
      bodyJK: end.kind === 'body' ? end.massKg * shell.metal.heatCapacityJkgK : 0,
      law: heatLaw(shell.metal),
      wallM: requireRange('wallM', shell.wallM, 1e-5, shell.odM / 2, 'm'),
      densityKgM3: shell.metal.densityKgM3,
      roundM: (Math.PI * (shell.odM - shell.wallM)) / this.round,
      from,
      to,
      tempK: new Float64Array(this.along * this.round).fill(spec.airK),
      next: new Float64Array(this.along * this.round),
      tailK: new Float64Array(barTo[end.kind].length).fill(spec.airK),
      goesOn,
    });
    const socketTo =
      behind.kind === 'goes on' ? this.along : cell(lapM + (behind.kind === 'body' ? BODY_NECK_M : 0)) + 1;
    this.tube = wall(tube, 0, cell(lapM), 0, { kind: 'goes on' });
    this.socket = wall(socket, cell(0), Math.min(this.along, socketTo), 1, behind);
    const cells = this.along * this.round;
    this.gapWm2K = new Float64Array(cells).fill(gasWm2K);
    this.waterWm2K = new Float64Array(cells);
    [this.lit, this.litK] = [new Float64Array(cells), new Float64Array(cells)];
    this.pasteJ = paste?.takesJ ?? 0;
    const under = (x: number, length: number): number => (paste ? coveredShare(x, length, paste.fromM, paste.toM) : 0);
    this.pasteOn = Float64Array.from({ length: this.tube.to }, (_, i) => under(this.xM(i), this.dxM));
    this.pasteOnTail = Float64Array.from(this.tube.tailM, (length, t) =>
      under(this.leftM - bar.slice(0, t).reduce((a, b) => a + b, 0) - length / 2, length),
    );
    const fastest = Math.max(diffusivity(tube.metal), diffusivity(socket.metal));
    const shortest = Math.min(this.tube.roundM, this.socket.roundM);
    // Both directions, and a margin for losses and gap.
    this.longestS = 0.8 / (2 * fastest * (1 / this.dxM ** 2 + (this.round > 1 ? 1 / shortest ** 2 : 0)));
  }

  /** Middle of a cell along the axis, m from the mouth. */
  readonly xM = (i: number): number => this.leftM + (i + 0.5) * this.dxM;

  /** Goes on for a time with flames where they are, or without one. @returns how many steps it took */
  go(seconds: number, flames: SpotFlame | readonly SpotFlame[] | null): number {
    requireRange('seconds', seconds, 0, 3600, 's');
    const steps = Math.max(1, Math.ceil(seconds / this.longestS));
    this.lit.fill(0);
    this.litK.fill(0);
    for (const flame of flames === null ? [] : [flames].flat()) this.aim(flame);
    for (let k = 0; k < steps; k++) this.step(seconds / steps);
    return steps;
  }

  /** Temperature of the tube at a distance from the mouth, round it on the mean, K. */
  atDistance(distanceM: number): number {
    const { round: n, tube } = this;
    const ring = (i: number): number => {
      let sum = 0;
      for (let j = 0; j < n; j++) sum += tube.tempK[i * n + j] as number;
      return sum / n;
    };
    const points: [x: number, tempK: number][] = [];
    for (let i = tube.to - 1; i >= 0; i--) if (this.xM(i) < 0) points.push([-this.xM(i), ring(i)]);
    let at = -this.leftM;
    tube.tailM.forEach((length, t) => {
      points.push([at + length / 2, tube.tailK[t] as number]);
      at += length;
    });
    const k = points.findIndex(([x]) => x >= distanceM);
    if (k <= 0) return (points.at(k) as [number, number])[1];
    const [a, b] = [points[k - 1], points[k]] as [[number, number], [number, number]];
    return a[1] + ((b[1] - a[1]) * (distanceM - a[0])) / (b[0] - a[0]);
  }

  /** Heat held over the air, J, as if the capacities were those at room temperature. */
  heldJ(): number {
    const { airK } = this.spec;
    return [this.tube, this.socket].reduce((sum, w) => {
      const c = w.densityKgM3 * w.wallM * w.law.capacity;
      for (let i = w.from; i < w.to; i++)
        for (let j = 0; j < this.round; j++)
          sum += c * this.dxM * w.roundM * ((w.tempK[i * this.round + j] as number) - airK);
      w.tailM.forEach((length, t) => {
        const body = t === w.tailM.length - 1 ? w.bodyJK : 0;
        sum += (c * length * w.roundM * this.round + body) * ((w.tailK[t] as number) - airK);
      });
      return sum;
    }, 0);
  }

  /** Adds a flame's conductance to each outer cell, so that all of it goes into cold work. */
  private aim({ powerW, flameK, atM, atRad, radiusM }: SpotFlame): void {
    requireRange('powerW', powerW, 0, 2e5, 'W');
    requireRange('radiusM', radiusM, 1e-4, 0.2, 'm');
    const { round: n, along, dxM } = this;
    // The spot is as much along as round: one factor each.
    const round = [this.tube, this.socket].map((w) =>
      Float64Array.from({ length: n }, (_, j) => {
        const turn = Math.abs((((j + 0.5) * 2 * Math.PI) / n - atRad) % (2 * Math.PI));
        // One cell round is heated evenly, wherever the flame is.
        const away = n === 1 ? 0 : Math.min(turn, 2 * Math.PI - turn);
        return Math.exp(-(((away * w.roundM * n) / (2 * Math.PI * radiusM)) ** 2));
      }),
    ) as [Float64Array, Float64Array];
    const rounds = round.map((shares) => shares.reduce((a, b) => a + b, 0));
    const shares = Float64Array.from({ length: along }, (_, i) => {
      const x = (this.xM(i) - atM) / radiusM;
      return x * x > 12 || i >= this.socket.to ? 0 : Math.exp(-x * x);
    });
    const of = (i: number): 0 | 1 => (i >= this.socket.from ? 1 : 0);
    const sum = shares.reduce(
      (all, x, i) => all + x * (rounds[of(i)] as number) * dxM * (of(i) ? this.socket : this.tube).roundM,
      0,
    );
    const scale = powerW / (flameK - this.spec.airK) / (sum || 1);
    for (let i = 0; i < along; i++) {
      if (!shares[i]) continue;
      const turn = round[of(i)];
      for (let j = 0; j < n; j++) {
        const g = (shares[i] as number) * (turn[j] as number) * scale;
        this.lit[i * n + j] = (this.lit[i * n + j] as number) + g;
        this.litK[i * n + j] = (this.litK[i * n + j] as number) + g * flameK;
      }
    }
  }

  private step(dtS: number): void {
    this.spread(this.tube, this.socket, dtS);
    this.spread(this.socket, this.tube, dtS);
    this.cross(dtS);
    for (const w of [this.tube, this.socket]) w.tempK.set(w.next);
  }

  /** Heat through the gap, taken at the end of the step: filler bridges it sooner than any step is short. */
  private cross(dtS: number): void {
    const { tube, socket, gapWm2K, round: n } = this;
    const wider = socket.roundM / tube.roundM;
    const [a0, aMore, ofA] = [
      tube.law.capacity,
      tube.law.capacityHot - tube.law.capacity,
      tube.densityKgM3 * tube.wallM,
    ];
    const [b0, bMore] = [socket.law.capacity, socket.law.capacityHot - socket.law.capacity];
    const ofB = wider * socket.densityKgM3 * socket.wallM;
    for (let at = socket.from * n; at < Math.min(tube.to, socket.to) * n; at++) {
      const [a, b] = [tube.next[at] as number, socket.next[at] as number];
      const inA = ofA * (aMore ? a0 + alongEnds(tube.tempK[at] as number) * aMore : a0);
      const inB = ofB * (bMore ? b0 + alongEnds(socket.tempK[at] as number) * bMore : b0);
      const g = (gapWm2K[at] as number) * dtS;
      const q = (g * (a - b)) / (1 + g * (1 / inA + 1 / inB));
      tube.next[at] = a - q / inA;
      socket.next[at] = b + q / inB;
    }
  }

  /** One step of a wall by itself: along, round, to and from outside. */
  private spread(w: Wall, other: Wall, dtS: number): void {
    const { round: n, dxM, lit: g, litK, waterWm2K, boreWm2K, pasteOn } = this;
    const { airK } = this.spec;
    const { convectionWm2K, emissivity } = this.losses;
    const outer = w === this.socket;
    const { tempK: t, next, tailK } = w;
    const { conductivity: k0, capacity: c0 } = w.law;
    const [kMore, cMore] = [w.law.conductivityHot - k0, w.law.capacityHot - c0];
    const cellM2 = dxM * w.roundM;
    const [perX, perS] = [w.wallM / (dxM * dxM), w.wallM / (w.roundM * w.roundM)];
    const perHeat = dtS / (w.densityKgM3 * w.wallM);
    const radiates = emissivity * STEFAN_BOLTZMANN;
    const air4 = airK * airK * airK * airK;
    const paste = !outer && this.pasteJ > 0 ? this.paste : null;
    const pasteK = paste?.holdsK ?? 0;
    // Copper and brass are taken as constant: what changes with heat is left out of their loop.
    const changes = kMore !== 0 || cMore !== 0;
    const [coldEnd, perEnd, boilsK] = [COLD_END_K, 1 / (HOT_END_K - COLD_END_K), BOILS_K];
    let [flameJ, lostJ, pastedJ] = [0, 0, 0];
    for (let i = w.from; i < w.to; i++) {
      const isLapped = i >= other.from && i < other.to;
      const isOutside = outer || !isLapped;
      // The first cell of the bar beyond is longer: its middle stands further off.
      const [first, last] = [i === w.from, i === w.to - 1];
      const toTail = (side: 0 | 1): number => (w.goesOn === side && w.tailM.length ? FIRST_OF_TAIL : 0);
      const perBefore = perX * (first ? toTail(0) : 1);
      const perAfter = perX * (last ? toTail(1) : 1);
      const under = paste ? (pasteOn[i] as number) * paste.contactWm2K : 0;
      const end = tailK[0] ?? 0;
      const row = i * n;
      for (let j = 0, at = row; j < n; j++, at++) {
        const own = t[at] as number;
        const hot = changes ? Math.max(0, Math.min(1, (own - coldEnd) * perEnd)) : 0;
        const before = first ? end : (t[at - n] as number);
        const after = last ? end : (t[at + n] as number);
        const up = t[j + 1 < n ? at + 1 : row] as number;
        const down = t[j > 0 ? at - 1 : row + n - 1] as number;
        let q =
          (k0 + hot * kMore) * (perBefore * (before - own) + perAfter * (after - own) + perS * (up + down - 2 * own));
        if (isOutside) {
          const own2 = own * own;
          const lost = convectionWm2K * (own - airK) + radiates * (own2 * own2 - air4);
          const lit = (litK[at] as number) - (g[at] as number) * own;
          q += lit - lost;
          flameJ += lit;
          lostJ += lost;
        }
        if (!outer) {
          let taken = isLapped ? boreWm2K * (own - airK) : 0;
          if (own > boilsK) taken += (waterWm2K[at] as number) * (own - boilsK);
          if (under && own > pasteK) {
            const into = under * (own - pasteK);
            taken += into;
            pastedJ += into;
          }
          q -= taken;
          lostJ += taken;
        }
        next[at] = own + (q * perHeat) / (c0 + hot * cMore);
      }
    }
    this.flameJ += flameJ * cellM2 * dtS;
    this.lostJ += lostJ * cellM2 * dtS;
    this.pasteJ -= pastedJ * cellM2 * dtS;
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
    const [ends, under] = [w.tailM.length - 1, w === this.tube && this.pasteJ > 0 ? this.paste : null];
    for (let i = 0; i <= ends; i++) {
      const own = was[i] as number;
      const length = w.tailM[i] as number;
      const hot = alongEnds(own);
      const k = w.law.conductivity + hot * (w.law.conductivityHot - w.law.conductivity);
      const toward = (other: number, otherM: number): number => (2 * k * (other - own)) / (length + otherM);
      const inward = i === 0 ? toward(mean, this.dxM) : toward(was[i - 1] as number, w.tailM[i - 1] as number);
      const outward = i === ends ? 0 : toward(was[i + 1] as number, w.tailM[i + 1] as number);
      const lost = losses.convectionWm2K * (own - airK) + losses.emissivity * STEFAN_BOLTZMANN * (own ** 4 - airK ** 4);
      const pasted =
        under && own > under.holdsK ? (this.pasteOnTail[i] as number) * under.contactWm2K * (own - under.holdsK) : 0;
      const areaM2 = length * w.roundM * n;
      this.lostJ += (lost + pasted) * areaM2 * dtS;
      this.pasteJ -= pasted * areaM2 * dtS;
      const c = w.law.capacity + hot * (w.law.capacityHot - w.law.capacity);
      const heldJK = w.densityKgM3 * w.wallM * areaM2 * c + (i === ends ? w.bodyJK : 0);
      w.tailK[i] = own + (dtS * areaM2 * (((inward + outward) * w.wallM) / length - lost - pasted)) / heldJK;
    }
  }
}

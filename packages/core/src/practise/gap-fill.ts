import { netFiller } from '../filler-use/filler-use.js';
import { densityKgM3, type Filler } from '../fillers/fillers.js';
import { practice } from '../source/source.js';
import { type BenchSetup, flowsFromK } from './bench-setup.js';
import { type GapCells, turnOf } from './gap-cells.js';

export const SEALED_SOURCE = practice(
  'air leaves the gap by the mouth alone: where filler has closed it all round, what is empty inside stays so',
);
/** Gravity, m/s2. */
const G = 9.81;
/** Cells count as filled from here on, and as wet. */
const [FILLED, WET] = [0.5, 0.02];
/** A row of the mouth holds a drop of three millimetres, the whole mouth so many fillets, before it runs off. */
const DROP_M3 = 14e-9;
const MOUTH_HOLDS = 4;
/** Share of a difference that runs to the next row of the mouth in one pass, how much more downhill, and passes a tick. */
const [SPREADS, DOWNHILL, PASSES] = [0.3, 0.1, 3];

/** How high the gap of a joint draws its filler, m: where its drive and the filler's weight are alike. */
export const climbsM = ({ gapSideM, filler, values }: BenchSetup): number =>
  (2 * values.tension) / (gapSideM * densityKgM3(filler) * G);

/** Molten rod between the mouth and the gap: where it lies, where it has run, and where it cannot. */
export class GapFill {
  /** Share of each cell that is filled. */
  readonly fill: Float64Array;
  /** Air that no longer gets out. */
  readonly trapped: Uint8Array;
  /** Molten at each row of the mouth, and lumps that sit there cold, m3. */
  readonly pool: Float64Array;
  readonly ball: Float64Array;
  fedM3 = 0;
  droppedM3 = 0;
  /** What one row of the mouth's fillet takes, m3. */
  readonly filletM3: number;
  private readonly filler: Filler;
  private readonly density: number;
  /** Surface tension, N/m, and viscosity, Pa s. */
  private readonly gamma: number;
  private readonly mu: number;

  constructor(
    private readonly setup: BenchSetup,
    private readonly cells: GapCells,
    private readonly dxM: number,
  ) {
    const n = cells.deep * cells.round;
    [this.fill, this.trapped] = [new Float64Array(n), new Uint8Array(n)];
    [this.pool, this.ball] = [new Float64Array(cells.round), new Float64Array(cells.round)];
    this.filler = setup.filler;
    [this.gamma, this.mu] = [setup.values.tension, setup.values.viscosity / 1000];
    this.density = densityKgM3(setup.filler);
    const { tube, lapM } = setup.joint;
    const closed = { tubeOdM: tube.odM, socketIdM: tube.odM };
    this.filletM3 = netFiller([closed], lapM, tube.wallM).filletM3 / cells.round;
  }

  /** Molten rod comes to a row of the mouth; on cold or unwetted metal it stays there as a lump. */
  feed(j: number, volumeM3: number, runs: boolean): void {
    this.fedM3 += volumeM3;
    const to = runs ? this.pool : this.ball;
    to[j] = (to[j] as number) + volumeM3;
    if (!runs && (to[j] as number) > DROP_M3) {
      this.droppedM3 += (to[j] as number) - DROP_M3;
      to[j] = DROP_M3;
    }
  }

  /** Share of the gap that is filled. */
  share(): number {
    const { volumeM3 } = this.cells;
    let [full, all] = [0, 0];
    for (let n = 0; n < this.fill.length; n++) {
      full += (this.fill[n] as number) * (volumeM3[n] as number);
      all += volumeM3[n] as number;
    }
    return full / all;
  }

  isFilled(n: number): boolean {
    return (this.fill[n] as number) >= FILLED;
  }

  /**
   * Goes on for a tick.
   * @param tempK colder wall of each cell
   * @param wets whether filler wets a cell, hot enough or not
   */
  go(dtS: number, tempK: Float64Array, wets: (n: number) => boolean): void {
    const flows = flowsFromK(this.filler);
    const hot = (n: number): boolean => (tempK[n] as number) >= flows && wets(n);
    this.melt(hot);
    if (!this.pool.some((v) => v > 0)) return;
    const speed = (this.setup.gapSideM * this.gamma) / (6 * this.mu * this.setup.joint.lapM);
    const rounds = Math.max(1, Math.min(this.cells.deep, Math.ceil((speed * dtS) / this.dxM)));
    let ran = false;
    for (let k = 0; k < rounds && this.draw(tempK, hot); k++) ran = true;
    // The gap draws before the mouth spreads: only what it does not take runs along the edge.
    for (let pass = 0; pass < PASSES; pass++) this.spread(hot);
    this.drip();
    if (ran) this.trap();
  }

  /** Lumps that sat cold melt and run once the mouth under them is hot and wets. */
  private melt(hot: (n: number) => boolean): void {
    for (let j = 0; j < this.ball.length; j++)
      if ((this.ball[j] as number) > 0 && hot(j)) {
        this.pool[j] = (this.pool[j] as number) + (this.ball[j] as number);
        this.ball[j] = 0;
      }
  }

  /** Molten rod runs along the mouth where it is hot, downhill sooner. */
  private spread(hot: (n: number) => boolean): void {
    const { round } = this.cells;
    const level = this.setup.position === 'horizontal' || this.setup.position === 'flat';
    const was = Float64Array.from(this.pool);
    for (let j = 0; j < round; j++) {
      const next = (j + 1) % round;
      if (next === j || !hot(j) || !hot(next)) continue;
      const [a, b] = [was[j] as number, was[next] as number];
      const drop = level ? Math.cos(turnOf(j, round)) - Math.cos(turnOf(next, round)) : 0;
      // Two rows of one height stay so, whatever the last digit says.
      const fall = Math.abs(drop) < 1e-9 ? 0 : Math.sign(drop);
      const runs = SPREADS * (a - b) + DOWNHILL * fall * (fall > 0 ? a : b);
      const moved = Math.max(-b / 3, Math.min(a / 3, runs));
      this.pool[j] = (this.pool[j] as number) - moved;
      this.pool[next] = (this.pool[next] as number) + moved;
    }
  }

  /** What a drop does not hold falls, and from the fullest row what the whole mouth does not. */
  private drip(): void {
    let all = 0;
    for (let j = 0; j < this.pool.length; j++) {
      this.dropFrom(j, (this.pool[j] as number) - DROP_M3);
      all += this.pool[j] as number;
    }
    const over = all - MOUTH_HOLDS * this.filletM3 * this.pool.length;
    if (over > 0) this.dropFrom(this.pool.indexOf(Math.max(...this.pool)), over);
  }

  private dropFrom(j: number, volumeM3: number): void {
    const falls = Math.min(this.pool[j] as number, Math.max(0, volumeM3));
    this.pool[j] = (this.pool[j] as number) - falls;
    this.droppedM3 += falls;
  }

  /** Neighbours of a cell: round the clock, and along the lap. */
  private *beside(n: number): Generator<number> {
    const { deep, round } = this.cells;
    const [i, j] = [Math.floor(n / round), n % round];
    if (round > 1) yield i * round + ((j + 1) % round);
    if (round > 2) yield i * round + ((j + round - 1) % round);
    if (i > 0) yield n - round;
    if (i + 1 < deep) yield n + round;
  }

  private filledBeside(n: number): number {
    let k = 0;
    for (const b of this.beside(n)) if (this.isFilled(b)) k++;
    return k;
  }

  /** Wet cells that hang together, and the rows of the mouth that feed them. */
  private puddles(tempK: Float64Array): { cells: number[]; rows: number[] }[] {
    const { round } = this.cells;
    const seen = new Uint8Array(this.fill.length);
    const rowSeen = new Uint8Array(round);
    const isLiquid = (n: number): boolean =>
      (this.fill[n] as number) > WET && (tempK[n] as number) >= this.filler.solidusK;
    const found: { cells: number[]; rows: number[] }[] = [];
    for (let row = 0; row < round; row++) {
      if (rowSeen[row] || !this.pool[row]) continue;
      const puddle = { cells: [] as number[], rows: [] as number[] };
      const todo: number[] = [];
      const takeRow = (j: number): void => {
        if (rowSeen[j] || !this.pool[j]) return;
        rowSeen[j] = 1;
        puddle.rows.push(j);
        takeCell(j);
      };
      const takeCell = (n: number): void => {
        if (seen[n] || !isLiquid(n)) return;
        seen[n] = 1;
        puddle.cells.push(n);
        todo.push(n);
      };
      takeRow(row);
      for (let n = todo.pop(); n !== undefined; n = todo.pop()) {
        if (n < round) takeRow(n);
        for (const b of this.beside(n)) takeCell(b);
      }
      found.push(puddle);
    }
    return found;
  }

  /** One cell further: the hottest that a puddle touches first, inward where all is alike. @returns whether anything ran */
  private draw(tempK: Float64Array, hot: (n: number) => boolean): boolean {
    const { volumeM3, gapM, heightM } = this.cells;
    let ran = false;
    for (const puddle of this.puddles(tempK)) {
      let left = puddle.rows.reduce((sum, j) => sum + (this.pool[j] as number), 0);
      const had = left;
      const feedM =
        puddle.rows.reduce((sum, j) => sum + (this.pool[j] as number) * (heightM[j] as number), 0) / had -
        (this.setup.position === 'up-feed' ? this.dxM / 2 : 0);
      const next = new Set<number>();
      const offer = (n: number): void => {
        const rises = (2 * this.gamma) / (gapM[n] as number) > this.density * G * ((heightM[n] as number) - feedM);
        if ((this.fill[n] as number) < 1 && !this.trapped[n] && hot(n) && rises) next.add(n);
      };
      for (const j of puddle.rows) offer(j);
      for (const n of puddle.cells) {
        offer(n);
        for (const b of this.beside(n)) offer(b);
      }
      const keen = (n: number): number => (tempK[n] as number) + this.setup.values.front * this.filledBeside(n);
      for (const n of [...next].sort((a, b) => keen(b) - keen(a) || b - a)) {
        const takes = Math.min(left, (1 - (this.fill[n] as number)) * (volumeM3[n] as number));
        if (takes <= 0) break;
        this.fill[n] = Math.min(1, (this.fill[n] as number) + takes / (volumeM3[n] as number));
        left -= takes;
        ran = true;
      }
      for (const j of puddle.rows) this.pool[j] = had > 0 ? ((this.pool[j] as number) * left) / had : 0;
    }
    return ran;
  }

  /** Marks what has no way out any more: not by empty cells to an empty place of the mouth. */
  private trap(): void {
    const { round } = this.cells;
    const open = new Uint8Array(this.fill.length);
    const todo: number[] = [];
    const visit = (n: number): void => {
      if (open[n] || this.isFilled(n)) return;
      open[n] = 1;
      todo.push(n);
    };
    for (let j = 0; j < round; j++) visit(j);
    for (let n = todo.pop(); n !== undefined; n = todo.pop()) for (const b of this.beside(n)) visit(b);
    for (let n = 0; n < this.fill.length; n++) if (!open[n] && !this.isFilled(n)) this.trapped[n] = 1;
  }

  /** Whether an empty way leads from the mouth through to the bore. */
  leaks(): boolean {
    const { deep, round } = this.cells;
    const seen = new Uint8Array(this.fill.length);
    const todo: number[] = [];
    const visit = (n: number): void => {
      if (seen[n] || this.isFilled(n)) return;
      seen[n] = 1;
      todo.push(n);
    };
    for (let j = 0; j < round; j++) visit(j);
    for (let n = todo.pop(); n !== undefined; n = todo.pop()) {
      if (n >= (deep - 1) * round) return true;
      for (const b of this.beside(n)) visit(b);
    }
    return false;
  }
}

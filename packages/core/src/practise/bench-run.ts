import { percent } from '../fillers/fillers.js';
import { BODY_NECK_M, gapConductance } from '../heat/chain.js';
import { OXIDE_ONSET_K } from '../heat/colours.js';
import { flameOf } from '../heat/flame.js';
import { type Tip, TIPS } from '../heat/fuels.js';
import { pasteBefore } from '../heat/protect-part.js';
import { type SpotFlame, TwoShells } from '../heat/two-shells.js';
import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { InputError } from '../source/problem.js';
import { practice } from '../source/source.js';
import { type BenchSetup, flowsFromK } from './bench-setup.js';
import { type GapCells, gapCells, rowAt, turnOf } from './gap-cells.js';
import { GapFill } from './gap-fill.js';
import { type Hand, restingHand } from './hand.js';
import { SOOTED, Surface } from './surface.js';

/** One tick of the bench, s: the hand is looked at so often. */
export const TICK_S = 0.05;
/** A moment is kept every so many ticks. */
const KEPT_EVERY = 5;

/** What is kept of a moment, to be charted and looked up. Temperatures K. */
export interface BenchMoment {
  readonly timeS: number;
  /** Colder and hotter wall of the lap, where each is coldest and hottest. */
  readonly coldestK: number;
  readonly hottestK: number;
  /** Mean of the lap at the mouth, and at its inner end. */
  readonly mouthK: number;
  readonly innerK: number;
  /** Tube where the part stands; null without one. */
  readonly partK: number | null;
  readonly oxygen: number;
  readonly filled: number;
}

/** What happened for the first time. */
export const HAPPENINGS = [
  'lit',
  'rod touched cold metal',
  'rod melted in the flame',
  'rod ran',
  'air shut in',
  'rod ran off',
  'flux dead',
  'sooted',
  'nitrogen shut while hot',
  'metal melted',
  'zinc smoked',
  'part too hot',
  'filled',
] as const;
export type Happening = (typeof HAPPENINGS)[number];

/** From here on the flame gathers, m. */
const CLOSE_M = 0.006;
/** Metal that is over its solidus for so long has a hole, s. */
const MELTS_IN_S = 0.5;
/** What flowing nitrogen takes up in the lap's bore, W/m2K: about what slow flow takes in a tube of an inch. */
const BORE_W_M2K = 5;
/** Contact of water with the wall it lies on, W/m2K. Source: WATER_INSIDE_SOURCE. */
const WATER_W_M2K = 2000;
export const WATER_INSIDE_SOURCE = practice(
  'water that stands in a line is taken as never boiled away: it holds the low third at 212 °F',
);
/** Rod that is pasty, between solidus and flow, comes off slower. */
const PASTY = 0.4;
/** Of the flux, soot: so much of the lap makes it told. */
const TELLING = 0.1;

export interface Fineness {
  readonly cellsAlong?: number;
  readonly cellsRound?: number;
  /** Length of a tick, s; TICK_S where left out. A run is made again only by ticks as long as its own. */
  readonly tickS?: number;
}

/** Rows round the clock, so that a cell is no narrower than a millimetre: small tube needs no more. */
const roundFor = (odM: number): number => Math.max(16, Math.min(48, 4 * Math.floor((Math.PI * odM) / 0.001 / 4)));

/** A joint under a hand, tick by tick: the same deeds give the same joint. */
export class BenchRun {
  readonly shells: TwoShells;
  readonly cells: GapCells;
  readonly gap: GapFill;
  readonly surface: Surface;
  readonly moments: BenchMoment[] = [];
  readonly happened = new Map<Happening, number>();
  hand: Hand;
  tick = 0;
  oxygen = OXYGEN_IN_AIR;
  /** Seconds under the flame, and rows that it stood over. */
  flameS = 0;
  /** Zinc comes off as smoke now. */
  isSmoking = false;
  readonly swept: Uint8Array;
  partPeakK: number;
  /** Molten by the flame rather than by the work, m3. */
  coldM3 = 0;
  /** Colder wall of each cell of the gap now, the hotter, and the hottest that the colder has been, K. */
  readonly coldK: Float64Array;
  readonly hotK: Float64Array;
  readonly peakK: Float64Array;
  /** Where metal has melted, by cell along and round, on the tube or the socket. */
  readonly holes: { readonly onSocket: boolean; readonly cell: number }[] = [];
  private readonly tubeK: Float64Array;
  private readonly lapLit: Float64Array;
  readonly tickS: number;
  private meltingS = 0;
  private readonly tips: readonly Tip[];
  private readonly flowsK: number;

  /** @throws InputError where the joint cannot be laid out */
  constructor(
    readonly setup: BenchSetup,
    fineness: Fineness = {},
  ) {
    this.tickS = fineness.tickS ?? TICK_S;
    const { joint, gapSideM } = setup;
    const { tube, socket, lapM, behind, airK } = joint;
    // Fine enough for a short lap, and wide enough for the flame and what stands behind.
    const spanM = Math.max(0.05, lapM * 2, lapM / 2 + (behind.kind === 'goes on' ? 0.025 : BODY_NECK_M + 0.005));
    this.shells = new TwoShells(
      {
        tube,
        socket: { metal: socket.metal, odM: tube.odM + 2 * gapSideM + 2 * socket.wallM, wallM: socket.wallM },
        lapM,
        gapSideM,
        spanM,
        cellsAlong: fineness.cellsAlong ?? 100,
        cellsRound: fineness.cellsRound ?? roundFor(tube.odM),
        airK,
        behind,
      },
      gapConductance(gapSideM, false),
      setup.paste && joint.part ? pasteBefore(joint.part) : null,
    );
    this.cells = gapCells(setup, this.shells);
    this.gap = new GapFill(setup, this.cells, this.shells.dxM);
    const n = this.cells.deep * this.cells.round;
    this.surface = new Surface(setup, n, this.cells.round);
    [this.coldK, this.hotK, this.peakK] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
    [this.tubeK, this.lapLit] = [new Float64Array(n), new Float64Array(n)];
    this.swept = new Uint8Array(this.cells.round);
    this.partPeakK = airK;
    this.hand = restingHand(setup);
    this.tips = joint.tips ?? TIPS;
    this.flowsK = flowsFromK(setup.filler);
    if (setup.water) this.fillWithWater();
    this.bridge();
    this.look();
    this.keep();
  }

  get timeS(): number {
    return this.tick * this.tickS;
  }

  /** Cells of the shells under a cell of the gap. */
  private shellCell(n: number): number {
    return (this.cells.from + Math.floor(n / this.cells.round)) * this.cells.round + (n % this.cells.round);
  }

  /** Goes on by one tick. @param does what the hand changes before it @throws InputError where no flame is so */
  step(does: Partial<Hand> = {}): void {
    this.hand = { ...this.hand, ...does };
    const flames = this.flames();
    this.shells.boreWm2K = this.isFlowing() ? BORE_W_M2K : 0;
    this.shells.go(this.tickS, flames);
    if (flames.length) this.underFlame();
    this.look();
    this.breathe();
    this.surface.go(this.tickS, this.hotK, this.tubeK, flames.length ? this.lapLit : null, this.hand.kind, this.oxygen);
    this.feed();
    this.gap.go(this.tickS, this.coldK, (n) => this.surface.unwetted(n) === null);
    this.bridge();
    this.tick++;
    this.watch();
    if (this.tick % KEPT_EVERY === 0) this.keep();
  }

  isFlowing(): boolean {
    return this.hand.nitrogen > 0 && this.hand.vent && this.setup.nitrogenM3s > 0;
  }

  tip(): Tip {
    const tip = this.tips.find((t) => t.id === this.hand.tipId);
    if (!tip) throw new InputError([{ field: 'tipId', says: `one of ${this.tips.map((t) => t.id).join(', ')}` }]);
    return tip;
  }

  /** The flames as the shells take them; none where the torch is out. */
  flames(): SpotFlame[] {
    const { lit, aside, kind, farM, atM, turnRad, second } = this.hand;
    if (!lit || aside) return [];
    const flame = flameOf({ tip: this.tip(), kind, distanceM: farM });
    const gathers = Math.max(this.setup.values.closest, Math.min(1, farM / CLOSE_M));
    const spot = { powerW: flame.powerW, flameK: flame.flameK, atM, atRad: turnRad, radiusM: flame.radiusM * gathers };
    return second ? [spot, { ...spot, atRad: turnRad + Math.PI }] : [spot];
  }

  private underFlame(): void {
    this.flameS += this.tickS;
    const { round } = this.cells;
    for (const turn of this.hand.second ? [0, Math.PI] : [0])
      for (const off of [-1, 0, 1]) this.swept[(rowAt(this.hand.turnRad + turn, round) + off + round) % round] = 1;
    let most = 0;
    for (const g of this.shells.lit) if (g > most) most = g;
    for (let n = 0; n < this.lapLit.length; n++)
      this.lapLit[n] = (this.shells.lit[this.shellCell(n)] as number) / (most || 1);
  }

  /** Reads the walls of the lap off the shells. */
  private look(): void {
    const [tube, socket] = [this.shells.tube.tempK, this.shells.socket.tempK];
    for (let n = 0; n < this.coldK.length; n++) {
      const c = this.shellCell(n);
      const [a, b] = [tube[c] as number, socket[c] as number];
      this.tubeK[n] = a;
      this.coldK[n] = Math.min(a, b);
      this.hotK[n] = Math.max(a, b);
      if ((this.coldK[n] as number) > (this.peakK[n] as number)) this.peakK[n] = this.coldK[n] as number;
    }
  }

  /** Nitrogen drives the air out; where it stops, air comes back. */
  private breathe(): void {
    if (this.setup.nitrogenM3s <= 0) return;
    if (this.isFlowing()) this.oxygen *= Math.exp((-this.tickS * this.hand.nitrogen) / this.setup.values['air-out']);
    else if (this.hand.nitrogen <= 0)
      this.oxygen += ((OXYGEN_IN_AIR - this.oxygen) * this.tickS) / this.setup.values['air-back'];
  }

  private feed(): void {
    const { feeding, feedRad, feedMs, lit, atM, turnRad } = this.hand;
    if (!feeding || feedMs <= 0) return;
    const j = rowAt(feedRad, this.cells.round);
    const c = this.shellCell(j);
    const touchK = ((this.shells.tube.tempK[c] as number) + (this.shells.socket.tempK[c] as number)) / 2;
    const whole = feedMs * this.setup.rodM2 * this.tickS;
    if (touchK >= this.setup.filler.solidusK) {
      const runs = (this.coldK[j] as number) >= this.flowsK && this.surface.unwetted(j) === null;
      if (runs) this.once('rod ran');
      this.gap.feed(j, touchK >= this.flowsK ? whole : PASTY * whole, runs);
      return;
    }
    const [flame] = this.flames();
    const around = Math.abs(((turnRad - feedRad + 3 * Math.PI) % (2 * Math.PI)) - Math.PI);
    const isOnRod = lit && flame && Math.hypot(atM, (around * this.setup.joint.tube.odM) / 2) < flame.radiusM;
    if (!isOnRod) return this.once('rod touched cold metal');
    this.once('rod melted in the flame');
    this.coldM3 += whole;
    this.gap.feed(j, whole, false);
  }

  /** What bridges the gap to the heat: gas, or the filler that has run in. */
  private bridge(): void {
    const { gapM } = this.cells;
    for (let n = 0; n < gapM.length; n++) {
      const fill = this.gap.fill[n] as number;
      const [dry, wet] = [gapConductance(gapM[n] as number, false), gapConductance(gapM[n] as number, true)];
      this.shells.gapWm2K[this.shellCell(n)] = dry + fill * (wet - dry);
    }
  }

  private once(what: Happening): void {
    if (!this.happened.has(what)) this.happened.set(what, this.timeS);
  }

  private watch(): void {
    const { setup, gap, surface, hand } = this;
    if (hand.lit) this.once('lit');
    if (gap.trapped.some((t) => t)) this.once('air shut in');
    if (gap.droppedM3 > 0.05 * setup.netM3) this.once('rod ran off');
    if (gap.share() > 0.97) this.once('filled');
    const many = (of: Float64Array, over: number): boolean =>
      of.reduce((k, x) => k + Number(x > over), 0) > TELLING * of.length;
    if (setup.flux && many(surface.used, 1)) this.once('flux dead');
    if (many(surface.soot.subarray(0, this.cells.round), SOOTED)) this.once('sooted');
    const hottest = this.tubeK.reduce((a, b) => Math.max(a, b), 0);
    const isHot = hottest > OXIDE_ONSET_K;
    if (setup.nitrogenM3s > 0 && isHot && !this.isFlowing()) this.once('nitrogen shut while hot');
    this.melting();
    this.smoking();
  }

  private melting(): void {
    const { tube, socket } = this.shells;
    let found: { onSocket: boolean; cell: number } | null = null;
    for (const [wall, metal, onSocket] of [
      [tube, this.setup.joint.tube.metal, false],
      [socket, this.setup.joint.socket.metal, true],
    ] as const)
      for (let c = wall.from * this.shells.round; c < wall.to * this.shells.round; c++)
        if ((wall.tempK[c] as number) > metal.solidusK) found = { onSocket, cell: c };
    this.meltingS = found ? this.meltingS + this.tickS : 0;
    if (!found || this.meltingS < MELTS_IN_S) return;
    this.once('metal melted');
    if (!this.holes.some((h) => h.cell === found.cell)) this.holes.push(found);
  }

  private smoking(): void {
    const { filler, joint, values } = this.setup;
    const hottest = this.hotK.reduce((a, b) => Math.max(a, b), 0);
    const brass = [joint.tube.metal, joint.socket.metal].some((m) => m.family === 'brass');
    const zinc = percent(filler, 'Zn') + percent(filler, 'Cd') > 0;
    const rodSmokes = zinc && this.gap.fedM3 > 0 && hottest > filler.brazingK.max + values['rod-smokes'];
    this.isSmoking = (brass && hottest > values['brass-smokes']) || rodSmokes;
    if (this.isSmoking) this.once('zinc smoked');
  }

  /** Mean of the lap's colder wall over a column, K. */
  columnK(i: number): number {
    const { round } = this.cells;
    let sum = 0;
    for (let j = 0; j < round; j++) sum += this.coldK[i * round + j] as number;
    return sum / round;
  }

  private keep(): void {
    const { part } = this.setup.joint;
    const partK = part ? this.shells.atDistance(part.distanceM) : null;
    if (partK !== null && part) {
      this.partPeakK = Math.max(this.partPeakK, partK);
      if (partK > part.limitK) this.once('part too hot');
    }
    this.moments.push({
      timeS: this.timeS,
      coldestK: this.coldK.reduce((a, b) => Math.min(a, b), Infinity),
      hottestK: this.hotK.reduce((a, b) => Math.max(a, b), 0),
      mouthK: this.columnK(0),
      innerK: this.columnK(this.cells.deep - 1),
      partK,
      oxygen: this.oxygen,
      filled: this.gap.share(),
    });
  }

  private fillWithWater(): void {
    const { round, tube } = this.shells;
    const isUpright = this.setup.position === 'up-feed' || this.setup.position === 'down-feed';
    for (let c = 0; c < tube.to * round; c++)
      if (isUpright || Math.cos(turnOf(c % round, round)) < -0.5) this.shells.waterWm2K[c] = WATER_W_M2K;
  }
}

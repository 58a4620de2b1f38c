import { requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import { type Chain, covered, gapConductance } from './chain.js';
import { type Acting, type Books, type Sink, stepChain, workspace } from './chain-step.js';
import { type Flame } from './flame.js';
import { type Losses, STILL_AIR } from './losses.js';

export const HAND_SOURCE = practice(
  'the hand is taken to heat the tube first and then both, to hold the flame where it is colder, and to draw it away before a part melts',
);
/** By how much the tube leads before the flame goes over to the socket, and over how much it goes, K. */
const TUBE_LEADS_K = 30;
const GOES_OVER_K = 100;
/** A hand never leaves one part for long: least share of the flame on either. */
const LEAST_SHARE = 0.1;
/** Under melting the flame is drawn away from here on, K, where there is room. */
export const DRAWS_AWAY_K = 60;
/** Shortest step under a flame, s. */
const SHORTEST_S = 0.25;

/** Paste or a wet wrap: how much heat it takes before it is dry, and over which of the tube it lies, m from the mouth. */
export interface WetSink {
  readonly fromM: number;
  readonly toM: number;
  readonly holdsK: number;
  readonly takesJ: number;
  /** Contact with the tube, W/m2K. */
  readonly contactWm2K: number;
}

export interface RunSpec {
  readonly chain: Chain;
  readonly flame: Flame;
  readonly airK: number;
  readonly losses?: Losses;
  /** Where tube and socket begin to melt, K. */
  readonly meltsK: { readonly tube: number; readonly socket: number };
  /** Under melting the flame is drawn away from here on, K. */
  readonly drawsAwayK?: number;
  /** Nitrogen that trickles through, m3/s at 1 atm. */
  readonly purgeM3s?: number;
  readonly wet?: WetSink | null;
  /** Share of the flame on the socket, held there; the hand moves it where left out. */
  readonly socketShare?: number;
  /** What the coldest of the lap is heated to, K: steps shorten before it, so that it is not run past. */
  readonly aimK?: number;
  /** Steps of time: 1 as planned, less is finer. */
  readonly fineness?: number;
}

/** One instant of a run. Temperatures K: of the coldest of the lap on each part. */
export interface Instant {
  readonly timeS: number;
  readonly tubeK: number;
  readonly socketK: number;
  readonly coldestK: number;
  /** Hottest of the lap, where the flux lies; hottest anywhere on the tube and on the socket, and of both. */
  readonly lapHottestK: number;
  readonly tubeHottestK: number;
  readonly socketHottestK: number;
  readonly hottestK: number;
  readonly gapWetted: boolean;
}

/** Heat of nitrogen, J/m3K at 1 atm, and its conductivity when hot, W/mK. */
const NITROGEN_J_M3K = 1180;
const NITROGEN_W_MK = 0.05;
/** Nusselt number of slow flow in a tube. */
const NUSSELT = 3.66;

/** Convection to the nitrogen inside the lap, W/m2K: what slow flow takes, or all that so little gas can carry off. */
function boreConvection(chain: Chain, purgeM3s: number): number {
  const { odM, wallM } = chain.spec.tube;
  const bore = odM - 2 * wallM;
  const carries = (purgeM3s * NITROGEN_J_M3K) / (Math.PI * bore * chain.spec.lapM);
  return Math.min((NUSSELT * NITROGEN_W_MK) / bore, carries);
}

/** Shares of a footprint over the cells of a shell that the flame can reach; they add up to 1. */
function footprint(chain: Chain, shell: 0 | 1, atM: number, radiusM: number): Float64Array {
  const share = new Float64Array(chain.cells);
  let sum = 0;
  for (let i = 0; i < chain.cells; i++) {
    if (chain.of[i] !== shell || !chain.outsideM2[i]) continue;
    const away = ((chain.xM[i] as number) - atM) / radiusM;
    const s = away * away > 9 ? 0 : Math.exp(-away * away) * (chain.outsideM2[i] as number);
    share[i] = s;
    sum += s;
  }
  for (let i = 0; i < chain.cells; i++) share[i] = (share[i] as number) / sum;
  return share;
}

function mean(tempK: Float64Array, cells: readonly number[]): number {
  let sum = 0;
  for (const i of cells) sum += tempK[i] as number;
  return sum / cells.length;
}

function coldest(tempK: Float64Array, cells: readonly number[]): number {
  let low = Infinity;
  for (const i of cells) low = Math.min(low, tempK[i] as number);
  return low;
}

/** When a temperature is first passed, s; null where it never is. */
export function passedAt(curve: readonly Instant[], of: (n: Instant) => number, tempK: number): number | null {
  const k = curve.findIndex((n) => of(n) >= tempK);
  if (k < 0) return null;
  const [a, b] = [curve[k - 1], curve[k] as Instant];
  if (!a) return b.timeS;
  return a.timeS + ((b.timeS - a.timeS) * (tempK - of(a))) / (of(b) - of(a));
}

/** What is left to melting on the part that is nearest to it, K. */
export const roomK = (now: Instant, meltsK: RunSpec['meltsK']): number =>
  Math.min(meltsK.tube - now.tubeHottestK, meltsK.socket - now.socketHottestK);

/** A joint being heated or cooling: temperatures of its cells, and all that came and went. */
export class HeatRun {
  readonly tempK: Float64Array;
  /** Highest that each cell has been, K. */
  readonly peakK: Float64Array;
  readonly instants: Instant[] = [];
  timeS = 0;
  flameJ = 0;
  lostJ = 0;
  storedJ = 0;
  /** Heat that the paste or wrap may still take, J. */
  wetLeftJ: number;
  private readonly room: ReturnType<typeof workspace>;
  private readonly lit: Float64Array;
  private readonly onTube: Float64Array;
  private readonly onSocket: Float64Array;
  private readonly sinks: readonly Sink[];
  private readonly bore: Acting['bore'];
  private wetted = false;

  /** @throws InputError where the air cannot be as it is told */
  constructor(readonly spec: RunSpec) {
    const { chain, flame, airK } = spec;
    requireRange('airK', airK, 200, 350, 'K');
    requireRange('purgeM3s', spec.purgeM3s ?? 0, 0, 0.1, 'm³/s');
    this.tempK = new Float64Array(chain.cells).fill(airK);
    this.peakK = Float64Array.from(this.tempK);
    this.room = workspace(chain);
    this.lit = new Float64Array(chain.cells);
    const { lapM } = chain.spec;
    const end = chain.spec.tubeEnd.kind === 'closed';
    this.onTube = footprint(chain, 0, end ? 0 : -0.6 * flame.radiusM, flame.radiusM);
    this.onSocket = footprint(chain, 1, lapM / 2, flame.radiusM);
    this.bore = { convectionWm2K: boreConvection(chain, spec.purgeM3s ?? 0), gasK: airK };
    const wet = spec.wet ?? null;
    this.wetLeftJ = wet?.takesJ ?? 0;
    this.sinks = wet ? sinksOf(chain, wet) : [];
    this.mark();
  }

  /** The filler has run in: the gap carries heat from here on. */
  wet(): void {
    this.wetted = true;
  }

  /**
   * Goes on until something is so, or for a time.
   * @param flame whether it is on the joint, or how much of it at an instant, 0 to 1
   * @param until told each instant; true ends the run there
   * @returns whether it came to that
   */
  go(
    flame: boolean | ((now: Instant) => number),
    seconds: number,
    until: (now: Instant) => boolean = () => false,
  ): boolean {
    requireRange('seconds', seconds, 0, 1e6, 's');
    const began = this.timeS;
    const end = began + seconds;
    while (this.timeS < end - 1e-9) {
      const share = typeof flame === 'boolean' ? Number(flame) : flame(this.now());
      this.step(share, Math.min(this.stepS(flame !== false, this.timeS - began), end - this.timeS));
      if (until(this.mark())) return true;
    }
    return false;
  }

  /** The latest instant. */
  now(): Instant {
    return this.instants.at(-1) as Instant;
  }

  /** Steps grow with the time since something changed; where something is near melting they stay short, as the hand does. */
  private stepS(flameOn: boolean, sinceS: number): number {
    const { meltsK, fineness = 1, drawsAwayK = DRAWS_AWAY_K } = this.spec;
    const near = roomK(this.now(), meltsK) < 2 * drawsAwayK;
    if (flameOn) return Math.min(fineness * Math.max(SHORTEST_S, (near ? 0.01 : 0.06) * sinceS), this.toAimS(fineness));
    return fineness * Math.min(30, Math.max(2 * SHORTEST_S, 0.12 * sinceS));
  }

  /** Seconds until the coldest comes to the aim at the rate it warms. */
  private toAimS(fineness: number): number {
    const [a, b] = [this.instants.at(-2), this.now()];
    const { aimK } = this.spec;
    if (!a || aimK === undefined || b.coldestK >= aimK || b.coldestK <= a.coldestK) return Infinity;
    const seconds = ((aimK - b.coldestK) * (b.timeS - a.timeS)) / (b.coldestK - a.coldestK);
    return Math.max(SHORTEST_S * fineness, seconds * 1.02);
  }

  /** Temperature of the tube at a distance from the mouth, K. */
  atDistance(distanceM: number): number {
    const { chain } = this.spec;
    const x = -distanceM;
    if (x <= (chain.xM[0] as number)) return this.tempK[0] as number;
    let i = 0;
    // The tube's cells outside the socket come first, in order.
    while (chain.outsideM2[i + 1] && (chain.xM[i + 1] as number) < x) i++;
    const [a, b] = [chain.xM[i] as number, chain.xM[i + 1] as number];
    const share = b > a ? Math.max(0, Math.min(1, (x - a) / (b - a))) : 0;
    return (this.tempK[i] as number) * (1 - share) + (this.tempK[i + 1] as number) * share;
  }

  private step(share: number, dtS: number): Books {
    const { chain, flame, airK, losses = STILL_AIR } = this.spec;
    if (share > 0) this.aim(flame, share);
    const books = stepChain(
      chain,
      this.tempK,
      {
        losses,
        airK,
        flame: share > 0 ? { conductanceWK: this.lit, flameK: flame.flameK } : null,
        gapWm2K: gapConductance(chain.spec.gapSideM, this.wetted),
        bore: this.bore,
        sinks: this.wetLeftJ > 0 ? this.sinks : [],
      },
      dtS,
      this.room,
    );
    this.timeS += dtS;
    this.flameJ += books.flameJ;
    this.lostJ += books.lostJ;
    this.storedJ += books.storedJ;
    this.wetLeftJ -= books.sunkJ.reduce((s, j) => s + j, 0);
    return books;
  }

  /** Where the hand holds the flame: the tube leads, then the colder part; off what would melt. */
  private aim(flame: Flame, share: number): void {
    const { chain, meltsK, airK, drawsAwayK = DRAWS_AWAY_K } = this.spec;
    const lead = mean(this.tempK, chain.lapTube) - mean(this.tempK, chain.lapSocket) - TUBE_LEADS_K;
    const socket = this.spec.socketShare ?? Math.max(LEAST_SHARE, Math.min(1 - LEAST_SHARE, 0.5 + lead / GOES_OVER_K));
    const now = this.now();
    const ease = (hottestK: number, melts: number): number => Math.max(0, Math.min(1, (melts - hottestK) / drawsAwayK));
    const whole = (share * flame.powerW) / (flame.flameK - airK);
    const [s, t] = [
      whole * socket * ease(now.socketHottestK, meltsK.socket),
      whole * (1 - socket) * ease(now.tubeHottestK, meltsK.tube),
    ];
    for (let i = 0; i < chain.cells; i++)
      this.lit[i] = s * (this.onSocket[i] as number) + t * (this.onTube[i] as number);
  }

  private mark(): Instant {
    const { chain } = this.spec;
    const [tubeK, socketK] = [coldest(this.tempK, chain.lapTube), coldest(this.tempK, chain.lapSocket)];
    let [tubeHottestK, socketHottestK, lapHottestK] = [0, 0, 0];
    for (const i of chain.lapTube) lapHottestK = Math.max(lapHottestK, this.tempK[i] as number);
    for (const i of chain.lapSocket) lapHottestK = Math.max(lapHottestK, this.tempK[i] as number);
    for (let i = 0; i < chain.cells; i++) {
      const k = this.tempK[i] as number;
      if (k > (this.peakK[i] as number)) this.peakK[i] = k;
      if (chain.of[i] === 0) tubeHottestK = Math.max(tubeHottestK, k);
      else socketHottestK = Math.max(socketHottestK, k);
    }
    const now: Instant = {
      timeS: this.timeS,
      tubeK,
      socketK,
      coldestK: Math.min(tubeK, socketK),
      lapHottestK,
      tubeHottestK,
      socketHottestK,
      hottestK: Math.max(tubeHottestK, socketHottestK),
      gapWetted: this.wetted,
    };
    this.instants.push(now);
    return now;
  }
}

/** Cells of the tube that a wet sink lies on. @throws InputError where it lies in the lap or is of no length */
function sinksOf(chain: Chain, wet: WetSink): Sink[] {
  requireRange('wet.fromM', wet.fromM, 0, 10, 'm from the socket: the part must not stand in the lap');
  requireRange('wet.toM', wet.toM, wet.fromM + 1e-4, 10, 'm');
  requireRange('wet.takesJ', wet.takesJ, 0, 1e8, 'J');
  const sinks: Sink[] = [];
  for (let i = 0; i < chain.cells; i++) {
    if (chain.of[i] !== 0 || !chain.outsideM2[i]) continue;
    const share = covered(chain, i, wet.fromM, wet.toM);
    if (share <= 0) continue;
    sinks.push({
      cell: i,
      conductanceWK: wet.contactWm2K * (chain.outsideM2[i] as number) * share,
      holdsK: wet.holdsK,
    });
  }
  return sinks;
}

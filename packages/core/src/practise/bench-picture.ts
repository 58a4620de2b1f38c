import { FLUX_LOOKS, type FluxLook, fluxLook } from '../heat/colours.js';
import type { BenchRun } from './bench-run.js';
import type { BenchSetup } from './bench-setup.js';
import type { Hand } from './hand.js';
import { outerK, type Skin } from './skin.js';

/** The joint's outer outline, m along the axis from the mouth: what a drawing turns round the axis. */
export interface BenchShape {
  readonly along: number;
  readonly round: number;
  readonly leftM: number;
  readonly dxM: number;
  readonly tubeM: number;
  readonly socketM: number;
  readonly lapM: number;
  /** Where the socket's wall ends, and what follows: nothing, a body, or a bar that goes on. */
  readonly socketEndM: number;
  readonly behind: 'goes on' | 'body' | 'closed';
}

/** The outline of a run. */
export function shapeOf({ shells, setup }: BenchRun): BenchShape {
  const { spec, along, round, leftM, dxM, socket } = shells;
  return {
    along,
    round,
    leftM,
    dxM,
    tubeM: spec.tube.odM / 2,
    socketM: spec.socket.odM / 2,
    lapM: spec.lapM,
    socketEndM: leftM + socket.to * dxM,
    behind: setup.joint.behind.kind,
  };
}

/** How flux lies on a row of the mouth: an index into FLUX_LOOKS, or this where none lies there. */
export const NO_FLUX = 255;

/** What is to be seen of a joint at an instant. Cells column by column along, each round the clock. */
export interface BenchPicture {
  readonly timeS: number;
  readonly hand: Hand;
  /** Outer wall, K, film of oxide by 10 nm up to 2.5 um, soot to 255. */
  readonly outerK: Uint16Array;
  readonly film: Uint8Array;
  readonly soot: Uint8Array;
  /** By row of the mouth: how the flux looks, and filler that stands there, as a share of a fillet's. */
  readonly flux: Uint8Array;
  readonly stands: Float32Array;
  /** Whether what stands there is a cold lump. */
  readonly lump: Uint8Array;
  /** By row: colder wall of the lap's mean, and its filled share; what the clock shows. Tube before the mouth, K. */
  readonly tubeK: Uint16Array;
  readonly cupK: Uint16Array;
  readonly lapFilled: Float32Array;
  /** Cells where metal has melted. */
  readonly holes: readonly number[];
  readonly coldestK: number;
  readonly hottestK: number;
  readonly partK: number | null;
  readonly oxygen: number;
  readonly filled: number;
  readonly fed: number;
  readonly dropped: number;
  readonly smokes: boolean;
  readonly flameS: number;
}

/** Flux at a row of the mouth. */
function fluxAt(run: BenchRun, setup: BenchSetup, j: number): number {
  if (!setup.flux) return NO_FLUX;
  const look: FluxLook = fluxLook(
    setup.flux,
    outerK(run, run.cells.from * run.cells.round + j),
    run.surface.used[j] as number,
  );
  const at = (FLUX_LOOKS as readonly string[]).indexOf(look);
  return at < 0 ? NO_FLUX : at;
}

/** The picture of a run now. */
export function pictureOf(run: BenchRun, skin: Skin): BenchPicture {
  const { shells, cells, gap, setup, moments } = run;
  const { round } = cells;
  const all = shells.along * round;
  const rows = <T extends Uint8Array | Uint16Array | Float32Array>(into: T, of: (j: number) => number): T => {
    for (let j = 0; j < round; j++) into[j] = of(j);
    return into;
  };
  const cellsOf = <T extends Uint8Array | Uint16Array>(into: T, of: (c: number) => number): T => {
    for (let c = 0; c < all; c++) into[c] = of(c);
    return into;
  };
  const last = moments[moments.length - 1] as (typeof moments)[number];
  return {
    timeS: run.timeS,
    hand: run.hand,
    outerK: cellsOf(new Uint16Array(all), (c) => outerK(run, c)),
    film: cellsOf(new Uint8Array(all), (c) => Math.min(255, skin.filmM(c) * 1e8)),
    soot: cellsOf(new Uint8Array(all), (c) => 255 * (skin.soot[c] as number)),
    flux: rows(new Uint8Array(round), (j) => fluxAt(run, setup, j)),
    stands: rows(
      new Float32Array(round),
      (j) => ((gap.pool[j] as number) + (gap.ball[j] as number)) / gap.filletM3 + (gap.isFilled(j) ? 1 : 0),
    ),
    lump: rows(new Uint8Array(round), (j) => ((gap.ball[j] as number) > 0 ? 1 : 0)),
    tubeK: rows(new Uint16Array(round), (j) => shells.tube.tempK[(cells.from - 1) * round + j] as number),
    cupK: rows(
      new Uint16Array(round),
      (j) => shells.socket.tempK[(cells.from + Math.floor(cells.deep / 2)) * round + j] as number,
    ),
    lapFilled: rows(new Float32Array(round), (j) => {
      let sum = 0;
      for (let i = 0; i < cells.deep; i++) sum += gap.fill[i * round + j] as number;
      return sum / cells.deep;
    }),
    holes: run.holes.map((h) => h.cell),
    coldestK: last.coldestK,
    hottestK: last.hottestK,
    partK: last.partK,
    oxygen: run.oxygen,
    filled: last.filled,
    fed: gap.fedM3 / setup.netM3,
    dropped: gap.droppedM3 / setup.netM3,
    smokes: run.isSmoking,
    flameS: run.flameS,
  };
}

import type { TwoShells } from '../heat/two-shells.js';
import type { BenchSetup } from './bench-setup.js';

/** The gap unrolled: columns from the mouth inward, rows round the clock. */
export interface GapCells {
  readonly deep: number;
  readonly round: number;
  /** Cell along the shells that the first column is. */
  readonly from: number;
  /** Gap a side, m, volume, m3, and height over the pipe's middle or over the mouth, m, of each cell. */
  readonly gapM: Float64Array;
  readonly volumeM3: Float64Array;
  readonly heightM: Float64Array;
}

/** Angle of the middle of a row, radians from 12 o'clock. */
export const turnOf = (j: number, round: number): number => ((j + 0.5) * 2 * Math.PI) / round;
/** Row at an angle. */
export const rowAt = (rad: number, round: number): number => {
  const j = Math.floor((rad / (2 * Math.PI)) * round) % round;
  return j < 0 ? j + round : j;
};

/** Thinnest that a gap gets where the tube touches, as a share of its mean. */
const LEAST_SHARE = 0.15;

/** Lays the gap out. A level tube that lies low is tight at 6 o'clock and wide at 12. */
export function gapCells(setup: BenchSetup, shells: TwoShells): GapCells {
  const from = shells.socket.from;
  const deep = shells.tube.to - from;
  const round = shells.round;
  const of = (value: (i: number, j: number) => number): Float64Array =>
    Float64Array.from({ length: deep * round }, (_, n) => value(Math.floor(n / round), n % round));
  const { position, offCentre, gapSideM } = setup;
  const radiusM = setup.joint.tube.odM / 2;
  const gapM = of((_, j) => gapSideM * Math.max(LEAST_SHARE, 1 + offCentre * Math.cos(turnOf(j, round))));
  const cellM2 = shells.dxM * ((Math.PI * setup.joint.tube.odM) / round);
  return {
    deep,
    round,
    from,
    gapM,
    volumeM3: gapM.map((gap) => gap * cellM2),
    heightM: of((i, j) => {
      const x = (i + 0.5) * shells.dxM;
      return position === 'up-feed' ? x : position === 'down-feed' ? -x : radiusM * Math.cos(turnOf(j, round));
    }),
  };
}

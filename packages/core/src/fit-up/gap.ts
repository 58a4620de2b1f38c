import { type FieldProblem, InputError } from '../source/problem.js';
import { entered, measured, published, type Source } from '../source/source.js';
import { type Cup, cupForOd } from '../tube/cup.js';
import type { Tube } from '../tube/tube.js';
import { sdOfBound } from '../uncertainty/uncertainty.js';
import { degFToK, INCH } from '../units/units.js';
import { type ReadingProblem, readingProblems } from './readings.js';

export const INSTRUMENTS = ['micrometer', 'caliper', 'tape'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

/** What one reading may be off at most, either way, m. Source: practice. */
export const INSTRUMENT_UNCERTAINTY_M: Readonly<Record<Instrument, number>> = {
  micrometer: 0.0002 * INCH,
  caliper: 0.001 * INCH,
  tape: INCH / 64,
};

/** How the gap is known. Diameters in m; two at right angles on each part. */
export type FitUp =
  | { readonly mode: 'nominal' }
  | {
      readonly mode: 'measured';
      readonly tubeOdM: readonly [number, number];
      readonly socketIdM: readonly [number, number];
      readonly instrument: Instrument;
      /** The person has looked again: a reading far from nominal is meant. */
      readonly confirmed?: boolean | undefined;
    }
  | { readonly mode: 'stated'; readonly gapSideM: number };

/** A gap per side (radial) with its spread, before heating. */
export interface ColdGap {
  readonly sideM: number;
  readonly minM: number;
  readonly maxM: number;
  /** One standard deviation of the gap per side, m. */
  readonly sdM: number;
  /** Mean diameters the gap rests on, m. */
  readonly tubeOdM: number;
  readonly socketIdM: number;
  /** Largest minus smallest diameter of the worse part, m; null where not measured. */
  readonly outOfRoundM: number | null;
  readonly source: Source;
  readonly notes: readonly string[];
  /** What speaks against the readings; empty where nothing was measured. */
  readonly problems: readonly ReadingProblem[];
}

/** Ambient the work starts from. */
export const AMBIENT_K = degFToK(70);

/** Sizes outside this are not pipefitting: 1 mm to 1 m. */
const smallest = 0.001;
const largest = 1;

function diameterProblem(field: string, value: number): FieldProblem | null {
  if (value >= smallest && value <= largest) return null;
  return { field, says: 'a diameter between 0.04 in (1 mm) and 39 in (1 m)' };
}

const mean = (pair: readonly [number, number]): number => (pair[0] + pair[1]) / 2;
const spread = (pair: readonly [number, number]): number => Math.abs(pair[0] - pair[1]);

function measuredGap(tube: Tube, fit: Extract<FitUp, { mode: 'measured' }>, cup: Cup | undefined): ColdGap {
  const problems = [
    diameterProblem('fitUp.tubeOdM.0', fit.tubeOdM[0]),
    diameterProblem('fitUp.tubeOdM.1', fit.tubeOdM[1]),
    diameterProblem('fitUp.socketIdM.0', fit.socketIdM[0]),
    diameterProblem('fitUp.socketIdM.1', fit.socketIdM[1]),
  ].filter((p) => p !== null);
  if (problems.length) throw new InputError(problems);
  const od = mean(fit.tubeOdM);
  const id = mean(fit.socketIdM);
  if (id <= od) {
    throw new InputError([
      {
        field: 'fitUp.socketIdM.0',
        says: 'the tube does not enter this socket: its inside must be larger than the tube outside',
      },
    ]);
  }
  // The same instrument reads both parts: its error is taken as one per part, even within its bound.
  const one = sdOfBound(INSTRUMENT_UNCERTAINTY_M[fit.instrument]);
  const sd = Math.hypot(one, one) / 2;
  const outOfRound = Math.max(spread(fit.tubeOdM), spread(fit.socketIdM));
  const notes: string[] = [];
  if (fit.instrument === 'tape')
    notes.push('a tape reads to 1/64 in: it cannot tell a 0.002 in gap from 0.010; use a caliper');
  return {
    sideM: (id - od) / 2,
    minM: (Math.min(...fit.socketIdM) - Math.max(...fit.tubeOdM)) / 2,
    maxM: (Math.max(...fit.socketIdM) - Math.min(...fit.tubeOdM)) / 2,
    sdM: sd,
    tubeOdM: od,
    socketIdM: id,
    outOfRoundM: outOfRound,
    source: measured(`two diameters a part, ${fit.instrument}`),
    notes,
    problems: readingProblems(fit, tube.odM, cup ? (cup.idM.min + cup.idM.max) / 2 : null),
  };
}

/** @throws InputError at the field where a stated gap is none */
function needGap(field: string, gapSideM: number): void {
  if (!(gapSideM > 0 && gapSideM <= 0.002))
    throw new InputError([{ field, says: 'a gap per side above 0 and at most 0.079 in (2 mm)' }]);
}

function statedGap(tube: Tube, gapSideM: number): ColdGap {
  needGap('fitUp.gapSideM', gapSideM);
  const half = tube.odToleranceM / 2;
  return {
    sideM: gapSideM,
    minM: Math.max(0, gapSideM - half),
    maxM: gapSideM + half,
    sdM: sdOfBound(half),
    tubeOdM: tube.odM,
    socketIdM: tube.odM + 2 * gapSideM,
    outOfRoundM: null,
    source: entered('gap per side stated; tube tolerance added'),
    notes: ['stated, not measured: an expander head or gauge sets it'],
    problems: [],
  };
}

function nominalGap(tube: Tube, ownTable: boolean, cup: Cup | undefined): ColdGap {
  if (!cup) {
    throw new InputError([
      { field: 'fitUp.mode', says: `no socket table for this size: measure the tube and the socket` },
    ]);
  }
  const id = (cup.idM.min + cup.idM.max) / 2;
  const minM = (cup.idM.min - tube.odM - tube.odToleranceM) / 2;
  const maxM = (cup.idM.max - tube.odM + tube.odToleranceM) / 2;
  if (id <= tube.odM) {
    throw new InputError([
      { field: 'socket.cup', says: `the tube does not enter a ${cup.size} cup: it is larger than the cup’s bore` },
    ]);
  }
  const mixed = Math.abs(cup.tubeOdM - tube.odM) > 2e-5;
  return {
    sideM: (id - tube.odM) / 2,
    minM,
    maxM,
    // Half the difference of two diameters, each even within its tolerance.
    sdM: Math.hypot(sdOfBound((cup.idM.max - cup.idM.min) / 2), sdOfBound(tube.odToleranceM)) / 2,
    tubeOdM: tube.odM,
    socketIdM: id,
    outOfRoundM: null,
    source: published(`${cup.source.name}; tube tolerance ${tube.source.name}`, tube.source.note ?? cup.source.note),
    notes: mixed
      ? [`the cup is made for another tube (${cup.size}): measure both before heating`]
      : ownTable
        ? []
        : ['this socket is not a standard cup: its bore is assumed like one; measure it'],
    problems: [],
  };
}

/**
 * The gap per side before heating.
 * @param standardCup false where the socket is a stub, valve or bracket bored by its maker
 * @param cup the cup the tube stands in, for nominal sizes; else the one made for this tube
 * @throws InputError naming the field when a size is absurd or the tube does not enter its socket
 */
export function coldGap(
  tube: Tube,
  fit: FitUp,
  standardCup = true,
  cup: Cup | undefined = cupForOd(tube.odM),
): ColdGap {
  if (fit.mode === 'measured') return measuredGap(tube, fit, cup);
  if (fit.mode === 'stated') return statedGap(tube, fit.gapSideM);
  return nominalGap(tube, standardCup, cup);
}

/**
 * The gap between a bush and the socket around it: the bush's OD is the inner socket's bore plus two walls.
 * @throws InputError at `bush` where a size is absurd
 */
export function bushGap(inner: ColdGap, wallM: number, gapSideM: number): ColdGap {
  if (!(wallM >= 1e-4 && wallM <= 0.05))
    throw new InputError([{ field: 'bush.wallM', says: 'a wall between 0.004 in (0.1 mm) and 2 in (50 mm)' }]);
  needGap('bush.gapSideM', gapSideM);
  const od = inner.socketIdM + 2 * wallM;
  return {
    sideM: gapSideM,
    minM: gapSideM,
    maxM: gapSideM,
    sdM: inner.sdM,
    tubeOdM: od,
    socketIdM: od + 2 * gapSideM,
    outOfRoundM: null,
    source: entered('gap between bush and socket stated'),
    notes: ['stated, not measured'],
    problems: [],
  };
}

export interface HotGap {
  readonly tempK: number;
  readonly sideM: number;
  readonly minM: number;
  readonly maxM: number;
  /** Off-centre, one side closes and the other opens to the whole diametral gap, m. */
  readonly offCentreM: number;
  readonly tubeOdM: number;
  readonly socketIdM: number;
}

/**
 * The gap per side at a temperature: OD (1 + a dT) inside ID (1 + a dT).
 * @param tubeExpansion, socketExpansion mean linear expansion, 1/K
 * @param tempK temperature of both parts, K
 * @param fromK temperature at which the cold gap holds, K
 */
export function hotGap(
  cold: ColdGap,
  tubeExpansion: number,
  socketExpansion: number,
  tempK: number,
  fromK = AMBIENT_K,
): HotGap {
  const dT = tempK - fromK;
  const od = cold.tubeOdM * (1 + tubeExpansion * dT);
  const id = cold.socketIdM * (1 + socketExpansion * dT);
  const sideM = (id - od) / 2;
  const change = sideM - cold.sideM;
  return {
    tempK,
    sideM,
    minM: cold.minM + change,
    maxM: cold.maxM + change,
    offCentreM: Math.max(0, 2 * sideM),
    tubeOdM: od,
    socketIdM: id,
  };
}

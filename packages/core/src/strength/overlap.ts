import type { Metal } from '../metals/metals.js';
import { requireRange } from '../source/problem.js';
import { practice, published, type Source } from '../source/source.js';
import { type Cup, cupForOd } from '../tube/cup.js';
import type { Tube } from '../tube/tube.js';
import { INCH, PSI } from '../units/units.js';

/** Filler shear strength unless the data sheet says otherwise, Pa. */
export const FILLER_SHEAR_PA = 25000 * PSI;
/** Integrity factor C of the overlap formula. */
export const INTEGRITY = 0.8;

const handbook = published('AWS Brazing Handbook');

export interface OverlapAnswer {
  readonly id: 'to the stop' | 'one diameter' | 'three walls' | 'by strength' | 'capillary tube';
  /** m; null where the answer does not apply. */
  readonly overlapM: number | null;
  readonly says: string;
  readonly source: Source;
  readonly governs: boolean;
}

/**
 * Overlap that makes the lap as strong as the tube: X = W (D - W) T / (C Y D).
 * @param wallM wall of the weaker tube W, m
 * @param lapDiameterM D, m
 * @param tensilePa its tensile strength T, Pa
 * @returns m. Source: AWS Brazing Handbook, from memory.
 */
export function overlapByStrength(
  wallM: number,
  lapDiameterM: number,
  tensilePa: number,
  shearPa = FILLER_SHEAR_PA,
  integrity = INTEGRITY,
): number {
  requireRange('wallM', wallM, 1e-5, lapDiameterM / 2);
  return (wallM * (lapDiameterM - wallM) * tensilePa) / (integrity * shearPa * lapDiameterM);
}

/** Tube up to this is capillary tube: it goes in about an inch past the edge, or filler reaches its open end, m. Source: practice. */
export const CAPILLARY_M = INCH / 8 + 1e-6;
const CAPILLARY_OVERLAP_M = INCH;

/** What the tube goes into: a made fitting, a reducing one, an end swaged on site, a part's stub, a valve, a bush in a third part; or no socket. */
export const SOCKET_KINDS = ['fitting', 'reducer', 'swaged', 'stub', 'valve', 'bush', 'patch', 'groove'] as const;
export type SocketKind = (typeof SOCKET_KINDS)[number];

export interface OverlapResult {
  readonly answers: readonly OverlapAnswer[];
  /** The overlap the plan works with, m. */
  readonly overlapM: number;
  /** The least that three walls and strength ask for, m. */
  readonly leastM: number;
  readonly enough: boolean;
  /** Load that pulls the annealed tube apart, N. */
  readonly tubePullN: number;
  /** Load the filled lap carries in shear, N, at C = 0.8. */
  readonly lapShearN: number;
}

/** A lap with part of it unbrazed, against the pull of a pressure. */
export interface LapStrength {
  readonly unbrazed: number;
  /** Load the rest of the lap carries in shear at C = 0.8, N. */
  readonly shearN: number;
  /** What gives first, and at what load, N. */
  readonly breaksN: number;
  readonly breaksAt: 'tube' | 'lap';
  /** End thrust of the pressure on the socket bore, N; 0 without pressure. */
  readonly thrustN: number;
  /** Breaking load over thrust; null without pressure. */
  readonly safety: number | null;
}

/**
 * Strength of a lap of which a fraction is unbrazed, against the end thrust P pi/4 D^2 of a gauge pressure.
 * @param unbrazed share of the lap's area without filler, 0 to 1
 * @throws InputError when the share is outside 0 to 1
 */
export function lapStrength(over: OverlapResult, tubeOdM: number, unbrazed: number, pressurePa: number): LapStrength {
  requireRange('unbrazed', unbrazed, 0, 1);
  requireRange('pressurePa', pressurePa, 0, 2e8, 'Pa');
  const shearN = over.lapShearN * (1 - unbrazed);
  const thrustN = pressurePa * (Math.PI / 4) * tubeOdM ** 2;
  const breaksN = Math.min(shearN, over.tubePullN);
  return {
    unbrazed,
    shearN,
    breaksN,
    breaksAt: shearN < over.tubePullN ? 'lap' : 'tube',
    thrustN,
    safety: thrustN > 0 ? breaksN / thrustN : null,
  };
}

/** The unbrazed share at which the lap is just as strong as the tube; 0 where it never is. */
export const unbrazedToTube = (over: OverlapResult): number => Math.max(0, 1 - over.tubePullN / over.lapShearN);

/**
 * The four answers, with the governing one marked.
 * A made fitting or stub goes to its stop; a swaged end takes one diameter to 1 in, and never under the least.
 * @param cupDepthM depth of this socket where known, else the table's, m
 */
export function overlap(
  tube: Tube,
  tubeMetal: Metal,
  kind: SocketKind,
  cupDepthM: number | null,
  cup: Cup | undefined = cupForOd(tube.odM),
): OverlapResult {
  if (cupDepthM !== null) requireRange('socket.depthM', cupDepthM, 0.001, 0.5, 'm');
  const capillary = tube.odM <= CAPILLARY_M && cupDepthM === null;
  const stop = kind === 'swaged' || capillary ? null : (cupDepthM ?? cup?.depthM ?? null);
  const diameter = Math.min(tube.odM, INCH);
  const walls = 3 * tube.wallM;
  const strength = overlapByStrength(tube.wallM, tube.odM, tubeMetal.tensilePa);
  const least = Math.max(walls, strength);
  const wanted = stop ?? (capillary ? Math.max(CAPILLARY_OVERLAP_M, least) : Math.max(diameter, least));
  const governing: OverlapAnswer['id'] =
    stop !== null
      ? 'to the stop'
      : capillary && wanted === CAPILLARY_OVERLAP_M
        ? 'capillary tube'
        : wanted === diameter
          ? 'one diameter'
          : walls >= strength
            ? 'three walls'
            : 'by strength';
  const answers: OverlapAnswer[] = [
    {
      id: 'to the stop',
      overlapM: stop,
      says:
        stop === null
          ? 'no stop in this socket'
          : cupDepthM !== null
            ? 'depth entered for this socket'
            : 'cup depth of a made fitting',
      source: cup?.source ?? practice(),
      governs: false,
    },
    {
      id: 'one diameter',
      overlapM: diameter,
      says: 'sleeve swaged on site, up to 1 in',
      source: practice(),
      governs: false,
    },
    {
      id: 'three walls',
      overlapM: walls,
      says: 'at least three times the thinner wall',
      source: handbook,
      governs: false,
    },
    {
      id: 'by strength',
      overlapM: strength,
      says: 'lap as strong as the annealed tube, C 0.8, filler shear 25 000 psi',
      source: handbook,
      governs: false,
    },
    ...(capillary
      ? [
          {
            id: 'capillary tube' as const,
            overlapM: CAPILLARY_OVERLAP_M,
            says: 'about an inch past the edge, so that filler does not reach the open end; crimp or flatten the larger tube on it, feed little',
            source: practice(),
            governs: false,
          },
        ]
      : []),
  ];
  return {
    answers: answers.map((a) => ({ ...a, governs: a.id === governing })),
    overlapM: wanted,
    leastM: least,
    enough: wanted >= least - 1e-9,
    tubePullN: Math.PI * (tube.odM - tube.wallM) * tube.wallM * tubeMetal.tensilePa,
    lapShearN: Math.PI * tube.odM * wanted * FILLER_SHEAR_PA * INTEGRITY,
  };
}

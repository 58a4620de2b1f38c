import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { practice, published } from '../source/source.js';

export const OXIDE_SOURCE = published(
  'copper oxidation literature: parabolic growth, 158 kJ/mol in air above 900 °F',
  'the rate is an order of magnitude',
);
export const OXIDE_OXYGEN_SOURCE = practice(
  'less oxygen is taken to slow it by the square of its share of air: none to see at 0.1 %, flakes in air',
);
const ACTIVATION_J_MOL = 158_000;
const GAS_J_MOLK = 8.314;
/** Parabolic rate in air at 800 °C, m2/s. */
const RATE_AT_REFERENCE = 2e-13;
const REFERENCE_K = 1073.15;

/** How fast the square of the film grows, m2/s, at a temperature (K) and volume fraction of oxygen. */
export const oxideRate = (tempK: number, oxygen: number): number =>
  RATE_AT_REFERENCE *
  Math.exp((-ACTIVATION_J_MOL / GAS_J_MOLK) * (1 / tempK - 1 / REFERENCE_K)) *
  (oxygen / OXYGEN_IN_AIR) ** 2;

/** Thickness of the film inside after a time, m. @param tempK at each time of `timeS` */
export function oxideFilm(timeS: readonly number[], tempK: readonly number[], oxygen: number): number {
  let square = 0;
  for (let i = 1; i < timeS.length; i++) {
    const mid = ((tempK[i - 1] as number) + (tempK[i] as number)) / 2;
    square += oxideRate(mid, oxygen) * ((timeS[i] as number) - (timeS[i - 1] as number));
  }
  return Math.sqrt(square);
}

/** What a film looks like. */
export const OXIDE_WORDS = ['bright', 'straw', 'brown', 'black scale', 'flaking'] as const;
export type OxideWord = (typeof OXIDE_WORDS)[number];
/** Thickness from which each word holds, m. Source: OXIDE_WORDS_SOURCE. */
const FROM_M: readonly number[] = [0, 25e-9, 60e-9, 300e-9, 2e-6];
export const OXIDE_WORDS_SOURCE = practice(
  'film colours on copper: straw from 25 nm, brown from 60 nm, black from 0.3 µm, flakes from 2 µm',
);

export const oxideWord = (filmM: number): OxideWord => OXIDE_WORDS[FROM_M.findLastIndex((m) => filmM >= m)] ?? 'bright';

import { practice } from '../source/source.js';

/**
 * One meaning for every "±" and every doubt: an expanded uncertainty with coverage factor 2, about 95 %. What an
 * instrument's maker states as a bound is taken as even within it, so its standard deviation is the bound over root 3.
 */
export const COVERAGE = 2;
export const COVERAGE_SOURCE = practice(
  'expanded uncertainty, coverage factor 2; a stated bound counts as even within it',
);

/** Standard deviation of a reading that may be off by so much either way and no more. */
export const sdOfBound = (bound: number): number => bound / Math.sqrt(3);

/** Doubt (k = 2) of a reading that may be off by so much either way and no more. */
export const doubtOfBound = (bound: number): number => COVERAGE * sdOfBound(bound);

/** Doubts of independent causes together; all with the same coverage, so they add as squares. */
export const together = (...doubts: readonly number[]): number => Math.hypot(...doubts);

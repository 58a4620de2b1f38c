import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../catalogue/catalogue.js';
import { inUnits } from '../units/say.js';
import { degFToK, PSI } from '../units/units.js';
import { pressureFindings } from './pressure-findings.js';
import { ratingAfterBrazing } from './rating.js';

const hot = degFToK(100);
const tube = SHIPPED.tube('acr', '1-1/8')!;
const copper = SHIPPED.metal('copper')!;
/** Findings at a design and test pressure, each as a share of the rating. */
const at = (design: number, test: number) => {
  const rated = ratingAfterBrazing(tube, copper, hot, 0, 0).ratedPa!;
  const [designPa, testPa] = [design * rated, test * rated];
  const findings = pressureFindings(ratingAfterBrazing(tube, copper, hot, designPa, testPa), {
    designPa,
    testPa,
    serviceMaxK: hot,
    isRated: true,
  });
  return findings.map((f) => [f.rule, f.effect, inUnits(f.says, 'us')]);
};

describe('what the pressures of a line ask of a brazed tube', () => {
  it('nothing is said where it holds both', () => expect(at(0.99, 0.995)).toEqual([]));
  it('a rating under the test pressure is said with all three numbers, either side of it', () => {
    expect(at(0.9, 1)).toEqual([]);
    const [only] = at(0.9, 1.001);
    expect(only?.slice(0, 2)).toEqual(['rating', 'caution']);
    expect(only?.[2]).toMatch(
      /^Rated \d+ psi after brazing, at 100 °F: holds the design pressure \d+ psi, but the test pressure \d+ psi is above it\./,
    );
  });
  it('a rating under the design pressure refuses', () => expect(at(1.001, 1.2).map((f) => f[1])).toEqual(['refuse']));
  it('a test under the design pressure shows little', () => {
    expect(at(0.9, 0.9)).toEqual([]);
    expect(at(0.9, 0.899).map((f) => f[0])).toEqual(['test-under-design']);
    expect(at(0.9, 0)).toEqual([]);
  });
  it('no rating on file is said where a service is under pressure', () => {
    const none = ratingAfterBrazing(tube, SHIPPED.metal('aluminium-3003')!, hot, 100 * PSI, 110 * PSI);
    const line = { designPa: 100 * PSI, testPa: 110 * PSI, serviceMaxK: hot };
    const verdicts = [true, false].map((isRated) => pressureFindings(none, { ...line, isRated }).length);
    expect(verdicts).toEqual(none.verdict === 'no table' ? [1, 0] : [0, 0]);
    expect(none.verdict).toBe('no table');
  });
});

import type { Finding } from '../selection/facts.js';
import { practice } from '../source/source.js';
import { said } from '../units/say.js';
import type { RatingResult } from './rating.js';

const TEST_FIRST = practice('a line is tested above what it is designed for; the code of the job says by how much');

/** What the pressures of the line ask, against what the tube is rated for once it was brazed. */
interface Pressures {
  readonly designPa: number;
  readonly testPa: number;
  readonly serviceMaxK: number;
  /** The service is under pressure, so that a rating is needed. */
  readonly isRated: boolean;
}

/**
 * Reasons that the pressures give, with their numbers: rated under design (refuse) or under test, no rating on file, and
 * a test under the design pressure. Empty where the tube holds both. Pressures in Pa, gauge.
 */
export function pressureFindings(rating: RatingResult, line: Pressures): readonly Finding[] {
  const pressure = (pa: number): string => said(pa, 'pressure');
  const rated = rating.ratedPa === null ? '' : `Rated ${pressure(rating.ratedPa)} after brazing`;
  const at = `at ${said(line.serviceMaxK, 'temperature')}`;
  const findings: Finding[] = [];
  if (rating.verdict === 'under design pressure')
    findings.push({
      rule: 'rating',
      effect: 'refuse',
      says: `${rated}, ${at}: under the design pressure ${pressure(line.designPa)}; ${rating.says}.`,
      source: rating.source,
    });
  if (rating.verdict === 'under test pressure')
    findings.push({
      rule: 'rating',
      effect: 'caution',
      says: `${rated}, ${at}: holds the design pressure ${pressure(line.designPa)}, but the test pressure ${pressure(line.testPa)} is above it. Test lower if the code allows, or take heavier wall.`,
      source: rating.source,
    });
  if (rating.verdict === 'no table' && line.isRated)
    findings.push({ rule: 'rating', effect: 'caution', says: `No rating: ${rating.says}.`, source: rating.source });
  if (line.testPa > 0 && line.testPa < line.designPa)
    findings.push({
      rule: 'test-under-design',
      effect: 'caution',
      says: `The test pressure ${pressure(line.testPa)} is under the design pressure ${pressure(line.designPa)}: such a test shows little.`,
      source: TEST_FIRST,
    });
  return findings;
}

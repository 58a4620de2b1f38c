import type { JointType } from '../joint/joint-type.js';
import { published, type Source } from '../source/source.js';

/**
 * What coupons and brazers are judged by. All of it is written from memory of the named code and is data that a
 * company can correct: check the current edition. A share is of the faying area or overlap, 0 to 1.
 */
export interface RuleSet {
  readonly id: string;
  readonly name: string;
  /** Section: largest unbrazed share of the overlap on each side of the cut taken alone. */
  readonly maxUnbrazed: number;
  /** Peel: largest unbrazed share of the area, and along any one line in the direction of the lap. */
  readonly peelArea: number;
  readonly peelLine: number;
  /** Tension: share of the base metal's minimum that will do when it breaks in the base metal outside the joint. */
  readonly tensionOutside: number;
  /**
   * Tests a record must hold before it supports anything, by type of joint: kinds joined by "or", set apart by commas.
   */
  readonly testsSocket: string;
  readonly testsLap: string;
  readonly testsButt: string;
  /** Thickness qualified: from this times the coupon's wall to that times. */
  readonly thicknessLow: number;
  readonly thicknessHigh: number;
  /** Diameter qualified: from this times the coupon's outside diameter to that times; 0: the code sets none. */
  readonly diameterLow: number;
  readonly diameterHigh: number;
  /** How much longer the overlap may be than the coupon's, share of it. */
  readonly overlapIncrease: number;
  /** Lapses after more than so many calendar months without brazing. */
  readonly continuityMonths: number;
  /** Ends so many calendar months after the coupon; 0: no end while continuity is kept. */
  readonly validMonths: number;
  /** A supervisor confirms every so many months, and only that keeps it; 0: logged joints keep it. */
  readonly confirmMonths: number;
  /** Medical-gas overlay: bore without oxide, and only joints by the qualified procedure keep continuity. */
  readonly medical: boolean;
  readonly source: Source;
}

type Numbers = Omit<RuleSet, 'id' | 'name' | 'medical' | 'source'>;

const asme: Numbers = {
  maxUnbrazed: 0.2,
  peelArea: 0.25,
  peelLine: 0.25,
  tensionOutside: 0.95,
  testsSocket: 'tension, section or peel',
  testsLap: 'tension, section or peel',
  testsButt: 'tension, bend',
  thicknessLow: 0.5,
  thicknessHigh: 2,
  diameterLow: 0,
  diameterHigh: 0,
  overlapIncrease: 0.25,
  continuityMonths: 6,
  validMonths: 0,
  confirmMonths: 0,
};
const qb = published('ASME BPVC IX part QB');
const aws = published('AWS B2.2', 'limits set as in ASME IX part QB: check each one');
const iso = published(
  'ISO 13585',
  'valid 3 years with a supervisor’s confirmation every 6 months; diameter from half to twice the coupon’s is a guess; limits set as in ASME IX part QB: check each one',
);
const nfpa = (s: Source): Source => published(`${s.name} with NFPA 99`, s.note);

const pair = (id: string, name: string, numbers: Numbers, source: Source): RuleSet[] => [
  { id, name, ...numbers, medical: false, source },
  { id: `${id}-medical`, name: `${name}, with medical-gas overlay`, ...numbers, medical: true, source: nfpa(source) },
];

export const RULE_SETS: readonly RuleSet[] = [
  ...pair('asme-ix', 'ASME IX, from memory', asme, qb),
  ...pair('aws-b2.2', 'AWS B2.2, from memory', asme, aws),
  ...pair(
    'iso-13585',
    'ISO 13585, from memory',
    { ...asme, diameterLow: 0.5, diameterHigh: 2, validMonths: 36, confirmMonths: 6 },
    iso,
  ),
];

/** Kinds of test of a rule set's text, each with its alternatives. Text that names none asks for none. */
export const testsAsked = (rules: RuleSet, type: JointType): readonly (readonly string[])[] =>
  ({ socket: rules.testsSocket, lap: rules.testsLap, butt: rules.testsButt })[type]
    .split(',')
    .map((group) =>
      group
        .split(/\bor\b/)
        .map((kind) => kind.trim())
        .filter(Boolean),
    )
    .filter((group) => group.length > 0);

/** Which tests of the set that a type of joint asks for are missing, in words. A peel read along lines is a peel. */
export const missingTests = (kinds: readonly string[], type: JointType, rules: RuleSet): string[] =>
  testsAsked(rules, type)
    .filter((group) => !group.some((kind) => kinds.some((k) => k === kind || k === `${kind} lines`)))
    .map((group) => group.join(' or '));

/** The rule set a line is under: its code's, with the overlay where it carries medical gas. */
export const ruleSetIdFor = (codeSetId: string, medical: boolean): string =>
  medical ? `${codeSetId}-medical` : codeSetId;

export const ASME_RULES = RULE_SETS[0] as RuleSet;

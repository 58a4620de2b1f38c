import type { RuleSet } from '../rules/rule-sets.js';
import { type FieldProblem, InputError } from '../source/problem.js';
import { published } from '../source/source.js';
import { doubtOfBound, together } from '../uncertainty/uncertainty.js';
import { said } from '../units/say.js';
import { shareBeside, shareWords } from './share.js';

export const BEND_SOURCE = published('ASME BPVC IX part QB', 'open cracks at most 1/8 in in any direction');
/** Longest open crack on a bend's outside that passes, m. */
export const BEND_CRACK_M = 0.0032;

/** How a test came out: the arithmetic in words, and whether it lies so near the limit that reading again is wise. */
export interface TestVerdict {
  readonly passes: boolean;
  readonly nearLimit: boolean;
  readonly arithmetic: string;
}

const positive = (fields: Readonly<Record<string, number>>): void => {
  const bad: FieldProblem[] = Object.entries(fields)
    .filter(([, v]) => !(v > 0 && Number.isFinite(v)))
    .map(([field]) => ({ field, says: 'a number above 0' }));
  if (bad.length) throw new InputError(bad);
};

/** A pull to breaking. Force in N, width and thickness in m, minimum strength of the base metal in Pa. */
export interface TensionReading {
  readonly forceN: number;
  readonly widthM: number;
  readonly thicknessM: number;
  readonly minimumPa: number;
  readonly broke: 'joint' | 'base metal';
}

/** How far a width or thickness may be off at most, m; and the machine's force, share. Source: practice. */
const CALIPER_M = 0.00003;
const FORCE_SHARE = 0.01;

/**
 * Tension: at or above the base metal's minimum; broken in the base metal outside the joint a share of it will do.
 * @throws InputError naming the field
 */
export function judgeTension(t: TensionReading, rules: RuleSet): TestVerdict {
  positive({ forceN: t.forceN, widthM: t.widthM, thicknessM: t.thicknessM, minimumPa: t.minimumPa });
  const strength = t.forceN / (t.widthM * t.thicknessM);
  const share = t.broke === 'joint' ? 1 : rules.tensionOutside;
  const limit = t.minimumPa * share;
  const doubt =
    strength *
    together(doubtOfBound(FORCE_SHARE), doubtOfBound(CALIPER_M) / t.widthM, doubtOfBound(CALIPER_M) / t.thicknessM);
  const pressure = (pa: number): string => said(pa, 'pressure');
  return {
    passes: strength >= limit * (1 - 1e-9),
    nearLimit: Math.abs(strength - limit) < doubt,
    arithmetic: `${said(t.forceN, 'force')} / (${said(t.widthM, 'diameter')} × ${said(t.thicknessM, 'diameter')}) = ${pressure(strength)}, broke in the ${t.broke}: at least ${share === 1 ? '' : `${shareWords(share)} of `}${pressure(t.minimumPa)}${share === 1 ? '' : ` = ${pressure(limit)}`}`,
  };
}

/** A joint peeled open. Areas in m2; the worst line in the direction of the lap in m. */
export interface PeelReading {
  readonly areaM2: number;
  readonly unbrazedM2: number;
  readonly lineM: number;
  readonly lineUnbrazedM: number;
}

/** How far a share measured on a peeled face may be off (k = 2). Source: practice. */
const SHARE_DOUBT = 0.02;

/** Peel: unbrazed at most a share of the faying area, and at most a share along any one line in the lap's direction. */
export function judgePeel(p: PeelReading, rules: RuleSet): TestVerdict {
  positive({ areaM2: p.areaM2, lineM: p.lineM });
  const bad: FieldProblem[] = [];
  if (!(p.unbrazedM2 >= 0 && p.unbrazedM2 <= p.areaM2))
    bad.push({ field: 'unbrazedM2', says: 'from 0 to the whole area' });
  if (!(p.lineUnbrazedM >= 0 && p.lineUnbrazedM <= p.lineM))
    bad.push({ field: 'lineUnbrazedM', says: 'from 0 to the whole line' });
  if (bad.length) throw new InputError(bad);
  const [area, line] = [p.unbrazedM2 / p.areaM2, p.lineUnbrazedM / p.lineM];
  return {
    passes: area <= rules.peelArea + 1e-9 && line <= rules.peelLine + 1e-9,
    nearLimit: Math.abs(area - rules.peelArea) < SHARE_DOUBT || Math.abs(line - rules.peelLine) < SHARE_DOUBT,
    arithmetic: `area ${shareBeside(area, rules.peelArea)} unbrazed, limit ${shareWords(rules.peelArea)}; worst line ${said(p.lineUnbrazedM, 'diameter')} of ${said(p.lineM, 'diameter')} = ${shareBeside(line, rules.peelLine)}, limit ${shareWords(rules.peelLine)}`,
  };
}

/** Bend: the longest open crack on the outside, m. Source: BEND_SOURCE, from memory. */
export function judgeBend(crackM: number): TestVerdict {
  if (!(crackM >= 0 && crackM < 0.5)) throw new InputError([{ field: 'crackM', says: 'from 0 to 20 in (0.5 m)' }]);
  return {
    passes: crackM <= BEND_CRACK_M + 1e-9,
    nearLimit: Math.abs(crackM - BEND_CRACK_M) < 0.0003,
    arithmetic: `longest open crack ${said(crackM, 'diameter')}, limit ${said(BEND_CRACK_M, 'diameter')}`,
  };
}

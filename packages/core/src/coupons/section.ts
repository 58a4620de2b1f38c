import type { RuleSet } from '../rules/rule-sets.js';
import { type FieldProblem, InputError } from '../source/problem.js';
import { COVERAGE, sdOfBound } from '../uncertainty/uncertainty.js';
import { said } from '../units/say.js';
import { shareBeside } from './share.js';

/** A void along the overlap, from the socket mouth, m. */
export interface VoidInterval {
  readonly fromM: number;
  readonly toM: number;
}

/** One polished edge of a strip. */
export interface StripFace {
  readonly name: string;
  readonly overlapM: number;
  readonly voids: readonly VoidInterval[];
  /** Standard deviation of an edge, m, where that was worked out; `EDGE_SD_M` where it was not. */
  readonly edgeM?: number | undefined;
}

/** How far a void's edge may be off at most under the microscope or scale, either way, m. Source: practice. */
export const EDGE_BOUND_M = 0.0001;
export const EDGE_SD_M = sdOfBound(EDGE_BOUND_M);

/** Doubt (k = 2) of the sum of so many voids, each with two edges read for themselves, m. */
export const voidsDoubt = (pieces: number, edgeSdM = EDGE_SD_M): number =>
  COVERAGE * edgeSdM * Math.sqrt(2 * Math.max(1, pieces));

export interface FaceVerdict {
  readonly name: string;
  readonly overlapM: number;
  /** Voids with overlaps merged, sorted. */
  readonly merged: readonly VoidInterval[];
  readonly unbrazedM: number;
  readonly longestM: number;
  readonly share: number;
  /** How far the share may be off, by its edges (k = 2). */
  readonly doubt: number;
  readonly passes: boolean;
  /** The limit lies within the measuring uncertainty of this face. */
  readonly nearLimit: boolean;
  /** The sum in words: "0.060 in + 0.050 in = 0.110 in of 0.910 in". */
  readonly arithmetic: string;
}

export interface SectionVerdict {
  readonly passes: boolean;
  readonly faces: readonly FaceVerdict[];
  readonly reasons: readonly string[];
  readonly nearLimit: boolean;
  readonly ruleSet: RuleSet;
}

/** Joins intervals that touch or overlap; order of input does not matter. */
export function mergeVoids(voids: readonly VoidInterval[]): VoidInterval[] {
  const sorted = [...voids].sort((a, b) => a.fromM - b.fromM);
  const out: VoidInterval[] = [];
  for (const v of sorted) {
    const last = out[out.length - 1];
    if (last && v.fromM <= last.toM) out[out.length - 1] = { fromM: last.fromM, toM: Math.max(last.toM, v.toM) };
    else out.push(v);
  }
  return out;
}

function faceProblems(face: StripFace, index: number): FieldProblem[] {
  const at = `faces.${index}`;
  if (!(face.overlapM > 0 && face.overlapM <= 0.5)) {
    return [{ field: `${at}.overlapM`, says: 'an overlap above 0 and at most 20 in (0.5 m)' }];
  }
  return face.voids.flatMap((v, i) =>
    v.fromM >= 0 && v.toM > v.fromM && v.toM <= face.overlapM + 1e-9
      ? []
      : [
          {
            field: `${at}.voids.${i}`,
            says: 'a void runs from a smaller to a larger distance, both inside the overlap',
          },
        ],
  );
}

function judgeFace(face: StripFace, rules: RuleSet): FaceVerdict {
  const merged = mergeVoids(face.voids);
  const lengths = merged.map((v) => v.toM - v.fromM);
  const unbrazedM = lengths.reduce((a, b) => a + b, 0);
  const share = unbrazedM / face.overlapM;
  const doubt = voidsDoubt(merged.length, face.edgeM) / face.overlapM;
  const length = (m: number): string => said(m, 'diameter');
  const sum = lengths.length ? lengths.map(length).join(' + ') : '0';
  return {
    name: face.name,
    overlapM: face.overlapM,
    merged,
    unbrazedM,
    longestM: Math.max(0, ...lengths),
    share,
    doubt,
    passes: share <= rules.maxUnbrazed + 1e-9,
    nearLimit: merged.length > 0 && Math.abs(share - rules.maxUnbrazed) < doubt,
    arithmetic: `${sum} = ${length(unbrazedM)} of ${length(face.overlapM)} = ${shareBeside(share, rules.maxUnbrazed)}, limit ${(rules.maxUnbrazed * 100).toFixed(0)} %`,
  };
}

/**
 * Judges a section: on each side of the cut taken alone, unbrazed lengths add to at most the limit.
 * @throws InputError naming the face or void that is out of range
 */
export function judgeSection(faces: readonly StripFace[], rules: RuleSet): SectionVerdict {
  if (faces.length < 2) throw new InputError([{ field: 'faces', says: 'both sides of the cut are needed' }]);
  const problems = faces.flatMap(faceProblems);
  if (problems.length) throw new InputError(problems);
  const judged = faces.map((face) => judgeFace(face, rules));
  return {
    passes: judged.every((f) => f.passes),
    faces: judged,
    reasons: judged.map((f) => `${f.name}: ${f.arithmetic}: ${f.passes ? 'passes' : 'fails'}`),
    nearLimit: judged.some((f) => f.nearLimit),
    ruleSet: rules,
  };
}

/** How far the side that lies near the limit may be off, as words to stand behind "the limit"; empty where none does. */
export function doubtWords(verdict: Pick<SectionVerdict, 'faces'>): string {
  const near = verdict.faces.find((f) => f.nearLimit);
  return near ? `, ± ${(near.doubt * 100).toFixed(1)} % of the overlap` : '';
}

import type { RuleSet } from '../rules/rule-sets.js';
import { type FieldProblem, InputError } from '../source/problem.js';
import { practice } from '../source/source.js';
import { judgePeel, type PeelReading, type TestVerdict } from './other-tests.js';
import { mergeVoids, type VoidInterval, voidsDoubt } from './section.js';
import { shareWords } from './share.js';

export const PEEL_LINES_SOURCE = practice('few enough to read by hand, enough to say how far the mean may be off');
/** How many lines a peeled joint is read along. */
export const PEEL_LINES = { least: 3, most: 24 } as const;

/** Student's t for 95 % both ways, from 2 degrees of freedom on. Source: its published table. */
const T95 = [
  4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12, 2.11, 2.101,
  2.093, 2.086, 2.08, 2.074, 2.069,
];

/**
 * A joint peeled open and read along lines in the direction of the lap, evenly spaced round it. Lengths in m; `aroundM`
 * is how far the joint reaches round (a tube's circumference), each line's voids run from the socket mouth.
 */
export interface PeelLines {
  readonly lapM: number;
  readonly aroundM: number;
  readonly lines: readonly (readonly VoidInterval[])[];
}

/** What the lines say of the whole face. */
export interface PeelRead extends PeelReading {
  /** Index of the worst line, and the share of each line that is unbrazed. */
  readonly worst: number;
  readonly shares: readonly number[];
  /** How far the area may be off for having been read along so few lines: 95 % of it, as a share. */
  readonly areaDoubt: number;
}

/** Where round the tube each of so many lines lies, on the clock with the notch at 12:00: "12:00", "1:30". */
export const peelClocks = (count: number): string[] =>
  Array.from({ length: count }, (_, i) => {
    const minutes = Math.round((720 * i) / count);
    return `${Math.floor(minutes / 60) || 12}:${String(minutes % 60).padStart(2, '0')}`;
  });

function problemsOf(p: PeelLines): FieldProblem[] {
  const bad: FieldProblem[] = [];
  if (!(p.lapM > 0 && p.lapM <= 0.5)) bad.push({ field: 'lapM', says: 'a lap above 0 and at most 20 in (0.5 m)' });
  if (!(p.aroundM > 0 && p.aroundM <= 3.2)) bad.push({ field: 'aroundM', says: 'above 0 and at most 126 in (3.2 m)' });
  const { least, most } = PEEL_LINES;
  if (p.lines.length < least || p.lines.length > most)
    bad.push({ field: 'lines', says: `read along ${least} to ${most} lines, evenly spaced` });
  p.lines.forEach((line, i) =>
    line.forEach((v) => {
      if (!(v.fromM >= 0 && v.toM > v.fromM && v.toM <= p.lapM + 1e-9))
        bad.push({
          field: `lines.${i}`,
          says: 'a void runs from a smaller to a larger distance, both inside the lap',
        });
    }),
  );
  return bad;
}

/**
 * Area and worst line from the lines read. Lines at even steps weigh alike, so the unbrazed share of the area is the
 * mean of theirs; how far the mean may be off follows from how they differ.
 * @throws InputError naming the line
 */
export function readPeel(p: PeelLines): PeelRead {
  const bad = problemsOf(p);
  if (bad.length) throw new InputError(bad);
  const unbrazed = p.lines.map((line) => mergeVoids(line).reduce((sum, v) => sum + v.toM - v.fromM, 0));
  const shares = unbrazed.map((m) => m / p.lapM);
  const n = shares.length;
  const mean = shares.reduce((a, b) => a + b, 0) / n;
  const variance = shares.reduce((a, s) => a + (s - mean) ** 2, 0) / (n - 1);
  const worst = unbrazed.indexOf(Math.max(...unbrazed));
  const areaM2 = p.lapM * p.aroundM;
  return {
    areaM2,
    unbrazedM2: mean * areaM2,
    lineM: p.lapM,
    lineUnbrazedM: unbrazed[worst] ?? 0,
    worst,
    shares,
    areaDoubt: (T95[n - PEEL_LINES.least] ?? 2) * Math.sqrt(variance / n),
  };
}

/** Peel, read along lines: the same limits as a peel whose area was measured. @throws InputError naming the line */
export function judgePeelLines(p: PeelLines, rules: RuleSet): TestVerdict {
  const read = readPeel(p);
  const verdict = judgePeel(read, rules);
  const area = read.unbrazedM2 / read.areaM2;
  const line = read.lineUnbrazedM / read.lineM;
  const lineDoubt = voidsDoubt(mergeVoids(p.lines[read.worst] ?? []).length) / p.lapM;
  return {
    passes: verdict.passes,
    nearLimit:
      Math.abs(area - rules.peelArea) < Math.max(read.areaDoubt, lineDoubt) ||
      (read.lineUnbrazedM > 0 && Math.abs(line - rules.peelLine) < lineDoubt),
    arithmetic: `${verdict.arithmetic}; area by ${p.lines.length} lines, ± ${shareWords(read.areaDoubt)}; worst at ${peelClocks(p.lines.length)[read.worst] ?? ''}`,
  };
}

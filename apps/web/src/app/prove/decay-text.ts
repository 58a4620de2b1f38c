import type { FieldProblem } from '@hephaist/core/source/problem';

/** Readings typed as "0 250, 5 260, 10 270": minutes since the pump was shut off, and µm Hg. */
export function readDecay(text: string): {
  readings: { atMin: number; microns: number }[];
  problems: FieldProblem[];
} {
  const readings: { atMin: number; microns: number }[] = [];
  const problems: FieldProblem[] = [];
  for (const part of text
    .split(/[,;\n]/)
    .map((p) => p.trim())
    .filter(Boolean)) {
    const m = /^(\d+(?:\.\d+)?)\s*(?:min)?\s+(\d+(?:\.\d+)?)$/.exec(part);
    if (m) readings.push({ atMin: Number(m[1]), microns: Number(m[2]) });
    else problems.push({ field: 'decay.readings', says: `"${part}": write minutes and µm Hg, e.g. 5 260` });
  }
  return { readings, problems };
}

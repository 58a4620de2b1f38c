import type { Job, Line } from '@hephaist/contracts';
import {
  type CodeSetId,
  sourceLine,
  TEST_SHARE_SOURCE,
  type UnitSystem,
  USUAL_LINES,
  type UsualLine,
} from '@hephaist/core';
import { lineLike, newLine } from '../data/new-line';
import { typed } from '../units/typed';
import { newJob } from './job-draft';

/** A job as it is begun: what it is, where, under which code, and what only its plate knows. */
export interface BeginDraft {
  readonly name: string;
  readonly place: string;
  /** What it is, by the ids of USUAL_LINES. */
  readonly kinds: readonly string[];
  readonly fluid: string;
  readonly oil: 'refrigerant-poe' | 'refrigerant-mo';
  /** Design pressure as it was typed, for lines whose own nobody knows. */
  readonly design: string;
  readonly codeSet: CodeSetId;
}
export const beginDraft = (): BeginDraft => ({
  name: '',
  place: '',
  kinds: [],
  fluid: '',
  oil: 'refrigerant-poe',
  design: '',
  codeSet: 'asme-ix',
});

const usualOf = (d: Pick<BeginDraft, 'kinds'>): UsualLine[] =>
  USUAL_LINES.filter((k) => d.kinds.includes(k.id)).flatMap((k) => k.lines);

/** Whether something is picked whose design pressure must be given. */
export const asksDesign = (d: Pick<BeginDraft, 'kinds'>): boolean => usualOf(d).some((l) => l.designPa === null);
export const isRefrigeration = (d: Pick<BeginDraft, 'kinds'>): boolean => d.kinds.includes('refrigeration');

/** Where the pressures of a line come from, in words. */
const sourceOf = (l: UsualLine): string =>
  l.designPa === null ? `design as you gave it; test ${sourceLine(TEST_SHARE_SOURCE)}` : sourceLine(l.source);

/** The lines that will stand, each with where its pressures come from. @param idOf an id for the n-th */
export function begunLines(
  d: BeginDraft,
  jobId: string,
  system: UnitSystem,
  idOf: (n: number) => string,
): readonly { readonly line: Line; readonly source: string }[] {
  const given = d.design.trim() ? typed(d.design, 'pressure', system) : NaN;
  return usualOf(d).map((usual, i) => {
    const like = lineLike(usual, newLine(jobId, idOf(i), i + 1, undefined), given);
    const cold = usual.serviceId.startsWith('refrigerant');
    return {
      line: cold ? { ...like, serviceId: d.oil, fluid: d.fluid.trim() } : like,
      source: sourceOf(usual),
    };
  });
}

export const begunJob = (d: BeginDraft, id: string): Job => ({
  ...newJob(id, d.name.trim()),
  place: d.place.trim(),
  codeSet: d.codeSet,
});

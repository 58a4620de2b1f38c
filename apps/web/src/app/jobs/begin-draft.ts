import type { Job } from '@hephaist/contracts/records/job';
import type { Line } from '@hephaist/contracts/records/line';
import type { CodeSetId } from '@hephaist/core/schools/schools';
import {
  freePrefix,
  TEST_SHARE_SOURCE,
  USUAL_LINES,
  type UsualLine,
  usualLineCalled,
} from '@hephaist/core/services/usual-lines';
import { sourceLine } from '@hephaist/core/source/source';
import type { UnitSystem } from '@hephaist/core/units/units';
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
  /** Which refrigerant, by the service it is. */
  readonly oil: string;
  /** Design pressure as it was typed, for lines whose own nobody knows. */
  readonly design: string;
  readonly codeSet: CodeSetId;
  /** Lines that a brought list names; then these stand, and no others. */
  readonly named: readonly string[];
}
export const beginDraft = (named: readonly string[] = []): BeginDraft => ({
  named,
  name: '',
  place: '',
  kinds: [],
  fluid: '',
  oil: 'refrigerant-poe',
  design: '',
  codeSet: 'asme-ix',
});

type What = Pick<BeginDraft, 'kinds' | 'named'>;

/** A line that will stand: what it is usually like, and the name it was given. */
interface Begun {
  readonly usual: UsualLine;
  readonly name: string | null;
}

/** The lines that will stand. A name that speaks of nothing is of the first kind that is picked. */
function usualOf({ kinds, named }: What): Begun[] {
  const picked = USUAL_LINES.filter((k) => kinds.includes(k.id)).flatMap((k) => k.lines);
  if (!named.length) return picked.map((usual) => ({ usual, name: null }));
  return named.flatMap((name) => {
    const usual = usualLineCalled(name) ?? picked[0];
    return usual ? [{ usual, name }] : [];
  });
}

/** Names of a brought list of which nobody has said yet what they are. */
export const unsaidLines = (d: What): readonly string[] =>
  d.kinds.length ? [] : d.named.filter((name) => !usualLineCalled(name));

/** Whether something is picked whose design pressure must be given. */
export const asksDesign = (d: What): boolean => usualOf(d).some((l) => l.usual.designPa === null);
export const isRefrigeration = (d: What): boolean =>
  d.kinds.includes('refrigeration') || usualOf(d).some((l) => l.usual.serviceId.startsWith('refrigerant'));

/** Where the pressures of a line come from, in words. */
const sourceOf = (l: UsualLine): string =>
  l.designPa === null ? `design as you gave it; test ${sourceLine(TEST_SHARE_SOURCE)}` : sourceLine(l.source);

/** Name and marks of a line that was named; a name of few capitals is what its marks begin with. */
function calledSo(name: string | null, taken: readonly string[]): Partial<Line> {
  return name === null ? {} : { name, prefix: isPrefix(name) ? name : freePrefix(name, taken) };
}
const isPrefix = (name: string): boolean => /^[A-Z]{1,4}$/.test(name);

/** The lines that will stand, each with where its pressures come from. @param idOf an id for the n-th */
export function begunLines(
  d: BeginDraft,
  jobId: string,
  system: UnitSystem,
  idOf: (n: number) => string,
): readonly { readonly line: Line; readonly source: string }[] {
  const given = d.design.trim() ? typed(d.design, 'pressure', system) : NaN;
  const taken = d.named.filter(isPrefix);
  return usualOf(d).map(({ usual, name }, i) => {
    const like = { ...lineLike(usual, newLine(jobId, idOf(i), i + 1, undefined), given), ...calledSo(name, taken) };
    taken.push(like.prefix);
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

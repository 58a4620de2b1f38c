import type { Line } from '@hephaist/contracts';
import {
  AMBIENT_K,
  displayUnit,
  findService,
  freePrefix,
  type UsualLine,
  usualLineCalled,
  usualTestPa,
} from '@hephaist/core';

/** A line as a foreman begins it: refrigerant, pressures of the last line. */
export const newLine = (jobId: string, id: string, sort: number, like: Line | undefined): Line => ({
  id,
  jobId,
  name: '',
  prefix: '',
  sort,
  serviceId: like?.serviceId ?? 'refrigerant-poe',
  fluid: like?.fluid ?? '',
  designPa: like?.designPa ?? 2413165.05,
  testPa: like?.testPa ?? 2654481.56,
  serviceMaxK: like?.serviceMaxK ?? displayUnit('temperature', 'us').toSi(100),
  lengthM: like?.lengthM ?? 15.24,
  oxygenLimit: like?.oxygenLimit ?? 0.01,
  fitUpK: AMBIENT_K,
  codeSet: null,
  schools: {},
  layout: null,
});

/** A line of a usual kind. @param designPa its design pressure, Pa, where it was given */
export function lineLike(usual: UsualLine, base: Line, designPa: number | null): Line {
  const design = designPa ?? usual.designPa ?? base.designPa;
  const given = designPa !== null || usual.designPa !== null;
  return {
    ...base,
    name: usual.name,
    prefix: usual.prefix,
    serviceId: usual.serviceId,
    designPa: design,
    testPa: given || usual.testPa !== null ? usualTestPa(usual, design) : base.testPa,
  };
}

/** A line that begins by its name alone: what the name speaks of, else like the line before it. */
export function lineCalled(name: string, jobId: string, id: string, lines: readonly Line[]): Line {
  const sort = (lines.at(-1)?.sort ?? 0) + 1;
  const usual = usualLineCalled(name);
  const kind = findService(usual?.serviceId ?? '')?.kind;
  const alike = lines.filter((l) => !kind || findService(l.serviceId)?.kind === kind);
  const base = newLine(jobId, id, sort, alike.at(-1));
  const known = usual ? lineLike(usual, base, alike.at(-1)?.designPa ?? null) : base;
  const title = name.charAt(0).toUpperCase() + name.slice(1);
  return {
    ...known,
    serviceId:
      alike.length && usual && findService(alike.at(-1)?.serviceId ?? '')?.kind === 'refrigerant'
        ? (alike.at(-1) as Line).serviceId
        : known.serviceId,
    name: title,
    prefix: freePrefix(
      title,
      lines.map((l) => l.prefix),
    ),
  };
}

import type { Line } from '@hephaist/contracts/records/line';
import { AMBIENT_K } from '@hephaist/core/fit-up/gap';
import { findService } from '@hephaist/core/services/services';
import { freePrefix, type UsualLine, usualLineCalled, usualTestPa } from '@hephaist/core/services/usual-lines';
import { displayUnit } from '@hephaist/core/units/units';

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

/**
 * A line of a usual kind.
 * @param designPa design pressure, Pa, of one whose own nobody knows; null where none was given, and the base's stands
 */
export function lineLike(usual: UsualLine, base: Line, designPa: number | null): Line {
  const known = usual.designPa ?? designPa;
  const pressures = known === null ? {} : { designPa: known, testPa: usualTestPa(usual, known) };
  return { ...base, name: usual.name, prefix: usual.prefix, serviceId: usual.serviceId, ...pressures };
}

/** A line that begins by its name alone: what the name speaks of, else like the line before it. */
export function lineCalled(name: string, jobId: string, id: string, lines: readonly Line[]): Line {
  const kindOf = (serviceId: string) => findService(serviceId)?.kind;
  const usual = usualLineCalled(name);
  const last = lines.filter((l) => !usual || kindOf(l.serviceId) === kindOf(usual.serviceId)).at(-1);
  const base = newLine(jobId, id, (lines.at(-1)?.sort ?? 0) + 1, last);
  const known = usual ? lineLike(usual, base, last?.designPa ?? null) : base;
  const title = name.charAt(0).toUpperCase() + name.slice(1);
  return {
    ...known,
    // The oil is that of the job's other lines.
    serviceId: last && kindOf(last.serviceId) === 'refrigerant' ? last.serviceId : known.serviceId,
    name: title,
    prefix: freePrefix(
      title,
      lines.map((l) => l.prefix),
    ),
  };
}

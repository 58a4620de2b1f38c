import type { Leaf } from '@hephaist/contracts/records/changed-fields';
import { formatQuantity, type Quantity, type UnitSystem } from '@hephaist/core/units/units';

/** Fields whose names do not say by themselves what they are; the rest are read from their names. */
const FIELD_WORDS: Readonly<Record<string, string>> = {
  lineId: 'line',
  jobId: 'job',
  brazerId: 'brazer',
  procedureId: 'procedure',
  fillerId: 'rod asked',
  fluxId: 'flux',
  serviceId: 'service',
  setAside: 'set aside',
  partNearby: 'part nearby',
  sort: 'place in the schedule',
  codeSet: 'code',
  serviceMaxK: 'hottest in service',
  fitUpK: 'temperature when fitted',
  oxygenLimit: 'oxygen before brazing',
  designPa: 'design pressure',
  testPa: 'test pressure',
  signedOn: 'signed on',
  layout: 'drawing of the line',
  'fitUp.mode': 'gap is',
  'fitUp.gapSideM': 'gap a side',
  'tube.metalId': 'tube metal',
  'tube.standardId': 'tube standard',
  'tube.size': 'size',
  'socket.metalId': 'socket metal',
  'socket.kind': 'socket',
  'socket.depthM': 'socket depth',
};

/** Quantities by the end of a field's name: SI units stand there. */
const QUANTITIES: readonly (readonly [end: RegExp, quantity: Quantity])[] = [
  [/gapSideM$/, 'gap'],
  [/lengthM$/, 'run'],
  [/Pa$/, 'pressure'],
  [/K$/, 'temperature'],
  [/[a-z]M$/, 'length'],
];

const spaced = (name: string): string =>
  name
    .replace(/(Pa|Id|M|K)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** A field by its path, in words: "fitUp.gapSideM" is "gap a side". */
export const fieldWords = (path: string): string =>
  FIELD_WORDS[path] ??
  path
    .split('.')
    .map((part) => FIELD_WORDS[part] ?? spaced(part))
    .join(', ');

/** A value in words: an id by its name, a quantity in the reader's units, nothing as "nothing". */
export function leafWords(
  path: string,
  value: Leaf,
  names: Readonly<Record<string, string>>,
  system: UnitSystem,
): string {
  if (value === null || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return names[value] ?? value;
  const quantity = QUANTITIES.find(([end]) => end.test(path))?.[1];
  if (quantity) return formatQuantity(value, quantity, system);
  return path === 'oxygenLimit' ? `${Number((100 * value).toPrecision(4))} %` : String(value);
}

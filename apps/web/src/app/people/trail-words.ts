import type { Leaf } from '@hephaist/contracts/records/changed-fields';
import { type Kind, kindRow, KINDS } from '@hephaist/contracts/records/kinds';
import type { Changed, Touched, TrailBody } from '@hephaist/contracts/records/trail';
import { formatQuantity, type Quantity, type UnitSystem } from '@hephaist/core/units/units';
import { markRuns } from '../data/mark-runs';

/** The trail in the trade's words: what was done, and what was changed from what to what. */

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

/** A change as it is told: the same change of several records is told once. */
export interface ToldChange {
  readonly of: string;
  readonly field: string;
  readonly from: string;
  readonly to: string;
}

/** "PF-07 to PF-09, size: 7/8 became 5/8": what a write changed, the same of several records together. */
export function changeWords(
  changes: readonly Changed[],
  names: Readonly<Record<string, string>>,
  system: UnitSystem,
): ToldChange[] {
  const alike = new Map<string, { readonly marks: string[]; readonly change: Changed }>();
  for (const change of changes) {
    const [id, ...rest] = change;
    const key = JSON.stringify(rest);
    const known = alike.get(key) ?? { marks: [], change };
    if (names[id]) known.marks.push(names[id]);
    alike.set(key, known);
  }
  return [...alike.values()].map(({ marks, change: [, field, from, to] }) => ({
    of: markRuns(marks).join(', '),
    field: fieldWords(field),
    from: leafWords(field, from, names, system),
    to: leafWords(field, to, names, system),
  }));
}

/** Deeds that are no writing of records, as people say them. */
const DEEDS: Readonly<Record<string, string>> = {
  import: 'file brought in',
  'copy-job': 'job copied',
  'let in': 'account opened',
  'hand over': 'handed over',
  package: 'package built',
  readings: 'readings of a purge',
};

const isKind = (word: string): word is Kind => (KINDS as readonly string[]).includes(word);
const counted = (kind: Kind, n: number): string => {
  const [one, many] = kindRow(kind).words;
  return n === 1 ? one : `${n} ${many}`;
};

/** What was done, in a few words: "12 joints added", "joint changed", "coupon filed". */
export function deedWords({ deed, records }: Pick<TrailBody, 'deed' | 'records'>): string {
  const kind = /^(?:write|remove) (.+)$/.exec(deed)?.[1] ?? '';
  if (!isKind(kind)) return DEEDS[deed] ?? deed;
  const of = records.filter(([k]) => k === kind);
  const some = (is: (t: Touched) => boolean, did: string): string[] => {
    const n = of.filter(is).length;
    return n ? [`${counted(kind, n)} ${did}`] : [];
  };
  const parts = [
    ...some(([, , version, hash]) => hash !== null && version === 1, kindRow(kind).evidence ? 'filed' : 'added'),
    ...some(([, , version, hash]) => hash !== null && version > 1, 'changed'),
    ...some(([, , , hash]) => hash === null, 'taken away'),
  ];
  return parts.join(', ') || deed;
}

/** Things the trail watches that are no records, as people say them; commands are the sending itself. */
const OTHER_THINGS: Readonly<Record<string, string>> = {
  picture: 'photograph',
  account: 'account',
  snapshot: 'what stood at the hand-over',
  package: 'package',
  readings: 'readings',
};

/** What a touched thing is called. */
export const touchedWords = ([kind, id]: Touched, names: Readonly<Record<string, string>>): string => {
  const word = isKind(kind) ? kindRow(kind).words[0] : (OTHER_THINGS[kind] ?? kind);
  return `${word} ${names[id] ?? ''}`.trim();
};

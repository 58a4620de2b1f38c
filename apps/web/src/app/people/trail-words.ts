import { type Kind, kindRow, KINDS } from '@hephaist/contracts/records/kinds';
import type { Changed, Touched, TrailBody } from '@hephaist/contracts/records/trail';
import type { UnitSystem } from '@hephaist/core/units/units';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { fieldWords, leafWords } from '../data/field-words';

/** The trail in the trade's words: what was done, and what was changed from what to what. */

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

import { type Element, readComposition, writeComposition } from '../composition/composition.js';
import type { Filler, FillerGroup } from '../fillers/fillers.js';
import type { Flux } from '../fluxes/fluxes.js';
import type { SensitivePart } from '../heat/sensitive-parts.js';
import type { Metal, MetalFamily } from '../metals/metals.js';
import type { BenchValue } from '../practise/bench-values.js';
import { ASME_RULES, type RuleSet } from '../rules/rule-sets.js';
import { entered, type Source } from '../source/source.js';
import type { Cup } from '../tube/cup.js';
import type { Temper, Tube } from '../tube/tube.js';
import { type Catalogue, catalogueOf, SHIPPED, type Tables } from './catalogue.js';

export type TableId = 'metal' | 'filler' | 'flux' | 'tube' | 'cup' | 'part' | 'rules' | 'bench';

/** One row that a company added, or that shadows the shipped row of the same key. Values by field name, SI units. */
export interface OwnRow {
  readonly table: TableId;
  /** Id of the row in its table; for a tube "standard:size", for a cup its size. */
  readonly key: string;
  readonly values: Readonly<Record<string, string | number | boolean>>;
  /** Where the company has the values from. */
  readonly source: string;
}

const text = (row: OwnRow, field: string): string => String(row.values[field] ?? '');
const num = (row: OwnRow, field: string): number => Number(row.values[field]);
const list = <T extends string>(row: OwnRow, field: string): T[] =>
  text(row, field)
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean) as T[];
const band = (row: OwnRow, min: string, max: string) => ({ min: num(row, min), max: num(row, max) });

function metal(row: OwnRow, source: Source): Metal {
  return {
    id: row.key,
    name: text(row, 'name'),
    short: text(row, 'short'),
    uns: text(row, 'uns') || null,
    family: text(row, 'family') as MetalFamily,
    // Absent in rows written before it was asked for: rules take the worst of the family.
    composition: text(row, 'composition') ? readComposition(text(row, 'composition')) : null,
    skin: (text(row, 'skin') || null) as Element | null,
    solidusK: num(row, 'solidusK'),
    liquidusK: num(row, 'liquidusK'),
    expansionPerK: num(row, 'expansionPerK'),
    conductivityWmK: num(row, 'conductivityWmK'),
    heatCapacityJkgK: num(row, 'heatCapacityJkgK'),
    densityKgM3: num(row, 'densityKgM3'),
    tensilePa: num(row, 'tensilePa'),
    tensileSource: source,
    pNumber: text(row, 'pNumber'),
    note: text(row, 'note'),
    source,
  };
}

const filler = (row: OwnRow, source: Source): Filler => ({
  id: row.key,
  iso: text(row, 'iso') || null,
  isoUnsure: false,
  group: text(row, 'group') as FillerGroup,
  composition: readComposition(text(row, 'composition')),
  solidusK: num(row, 'solidusK'),
  liquidusK: num(row, 'liquidusK'),
  brazingK: band(row, 'brazingMinK', 'brazingMaxK'),
  gapBandM: band(row, 'gapMinM', 'gapMaxM'),
  bridgesToM: num(row, 'bridgesToM'),
  gapSource: source,
  fNumber: text(row, 'fNumber'),
  source,
});

const flux = (row: OwnRow, source: Source): Flux => ({
  id: row.key,
  name: text(row, 'name'),
  form: text(row, 'form') as Flux['form'],
  activeK: band(row, 'activeMinK', 'activeMaxK'),
  groups: list<FillerGroup>(row, 'groups'),
  families: list<MetalFamily>(row, 'families'),
  forCapillary: row.values['forCapillary'] === true,
  use: text(row, 'use'),
  source,
});

const tube = (row: OwnRow, source: Source): Tube => {
  const [standardId = '', size = ''] = row.key.split(':');
  return {
    id: row.key,
    standardId,
    size,
    temper: text(row, 'temper') as Temper,
    odM: num(row, 'odM'),
    wallM: num(row, 'wallM'),
    odToleranceM: num(row, 'odToleranceM'),
    annealedOdToleranceM: num(row, 'annealedOdToleranceM'),
    wallToleranceM: num(row, 'wallToleranceM'),
    wallToleranceSource: source,
    source,
  };
};

const cup = (row: OwnRow, source: Source): Cup => ({
  size: row.key,
  tubeOdM: num(row, 'tubeOdM'),
  idM: band(row, 'idMinM', 'idMaxM'),
  depthM: num(row, 'depthM'),
  source,
});

const part = (row: OwnRow, source: Source): SensitivePart => ({
  id: row.key,
  name: text(row, 'name'),
  limitK: num(row, 'limitK'),
  source,
});

const ruleSet = (row: OwnRow, source: Source): RuleSet => ({
  id: row.key,
  name: text(row, 'name'),
  maxUnbrazed: num(row, 'maxUnbrazed'),
  peelArea: num(row, 'peelArea'),
  peelLine: num(row, 'peelLine'),
  tensionOutside: num(row, 'tensionOutside'),
  // Absent in rows written before it was asked for: as the usual set.
  testsSocket: text(row, 'testsSocket') || ASME_RULES.testsSocket,
  testsLap: text(row, 'testsLap') || ASME_RULES.testsLap,
  testsButt: text(row, 'testsButt') || ASME_RULES.testsButt,
  thicknessLow: num(row, 'thicknessLow'),
  thicknessHigh: num(row, 'thicknessHigh'),
  // Absent in rows written before it was asked for: no limit.
  diameterLow: num(row, 'diameterLow') || 0,
  diameterHigh: num(row, 'diameterHigh') || 0,
  overlapIncrease: num(row, 'overlapIncrease'),
  continuityMonths: num(row, 'continuityMonths'),
  validMonths: num(row, 'validMonths'),
  confirmMonths: num(row, 'confirmMonths'),
  medical: row.values['medical'] === true,
  source,
});

/** A value of the bench: name and unit as it ships. */
const benchValue = (row: OwnRow, source: Source): BenchValue => {
  const shipped = SHIPPED.benchValues.find((v) => v.id === row.key);
  return { id: row.key, name: shipped?.name ?? row.key, value: num(row, 'value'), unit: shipped?.unit ?? '', source };
};

/** Values of one table row by field name, as a correction starts from them. */
export function valuesOf(table: TableId, key: string, from: Catalogue = SHIPPED): OwnRow['values'] | null {
  const flat = (row: object | undefined): OwnRow['values'] | null => {
    if (!row) return null;
    const out: Record<string, string | number | boolean> = {};
    for (const [k, v] of Object.entries(row)) {
      if (typeof v === 'string' || typeof v === 'number' || typeof v === 'boolean') out[k] = v;
      else if (v === null) out[k] = '';
      else if (Array.isArray(v)) out[k] = v.join(', ');
    }
    return out;
  };
  if (table === 'filler') {
    const f = from.filler(key);
    return f
      ? {
          ...flat(f),
          composition: writeComposition(f.composition),
          brazingMinK: f.brazingK.min,
          brazingMaxK: f.brazingK.max,
          gapMinM: f.gapBandM.min,
          gapMaxM: f.gapBandM.max,
        }
      : null;
  }
  if (table === 'flux') {
    const x = from.flux(key);
    return x ? { ...flat(x), activeMinK: x.activeK.min, activeMaxK: x.activeK.max } : null;
  }
  if (table === 'cup') {
    const c = from.cupNamed(key);
    return c ? { ...flat(c), idMinM: c.idM.min, idMaxM: c.idM.max } : null;
  }
  if (table === 'tube') return flat(from.tubes.find((t) => t.id === key));
  if (table === 'rules') return flat(from.ruleSet(key));
  if (table === 'metal') {
    const m = from.metal(key);
    return m ? { ...flat(m), composition: m.composition ? writeComposition(m.composition) : '' } : null;
  }
  if (table === 'bench') {
    const v = from.benchValues.find((b) => b.id === key);
    return v ? { value: v.value } : null;
  }
  return flat(from.part(key));
}

/** Replaces the row of the same id where there is one, else adds. Keeps the order of the shipped table. */
function shadow<T>(rows: readonly T[], own: readonly T[], idOf: (row: T) => string): T[] {
  const mine = new Map(own.map((r) => [idOf(r), r]));
  const kept = rows.map((r) => {
    const correction = mine.get(idOf(r));
    mine.delete(idOf(r));
    return correction ?? r;
  });
  return [...kept, ...mine.values()];
}

/**
 * The shipped tables with a company's rows over them. Shipped rows are never changed: a correction shadows one and
 * carries the company's own source.
 */
export function catalogueWith(rows: readonly OwnRow[]): Catalogue {
  if (rows.length === 0) return SHIPPED;
  const own = new Set<object>();
  const made = <T extends object>(table: TableId, make: (row: OwnRow, source: Source) => T): T[] =>
    rows
      .filter((r) => r.table === table)
      .map((r) => {
        const row = make(r, entered(r.source));
        own.add(row);
        return row;
      });
  const id = (r: { readonly id: string }): string => r.id;
  const tables: Tables = {
    metals: shadow(SHIPPED.metals, made('metal', metal), id),
    fillers: shadow(SHIPPED.fillers, made('filler', filler), id),
    fluxes: shadow(SHIPPED.fluxes, made('flux', flux), id),
    tubes: shadow(SHIPPED.tubes, made('tube', tube), id),
    cups: shadow(SHIPPED.cups, made('cup', cup), (c) => c.size),
    parts: shadow(SHIPPED.parts, made('part', part), id),
    ruleSets: shadow(SHIPPED.ruleSets, made('rules', ruleSet), id),
    benchValues: shadow(SHIPPED.benchValues, made('bench', benchValue), id),
  };
  return catalogueOf(tables, own);
}

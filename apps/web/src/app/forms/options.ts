import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { type Position, POSITIONS } from '@hephaist/core/qualification/range';
import { TUBE_STANDARDS } from '@hephaist/core/tube/tube';

/** A choice: what is stored and what is read. */
export interface Option<T extends string = string> {
  readonly id: T;
  readonly name: string;
  /** Heading it stands under. */
  readonly group?: string;
}

/** Words that stand for themselves. */
export const plain = <T extends string>(ids: readonly T[]): Option<T>[] => ids.map((id) => ({ id, name: id }));

const named = (rows: readonly Option[]): Option[] => rows.map(({ id, name }) => ({ id, name }));

/** Choices from the tables in use. */
export const metalOptions = (tables: Catalogue): Option[] => named(tables.metals);
export const partOptions = (tables: Catalogue): Option[] => named(tables.parts);
export const fillerOptions = (tables: Catalogue): Option[] => plain(tables.fillers.map((f) => f.id));
export const cupOptions = (tables: Catalogue): Option[] =>
  tables.cups.map((c) => ({ id: c.size, name: `cup ${c.size}` }));
export const sizeOptions = (tables: Catalogue, standardId: string): Option[] => plain(tables.sizes(standardId));
export const standardOptions = (tables: Catalogue): Option[] => {
  const shipped = named(TUBE_STANDARDS);
  const own = new Set(tables.tubes.map((t) => t.standardId));
  for (const s of shipped) own.delete(s.id);
  return [...shipped, ...[...own].map((id) => ({ id, name: `${id}, the company’s own` }))];
};
export const ruleSetOptions = (tables: Catalogue): Option[] => named(tables.ruleSets);
export const POSITION_OPTIONS: readonly Option<Position>[] = POSITIONS.map(({ id, name }) => ({ id, name }));

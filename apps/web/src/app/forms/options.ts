import {
  FILLERS,
  METALS,
  POSITIONS,
  SECTION_RULE_SETS,
  SENSITIVE_PARTS,
  TUBE_STANDARDS,
  sizesOf,
  type Position,
} from '@hephaist/core';

/** A choice: what is stored and what is read. */
export interface Option<T extends string = string> {
  readonly id: T;
  readonly name: string;
}

/** Words that stand for themselves. */
export const plain = <T extends string>(ids: readonly T[]): Option<T>[] => ids.map((id) => ({ id, name: id }));

const named = (rows: readonly Option[]): Option[] => rows.map(({ id, name }) => ({ id, name }));

export const METAL_OPTIONS = named(METALS);
export const STANDARD_OPTIONS = named(TUBE_STANDARDS);
export const PART_OPTIONS = named(SENSITIVE_PARTS);
export const RULE_SET_OPTIONS = named(SECTION_RULE_SETS);
export const FILLER_OPTIONS = plain(FILLERS.map((f) => f.id));
export const POSITION_OPTIONS: readonly Option<Position>[] = POSITIONS.map(({ id, name }) => ({ id, name }));
export const sizeOptions = (standardId: string): Option[] => plain(sizesOf(standardId));

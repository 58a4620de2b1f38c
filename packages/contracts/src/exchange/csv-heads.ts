import type { CellId } from './joint-cells.js';

/** A column of a joint list: how its first row may name it, and the cell it fills. */
interface Head {
  readonly column: string;
  /** In small letters; the schedule's own headings are among them. */
  readonly called: readonly string[];
  /** `distance` is read with the part it is of. */
  readonly cell: CellId | 'distance';
  /** What stands where nothing is said; null where something must be. */
  readonly stands: string | null;
}

const head = (column: string, cell: Head['cell'], stands: string | null, ...called: string[]): Head => ({
  column,
  cell,
  stands,
  called: [column, ...called],
});

/** Columns of a joint list, in order. */
export const CSV_HEADS: readonly Head[] = [
  head('mark', 'mark', null, 'joint', 'joint mark'),
  head('line', 'line', null, 'line name'),
  head('standard', 'standard', null, 'tube standard'),
  head('size', 'size', null),
  head('tube metal', 'tubeMetal', 'copper', 'tube'),
  head('socket metal', 'socketMetal', 'copper'),
  head('socket', 'socket', 'a made fitting', 'into', 'socket kind'),
  head('position', 'position', 'horizontal', 'flow'),
  head('gap', 'gap', 'nominal sizes', 'gap typed', 'gap/side', 'gap a side'),
  head('near part', 'near', '', 'near'),
  head('distance in', 'distance', '', 'distance'),
  head('rod', 'asked', '', 'rod asked'),
  head('form', 'form', '', 'rod form'),
  head('moves', 'moves', ''),
  head('wall', 'wall', '', 'wall behind'),
  head('stub', 'stub', '', 'stub told by'),
  head('set aside', 'setAside', ''),
  head('note', 'note', ''),
  // Last: a list without a row of heads is read by its places.
  head('spool', 'spool', '', 'piece'),
];

/** Columns of the joint list, in order. `gap` is per side, in inches, and may be left empty for nominal. */
export const CSV_COLUMNS: readonly string[] = CSV_HEADS.map((h) => h.column);

/**
 * Which column of a file is which of ours; null for one that is none of them. `Socket` is the metal where the file has
 * a column `Into` or `Tube`, as the schedule has.
 */
export function columnsOfHead(cells: readonly string[]): readonly (string | null)[] {
  const names = cells.map((c) => c.trim().toLowerCase());
  const asInSchedule = !names.includes('socket metal') && (names.includes('into') || names.includes('tube'));
  const taken = new Set<string>();
  return names.map((name) => {
    const column =
      asInSchedule && name === 'socket' ? 'socket metal' : CSV_HEADS.find((h) => h.called.includes(name))?.column;
    if (!column || taken.has(column)) return null;
    taken.add(column);
    return column;
  });
}

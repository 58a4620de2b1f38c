import { type CellId, type CellWords, findCell, type JointCell } from '@hephaist/contracts/exchange/joint-cells';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Summed } from '@hephaist/contracts/records/planner';
import { formatDuration, type Quantity } from '@hephaist/core/units/units';
import type { JointState } from '../data/joint-state';
import { sizeWords } from '../data/joint-words';

/** What a column may look at to show a joint. */
export interface Eye {
  readonly words: CellWords;
  readonly summaryOf: (joint: Joint) => Summed | null;
  readonly stateOf: (joint: Joint) => JointState;
  /** An SI value without its unit. */
  readonly show: (si: number, quantity: Quantity) => string;
}

export type ColumnId = CellId | 'hot' | 'heat' | 'rod' | 'flux' | 'overlap' | 'rating' | 'state';

/** One column of the schedule: what it shows, what it sorts by, and the cell behind it where it can be typed. */
export interface Column {
  readonly id: ColumnId;
  readonly title: string;
  /** px */
  readonly width: number;
  readonly number: boolean;
  readonly cell: JointCell | null;
  readonly show: (joint: Joint, eye: Eye) => string;
  readonly sort: (joint: Joint, eye: Eye) => string | number;
}

const short = (text: string): string => text.replace(/^0\./, '.');
const metal = (id: string, eye: Eye): string => eye.words.tables.metal(id)?.short ?? id;

const summary = (joint: Joint, eye: Eye) => eye.summaryOf(joint)?.summary ?? null;
const shown =
  (value: (joint: Joint, eye: Eye) => number | null | undefined, quantity: Quantity) =>
  (joint: Joint, eye: Eye): string => {
    const si = value(joint, eye);
    return si === null || si === undefined ? '–' : short(eye.show(si, quantity));
  };
const orLast = (n: number | null | undefined): number => n ?? Infinity;
const gap = (j: Joint, e: Eye): number | null | undefined => summary(j, e)?.gapSideM;
const hot = (j: Joint, e: Eye): number | null | undefined => summary(j, e)?.hotSideM;
const overlap = (j: Joint, e: Eye): number | null | undefined => summary(j, e)?.overlapM;
const rating = (j: Joint, e: Eye): number | null | undefined => summary(j, e)?.ratedPa;

/** "number 3, 0:35": the tip and how long to heat. */
function heatWords(j: Joint, e: Eye): string {
  const heat = summary(j, e)?.heat;
  if (!heat) return '–';
  const tip = `${heat.torches === 2 ? 'two ' : ''}${heat.tip}`;
  return heat.seconds === null ? `${tip}: not enough` : `${tip}, ${formatDuration(Math.round(heat.seconds))}`;
}

type Shown = Column['show'];
function column(
  id: ColumnId,
  title: string,
  width: number,
  show: Shown | null,
  more: Partial<Column> = {},
  cellId: CellId | null = id as CellId,
): Column {
  const cell = (cellId && findCell(cellId)) ?? null;
  const text: Shown = show ?? ((j, eye) => cell?.write(j, eye.words) ?? '');
  return { id, title, width, number: false, cell, show: text, sort: text, ...more };
}

const computed = (id: ColumnId, title: string, width: number, show: Shown, more: Partial<Column> = {}): Column =>
  column(id, title, width, show, more, null);

/** Every column, in schedule order. */
export const COLUMNS: readonly Column[] = [
  column('mark', 'Joint', 58, null),
  column('line', 'Line', 46, null),
  column('standard', 'Standard', 66, null),
  column('size', 'Size', 70, sizeWords, {
    sort: (j, e) => orLast(e.words.tables.tube(j.tube.standardId, j.tube.size)?.odM),
  }),
  column('tubeMetal', 'Tube', 62, (j, e) => metal(j.tube.metalId, e)),
  column('socketMetal', 'Socket', 82, (j, e) => metal(j.socket.metalId, e)),
  column('socket', 'Into', 62, null),
  column('position', 'Flow', 80, null),
  column('gap', 'Gap/side', 62, shown(gap, 'gap'), { number: true, sort: (j, e) => orLast(gap(j, e)) }),
  computed('hot', 'At heat', 62, shown(hot, 'gap'), { number: true, sort: (j, e) => orLast(hot(j, e)) }),
  column('rod', 'Rod', 74, (j, e) => summary(j, e)?.fillerId ?? (e.summaryOf(j) ? 'none' : '…'), {}, 'asked'),
  computed('flux', 'Flux', 54, (j, e) => summary(j, e)?.fluxId ?? '–'),
  column('form', 'Form', 76, null),
  computed('overlap', 'Overlap', 60, shown(overlap, 'length'), { number: true, sort: (j, e) => orLast(overlap(j, e)) }),
  computed('heat', 'Tip, time', 104, heatWords, { sort: (j, e) => orLast(summary(j, e)?.heat?.seconds) }),
  computed('rating', 'Rated', 60, shown(rating, 'pressure'), { number: true, sort: (j, e) => orLast(rating(j, e)) }),
  column('near', 'Near', 96, null),
  column('moves', 'Moves', 50, null),
  column('wall', 'Wall behind', 80, null),
  column('stub', 'Stub told by', 140, null),
  computed('state', 'State', 92, (j, e) => e.stateOf(j).word),
  column('spool', 'Spool', 80, null),
  column('setAside', 'Set aside', 120, null),
  column('note', 'Note', 140, null),
];

const NARROW: readonly ColumnId[] = ['mark', 'size', 'tubeMetal', 'socketMetal', 'position', 'gap', 'rod', 'state'];
const WIDE: readonly ColumnId[] = [
  'mark',
  'size',
  'tubeMetal',
  'socketMetal',
  'socket',
  'position',
  'gap',
  'hot',
  'rod',
  'flux',
  'form',
  'overlap',
  'rating',
  'near',
  'moves',
  'state',
  'note',
];
export const USUAL_COLUMNS = { narrow: NARROW, wide: WIDE } as const;

/** The chosen columns in schedule order. */
export const columnsOf = (ids: readonly string[]): readonly Column[] => COLUMNS.filter((c) => ids.includes(c.id));

/** Widths as a grid template; the last column takes what is left. */
export const templateOf = (columns: readonly Column[]): string =>
  columns.map((c, i) => (i === columns.length - 1 ? `minmax(${c.width}px, 1fr)` : `${c.width}px`)).join(' ');

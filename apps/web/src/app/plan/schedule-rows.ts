import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import type { Column, Eye } from './schedule-columns';

/** A row of the schedule: a heading or a joint. */
export type ScheduleRow =
  | { readonly kind: 'head'; readonly id: string; readonly title: string; readonly count: number }
  | { readonly kind: 'joint'; readonly id: string; readonly joint: Joint };

export type GroupBy = 'line' | 'spool' | 'state' | 'size' | 'rod' | 'none';

/** What is shown and how. */
export interface View {
  /** Words that must all occur in what the schedule says of a joint. */
  readonly find: string;
  /** "column=text": only joints whose column shows exactly that; empty shows all. */
  readonly only: string;
  readonly groupBy: GroupBy;
  readonly sort: { readonly column: string; readonly down: boolean } | null;
}

export const PLAIN_VIEW: View = { find: '', only: '', groupBy: 'line', sort: null };

/** A sort as one word: "size" up, "-size" down, nothing for the schedule's own order. */
export const writeSort = (sort: View['sort']): string => (sort ? `${sort.down ? '-' : ''}${sort.column}` : '');
export const readSort = (word: string): View['sort'] =>
  word ? { column: word.replace(/^-/, ''), down: word.startsWith('-') } : null;

const compare = (a: string | number, b: string | number): number =>
  typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b), 'en', { numeric: true });

function filtered(
  joints: readonly Joint[],
  view: View,
  all: readonly Column[],
  eye: Eye,
  lineName: (id: string) => string,
): readonly Joint[] {
  const words = view.find.toLowerCase().split(/\s+/).filter(Boolean);
  const [columnId, value] = view.only
    ? [view.only.slice(0, view.only.indexOf('=')), view.only.slice(view.only.indexOf('=') + 1)]
    : ['', ''];
  const column = all.find((c) => c.id === columnId);
  if (!words.length && !column) return joints;
  return joints.filter((j) => {
    if (column && column.show(j, eye) !== value) return false;
    if (!words.length) return true;
    const text = `${all.map((c) => c.show(j, eye)).join(' ')} ${lineName(j.lineId)}`.toLowerCase();
    return words.every((w) => text.includes(w));
  });
}

/** Rows of the schedule: filtered, sorted, under the headings of their group. */
export function scheduleRows(
  joints: readonly Joint[],
  lines: readonly Line[],
  view: View,
  all: readonly Column[],
  eye: Eye,
): ScheduleRow[] {
  const names = new Map(lines.map((l) => [l.id, l.name]));
  let shown = filtered(joints, view, all, eye, (id) => names.get(id) ?? '');
  const by = view.sort ? all.find((c) => c.id === view.sort?.column) : undefined;
  if (by) {
    const keyed = shown.map((joint, i) => ({ joint, i, key: by.sort(joint, eye) }));
    const sign = view.sort?.down ? -1 : 1;
    shown = keyed.sort((a, b) => sign * compare(a.key, b.key) || a.i - b.i).map((k) => k.joint);
  }
  const row = (joint: Joint): ScheduleRow => ({ kind: 'joint', id: joint.id, joint });
  if (view.groupBy === 'none') return shown.map(row);
  const groups = new Map<string, { title: string; joints: Joint[] }>();
  const searching = view.find.trim() !== '' || view.only !== '';
  if (view.groupBy === 'line' && !searching) for (const l of lines) groups.set(l.id, { title: l.name, joints: [] });
  const column = all.find((c) => c.id === view.groupBy);
  for (const joint of shown) {
    const id = view.groupBy === 'line' ? joint.lineId : (column?.show(joint, eye) ?? '');
    let group = groups.get(id);
    if (!group)
      groups.set(
        id,
        (group = {
          title: view.groupBy === 'line' ? (names.get(id) ?? 'no line') : id || `no ${view.groupBy}`,
          joints: [],
        }),
      );
    group.joints.push(joint);
  }
  const order = new Map(lines.map((l, i) => [l.id, i]));
  const entries = [...groups].sort(([a], [b]) =>
    view.groupBy === 'line' ? (order.get(a) ?? 1e9) - (order.get(b) ?? 1e9) : compare(a, b),
  );
  return entries.flatMap(([id, g]) => [
    { kind: 'head' as const, id: `head-${id}`, title: g.title, count: g.joints.length },
    ...g.joints.map(row),
  ]);
}

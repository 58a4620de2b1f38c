import type { LayoutDraft, PointDraft } from './layout-draft';

/** The name that runs know a point by: the last of its own, where the one that is typed is another point's. */
export const nameOf = (p: Pick<PointDraft, 'id' | 'called'>): string => p.called ?? p.id.trim();

/** Why a point cannot bear the name that is typed; null where it can. */
function whyNot(points: readonly PointDraft[], i: number): string | null {
  const name = points[i]?.id.trim() ?? '';
  if (!name) return 'a point needs a name';
  const isTaken = points.some((p, k) => k !== i && (nameOf(p) === name || p.id.trim() === name));
  return isTaken ? `another point here is called “${name}”: two cannot be` : null;
}

/** Names that are typed and cannot be, at their fields. */
export const nameProblems = ({ points }: LayoutDraft): { field: string; says: string }[] =>
  points.flatMap((p, i) => {
    const says = p.called === undefined ? null : whyNot(points, i);
    return says ? [{ field: `nodes.${i}.id`, says }] : [];
  });

/**
 * Another name for a point; runs that begin or end at it go with it, and no others. A name that is another point's
 * stands as it is typed, while the runs keep knowing the point by its own.
 */
export function renamePoint(draft: LayoutDraft, i: number, id: string): LayoutDraft {
  const asTyped: LayoutDraft = {
    ...draft,
    points: draft.points.map((p, k) => (k === i ? { ...p, id, called: nameOf(p) } : p)),
  };
  // One name given up may be what another point waits for, and that one's what a third does.
  let now = asTyped;
  for (;;) {
    const next = now.points.reduce((d, p, k) => (p.called === undefined ? d : settle(d, k)), now);
    if (next === now) return now;
    now = next;
  }
}

function settle(draft: LayoutDraft, i: number): LayoutDraft {
  const point = draft.points[i];
  if (!point || whyNot(draft.points, i)) return draft;
  const { called: was, ...named } = point;
  const id = point.id.trim();
  const moved = (end: string): string => (end === was ? id : end);
  return {
    runs: draft.runs.map((r) => ({ ...r, from: moved(r.from), to: moved(r.to) })),
    points: draft.points.map((p, k) => (k === i ? { ...named, id } : p)),
  };
}

import type { LayoutDraft, PointDraft } from './layout-draft';
import { nameOf } from './rename-point';

/** Steps of drawing a line; each gives a new draft, and the same one where the step cannot be. */

const freeName = (draft: LayoutDraft, word: string): string => {
  const taken = new Set(draft.points.map((p) => nameOf(p)));
  let n = draft.points.length;
  while (taken.has(`${word} ${n}`)) n += 1;
  return `${word} ${n}`;
};
const hole = (draft: LayoutDraft): string => draft.points[0]?.hole ?? '';

/** A branch from a point, as long and wide as the last run, with a shut vent at its end. */
export function branchFrom(draft: LayoutDraft, from: string): LayoutDraft {
  if (!draft.points.some((p) => nameOf(p) === from)) return draft;
  const like = draft.runs.findLast((r) => r.from === from || r.to === from) ?? draft.runs.at(-1);
  const id = freeName(draft, 'end');
  const end: PointDraft = { id, kind: 'vent', open: false, hole: hole(draft), marks: '' };
  return {
    runs: [
      ...draft.runs,
      { from, to: id, length: like?.length ?? '10', bore: like?.bore ?? '', loss: '1.5', open: true },
    ],
    // A vent or cap that something leads on from is an end no more.
    points: [
      ...draft.points.map((p) => (nameOf(p) === from && p.kind !== 'source' ? { ...p, kind: 'point' as const } : p)),
      end,
    ],
  };
}

/** A run between two points that are there: a loop. Not from a point to itself, and not twice between the same. */
export function connect(draft: LayoutDraft, from: string, to: string): LayoutDraft {
  const known = new Set(draft.points.map((p) => nameOf(p)));
  const there = draft.runs.some((r) => (r.from === from && r.to === to) || (r.from === to && r.to === from));
  if (from === to || there || !known.has(from) || !known.has(to)) return draft;
  const like = draft.runs.findLast((r) => r.from === from || r.to === from) ?? draft.runs.at(-1);
  return {
    ...draft,
    runs: [...draft.runs, { from, to, length: like?.length ?? '10', bore: like?.bore ?? '', loss: '1.5', open: true }],
  };
}

/** A point halfway along the run that leads to this one. */
export function splitBefore(draft: LayoutDraft, to: string): LayoutDraft {
  const i = draft.runs.findIndex((r) => r.to === to);
  const run = draft.runs[i];
  if (!run) return draft;
  const id = freeName(draft, 'point');
  const half = Number(run.length.replace(',', '.')) / 2;
  const length = Number.isFinite(half) ? String(Number(half.toPrecision(6))) : run.length;
  return {
    runs: [
      ...draft.runs.slice(0, i),
      { ...run, to: id, length },
      { ...run, from: id, length, loss: '0' },
      ...draft.runs.slice(i + 1),
    ],
    points: [...draft.points, { id, kind: 'point', open: true, hole: hole(draft), marks: '' }],
  };
}

const NEXT = { point: 'vent', vent: 'cap', cap: 'point', source: 'source' } as const;

/** Makes a point a vent, a vent a cap, a cap a point; the source stays. */
export const turnKind = (draft: LayoutDraft, id: string): LayoutDraft => ({
  ...draft,
  points: draft.points.map((p) => (nameOf(p) === id ? { ...p, kind: NEXT[p.kind] } : p)),
});

/** Takes a run away, and points that then stand alone; their joints go to the nearest point that stays. */
export function removeRun(draft: LayoutDraft, i: number): LayoutDraft {
  const gone = draft.runs[i];
  if (!gone) return draft;
  const runs = draft.runs.filter((_, k) => k !== i);
  const used = new Set(runs.flatMap((r) => [r.from, r.to]));
  const stays = (p: PointDraft): boolean => used.has(nameOf(p)) || p.kind === 'source';
  const kept = draft.points.filter(stays);
  const heir = kept.find((p) => nameOf(p) === gone.from) ?? kept.find((p) => nameOf(p) === gone.to) ?? kept[0];
  const marks = draft.points
    .filter((p) => !stays(p))
    .map((p) => p.marks)
    .filter(Boolean);
  return {
    runs,
    points: kept.map((p) => (p === heir ? { ...p, marks: [p.marks, ...marks].filter(Boolean).join(' ') } : p)),
  };
}

/** Takes an end away with the run that leads to it; a point that others hang on stays, and so does the source. */
export function removeEnd(draft: LayoutDraft, id: string): LayoutDraft {
  const touching = draft.runs.flatMap((r, i) => (r.from === id || r.to === id ? [i] : []));
  const isSource = draft.points.some((p) => nameOf(p) === id && p.kind === 'source');
  return touching.length === 1 && !isSource ? removeRun(draft, touching[0] as number) : draft;
}

import { layoutSchema } from '@hephaist/contracts/records/line-layout';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { LineLayout } from '@hephaist/core/purge/layout';
import type { LineNode } from '@hephaist/core/purge/network';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { UnitSystem } from '@hephaist/core/units/units';
import Papa from 'papaparse';
import { back, shown } from '../units/typed';
import { nameOf, nameProblems } from './rename-point';

/** One run while it is typed. */
export interface RunDraft {
  readonly from: string;
  readonly to: string;
  readonly length: string;
  readonly bore: string;
  readonly loss: string;
  readonly open: boolean;
  /** What was stored, for what nobody changes. */
  readonly was?: { readonly lengthM: number; readonly boreM: number };
}

/** One point while it is typed; its joints are named by their marks. */
export interface PointDraft {
  readonly id: string;
  /** The name that its runs know it by, while the one that is typed cannot be. */
  readonly called?: string;
  readonly kind: LineNode['kind'];
  readonly open: boolean;
  readonly hole: string;
  readonly wasHoleM?: number;
  readonly marks: string;
}

export interface LayoutDraft {
  readonly runs: readonly RunDraft[];
  readonly points: readonly PointDraft[];
}

type Marked = { readonly id: string; readonly mark: string };

export const draftOfLayout = (layout: LineLayout, joints: readonly Marked[], system: UnitSystem): LayoutDraft => ({
  runs: layout.runs.map((r) => ({
    from: r.from,
    to: r.to,
    length: shown(r.lengthM, 'run', system),
    bore: shown(r.boreM, 'diameter', system),
    loss: String(r.loss ?? 0),
    open: r.open !== false,
    was: r,
  })),
  points: layout.nodes.map((n) => ({
    id: n.id,
    kind: n.kind,
    open: n.open !== false,
    hole: shown(n.holeM ?? 0.005, 'diameter', system),
    wasHoleM: n.holeM ?? 0.005,
    marks: joints
      .filter((j) => layout.at[j.id] === n.id)
      .map((j) => j.mark)
      .join(' '),
  })),
});

/** Marks of joints that stand at no point. */
export function marksNowhere(draft: LayoutDraft, joints: readonly Marked[]): string[] {
  const placed = new Set(draft.points.flatMap((p) => p.marks.toLowerCase().split(/[\s,;]+/)));
  return joints.map((j) => j.mark).filter((m) => !placed.has(m.toLowerCase()));
}

/** The layout a draft stands for, and marks that no joint of the line has, or that stand twice. */
export function layoutOf(
  draft: LayoutDraft,
  joints: readonly Marked[],
  system: UnitSystem,
): { layout: LineLayout; unknown: readonly FieldProblem[] } {
  const byMark = new Map(joints.map((j) => [j.mark.toLowerCase(), j.id]));
  const at: Record<string, string> = {};
  const unknown: FieldProblem[] = [];
  draft.points.forEach((p, i) => {
    for (const mark of p.marks.split(/[\s,;]+/).filter(Boolean)) {
      const id = byMark.get(mark.toLowerCase());
      const field = `nodes.${i}.marks`;
      const other = id ? at[id] : undefined;
      if (!id) unknown.push({ field, says: `no joint "${mark}" on this line` });
      else if (other !== undefined && other !== nameOf(p))
        unknown.push({ field, says: `${mark} stands at “${other}” already: a joint is at one point` });
      else at[id] = nameOf(p);
    }
  });
  return {
    unknown,
    layout: {
      nodes: draft.points.map((p) => ({
        id: nameOf(p),
        kind: p.kind,
        open: p.open,
        holeM: back(p.hole, 'diameter', system, p.wasHoleM),
      })),
      runs: draft.runs.map((r, i) => ({
        id: `r${i + 1}`,
        from: r.from.trim(),
        to: r.to.trim(),
        lengthM: back(r.length, 'run', system, r.was?.lengthM),
        boreM: back(r.bore, 'diameter', system, r.was?.boreM),
        loss: Number(r.loss.replace(',', '.') || NaN),
        open: r.open,
      })),
      at,
    },
  };
}

/** What is wrong with a draft, at its fields. */
export function layoutProblems(draft: LayoutDraft, joints: readonly Marked[], system: UnitSystem): FieldProblem[] {
  const { layout, unknown } = layoutOf(draft, joints, system);
  return [
    ...nameProblems(draft),
    ...unknown,
    ...problemsOf(layoutSchema, layout).map((p) => ({ ...p, field: p.field.replace(/^\./, '') })),
  ];
}

const COLUMNS = ['from', 'to', 'length', 'bore', 'loss', 'valve'] as const;

/** Runs as CSV, lengths and bores in the units shown. */
export const runsCsv = (runs: readonly RunDraft[]): string =>
  Papa.unparse(
    runs.map(({ open, was: _, ...r }) => ({ ...r, valve: open ? 'open' : 'shut' })),
    { columns: [...COLUMNS] },
  );

/**
 * Reads runs from CSV. Points that are new stand as plain ones; the first is the source where there is none, and ends
 * that nothing leads on from are vents.
 */
export function readRunsCsv(text: string, points: readonly PointDraft[]): { draft: LayoutDraft } | { says: string } {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = ['from', 'to', 'length', 'bore'].filter((c) => !parsed.meta.fields?.includes(c));
  if (missing.length)
    return { says: `The first row must name the columns ${COLUMNS.join(', ')}; missing: ${missing.join(', ')}.` };
  const runs = parsed.data.map((r): RunDraft => ({
    from: (r['from'] ?? '').trim(),
    to: (r['to'] ?? '').trim(),
    length: (r['length'] ?? '').trim(),
    bore: (r['bore'] ?? '').trim(),
    loss: (r['loss'] ?? '').trim() || '0',
    open: (r['valve'] ?? '').trim().toLowerCase() !== 'shut',
  }));
  const known = new Map(points.map((p) => [p.id, p]));
  const names = [...new Set(runs.flatMap((r) => [r.from, r.to]))];
  const hasSource = names.some((n) => known.get(n)?.kind === 'source');
  const leads = new Set(runs.map((r) => r.from));
  return {
    draft: {
      runs,
      points: names.map(
        (id, i): PointDraft =>
          known.get(id) ?? {
            id,
            kind: i === 0 && !hasSource ? 'source' : leads.has(id) ? 'point' : 'vent',
            open: true,
            hole: points[0]?.hole ?? '0.2',
            marks: '',
          },
      ),
    },
  };
}

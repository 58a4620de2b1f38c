import { findMetal } from '@hephaist/core/metals/metals';
import type { Unsupported } from '@hephaist/core/procedure/support';
import { inUnits, said } from '@hephaist/core/units/say';
import { formatDuration, type UnitSystem } from '@hephaist/core/units/units';
import type { Procedure } from './procedure.js';

/** One variable of a procedure, what it was in the revision before, and what its records say of it. */
export interface ProcedureRow {
  readonly name: string;
  readonly now: string;
  /** What stood in the revision before; null where it is the same, or there is none. */
  readonly was: string | null;
  readonly outside: readonly string[];
}

type Show = (p: Procedure) => string;
const band = (b: { min: number; max: number }, q: Parameters<typeof said>[1]): string =>
  `${said(b.min, q)} to ${said(b.max, q)}`;
const of =
  (show: (v: NonNullable<Procedure['variables']>) => string): Show =>
  (p) =>
    p.variables ? show(p.variables) : 'not stated';

/** Metals by their rows of the tables with their UNS, and the specifications in words. */
function metalWords(p: Procedure): string {
  const v = p.variables;
  if (!v) return 'not stated';
  const metals = (v.metalIds ?? []).map((id) => {
    const metal = findMetal(id);
    return metal ? [metal.name, metal.uns].filter(Boolean).join(' ') : id;
  });
  return told([...metals, v.specification].filter(Boolean).join('; '));
}
const told = (text: string | undefined): string => text || '–';
const percent = (x: number): string => `${Number((100 * x).toPrecision(3))} %`;

/** Every variable in the order of the work, with the variable's name in the rules of support. */
const ROWS: readonly (readonly [name: string, rule: string, show: Show])[] = [
  ['Process', 'process', of((v) => `${v.process}, ${v.type ?? 'manual'}`)],
  ['Type of joint', 'process', of((v) => v.jointType)],
  ['Metals by P-number', 'metals', of((v) => v.metals.map((m) => `P-${m[0]} to P-${m[1]}`).join(', '))],
  ['Metals by specification', '', metalWords],
  ['Wall', 'wall', of((v) => band(v.wallM, 'diameter'))],
  ['Diameter', '', of((v) => (v.odM ? band(v.odM, 'diameter') : 'any'))],
  ['Filler by F-number', 'filler', (p) => `F-${p.fNumbers.join(', F-')}`],
  ['Filler by class', '', of((v) => (v.fillerIds?.length ? `AWS A5.8 ${v.fillerIds.join(', ')}` : '–'))],
  ['Form of filler', 'form', of((v) => [v.form, v.fillerSize].filter(Boolean).join(', '))],
  ['How it is applied', 'applied', of((v) => told(v.applied))],
  ['Flux', 'flux', (p) => (p.fluxIds.length ? `AWS A5.31 ${p.fluxIds.join(' or ')}` : 'none')],
  ['Position of flow', 'position', of((v) => v.positions.join(', '))],
  [
    'Overlap',
    'overlap',
    of((v) =>
      v.overlapMaxM
        ? band({ min: v.overlapMinM, max: v.overlapMaxM }, 'diameter')
        : `from ${said(v.overlapMinM, 'diameter')}`,
    ),
  ],
  ['Gap a side', 'gap', of((v) => band(v.gapM, 'gap'))],
  ['Fuel gas and oxidant', '', of((v) => [v.fuel, v.oxidant].filter(Boolean).join(' with '))],
  ['Flame', '', of((v) => told(v.flame))],
  ['Torch tip', '', of((v) => told(v.tip))],
  ['Temperature', 'temperature', of((v) => band(v.tempK, 'temperature'))],
  ['Time at heat', '', of((v) => (v.timeS ? `${formatDuration(v.timeS.min)} to ${formatDuration(v.timeS.max)}` : '–'))],
  [
    'Purge',
    'purge',
    of((v) =>
      v.purgeFlow ? [told(v.purgeGas), v.purgeGrade, band(v.purgeFlow, 'flow')].filter(Boolean).join(', ') : 'none',
    ),
  ],
  ['Oxygen limit', '', (p) => (p.oxygenLimit === null ? 'the line’s' : percent(p.oxygenLimit))],
  ['Cleaning before', '', of((v) => told(v.cleaningBefore))],
  ['Cleaning after', '', of((v) => told(v.cleaningAfter))],
  ['Heat after brazing', '', of((v) => told(v.postHeat))],
  ['Technique', '', of((v) => told(v.technique))],
  ['Inspection', '', of((v) => told(v.inspection))],
  ['Medical gas', '', of((v) => (v.medical ? 'yes' : 'no'))],
  [
    'Taken over from',
    '',
    (p) => (p.adopted ? `${p.adopted.from}, ${p.adopted.document}: ${p.adopted.conditions}` : '–'),
  ],
  ['Note', '', (p) => p.note || '–'],
];

/** A revision as a table: each variable, what changed from the one before, and what lies outside its records. */
export function procedureRows(
  now: Procedure,
  before: Procedure | null,
  outside: readonly Unsupported[],
  system: UnitSystem,
): ProcedureRow[] {
  const seen = new Set<string>();
  return ROWS.map(([name, rule, show]) => {
    const own = rule && !seen.has(rule) ? outside.filter((o) => o.variable === rule) : [];
    if (rule) seen.add(rule);
    const [a, b] = [inUnits(show(now), system), before ? inUnits(show(before), system) : null];
    return { name, now: a, was: b !== null && b !== a ? b : null, outside: own.map((o) => inUnits(o.says, system)) };
  });
}

import { formatDuration, inUnits, said, type UnitSystem, type Unsupported } from '@hephaist/core';
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

/** Every variable in the order of the work, with the variable's name in the rules of support. */
const ROWS: readonly (readonly [name: string, rule: string, show: Show])[] = [
  ['Process', 'process', of((v) => `${v.process}, ${v.type ?? 'manual'}, ${v.fuel}`)],
  ['Type of joint', 'process', of((v) => v.jointType)],
  ['Metals', 'metals', of((v) => v.metals.map((m) => `P-${m[0]} to P-${m[1]}`).join(', '))],
  ['Wall', 'wall', of((v) => band(v.wallM, 'diameter'))],
  ['Diameter', '', of((v) => (v.odM ? band(v.odM, 'diameter') : 'any'))],
  ['Filler', 'filler', (p) => `F-${p.fNumbers.join(', F-')}`],
  ['Form of filler', '', of((v) => v.form)],
  ['Flux', 'flux', (p) => p.fluxIds.join(' or ') || 'none'],
  ['Position', 'position', of((v) => v.positions.join(', '))],
  ['Overlap', 'overlap', of((v) => `from ${said(v.overlapMinM, 'diameter')}`)],
  ['Gap a side', 'gap', of((v) => band(v.gapM, 'gap'))],
  ['Temperature', '', of((v) => band(v.tempK, 'temperature'))],
  ['Time at heat', '', of((v) => (v.timeS ? `${formatDuration(v.timeS.min)} to ${formatDuration(v.timeS.max)}` : '–'))],
  ['Nitrogen', '', of((v) => (v.purgeFlow ? band(v.purgeFlow, 'flow') : 'none'))],
  [
    'Oxygen limit',
    '',
    (p) => (p.oxygenLimit === null ? 'the line’s' : `${Number((100 * p.oxygenLimit).toPrecision(3))} %`),
  ],
  ['Cleaning before', '', of((v) => v.cleaningBefore || '–')],
  ['Cleaning after', '', of((v) => v.cleaningAfter || '–')],
  ['Technique', '', of((v) => v.technique || '–')],
  ['Medical gas', '', of((v) => (v.medical ? 'yes' : 'no'))],
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

import { POSITION_COVER, type JointVariables, type Position } from '../qualification/range.js';
import { ASME_RULES, type RuleSet } from '../rules/rule-sets.js';
import { said } from '../units/say.js';
import type { JointPlan } from '../joint/plan.js';
import type { ProcedureVariables, QualifiedBy, StatedProcedure } from './procedure.js';

/** A variable of a procedure that its records do not support, and why. */
export interface Unsupported {
  readonly variable: string;
  readonly says: string;
}

const pairOf = (p: readonly [string, string]): string => [...p].sort().join(' to P-');
const length = (m: number): string => said(m, 'diameter');
const gap = (m: number): string => said(m, 'gap');

/** Walls that records support together, joined where they touch. */
function walls(records: readonly QualifiedBy[], rules: RuleSet): { min: number; max: number }[] {
  const ranges = records
    .map((r) => ({ min: r.wallM * rules.thicknessLow, max: r.wallM * rules.thicknessHigh }))
    .sort((a, b) => a.min - b.min);
  const out: { min: number; max: number }[] = [];
  for (const r of ranges) {
    const last = out.at(-1);
    if (last && r.min <= last.max + 1e-9) last.max = Math.max(last.max, r.max);
    else out.push({ ...r });
  }
  return out;
}

/**
 * Which variables of a procedure lie outside what its passed records support, each with its reason: every pair of
 * metals, filler number and flux must have been tested with this process and type of joint, in positions that cover
 * those stated, on walls that span the range, with an overlap no longer than the least and a gap inside the range.
 * Empty when everything is supported.
 */
export function outsideSupport(
  procedure: StatedProcedure,
  records: readonly QualifiedBy[],
  rules: RuleSet = ASME_RULES,
): Unsupported[] {
  const v = procedure.variables;
  const out: Unsupported[] = [];
  const add = (variable: string, says: string): void => void out.push({ variable, says });
  const passed = records.filter((r) => r.passed);
  if (!passed.length) {
    add('records', 'no passed record supports it');
    return out;
  }
  const alike = passed.filter((r) => r.process === v.process && r.jointType === v.jointType);
  if (!alike.length) {
    add(
      'process',
      `${v.process}, ${v.jointType} joint: tested were ${say(passed.map((r) => `${r.process}, ${r.jointType}`))}`,
    );
    return out;
  }
  const fluxes = procedure.fluxIds.length ? procedure.fluxIds : [null];
  for (const pair of v.metals) {
    const own = alike.filter((r) => pairOf(r.metals) === pairOf(pair));
    if (!own.length) {
      add('metals', `P-${pairOf(pair)} never tested`);
      continue;
    }
    const range = walls(own, rules);
    if (!range.some((r) => r.min <= v.wallM.min + 1e-9 && v.wallM.max <= r.max + 1e-9))
      add(
        'wall',
        `P-${pairOf(pair)}: ${length(v.wallM.min)} to ${length(v.wallM.max)}, supported ${say(range.map((r) => `${length(r.min)} to ${length(r.max)}`))}`,
      );
    for (const position of v.positions)
      if (!own.some((r) => POSITION_COVER[r.position].includes(position)))
        add('position', `P-${pairOf(pair)}: ${position} never tested`);
    const shortest = Math.max(...own.map((r) => r.overlapM));
    if (v.overlapMinM < shortest - 1e-9)
      add('overlap', `P-${pairOf(pair)}: from ${length(v.overlapMinM)}, shorter than tested (${length(shortest)})`);
    const far = own.filter((r) => r.gapM < v.gapM.min - 1e-9 || r.gapM > v.gapM.max + 1e-9);
    if (far.length === own.length)
      add(
        'gap',
        `P-${pairOf(pair)}: ${gap(v.gapM.min)} to ${gap(v.gapM.max)}, tested at ${say(own.map((r) => gap(r.gapM)))}`,
      );
  }
  for (const f of procedure.fNumbers) if (!alike.some((r) => r.fNumber === f)) add('filler', `F-${f} never tested`);
  for (const flux of fluxes)
    if (!alike.some((r) => r.fluxId === flux)) add('flux', `${flux ?? 'without flux'} never tested`);
  return out;
}

const say = (words: readonly string[]): string => [...new Set(words)].join(' or ');

/** What medical gas wants stated and is not. Source: NFPA 99, from memory. */
export function medicalMissing(procedure: StatedProcedure): string[] {
  const v = procedure.variables;
  if (!v.medical) return [];
  return [
    ...(v.cleaningBefore.trim() ? [] : ['how it is cleaned']),
    ...(v.purgeFlow ? [] : ['internal nitrogen purge and its flow']),
    ...(v.overlapMinM > 0 ? [] : ['overlap']),
  ];
}

/** A joint as a procedure must cover it. */
export interface JointToCover extends JointVariables {
  readonly fluxId: string | null;
  /** Gap cold, a side, m; null while it is not known. */
  readonly gapM: number | null;
  readonly medical: boolean;
}

/** What a joint as it is planned asks of its procedure. @param gapKnown measured or stated, not from tables */
export function toCover(plan: JointPlan, gapKnown: boolean): JointToCover {
  return {
    ...plan.asks,
    fluxId: plan.selection.chosen?.flux?.id ?? null,
    gapM: gapKnown ? plan.gap.sideM : null,
    medical: plan.service.kind === 'medical',
  };
}

/** A procedure that may state nothing but filler and flux. */
export type NamedProcedure = Omit<StatedProcedure, 'variables'> & { readonly variables: ProcedureVariables | null };

/** Why a procedure does not cover a joint; empty when it does. */
export function procedureGaps(procedure: NamedProcedure, joint: JointToCover): string[] {
  const gaps: string[] = [];
  if (joint.fNumber === null || !procedure.fNumbers.includes(joint.fNumber))
    gaps.push(`filler F-${joint.fNumber ?? 'none'} not stated`);
  if (joint.fluxId === null ? procedure.fluxIds.length > 0 : !procedure.fluxIds.includes(joint.fluxId))
    gaps.push(joint.fluxId === null ? 'it is for brazing with flux' : `flux ${joint.fluxId} not stated`);
  return procedure.variables ? [...variableGaps(procedure.variables, joint), ...gaps] : gaps;
}

function variableGaps(v: ProcedureVariables, joint: JointToCover): string[] {
  const gaps: string[] = [];
  if (!v.metals.some((p) => pairOf(p) === pairOf(joint.pNumbers)))
    gaps.push(`metals P-${pairOf(joint.pNumbers)} not stated`);
  if (joint.wallM < v.wallM.min - 1e-9 || joint.wallM > v.wallM.max + 1e-9)
    gaps.push(`wall ${length(joint.wallM)}, stated ${length(v.wallM.min)} to ${length(v.wallM.max)}`);
  if (v.odM && joint.odM !== undefined && (joint.odM < v.odM.min - 1e-9 || joint.odM > v.odM.max + 1e-9))
    gaps.push(`diameter ${length(joint.odM)}, stated ${length(v.odM.min)} to ${length(v.odM.max)}`);
  const asked = joint.jointType ?? 'socket';
  if (v.jointType !== asked) gaps.push(`a ${asked} joint, stated is ${v.jointType}`);
  if (!v.positions.some((p: Position) => p === joint.position)) gaps.push(`${joint.position} not stated`);
  if (joint.overlapM < v.overlapMinM - 1e-9)
    gaps.push(`overlap ${length(joint.overlapM)}, stated from ${length(v.overlapMinM)}`);
  if (joint.gapM !== null && (joint.gapM < v.gapM.min - 1e-9 || joint.gapM > v.gapM.max + 1e-9))
    gaps.push(`gap ${gap(joint.gapM)}, stated ${gap(v.gapM.min)} to ${gap(v.gapM.max)}`);
  if (joint.medical && !v.medical) gaps.push('not for medical gas');
  return gaps;
}

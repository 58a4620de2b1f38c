import type { JointPlan } from '../joint/plan.js';
import { joined, type JointVariables, type Position, POSITION_COVER } from '../qualification/range.js';
import { ASME_RULES, type RuleSet } from '../rules/rule-sets.js';
import { said } from '../units/say.js';
import type { ProcedureVariables, QualifiedBy, StatedProcedure } from './procedure.js';

/** A variable of a procedure that its records do not support, and why. */
export interface Unsupported {
  readonly variable: string;
  readonly says: string;
}

const pairOf = (p: readonly [string, string]): string => [...p].sort().join(' to P-');
const length = (m: number): string => said(m, 'diameter');
const gap = (m: number): string => said(m, 'gap');

const heated = (v: { readonly process: string; readonly type?: string | undefined }): string =>
  `${v.process}, ${v.type ?? 'manual'}`;
const fluxWords = (flux: string | null): string => flux ?? 'without flux';

/**
 * Which variables of a procedure lie outside what its passed records support, each with its reason. Everything is judged
 * together: each pair of metals with each filler number, with each flux, in each position, must have been tested so, with
 * this process and type of joint, on walls that span the range in that position, with an overlap no longer than the
 * least and a gap inside the range. A record without all tests its type of joint asks for supports nothing.
 * Empty when everything is supported.
 */
export function outsideSupport(
  procedure: StatedProcedure,
  records: readonly QualifiedBy[],
  rules: RuleSet = ASME_RULES,
): Unsupported[] {
  const v = procedure.variables;
  const out: Unsupported[] = [];
  const add = (variable: string, says: string): void => {
    if (!out.some((o) => o.variable === variable && o.says === says)) out.push({ variable, says });
  };
  const whole = records.filter((r) => r.passed && r.missing.length === 0);
  const lacking = records.filter((r) => r.passed && r.missing.length > 0);
  if (!whole.length) {
    add(
      'records',
      lacking.length
        ? say(lacking.map((r) => `${r.number} lacks ${r.missing.join(' and ')}`))
        : 'no passed record supports it',
    );
    return out;
  }
  const alike = whole.filter((r) => heated(r) === heated(v) && r.jointType === v.jointType);
  if (!alike.length) {
    add(
      'process',
      `${heated(v)}, ${v.jointType} joint: tested were ${say(whole.map((r) => `${heated(r)}, ${r.jointType}`))}`,
    );
    return out;
  }
  const fluxes = procedure.fluxIds.length ? procedure.fluxIds : [null];
  for (const pair of v.metals) {
    const ofPair = alike.filter((r) => pairOf(r.metals) === pairOf(pair));
    if (!ofPair.length) {
      add('metals', `P-${pairOf(pair)} never tested`);
      continue;
    }
    for (const f of procedure.fNumbers) {
      const ofFiller = ofPair.filter((r) => r.fNumber === f);
      if (!ofFiller.length) {
        add('filler', `P-${pairOf(pair)} with F-${f} never tested together`);
        continue;
      }
      for (const flux of fluxes) {
        const own = ofFiller.filter((r) => r.fluxId === flux);
        if (own.length) judgeTested(`P-${pairOf(pair)}, F-${f}, ${fluxWords(flux)}`, own, v, rules, add);
        else add('flux', `P-${pairOf(pair)} with F-${f} ${fluxWords(flux)}: never tested together`);
      }
    }
  }
  return out;
}

/** Position, wall, overlap and gap of records that all have the same metals, filler and flux. */
function judgeTested(
  what: string,
  own: readonly QualifiedBy[],
  v: ProcedureVariables,
  rules: RuleSet,
  add: (variable: string, says: string) => void,
): void {
  for (const position of v.positions) {
    const there = own.filter((r) => POSITION_COVER[r.position].includes(position));
    if (!there.length) {
      add('position', `${what}: ${position} never tested`);
      continue;
    }
    const range = joined(there.map((r) => ({ min: r.wallM * rules.thicknessLow, max: r.wallM * rules.thicknessHigh })));
    if (!range.some((r) => r.min <= v.wallM.min + 1e-9 && v.wallM.max <= r.max + 1e-9))
      add(
        'wall',
        `${what}, ${position}: ${length(v.wallM.min)} to ${length(v.wallM.max)}, supported ${say(range.map((r) => `${length(r.min)} to ${length(r.max)}`))}`,
      );
  }
  const longest = Math.max(...own.map((r) => r.overlapM));
  if (v.overlapMinM < longest - 1e-9)
    add('overlap', `${what}: from ${length(v.overlapMinM)}, shorter than tested (${length(longest)})`);
  if (own.every((r) => r.gapM < v.gapM.min - 1e-9 || r.gapM > v.gapM.max + 1e-9))
    add('gap', `${what}: ${gap(v.gapM.min)} to ${gap(v.gapM.max)}, tested at ${say(own.map((r) => gap(r.gapM)))}`);
  judgeUsed(what, own, v, add);
}

/**
 * What records say was used, where they say it: form of filler and how it was applied, the heat, nitrogen in the bore. A
 * record that does not say counts as if it had been used as stated.
 */
function judgeUsed(
  what: string,
  own: readonly QualifiedBy[],
  v: ProcedureVariables,
  add: (variable: string, says: string) => void,
): void {
  const against = <T>(
    variable: string,
    of: (r: QualifiedBy) => T | undefined,
    fits: (x: T) => boolean,
    says: (x: T) => string,
    stated: string,
  ): void => {
    const said = own.map(of);
    const known = said.filter((x): x is T => x !== undefined && x !== null);
    if (known.length === said.length && !known.some(fits))
      add(variable, `${what}: ${stated}, tested with ${say(known.map(says))}`);
  };
  against(
    'form',
    (r) => r.used?.form,
    (form) => form === v.form,
    String,
    v.form,
  );
  against(
    'applied',
    (r) => r.used?.applied,
    (applied) => v.applied === undefined || applied === v.applied,
    String,
    v.applied ?? '',
  );
  against(
    'temperature',
    (r) => r.used?.tempK ?? undefined,
    (k) => k >= v.tempK.min - 0.5 && k <= v.tempK.max + 0.5,
    (k) => said(k, 'temperature'),
    `${said(v.tempK.min, 'temperature')} to ${said(v.tempK.max, 'temperature')}`,
  );
  if (v.purgeFlow && own.every((r) => r.used?.purgeFlow === null))
    add('purge', `${what}: nitrogen in the bore is stated, tested without`);
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
  /** Class of the chosen filler; absent or null where none is. */
  readonly fillerId?: string | null;
  /** Gap cold, a side, m; null while it is not known. */
  readonly gapM: number | null;
  readonly medical: boolean;
}

/** What a joint as it is planned asks of its procedure. @param gapKnown measured or stated, not from tables */
export function toCover(plan: JointPlan, gapKnown: boolean): JointToCover {
  return {
    ...plan.asks,
    fluxId: plan.selection.chosen?.flux?.id ?? null,
    fillerId: plan.selection.chosen?.filler.id ?? null,
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
  const by = heated({ process: joint.process ?? 'torch', type: joint.type });
  if (heated(v) !== by) gaps.push(`by ${by}, stated is ${heated(v)}`);
  const asked = joint.jointType ?? 'socket';
  if (v.jointType !== asked) gaps.push(`a ${asked} joint, stated is ${v.jointType}`);
  if (!v.positions.some((p: Position) => p === joint.position)) gaps.push(`${joint.position} not stated`);
  if (joint.overlapM < v.overlapMinM - 1e-9)
    gaps.push(`overlap ${length(joint.overlapM)}, stated from ${length(v.overlapMinM)}`);
  if (v.overlapMaxM && joint.overlapM > v.overlapMaxM + 1e-9)
    gaps.push(`overlap ${length(joint.overlapM)}, stated to ${length(v.overlapMaxM)}`);
  if (v.fillerIds?.length && joint.fillerId && !v.fillerIds.includes(joint.fillerId))
    gaps.push(`${joint.fillerId} not stated: ${v.fillerIds.join(', ')} is`);
  if (joint.gapM !== null && (joint.gapM < v.gapM.min - 1e-9 || joint.gapM > v.gapM.max + 1e-9))
    gaps.push(`gap ${gap(joint.gapM)}, stated ${gap(v.gapM.min)} to ${gap(v.gapM.max)}`);
  if (joint.medical && !v.medical) gaps.push('not for medical gas');
  return gaps;
}

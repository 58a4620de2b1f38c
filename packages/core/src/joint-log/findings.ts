import type { JointPlan } from '../joint/plan.js';
import type { Process, ProcessType } from '../joint/process.js';
import { type NamedProcedure, procedureGaps, toCover } from '../procedure/support.js';
import type { Permission } from '../qualification/may-braze.js';
import type { JointVariables } from '../qualification/range.js';
import type { FillerJudgement } from '../selection/select.js';
import { derived, practice, published, type Source } from '../source/source.js';
import { formatDuration } from '../units/units.js';
import type { WayStepId } from '../way/way-step.js';

export const CLEAN_S = 8 * 3600;
export const CLEAN_SOURCE = published('NFPA 99', 'joints are brazed within 8 hours of cleaning');
const PROCEDURE_RULE = published('NFPA 99', 'medical gas asks for a qualified procedure');
const RANGE = derived('what the coupons and procedures on file cover on the day');
const READING = practice('the nitrogen is read before the flame and kept until cool');

/** What is said of one joint as it was made. Times in ms since 1970. */
export interface Made {
  readonly fillerId: string;
  /** Flux used; null for none, undefined where it was not written down. */
  readonly fluxId?: string | null;
  readonly cleanedMs: number | null;
  readonly brazedMs: number;
  /** Oxygen read before the flame, as a volume fraction. */
  readonly oxygen: number | null;
  readonly nitrogenStoppedMs: number | null;
  /** The gap was measured or stated, not taken from tables. */
  readonly gapKnown: boolean;
  /** Steps that were passed over at the torch. */
  readonly skipped?: readonly WayStepId[];
}

export type LogSubject = 'brazer' | 'procedure' | 'rod' | 'flux' | 'cleaning' | 'nitrogen';

/** One thing to be said about a joint as it was made. */
export interface LogFinding {
  readonly about: LogSubject;
  readonly says: string;
  /** Out of range: it is only filed with a signed reason. */
  readonly asksReason: boolean;
  readonly source: Source;
}

const judged = (plan: JointPlan, fillerId: string): FillerJudgement | undefined =>
  plan.selection.judgements.find((j) => j.filler.id === fillerId);

/** How a procedure heats; null where none is named or it does not say. */
export type HeatedBy = { readonly process: Process; readonly type?: ProcessType | undefined } | null | undefined;

/** What the joint asks of its brazer when made with this rod rather than the planned one, as its procedure heats. */
export function asksWith(plan: JointPlan, fillerId: string, by: HeatedBy = null): JointVariables {
  const rod = judged(plan, fillerId);
  const asks = rod ? { ...plan.asks, fNumber: rod.filler.fNumber } : plan.asks;
  return by ? { ...asks, process: by.process, type: by.type ?? 'manual' } : asks;
}

/** How long the clean metal still stands, s; under 0 once the eight hours are over. */
export const cleanLeftS = (cleanedMs: number, nowMs: number): number => CLEAN_S - (nowMs - cleanedMs) / 1000;

function rodFindings(plan: JointPlan, made: Made): LogFinding[] {
  const rod = judged(plan, made.fillerId);
  if (!rod) return [];
  const out: LogFinding[] = [];
  const refusals = [...plan.selection.jointFindings, ...rod.findings].filter((f) => f.effect === 'refuse');
  for (const f of refusals)
    out.push({
      about: 'rod',
      says: `${rod.filler.id} is ruled out here: ${f.says}`,
      asksReason: true,
      source: f.source,
    });
  if (made.fluxId !== undefined && !refusals.length) {
    const planned = rod.flux?.id ?? null;
    if (planned !== null && made.fluxId === null)
      out.push({
        about: 'flux',
        says: `${rod.filler.id} needs flux here: ${planned}`,
        asksReason: true,
        source: RANGE,
      });
    else if (planned !== made.fluxId)
      out.push({
        about: 'flux',
        says: planned === null ? 'the plan takes no flux with this rod' : `the plan takes ${planned}`,
        asksReason: planned === null && plan.service.kind === 'medical',
        source: RANGE,
      });
  }
  return out;
}

function cleaningFindings(plan: JointPlan, made: Made): LogFinding[] {
  const medical = plan.service.kind === 'medical';
  const finding = (says: string, asksReason: boolean): LogFinding[] => [
    { about: 'cleaning', says, asksReason, source: CLEAN_SOURCE },
  ];
  if (made.cleanedMs === null) return medical ? finding('not written down when it was cleaned', false) : [];
  if (made.cleanedMs > made.brazedMs) return finding('cleaned after it was brazed', true);
  const over = -cleanLeftS(made.cleanedMs, made.brazedMs);
  return over > 0
    ? finding(`brazed ${formatDuration(over)} after the eight hours were over: clean again`, medical)
    : [];
}

function nitrogenFindings(plan: JointPlan, made: Made): LogFinding[] {
  const out: LogFinding[] = [];
  const add = (says: string, asksReason: boolean): void =>
    void out.push({ about: 'nitrogen', says, asksReason, source: READING });
  const percent = (x: number): string => `${(100 * x).toFixed(2)} %`;
  const limit = plan.purge?.limit ?? null;
  if (limit !== null && made.oxygen !== null && made.oxygen > limit)
    add(`oxygen ${percent(made.oxygen)} before the flame, the limit is ${percent(limit)}`, true);
  if (plan.purge && made.skipped?.includes('nitrogen'))
    add('nitrogen was passed over', plan.service.purge === 'required');
  else if (plan.purge && made.oxygen === null) add('oxygen was not read before the flame', false);
  if (made.nitrogenStoppedMs !== null && made.nitrogenStoppedMs < made.brazedMs)
    add('nitrogen was stopped before the joint was made', plan.service.purge === 'required');
  return out;
}

/**
 * Everything that speaks against a joint as it was made: brazer, procedure and rod out of range on the day, the
 * cleaning clock, flux and nitrogen. What asks for a reason comes first.
 * @param permission of the brazer on the day, asked with `asksWith`; null where nobody is named
 * @param procedure worked to, null where none is named; `inForce` says whether it was on the day
 */
export function logFindings(
  plan: JointPlan,
  made: Made,
  permission: Permission | null,
  procedure: (NamedProcedure & { readonly inForce: boolean }) | null,
): LogFinding[] {
  const out: LogFinding[] = [];
  if (permission && !permission.may)
    for (const says of permission.reasons) out.push({ about: 'brazer', says, asksReason: true, source: RANGE });
  const rod = judged(plan, made.fillerId);
  if (procedure) {
    const add = (says: string): void =>
      void out.push({ about: 'procedure', says: `${procedure.name}: ${says}`, asksReason: true, source: RANGE });
    if (!procedure.inForce) add('not in force on that day');
    if (rod) {
      const asks = {
        ...toCover(plan, made.gapKnown),
        ...asksWith(plan, made.fillerId, procedure.variables),
        fillerId: made.fillerId,
      };
      const flux = made.fluxId === undefined ? (rod.flux?.id ?? null) : made.fluxId;
      procedureGaps(procedure, { ...asks, fluxId: flux }).forEach(add);
    }
  } else if (plan.service.kind === 'medical')
    out.push({ about: 'procedure', says: 'no procedure named', asksReason: true, source: PROCEDURE_RULE });
  out.push(...rodFindings(plan, made), ...cleaningFindings(plan, made), ...nitrogenFindings(plan, made));
  return out.sort((a, b) => Number(b.asksReason) - Number(a.asksReason));
}

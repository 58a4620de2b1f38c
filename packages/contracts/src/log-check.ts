import {
  asksWith,
  dayIn,
  logFindings,
  mayBraze,
  MAKING_SAYS,
  nextMakings,
  type BrazerRecord,
  type FieldProblem,
  type JointPlan,
  type LogFinding,
  type Permission,
} from '@hephaist/core';
import type { JointLog } from './joint-log.js';
import { inForceOn, namedProcedure } from './procedure.js';
import type { Joint, Procedure } from './records.js';

/** What an entry of the log is held against. */
export interface LogContext {
  readonly joint: Joint;
  readonly plan: JointPlan;
  readonly timeZone: string;
  /** Everything on file for who brazed it; null where nobody is named. */
  readonly record: BrazerRecord | null;
  readonly procedures: readonly Procedure[];
}

const ms = (at: string | null | undefined): number | null => (at ? Date.parse(at) : null);

/** Whether the brazer may braze the joint with the rod that was used, on the day in the job's zone. */
export function brazerOn(log: Pick<JointLog, 'fillerId' | 'brazedAt'>, context: LogContext): Permission | null {
  const { plan, record, timeZone } = context;
  return record && mayBraze(record, asksWith(plan, log.fillerId), dayIn(log.brazedAt, timeZone));
}

/** Everything that speaks against an entry of the log; what asks for a signed reason first. */
export function logFindingsOf(log: JointLog, context: LogContext): LogFinding[] {
  const { plan, procedures, timeZone, joint } = context;
  const named = procedures.find((p) => p.id === log.procedureId);
  const inForce = named ? inForceOn(named, procedures, dayIn(log.brazedAt, timeZone)) : false;
  const made = {
    fillerId: log.fillerId,
    ...(log.fluxId === undefined ? {} : { fluxId: log.fluxId }),
    cleanedMs: ms(log.cleanedAt),
    brazedMs: Date.parse(log.brazedAt),
    oxygen: log.oxygen,
    nitrogenStoppedMs: ms(log.nitrogenStoppedAt),
    gapKnown: joint.fitUp.mode !== 'nominal',
  };
  return logFindings(plan, made, brazerOn(log, context), named ? { ...namedProcedure(named), inForce } : null);
}

/** Whether an entry may follow those of the same joint: repaired once, then cut out. Empty when it may. */
export function makingProblems(log: JointLog, before: readonly JointLog[]): FieldProblem[] {
  const may = nextMakings(before);
  const madeAs = log.madeAs ?? 'first';
  if (!may.includes(madeAs))
    return [
      {
        field: 'madeAs',
        says: before.length
          ? `this joint can only be ${may.map((m) => MAKING_SAYS[m]).join(' or ')} now${may.includes('repaired') ? '' : ': it was repaired once (NFPA 99, from memory)'}`
          : 'nothing was brazed here before',
      },
    ];
  const last = before.map((l) => Date.parse(l.brazedAt)).sort((a, b) => b - a)[0];
  if (last !== undefined && Date.parse(log.brazedAt) <= last)
    return [{ field: 'brazedAt', says: 'after it was last brazed' }];
  return [];
}

import type { LineConditions } from '@hephaist/core/joint/joint';
import { schoolsOf } from '@hephaist/core/schools/schools';
import type { ProcedureCover } from '@hephaist/core/selection/facts';
import type { Job } from './job.js';
import { plannedTips } from './job-torch.js';
import type { Line } from './line.js';
import { inForce, type Procedure } from './procedure.js';

/** What a joint inherits from its line and job, as the core asks for it. */
export const lineConditions = (line: Line, job: Job): LineConditions => ({
  serviceId: line.serviceId,
  designPa: line.designPa,
  testPa: line.testPa,
  serviceMaxK: line.serviceMaxK,
  fitUpK: line.fitUpK,
  lengthM: line.lengthM,
  oxygenLimit: line.oxygenLimit,
  schools: schoolsOf(job.schools, line.schools),
  codeSetId: line.codeSet ?? job.codeSet,
  carried: job.carried,
  tips: job.torch ? plannedTips(job.torch) : undefined,
});

/** Signed procedures as the selection counts them. */
export const procedureCovers = (procedures: readonly Procedure[]): ProcedureCover[] =>
  inForce(procedures).map((p) => ({
    id: p.id,
    name: `${p.name} rev ${p.revision}`,
    fNumbers: p.fNumbers,
    fluxIds: p.fluxIds,
    ...(p.variables ? { metals: p.variables.metals } : {}),
    oxygenLimit: p.oxygenLimit,
  }));

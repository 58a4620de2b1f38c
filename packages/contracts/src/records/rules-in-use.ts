import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { type RuleSet, ruleSetIdFor } from '@hephaist/core/rules/rule-sets';
import { SERVICES } from '@hephaist/core/services/services';
import type { Job } from './job.js';
import type { Line } from './line.js';

type OfJob = Pick<Job, 'id' | 'codeSet' | 'archived'>;
type OfLine = Pick<Line, 'jobId' | 'codeSet' | 'serviceId'>;

/** Rule sets that the lines of open jobs are under, with the medical-gas overlay where a line carries it; each once. */
export function rulesInUse(jobs: readonly OfJob[], lines: readonly OfLine[], tables: Catalogue): RuleSet[] {
  const open = new Map(jobs.filter((j) => !j.archived).map((j) => [j.id, j]));
  const medical = new Set(SERVICES.filter((s) => s.kind === 'medical').map((s) => s.id));
  const ids = lines.flatMap((l) => {
    const job = open.get(l.jobId);
    return job ? [ruleSetIdFor(l.codeSet ?? job.codeSet, medical.has(l.serviceId))] : [];
  });
  return [...new Set(ids)].sort().flatMap((id) => tables.ruleSet(id) ?? []);
}

import type { Laboratory } from '@hephaist/contracts/records/pqr-used';

/** A laboratory as it is typed: none where no name is given, but what belongs to one is never dropped unseen. */
export const laboratoryOf = (d: {
  readonly laboratory: string;
  readonly report: string;
  readonly reportId: string;
}): Laboratory | null =>
  d.laboratory.trim() || d.report.trim() || d.reportId
    ? { name: d.laboratory.trim(), report: d.report.trim(), ...(d.reportId ? { reportId: d.reportId } : {}) }
    : null;

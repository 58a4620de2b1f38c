import { type Catalogue, SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { medicalMissing, outsideSupport, type Unsupported } from '@hephaist/core/procedure/support';
import type { FieldProblem } from '@hephaist/core/source/problem';
import type { Coupon } from './coupon.js';
import { type Pqr, qualifiedBy } from './pqr.js';
import { type Procedure, revisionState, statedProcedure } from './procedure.js';

/** How far a revision has come: written, brazed for qualification, qualified by its records, released, superseded. */
export const STAGES = ['draft', 'brazed for qualification', 'qualified', 'released', 'superseded'] as const;
export type Stage = (typeof STAGES)[number];

/** What stands on file that a revision rests on: what is annulled is not among it. */
export interface OnFileForStage {
  readonly procedures: readonly Procedure[];
  readonly pqrs: readonly Pqr[];
  readonly coupons: readonly Coupon[];
}

/** Records of a procedure, as the rules of support ask for them. */
const recordsOf = (p: Procedure, on: Pick<OnFileForStage, 'pqrs' | 'coupons'>, tables: Catalogue) =>
  on.pqrs.filter((r) => r.procedureName === p.name).map((r) => qualifiedBy(r, on.coupons, tables));

/** What a revision states beyond its records; all of it where it states nothing but filler and flux. */
export function beyondRecords(
  p: Procedure,
  on: Pick<OnFileForStage, 'pqrs' | 'coupons'>,
  tables: Catalogue = SHIPPED,
): Unsupported[] {
  const stated = statedProcedure(p);
  return stated
    ? outsideSupport(stated, recordsOf(p, on, tables))
    : [{ variable: 'variables', says: 'it states nothing but filler and flux: no record can support it' }];
}

export function stageOf(p: Procedure, on: OnFileForStage, tables: Catalogue = SHIPPED): Stage {
  const state = revisionState(p, on.procedures);
  if (state !== 'draft') return state === 'signed' ? 'released' : state;
  if (beyondRecords(p, on, tables).length === 0) return 'qualified';
  return on.pqrs.some((r) => r.procedureId === p.id) ? 'brazed for qualification' : 'draft';
}

/**
 * Why a revision cannot be released: it is qualified by its records in every variable, or taken over from another party
 * on stated conditions; for medical gas it states what is asked for. Empty when it can. Source: ASME BPVC IX part QB and
 * NFPA 99, from memory.
 */
export function releaseProblems(
  p: Procedure,
  on: Pick<OnFileForStage, 'pqrs' | 'coupons'>,
  tables: Catalogue = SHIPPED,
): FieldProblem[] {
  const stated = statedProcedure(p);
  const beyond = p.adopted && stated ? [] : beyondRecords(p, on, tables);
  return [
    ...beyond.map(({ variable, says }) => ({ field: `variables.${variable}`, says: `not released: ${says}` })),
    ...(stated ? medicalMissing(stated) : []).map((what) => ({
      field: 'variables.medical',
      says: `medical gas wants stated: ${what}`,
    })),
  ];
}

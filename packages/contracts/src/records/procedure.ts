import type { ProcedureVariables, StatedProcedure } from '@hephaist/core/procedure/procedure';
import type { NamedProcedure } from '@hephaist/core/procedure/support';
import * as yup from 'yup';
import { daySchema, idSchema, instantSchema, note, number, oneLine } from '../schemas/ids.js';
import { FLUX, inTable } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';
import { procedureVariablesSchema } from './procedure-variables.js';

export const procedureSchema = strict(
  yup.object({
    id: idSchema,
    name: oneLine('Name').required(),
    revision: oneLine('Revision', 8).required(),
    signedOn: daySchema.nullable().default(null),
    /** When it was signed, to the instant; absent in revisions signed before it was kept. */
    signedAt: instantSchema.optional().default(undefined),
    fNumbers: yup.array(yup.string().required()).min(1, 'at least one F-number').required(),
    fluxIds: yup.array(inTable(FLUX)).required(),
    /** Stricter oxygen limit it asks for; null where the line's holds. */
    oxygenLimit: number('Oxygen limit', 1e-6, 0.2, 'between 1 ppm and 20 %').nullable().default(null),
    note: note(),
    /** Revision that this one replaces once it is signed; absent in the first. */
    replaces: idSchema.optional().default(undefined),
    /** All else that it states; absent in procedures written before it was asked for. */
    variables: procedureVariablesSchema.optional().default(undefined),
    /** Another party's procedure taken over as it is, and on what conditions; absent where it is the company's own. */
    adopted: strict(
      yup.object({
        from: oneLine('Qualified by', 120).required('Say who qualified it'),
        document: oneLine('Their record', 60).required('Give the number of their record'),
        conditions: oneLine('Conditions', 400).required('Say on what conditions it is taken over'),
      }),
    )
      .optional()
      .default(undefined),
  }),
);

/** A procedure that another party qualified. */
export interface Adopted {
  readonly from: string;
  readonly document: string;
  readonly conditions: string;
}
export type Procedure = Omit<
  yup.InferType<typeof procedureSchema>,
  'replaces' | 'variables' | 'signedAt' | 'adopted'
> & {
  adopted?: Adopted;
  signedAt?: string;
  replaces?: string;
  variables?: ProcedureVariables;
};
/** How a revision stands. */
export type RevisionState = 'draft' | 'signed' | 'superseded';
export function revisionState(procedure: Procedure, all: readonly Procedure[]): RevisionState {
  if (procedure.signedOn === null) return 'draft';
  return all.some((p) => p.replaces === procedure.id && p.signedOn !== null) ? 'superseded' : 'signed';
}

/** Signed revisions that nothing replaces yet. */
export const inForce = <T extends Procedure>(all: readonly T[]): T[] =>
  all.filter((p) => revisionState(p, all) === 'signed');

/** A procedure with all its variables; null while it states only filler and flux. */
export const statedProcedure = (p: Procedure): StatedProcedure | null =>
  p.variables
    ? { name: `${p.name} rev ${p.revision}`, fNumbers: p.fNumbers, fluxIds: p.fluxIds, variables: p.variables }
    : null;

/**
 * Whether a revision was in force on a day: it was signed by then, and nothing signed by then replaces it.
 * @param at the instant of that day that is asked about: what was brazed in the morning stays good when the next revision
 *   is signed at noon. Where it, or when a revision was signed, is not known, both stood on the day of the change.
 */
export function inForceOn(p: Procedure, all: readonly Procedure[], day: string, at?: string): boolean {
  if (p.signedOn === null) return false;
  const isAfter = (signed: string): boolean => at !== undefined && Date.parse(at) >= Date.parse(signed);
  const begun = at && p.signedAt ? isAfter(p.signedAt) : p.signedOn <= day;
  return (
    begun &&
    !all.some((next) => {
      if (next.replaces !== p.id || next.signedOn === null) return false;
      return at && next.signedAt ? isAfter(next.signedAt) : next.signedOn < day;
    })
  );
}

/** What a revision states, also where that is nothing but filler and flux. */
export const namedProcedure = (p: Procedure): NamedProcedure => ({
  name: `${p.name} rev ${p.revision}`,
  fNumbers: p.fNumbers,
  fluxIds: p.fluxIds,
  variables: p.variables ?? null,
});

import type { NamedProcedure, ProcedureVariables, StatedProcedure } from '@hephaist/core';
import * as yup from 'yup';
import { daySchema, idSchema, note, number, oneLine } from '../schemas/ids.js';
import { FLUX, inTable } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';
import { procedureVariablesSchema } from './procedure-variables.js';

export const procedureSchema = strict(
  yup.object({
    id: idSchema,
    name: oneLine('Name').required(),
    revision: oneLine('Revision', 8).required(),
    signedOn: daySchema.nullable().default(null),
    fNumbers: yup.array(yup.string().required()).min(1, 'at least one F-number').required(),
    fluxIds: yup.array(inTable(FLUX)).required(),
    /** Stricter oxygen limit it asks for; null where the line's holds. */
    oxygenLimit: number('Oxygen limit', 1e-6, 0.2, 'between 1 ppm and 20 %').nullable().default(null),
    note: note(),
    /** Revision that this one replaces once it is signed; absent in the first. */
    replaces: idSchema.optional().default(undefined),
    /** All else that it states; absent in procedures written before it was asked for. */
    variables: procedureVariablesSchema.optional().default(undefined),
  }),
);

export type Procedure = Omit<yup.InferType<typeof procedureSchema>, 'replaces' | 'variables'> & {
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

/** True where a revision was signed by a day and nothing signed by then replaces it. */
export const inForceOn = (p: Procedure, all: readonly Procedure[], day: string): boolean =>
  p.signedOn !== null &&
  p.signedOn <= day &&
  !all.some((next) => next.replaces === p.id && next.signedOn !== null && next.signedOn <= day);

/** What a revision states, also where that is nothing but filler and flux. */
export const namedProcedure = (p: Procedure): NamedProcedure => ({
  name: `${p.name} rev ${p.revision}`,
  fNumbers: p.fNumbers,
  fluxIds: p.fluxIds,
  variables: p.variables ?? null,
});

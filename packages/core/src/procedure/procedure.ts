import type { JointType } from '../joint/joint-type.js';
import type { Process, ProcessType } from '../joint/process.js';
import type { Position } from '../qualification/range.js';
import { published } from '../source/source.js';

export const PROCEDURE_SOURCE = published('ASME BPVC IX part QB', 'essential variables of the procedure');

export const FILLER_FORMS = ['rod', 'ring', 'paste'] as const;
export const FUELS = ['acetylene', 'propane', 'natural gas', 'none'] as const;
export const APPLIED = ['face-fed', 'pre-placed'] as const;
export const OXIDANTS = ['oxygen', 'air', 'none'] as const;
export const FLAMES = ['neutral', 'slightly reducing', 'none'] as const;

/** Variables that a procedure states and a record of it says what was used of; each absent where nobody was asked. */
export interface WorkVariables {
  readonly fillerSize?: string | undefined;
  readonly applied?: (typeof APPLIED)[number] | undefined;
  readonly oxidant?: (typeof OXIDANTS)[number] | undefined;
  readonly flame?: (typeof FLAMES)[number] | undefined;
  /** Torch tip, or the range of tips, as its maker numbers them. */
  readonly tip?: string | undefined;
  readonly purgeGas?: string | undefined;
  readonly purgeGrade?: string | undefined;
  readonly postHeat?: string | undefined;
}

/** What a brazing procedure states beside filler and flux. Lengths in m, temperatures in K, flow in m3/s. */
export interface ProcedureVariables extends WorkVariables {
  /** Base metals by row of the tables, which gives their UNS; those of the P-numbers where none is named. */
  readonly metalIds?: readonly string[] | undefined;
  /** Specifications of tube and fittings in their own words. */
  readonly specification?: string | undefined;
  /** Filler by class; any of the stated F-numbers where none is named. */
  readonly fillerIds?: readonly string[] | undefined;
  readonly overlapMaxM?: number | null | undefined;
  readonly inspection?: string | undefined;
  readonly process: Process;
  /** By hand or by machine; absent, by hand, in procedures written before it was asked for. */
  readonly type?: ProcessType | undefined;
  /** P-numbers either side, each pair it is for. */
  readonly metals: readonly (readonly [string, string])[];
  readonly wallM: { readonly min: number; readonly max: number };
  /** Outside diameters; absent in procedures written before it was asked for, null for all. */
  readonly odM?: { readonly min: number; readonly max: number } | null | undefined;
  readonly form: (typeof FILLER_FORMS)[number];
  readonly fuel: (typeof FUELS)[number];
  /** Nitrogen through the bore; null for none. */
  readonly purgeFlow: { readonly min: number; readonly max: number } | null;
  readonly jointType: JointType;
  readonly gapM: { readonly min: number; readonly max: number };
  readonly overlapMinM: number;
  readonly positions: readonly Position[];
  readonly tempK: { readonly min: number; readonly max: number };
  /** How long it is kept at that heat, s; absent in procedures written before it was asked for. */
  readonly timeS?: { readonly min: number; readonly max: number } | null | undefined;
  readonly cleaningBefore: string;
  readonly cleaningAfter: string;
  readonly technique: string;
  /** For medical gas: cleaning, gap, overlap, purge, its flow and the filler must be stated. */
  readonly medical: boolean;
}

/** A procedure as the rules look at it. */
export interface StatedProcedure {
  readonly name: string;
  readonly fNumbers: readonly string[];
  readonly fluxIds: readonly string[];
  readonly variables: ProcedureVariables;
}

/** What a record also says was used on its coupon; all absent in records written before it was asked for. */
export interface UsedOnCoupon extends WorkVariables {
  readonly form?: ProcedureVariables['form'] | undefined;
  readonly tempK?: number | null | undefined;
  /** Through the bore, m3/s; null for none. */
  readonly purgeFlow?: number | null | undefined;
}

/** What was really done on a test coupon of a procedure. */
export interface QualifiedBy {
  readonly number: string;
  readonly passed: boolean;
  /** Tests that its type of joint asks for and that it does not have; with any it supports nothing. */
  readonly missing: readonly string[];
  readonly process: Process;
  readonly type?: ProcessType | undefined;
  readonly metals: readonly [string, string];
  readonly fNumber: string;
  readonly fluxId: string | null;
  readonly wallM: number;
  readonly gapM: number;
  readonly overlapM: number;
  readonly position: Position;
  readonly jointType: ProcedureVariables['jointType'];
  readonly used?: UsedOnCoupon | undefined;
}

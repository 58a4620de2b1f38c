import * as yup from 'yup';
import { daySchema, idSchema, note, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import type { JointLog } from './joint-log.js';
import { oneOf } from './procedure-variables.js';

export const LOT_KINDS = ['rod', 'flux', 'nitrogen'] as const;
export type LotKind = (typeof LOT_KINDS)[number];

/** A lot of rod, flux or nitrogen on file: what it is by class, when it came, its certificate. */
export const lotSchema = strict(
  yup.object({
    id: idSchema,
    kind: oneOf(LOT_KINDS),
    lot: oneLine('Lot', 40).required('Write the lot as it stands on the tube, jar or cylinder'),
    /** AWS class of rod or flux; of nitrogen its grade. */
    classId: oneLine('Class', 40).default(''),
    receivedOn: daySchema.nullable().default(null),
    certificate: oneLine('Certificate', 60).default(''),
    note: note(),
  }),
);
export type Lot = yup.InferType<typeof lotSchema>;

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** What speaks against a lot as it was written down; null where it is on file with that class, or nothing is on file. */
export function lotFault(
  kind: LotKind,
  text: string | undefined,
  classId: string | null,
  lots: readonly Lot[],
): string | null {
  const own = lots.filter((l) => l.kind === kind);
  if (!text?.trim() || !own.length) return null;
  const found = own.find((l) => same(l.lot, text));
  if (!found) return `${kind} lot ${text.trim()} is not on file`;
  if (classId && found.classId && !same(found.classId, classId))
    return `${kind} lot ${text.trim()} is on file as ${found.classId}, not ${classId}`;
  return null;
}

/** What speaks against the lots of an entry of the log; empty where nothing does. */
export const lotFaults = (
  l: Pick<JointLog, 'fillerId' | 'fillerLot' | 'fluxId' | 'fluxLot' | 'nitrogenLot'>,
  lots: readonly Lot[],
): string[] =>
  [
    lotFault('rod', l.fillerLot, l.fillerId, lots),
    lotFault('flux', l.fluxLot, l.fluxId ?? null, lots),
    lotFault('nitrogen', l.nitrogenLot, null, lots),
  ].filter((f) => f !== null);

import type { Lot } from '@hephaist/contracts/records/lot';
import type { EntryDraft } from './log-entry-draft';

/**
 * What a lot that was scanned changes in an entry: the field of its kind.
 * @returns the change, or why it is not taken: a lot is of one class of rod or flux
 */
export function takenLot(
  lot: Lot | undefined,
  draft: Pick<EntryDraft, 'fillerId' | 'fluxId'>,
): { readonly change: Partial<EntryDraft> } | { readonly refused: string } {
  if (!lot) return { refused: 'This lot is not on file.' };
  const asked = lot.kind === 'rod' ? draft.fillerId : lot.kind === 'flux' ? draft.fluxId : '';
  if (lot.kind === 'flux' && !asked) return { refused: `${lot.lot} is flux ${lot.classId}: this joint takes none.` };
  if (lot.classId && asked && lot.classId !== asked)
    return { refused: `${lot.lot} is ${lot.classId}: this joint was to take ${asked}.` };
  const field = { rod: 'fillerLot', flux: 'fluxLot', nitrogen: 'nitrogenLot' } as const;
  return { change: { [field[lot.kind]]: lot.lot } };
}

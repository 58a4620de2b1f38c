import type { Lot } from '@hephaist/contracts/records/lot';
import { describe, expect, it } from 'vitest';
import { takenLot } from './scan-lot';

const lot = (kind: Lot['kind'], classId = ''): Lot => ({
  id: '01900000-0000-7000-8000-000000001000',
  kind,
  lot: 'L-7',
  classId,
  receivedOn: null,
  certificate: '',
  note: '',
});
const draft = { fillerId: 'BCuP-5', fluxId: 'FB3-A' };

describe('a lot that is scanned at the torch', () => {
  it('goes into the field of its kind', () => {
    expect(takenLot(lot('rod', 'BCuP-5'), draft)).toEqual({ change: { fillerLot: 'L-7' } });
    expect(takenLot(lot('flux', 'FB3-A'), draft)).toEqual({ change: { fluxLot: 'L-7' } });
    expect(takenLot(lot('nitrogen', 'high purity'), draft)).toEqual({ change: { nitrogenLot: 'L-7' } });
    expect(takenLot(lot('rod'), draft)).toEqual({ change: { fillerLot: 'L-7' } });
  });
  it('of another class it is not taken, nor flux where none is used, nor what is not on file', () => {
    expect(takenLot(lot('rod', 'BAg-5'), draft)).toEqual({ refused: 'L-7 is BAg-5: this joint was to take BCuP-5.' });
    expect(takenLot(lot('flux', 'FB3-C'), draft)).toHaveProperty('refused');
    expect(takenLot(lot('flux', 'FB3-A'), { ...draft, fluxId: '' })).toHaveProperty('refused');
    expect(takenLot(undefined, draft)).toEqual({ refused: 'This lot is not on file.' });
  });
});

import type { House } from '../records/house.js';
import type { Instrument } from '../records/instrument.js';
import type { Lot } from '../records/lot.js';
import type { ReservedCoupon } from '../records/reserved-coupon.js';

/** One of each kind that the demo does not hold. */
export const onFileSamples = (
  newId: () => string,
): { reserved_coupon: ReservedCoupon; instrument: Instrument; lot: Lot; house: House } => ({
  reserved_coupon: {
    id: newId(),
    number: 'C-907',
    plannedOn: '2026-06-15',
    brazerId: null,
    ruleSetId: 'asme-ix-medical',
    tube: { standardId: 'acr', size: '1-1/8', metalId: 'copper' },
    socketMetalId: 'copper',
    fillerId: 'BCuP-5',
    fluxId: null,
    position: 'horizontal',
    overlapM: 0.0231,
    strips: 1,
    jointType: 'socket',
    process: 'torch',
    type: 'manual',
    procedureId: null,
    covers: 'PF-01 to PF-09',
  },
  instrument: {
    id: newId(),
    kind: 'gauge',
    number: 'G-4',
    range: '0 to 400 psi',
    accuracy: '1 %',
    resolution: '1 psi',
    calibratedOn: '2026-01-10',
    dueOn: '2027-01-10',
    certificate: 'C-88',
    note: '',
  },
  lot: {
    id: newId(),
    kind: 'rod',
    lot: 'R-118',
    classId: 'BCuP-5',
    receivedOn: '2026-06-01',
    certificate: '',
    note: '',
  },
  house: {
    id: newId(),
    paper: 'letter',
    editions: 'ASME BPVC IX, 2025',
    laboratory: '',
    lookedByAnother: false,
    shortCodes: true,
    rigChecksSigned: false,
  },
});

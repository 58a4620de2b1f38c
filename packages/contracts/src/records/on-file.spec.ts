import { describe, expect, it } from 'vitest';
import { problemsOf } from '../schemas/parse.js';
import { onFileSamples } from '../testing/on-file-samples.js';
import { calibrationFault, instrumentSchema, instrumentWords } from './instrument.js';
import { type Lot, lotFault, lotSchema } from './lot.js';
import { couponNumberIn, type ReservedCoupon, reservedCouponSchema, stillToBraze } from './reserved-coupon.js';

const id = '01900000-0000-7000-8000-00000000aaaa';
const samples = onFileSamples(() => id);
const gauge = samples.instrument;
const lot = (change: Partial<Lot> = {}): Lot => ({ ...samples.lot, ...change });

describe('instruments', () => {
  it.each([
    ['on the day it was calibrated', '2026-01-10', null],
    ['the day before', '2026-01-09', 'gauge G-4 was calibrated only on 2026-01-10'],
    ['on the day it is due', '2027-01-10', null],
    ['the day after', '2027-01-11', 'gauge G-4 was due for calibration on 2027-01-10'],
  ])('a reading %s', (_what, day, fault) => {
    expect(calibrationFault(gauge, day)).toBe(fault);
  });
  it('one that never was calibrated, and one that is never due', () => {
    expect(calibrationFault({ ...gauge, calibratedOn: null }, '2026-02-01')).toContain('never calibrated');
    expect(calibrationFault({ ...gauge, dueOn: null }, '2030-02-01')).toBeNull();
  });
  it('stands in a test in the words that hold on its day', () => {
    expect(instrumentWords(gauge, '2026-06-01')).toBe(
      'gauge G-4, 0 to 400 psi, accuracy 1 %, calibrated 2026-01-10 until 2027-01-10, certificate C-88',
    );
    expect(instrumentWords(gauge, '2027-02-01')).toContain('OUT OF CALIBRATION');
    const long = instrumentWords({ ...gauge, range: 'x'.repeat(300) }, '2027-02-01');
    expect(long.length).toBeLessThanOrEqual(200);
    expect(long).toContain('OUT OF CALIBRATION');
  });
  it('is due after it was calibrated, at the field', () => {
    expect(problemsOf(instrumentSchema, gauge)).toEqual([]);
    expect(problemsOf(instrumentSchema, { ...gauge, dueOn: '2026-01-10' }).map((p) => p.field)).toEqual(['dueOn']);
    expect(problemsOf(instrumentSchema, { ...gauge, kind: 'ruler', number: '' }).map((p) => p.field)).toEqual(
      expect.arrayContaining(['kind', 'number']),
    );
  });
});

describe('lots', () => {
  it('speak against what is not on file, or is of another class; nothing on file speaks against nothing', () => {
    expect(problemsOf(lotSchema, lot())).toEqual([]);
    expect(lotFault('rod', ' r-118 ', 'BCuP-5', [lot()])).toBeNull();
    expect(lotFault('rod', 'R-118', 'BAg-24', [lot()])).toBe('rod lot R-118 is on file as BCuP-5, not BAg-24');
    expect(lotFault('rod', 'R-9', 'BCuP-5', [lot()])).toBe('rod lot R-9 is not on file');
    expect(lotFault('flux', 'F-9', 'FB3-A', [lot()])).toBeNull();
    expect(lotFault('rod', 'R-118', 'BCuP-5', [lot({ classId: '' })])).toBeNull();
    expect(lotFault('rod', undefined, 'BCuP-5', [lot()])).toBeNull();
  });
});

describe('coupons to braze', () => {
  const reserved = (number: string): ReservedCoupon => ({ ...samples.reserved_coupon, number });
  it('are those whose number has no result yet, by number', () => {
    expect(problemsOf(reservedCouponSchema, reserved('C-007'))).toEqual([]);
    const left = stillToBraze([reserved('C-009'), reserved('C-007'), reserved('C-008')], [{ number: 'C-008' }]);
    expect(left.map((c) => c.number)).toEqual(['C-007', 'C-009']);
  });
  it('a label’s code says the number; a number that is typed is itself', () => {
    expect(couponNumberIn('HEPHAIST COUPON C-007 STRIP 1 MARK 07 HORIZONTAL')).toBe('C-007');
    expect(couponNumberIn(' C-012 ')).toBe('C-012');
  });
});

import { pqrSchema } from '@hephaist/contracts/records/pqr';
import { type Procedure, procedureSchema } from '@hephaist/contracts/records/procedure';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { INCH } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh.js';
import { beginRecord, looksOf, readRecord, takenFrom } from './pqr-draft';
import { readDraft, textsOf } from './procedure-draft';

const demo = saltmarsh('2026-06-15');
const first: Procedure = { ...demo.procedures[0]!, signedOn: null };

describe('a procedure as it is typed', () => {
  it.each(['us', 'metric'] as const)('gives back exactly what was stored where nobody changed it (%s)', (system) => {
    for (const p of demo.procedures) {
      const read = readDraft(textsOf(p, system), p, system);
      expect(read).toEqual(p);
      expect(problemsOf(procedureSchema, read)).toEqual([]);
    }
  });

  it('says what was changed, in the units shown', () => {
    const texts = { ...textsOf(first, 'us'), overlapMax: '1,5', tip: ' number 3 ' };
    const v = readDraft(texts, first, 'us').variables!;
    expect(v.overlapMaxM).toBeCloseTo(1.5 * INCH);
    expect(v.tip).toBe('number 3');
    expect(readDraft({ ...texts, overlapMax: '' }, first, 'us').variables!.overlapMaxM).toBeNull();
  });

  it('is taken over only where it is said so, and then on conditions', () => {
    const texts = { ...textsOf(first, 'us'), isAdopted: true, from: 'an institute', document: 'Q-7' };
    const fields = (conditions: string) =>
      problemsOf(procedureSchema, readDraft({ ...texts, conditions }, first, 'us')).map((p) => p.field);
    expect(fields('')).toEqual(['adopted.conditions']);
    expect(fields('as written')).toEqual([]);
    expect(readDraft({ ...texts, isAdopted: false }, first, 'us').adopted).toBeUndefined();
  });
});

describe('a record as it is typed', () => {
  const coupon = demo.coupons[0]!;
  const begun = beginRecord(first, 'PQR-9', '2026-06-15');

  it('begins with what its procedure states', () => {
    expect(begun).toMatchObject({
      metals: '107-107',
      fNumber: '103',
      flame: 'slightly reducing',
      purgeGas: 'nitrogen',
    });
    expect(begun.temp).toBe('');
  });

  it('takes from a coupon all that it says, so that only witness and gap are left to say', () => {
    const draft = { ...begun, ...takenFrom(coupon, SHIPPED, 'us') };
    const tube = SHIPPED.tube(coupon.tube.standardId, coupon.tube.size)!;
    const record = {
      ...readRecord(draft, first, 'us'),
      id: coupon.id,
      tests: [{ kind: 'visual' as const, accepted: true, boreClean: true }],
    };
    expect(record).toMatchObject({ brazerId: coupon.brazerId, brazedOn: coupon.brazedOn, position: coupon.position });
    expect(record.wallM).toBeCloseTo(tube.wallM, 6);
    expect(record.used).toMatchObject({
      fillerId: coupon.fillerId,
      tubeMetalId: 'copper',
      tempK: null,
      purgeFlow: expect.closeTo(coupon.statement!.purgeFlow!, 9),
    });
    const wanted = problemsOf(pqrSchema, record).map((p) => p.field);
    expect(new Set(wanted)).toEqual(new Set(['witness', ...(draft.gap ? [] : ['gapM'])]));
    expect(problemsOf(pqrSchema, { ...record, witness: 'Wren Abara', gapM: 0.0001 })).toEqual([]);
  });

  it('how it looked is only said where somebody wrote it down', () => {
    expect(looksOf({ ...coupon, visualReason: null, boreClean: true })).toBe('accepted, bore bright');
    expect(looksOf({ ...coupon, visualReason: null, boreClean: false })).toBe('accepted, oxide in the bore');
    expect(looksOf({ ...coupon, visualReason: 'flux left', boreClean: true })).toBe('rejected');
    expect(looksOf({ ...coupon, visualReason: undefined })).toBe('');
    expect(looksOf({ ...coupon, visualReason: null, boreClean: null })).toBe('');
  });
});

import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import { addDays, dayIn } from '@hephaist/core/qualification/continuity';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { ANNULLABLE, type Annullable, type Annulment } from '../records/annulment.js';
import { brazerRecord } from '../records/brazer-record.js';
import type { Confirmation } from '../records/confirmation.js';
import type { Coupon } from '../records/coupon.js';
import { kindRow } from '../records/kinds.js';
import { planner } from '../records/planner.js';
import { shopOf } from '../records/shop.js';
import type { JobFile } from './exchange.js';
import { findingsOfLog } from './open-points.js';
import { standingFile } from './standing-file.js';

/** Annulling and adding later: what was true on an earlier instant changes by what was annulled, and by nothing else. */

const demo = saltmarsh('2026-06-15') as JobFile;
const id = (n: number): string => `01900000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
const confirmations: Confirmation[] = demo.brazers.flatMap((b, i) => [
  { id: id(1 + i), brazerId: b.id, on: '2026-05-20', says: 'seen at work' },
]);
const whole: JobFile = { ...demo, confirmations };
const tables = catalogueWith(whole.ownRows);
const planOf = planner(whole.job, whole.lines, shopOf(whole.ownRows, whole.procedures));
const zone = whole.job.timeZone;

/** What is said against each entry that stands, by its id, each judged on the instant it was brazed. */
function judged(whole: JobFile): Map<string, string> {
  const file = standingFile(whole);
  const brazings = file.logs.map((l) => ({
    brazerId: l.brazerId,
    day: dayIn(l.brazedAt, zone),
    label: file.joints.find((j) => j.id === l.jointId)!.mark,
    fNumber: tables.filler(l.fillerId)?.fNumber ?? null,
  }));
  const records = new Map(file.brazers.map((b) => [b.id, brazerRecord(b, { ...file, brazings }, tables)]));
  const found = findingsOfLog(file, file.logs, planOf, (b) => records.get(b) ?? null);
  return new Map(found.map(({ log, findings }) => [log.id, findings.map((f) => f.says).join('; ')]));
}

const evidence = ANNULLABLE.flatMap((kind) =>
  ((whole[kindRow(kind).filed!.place as keyof JobFile] ?? []) as unknown as { id: string; brazerId?: string }[]).map(
    (r) => ({
      kind,
      id: r.id,
      brazerId: r.brazerId ?? null,
    }),
  ),
);
const annulled = (some: readonly { kind: Annullable; id: string }[]): Annulment[] =>
  some.map((r, i) => ({ id: id(1000 + i), kind: r.kind, recordId: r.id, reason: 'wrong', replacedById: null }));

describe('a file as it is judged', () => {
  it('has evidence of every kind but one, so that the properties below say something', () => {
    expect(ANNULLABLE.filter((k) => !evidence.some((e) => e.kind === k))).toEqual(['line_step']);
    const coupon = evidence.find((e) => e.kind === 'coupon')!;
    const before = judged(whole);
    const after = judged({ ...whole, annulments: annulled([coupon]) });
    expect([...before].filter(([log, says]) => after.get(log) !== says).length).toBeGreaterThan(0);
  });

  it('annulling changes what is said of entries of the brazers concerned, and of nobody else’s', () => {
    const before = judged(whole);
    fc.assert(
      fc.property(fc.subarray(evidence, { minLength: 1, maxLength: 6 }), (some) => {
        const after = judged({ ...whole, annulments: annulled(some) });
        const concerned = new Set(some.map((s) => s.brazerId));
        const gone = new Set(some.map((s) => s.id));
        for (const log of whole.logs) {
          if (gone.has(log.id)) expect(after.has(log.id)).toBe(false);
          else if (!concerned.has(log.brazerId)) expect(after.get(log.id)).toBe(before.get(log.id));
        }
      }),
      { seed: 14, numRuns: 25 },
    );
  });

  it('and is as if what was annulled had never been filed', () => {
    fc.assert(
      fc.property(fc.subarray(evidence, { minLength: 1, maxLength: 6 }), (some) => {
        const gone = new Set(some.map((s) => s.id));
        const without = { ...whole } as { -readonly [K in keyof JobFile]: JobFile[K] };
        without.logs = whole.logs.filter((l) => !gone.has(l.id));
        without.coupons = whole.coupons.filter((c) => !gone.has(c.id));
        without.confirmations = whole.confirmations.filter((c) => !gone.has(c.id));
        without.pqrs = whole.pqrs.filter((r) => !gone.has(r.id));
        expect(judged({ ...whole, annulments: annulled(some) })).toEqual(judged(without));
      }),
      { seed: 15, numRuns: 25 },
    );
  });

  it('what is filed of a later day says nothing of an entry of an earlier one', () => {
    const before = judged(whole);
    const days = [...new Set(whole.logs.map((l) => dayIn(l.brazedAt, zone)))].sort();
    fc.assert(
      fc.property(
        fc.constantFrom(...days),
        fc.integer({ min: 1, max: 90 }),
        fc.constantFrom(...whole.coupons),
        fc.boolean(),
        (day, later, like, clean) => {
          const on = addDays(day, later);
          const coupon: Coupon = { ...like, id: id(5000), number: 'X-1', brazedOn: on, boreClean: clean };
          const seen: Confirmation = { id: id(5001), brazerId: like.brazerId, on, says: 'later' };
          const after = judged({
            ...whole,
            coupons: [...whole.coupons, coupon],
            confirmations: [...whole.confirmations, seen],
          });
          for (const log of whole.logs)
            if (dayIn(log.brazedAt, zone) <= day) expect(after.get(log.id)).toBe(before.get(log.id));
        },
      ),
      { seed: 16, numRuns: 40 },
    );
  });
});

import { qualifiedBy, testVerdict } from '@hephaist/contracts/records/pqr';
import { inForce, statedProcedure } from '@hephaist/contracts/records/procedure';
import { procedureRows } from '@hephaist/contracts/records/procedure-rows';
import { MEANINGS } from '@hephaist/contracts/records/signature';
import { outsideSupport } from '@hephaist/core/procedure/support';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { REFUSED, type Sheet } from '../../pdf/sheet.js';
import type { Content } from '../content.js';

/** Who signed a record, in one line each. */
export const signedLines = (c: Content, recordId: string): string[] =>
  c.file.signatures
    .filter((s) => s.recordId === recordId)
    .map(
      (s) =>
        `Signed by ${s.person} (${s.roles.join(', ')}): ${MEANINGS[s.meaning]}, ${s.at.slice(0, 16).replace('T', ' ')} UTC, ${s.contentHash.slice(0, 16)}${c.snapshot.imported.includes(s.id) ? '; came in with a file, not signed here' : ''}`,
    );

/** Every revision that the log was worked to or that is in force, with its records and how they tested. */
export function procedures(sheet: Sheet, c: Content): void {
  sheet.part('Procedures');
  const named = new Set(c.file.logs.map((l) => l.procedureId));
  const force = new Set(inForce(c.file.procedures).map((p) => p.id));
  const used = c.file.procedures.filter((p) => named.has(p.id) || force.has(p.id));
  if (!used.length) sheet.para('None on file.');
  for (const p of used.sort((a, b) => a.name.localeCompare(b.name) || a.revision.localeCompare(b.revision))) {
    sheet.heading(`${p.name} rev ${p.revision}, signed ${p.signedOn ?? 'never'}`, 13);
    for (const line of signedLines(c, p.id)) sheet.para(line, undefined, 8.5);
    const records = c.file.pqrs.filter((r) => r.procedureName === p.name);
    const stated = statedProcedure(p);
    const own = records.map((r) => qualifiedBy(r, c.file.coupons, c.tables));
    const outside = stated ? outsideSupport(stated, own) : [];
    const rows = procedureRows(p, null, outside, c.handOver.units);
    sheet.table(
      [
        ['Variable', 1],
        ['Stated', 4],
        ['Beyond its records', 2.5],
      ],
      rows.map((r) => ({ Variable: r.name, Stated: r.now, 'Beyond its records': r.outside.join('; ') })),
      (r) => (r['Beyond its records'] ? REFUSED : null),
    );
    for (const r of records) {
      const rules = c.tables.ruleSet(r.ruleSetId) ?? ASME_RULES;
      sheet.heading(`Record ${r.number}, brazed ${r.brazedOn}, witnessed by ${r.witness}; ${rules.name}`, 10);
      for (const test of r.tests) {
        const verdict = testVerdict(test, rules, c.file.coupons, c.tables);
        const words = verdict
          ? `${test.kind}: ${verdict.passes ? 'passes' : 'fails'}: ${c.say(verdict.arithmetic)}`
          : `${test.kind}: its coupon is not on file`;
        sheet.para(words, verdict?.passes ? undefined : REFUSED, 8.5);
      }
    }
  }
}

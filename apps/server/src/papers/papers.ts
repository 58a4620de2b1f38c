import { brazedToWords, couponRecord, couponVerdict } from '@hephaist/contracts/records/brazer-record';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import { type Pqr, qualifiedBy, testVerdict } from '@hephaist/contracts/records/pqr';
import { pqrRows } from '@hephaist/contracts/records/pqr-rows';
import type { Laboratory } from '@hephaist/contracts/records/pqr-used';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import { procedureRows } from '@hephaist/contracts/records/procedure-rows';
import { beyondRecords, stageOf } from '@hephaist/contracts/records/procedure-stage';
import { continuity } from '@hephaist/core/qualification/continuity';
import { continuityEvents, validCoupons } from '@hephaist/core/qualification/may-braze';
import { coverLines, qualifiedRange } from '@hephaist/core/qualification/range';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { said } from '@hephaist/core/units/say';
import type { Known } from '../follow/known.js';
import { NotFoundError } from '../http/errors.js';
import { REFUSED } from '../pdf/sheet.js';
import { Paper, type PaperAsked } from './paper.js';

const standing = (known: Known) => ({
  procedures: known.file.procedures ?? [],
  pqrs: known.stands(known.pqrs),
  coupons: known.stands(known.file.coupons),
});

/** The report of a laboratory by its number, and whether the report itself is on file. */
const reportWords = (of: Laboratory | null | undefined): string =>
  [of?.report, of?.reportId && 'on file'].filter(Boolean).join(', ');

/** A brazing procedure specification: every variable, the records behind it, and what lies beyond them. */
export function bpsPaper(known: Known, p: Procedure, asked: PaperAsked): Promise<Buffer> {
  const on = standing(known);
  const own = on.pqrs.filter((r) => r.procedureName === p.name);
  const beyond = beyondRecords(p, on, known.tables);
  const paper = new Paper(
    `Brazing procedure ${p.name} rev ${p.revision}`,
    'Brazing procedure specification (BPS)',
    asked,
  );
  paper.facts([
    ['Number', p.name],
    ['Revision', p.revision],
    ['Released', p.signedOn ?? 'not released'],
    ['Stands as', stageOf(p, on, known.tables)],
    ['Records', own.map((r) => r.number).join(', ') || 'none'],
    ['Taken over', p.adopted ? `${p.adopted.from}, ${p.adopted.document}` : 'no'],
  ]);
  paper.variables(
    [
      ['Variable', 1.3],
      ['Stated', 4],
    ],
    procedureRows(p, null, [], asked.units).map((r) => ({ Variable: r.name, Stated: r.now })),
  );
  if (beyond.length) paper.heading('Beyond its records');
  for (const b of beyond) paper.line(b.says, REFUSED);
  return paper.statement(
    known,
    'Work by this procedure is brazed as it stands here; a change makes a new revision.',
    p.id,
  );
}

/** A procedure qualification record: what was used beside what was stated, specimens, laboratory, witness. */
export function pqrPaper(known: Known, r: Pqr, asked: PaperAsked): Promise<Buffer> {
  const procedures = known.file.procedures ?? [];
  const procedure =
    procedures.find((p) => p.id === r.procedureId) ??
    procedures.filter((p) => p.name === r.procedureName && p.signedOn !== null).at(-1) ??
    null;
  const rules = known.tables.ruleSet(r.ruleSetId) ?? ASME_RULES;
  const coupons = known.stands(known.file.coupons);
  const { passed, missing } = qualifiedBy(r, coupons, known.tables);
  const paper = new Paper(`Procedure qualification record ${r.number}`, `For ${r.procedureName}`, asked);
  paper.facts([
    ['Record', r.number],
    ['Procedure', procedure ? `${procedure.name} rev ${procedure.revision}` : r.procedureName],
    ['Brazed on', r.brazedOn],
    ['Brazer', known.brazer(r.brazerId)?.name ?? ''],
    ['Judged by', rules.name],
    ['Witnessed by', r.witness],
    ['Laboratory', r.laboratory?.name ?? 'none'],
    ['Report', reportWords(r.laboratory)],
  ]);
  paper.variables(
    [
      ['Variable', 1.3],
      ['Stated', 2.2],
      ['Used', 2.2],
    ],
    pqrRows(r, procedure, asked.units).map((x) => ({ Variable: x.name, Stated: x.stated, Used: x.used })),
  );
  paper.heading('Specimens');
  paper.variables(
    [
      ['Specimen', 0.7],
      ['Test', 0.8],
      ['Reading', 3.4],
      ['Result', 0.7],
    ],
    r.tests.map((t) => {
      const verdict = testVerdict(t, rules, coupons, known.tables);
      return {
        Specimen: t.specimen ?? '–',
        Test: t.kind,
        Reading: verdict ? paper.say(verdict.arithmetic) : 'its coupon is not on file',
        Result: verdict?.passes ? 'passes' : 'fails',
      };
    }),
  );
  paper.line(
    `${passed ? 'Passed' : 'Failed'}. ${missing.length ? `Its type of joint also asks for ${missing.join(' and ')}: it supports nothing yet.` : 'It has every test its type of joint asks for.'}`,
    passed && !missing.length ? undefined : REFUSED,
  );
  if (r.note) paper.line(r.note);
  return paper.statement(
    known,
    `What stands here is what was used and read; the coupon was prepared, brazed and tested as ${rules.name} asks.`,
    r.id,
  );
}

/** Range of one coupon, in short facts. */
function couponFacts(known: Known, c: Coupon): [string, string][] {
  const record = couponRecord(c, known.tables);
  const verdict = couponVerdict(c, known.tables);
  const range = record ? qualifiedRange(record, verdict.ruleSet) : null;
  return [
    ['Coupon', `${c.number}, brazed ${c.brazedOn}`],
    ['Result', verdict.passes ? 'passes' : 'fails'],
    ['Procedure', brazedToWords(c, known.file.procedures ?? [])],
    ['Process', `${c.process ?? 'torch'}, ${c.type ?? 'manual'}, ${c.jointType ?? 'socket'} joint`],
    ['Tube', `${c.tube.size} ${c.tube.standardId}`],
    ['Metals', record ? `P-${record.pNumbers.join(' to P-')}` : ''],
    ['Filler', `${c.fillerId}${record ? `, F-${record.fNumber}` : ''}${c.fillerLot ? `, lot ${c.fillerLot}` : ''}`],
    ['Flux', c.fluxId === undefined ? 'not written down' : (c.fluxId ?? 'none')],
    ['Position', c.position],
    ['Overlap', said(c.overlapM, 'diameter')],
    ['Laboratory', c.laboratory ? `${c.laboratory.name} ${reportWords(c.laboratory)}`.trim() : 'none'],
    ['Read by', c.lookedBy],
    ...(range && verdict.passes
      ? ([
          ['Qualifies walls', `${said(range.wallM.min, 'diameter')} to ${said(range.wallM.max, 'diameter')}`],
          ['Overlap up to', said(range.overlapMaxM, 'diameter')],
          ['Positions', range.positions.join(', ')],
          ['Joints', range.jointType],
        ] as [string, string][])
      : []),
  ];
}

/** A brazer's performance qualification by one coupon: what it was, its tests, the range, continuity. */
export function bpqPaper(known: Known, c: Coupon, asked: PaperAsked): Promise<Buffer> {
  const brazer = known.brazer(c.brazerId)?.name ?? 'someone no longer on file';
  const record = known.recordOf(c.brazerId);
  const verdict = couponVerdict(c, known.tables);
  const paper = new Paper(
    `Brazer’s qualification, ${brazer}, ${c.number}`,
    'Brazer performance qualification (BPQ)',
    asked,
  );
  paper.facts([['Brazer', brazer], ['Judged by', verdict.ruleSet.name], ...couponFacts(known, c)]);
  const s = c.statement;
  if (s)
    paper.facts([
      ['Cleaning', s.cleaning],
      ['Gap a side', s.gapM === null ? 'not stated' : said(s.gapM, 'gap')],
      ['Nitrogen flow', s.purgeFlow === null ? 'not stated' : said(s.purgeFlow, 'flow')],
      ['Bore', c.boreClean === null ? 'not looked at' : c.boreClean ? 'bright' : 'oxide in it'],
    ]);
  paper.heading('Specimens');
  for (const t of c.tests ?? []) paper.line(`${t.kind}${t.specimen ? ` ${t.specimen}` : ''}`);
  for (const reason of verdict.reasons) paper.line(reason);
  if (record) {
    paper.heading('Continuity');
    const kept = continuity(continuityEvents(record, verdict.ruleSet), asked.day, verdict.ruleSet);
    paper.line(
      kept.goodThrough
        ? `Last brazed ${kept.lastDay ?? ''} (${kept.lastLabel ?? ''}); good through ${kept.goodThrough}.`
        : 'No continuity on file.',
    );
  }
  return paper.statement(
    known,
    `What stands here is what was done and read; the coupon was prepared, brazed and tested as ${verdict.ruleSet.name} asks.`,
    c.id,
  );
}

/** A card for the wallet: who, what passed coupons cover together today, and until when. */
export function cardPaper(known: Known, brazerId: string, asked: PaperAsked): Promise<Buffer> {
  const brazer = known.file.brazers.find((b) => b.id === brazerId);
  const record = known.recordOf(brazerId);
  if (!brazer || !record) throw new NotFoundError('No such brazer here.');
  const paper = new Paper(`${brazer.name}, mark ${brazer.mark}`, `Card of a brazer of ${asked.company}`, asked);
  const kept = continuity(continuityEvents(record), asked.day);
  paper.facts([
    ['On', asked.day],
    [
      'Good through',
      brazer.withdrawnOn ? `withdrawn since ${brazer.withdrawnOn}` : (kept.goodThrough ?? 'not qualified'),
    ],
  ]);
  const passed = validCoupons(record, asked.day);
  for (const line of brazer.withdrawnOn ? [] : coverLines(passed))
    paper.line(`F-${line.fNumber}, P-${line.pNumbers.join(' to P-')}: ${line.positions.join(', ')}`);
  for (const c of passed) paper.line(`Coupon ${c.label}, brazed ${c.brazedOn}`);
  return paper.statement(
    known,
    'Ranges by wall, overlap and type of joint stand on the qualification records named here.',
    brazer.id,
  );
}

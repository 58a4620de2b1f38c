import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { lastLogs, openPoints } from '../exchange/open-points.js';
import { problemsOf } from '../schemas/parse.js';
import { brazerRecord, couponMissing, couponVerdict } from './brazer-record.js';
import { jointLogSchema } from './joint-log.js';
import { brazerOn, type LogContext, logFindingsOf, makingProblems } from './log-check.js';
import { planner } from './planner.js';
import { inForceOn, type Procedure } from './procedure.js';
import { shopOf } from './shop.js';

const demo = saltmarsh('2026-06-15');
const plan = planner(demo.job, demo.lines, shopOf(demo.ownRows, demo.procedures));
const recordOf = (id: string) => {
  const brazer = demo.brazers.find((b) => b.id === id);
  return brazer ? brazerRecord(brazer, { coupons: demo.coupons, brazings: [] }) : null;
};
const context = (mark: string, by = '07'): LogContext => {
  const joint = demo.joints.find((j) => j.mark === mark);
  const planned = joint && plan(joint).plan;
  if (!joint || !planned) throw new Error(`no plan of ${mark}`);
  const brazer = demo.brazers.find((b) => b.mark === by);
  const { procedures, job } = demo;
  return { joint, plan: planned, timeZone: job.timeZone, record: recordOf(brazer?.id ?? ''), procedures };
};
const logOf = (mark: string) => {
  const joint = demo.joints.find((j) => j.mark === mark);
  const log = demo.logs.find((l) => l.jointId === joint?.id);
  if (!log) throw new Error(`no log of ${mark}`);
  return log;
};

describe('an entry of the log against what is on file', () => {
  it('is in order as the careful crew made it', () => {
    expect(logFindingsOf(logOf('PF-01'), context('PF-01'))).toEqual([]);
    expect(logFindingsOf(logOf('OX-01'), context('OX-01'))).toEqual([]);
  });
  it('a step that was passed over at the torch speaks against it where it matters', () => {
    const skip = (mark: string, step: 'nitrogen' | 'photograph') =>
      logFindingsOf(
        { ...logOf(mark), steps: [{ step, answer: 'skipped', at: '2026-06-01T10:00:00Z' }] },
        context(mark),
      );
    expect(skip('OX-01', 'photograph')).toEqual([]);
    expect(skip('OX-01', 'nitrogen')).toMatchObject([{ about: 'nitrogen', asksReason: true }]);
  });
  it('steps: each once, none that is not of the way', () => {
    const problems = (steps: unknown) =>
      problemsOf(jointLogSchema, { ...logOf('OX-01'), steps }, '', SHIPPED).map((p) => `${p.field}: ${p.says}`);
    const step = { step: 'heat', answer: 'done', at: '2026-06-01T10:00:00Z' };
    expect(problems([step])).toEqual([]);
    expect(problems([step, { ...step, answer: 'skipped' }])).toEqual(['steps: each step once']);
    expect(problems([{ ...step, step: 'polish' }])[0]).toMatch(/^steps\.0\.step: one of stub, clean/);
    expect(problems([{ ...step, answer: 'wrong' }])[0]).toMatch(/done or skipped/);
  });
  it('is asked on the calendar day of the job, not of the reader', () => {
    // Withdrawn on 26 May in New York, four hours behind UTC.
    const words = (brazedAt: string) =>
      brazerOn({ ...logOf('PF-01'), brazedAt }, context('PF-01', '23'))?.reasons.join();
    expect(words('2026-05-26T03:59:00Z')).not.toContain('withdrawn');
    expect(words('2026-05-26T04:00:00Z')).toContain('withdrawn');
  });
  it('follows the others of its joint', () => {
    const first = logOf('OX-07');
    expect(makingProblems(first, [])).toEqual([]);
    expect(makingProblems({ ...first, madeAs: 'repaired' }, [])[0]?.says).toBe('nothing was brazed here before');
    expect(makingProblems({ ...first, madeAs: 'repaired' }, [first])[0]?.field).toBe('brazedAt');
    const later = { ...first, madeAs: 'repaired' as const, brazedAt: '2026-06-14T10:00:00Z' };
    expect(makingProblems(later, [first])).toEqual([]);
    expect(makingProblems({ ...later, brazedAt: '2026-06-15T10:00:00Z' }, [first, later])[0]?.says).toContain(
      'repaired once',
    );
  });
  it('a revision is in force from its signing until the next one is signed', () => {
    const a = demo.procedures[0] as Procedure;
    const signed = a.signedOn ?? '';
    const b: Procedure = { ...a, id: demo.job.id, revision: 'B', replaces: a.id, signedOn: '2026-06-01' };
    const on = (p: Procedure, day: string) => inForceOn(p, [a, b], day);
    // When on that day it was signed is not known: both stood on it.
    expect([on(a, signed), on(a, '2026-06-01'), on(a, '2026-06-02')]).toEqual([true, true, false]);
    expect([on(b, '2026-05-31'), on(b, '2026-06-01')]).toEqual([false, true]);
    expect(on({ ...a, signedOn: null }, '2026-06-01')).toBe(false);
  });
  it('a revision signed at noon takes nothing from what was brazed in the morning', () => {
    const a = demo.procedures[0] as Procedure;
    const b: Procedure = {
      ...a,
      id: demo.job.id,
      revision: 'B',
      replaces: a.id,
      signedOn: '2026-06-01',
      signedAt: '2026-06-01T16:00:00Z',
    };
    const at = (p: Procedure, time: string) => inForceOn(p, [a, b], '2026-06-01', `2026-06-01T${time}Z`);
    expect([at(a, '15:59:59'), at(a, '16:00:00')]).toEqual([true, false]);
    expect([at(b, '15:59:59'), at(b, '16:00:00')]).toEqual([false, true]);
    // Through the log: the same entry, to rev A, an hour before and an hour after.
    const log = { ...logOf('OX-01'), procedureId: a.id };
    const against = (brazedAt: string) =>
      logFindingsOf({ ...log, brazedAt }, { ...context('OX-01'), procedures: [a, b] })
        .filter((f) => f.about === 'procedure')
        .map((f) => f.says);
    expect(against('2026-06-01T15:00:00Z').join()).not.toContain('in force');
    expect(against('2026-06-01T17:00:00Z').join()).toContain('in force');
  });
  it('a withdrawal at noon leaves the morning, and one by the day takes all of it', () => {
    const log = logOf('OX-01');
    const of = context('OX-01');
    const on = log.brazedAt.slice(0, 10);
    const may = (withdrawn: { on: string; at?: string; reason: string }) =>
      brazerOn(log, { ...of, record: of.record && { ...of.record, withdrawn } })?.withdrawn;
    const hour = (h: number) => new Date(Date.parse(log.brazedAt) + h * 3_600_000).toISOString();
    expect(may({ on, reason: 'x' })).toBe(true);
    expect(may({ on, at: hour(1), reason: 'x' })).toBe(false);
    expect(may({ on, at: hour(-1), reason: 'x' })).toBe(true);
  });
});

describe('what is open at a hand-over', () => {
  it('a procedure beyond its records stays open when as unsupported a revision supersedes it', () => {
    const a = demo.procedures[0] as Procedure;
    const b: Procedure = { ...a, id: demo.job.id, revision: 'B', replaces: a.id, signedOn: '2026-06-14' };
    const beyond = (procedures: readonly Procedure[]) =>
      openPoints({ ...demo, procedures: [...procedures], pqrs: [] }, plan, recordOf, SHIPPED).find((p) =>
        p.what.startsWith('procedure beyond'),
      )?.about;
    const rest = demo.procedures.slice(1);
    expect(beyond([a, ...rest])).toContain(`${a.name} rev A`);
    expect(beyond([a, b, ...rest])).toContain(`${a.name} rev A`);
  });

  const points = (change: object = {}) =>
    Object.fromEntries(openPoints({ ...demo, ...change }, plan, recordOf, SHIPPED).map((p) => [p.what, p.about]));
  it('is what a look through the binder would find', () => {
    const found = points();
    expect(found['rejected, and neither repaired nor made anew']).toEqual(['OX-07']);
    expect(found['not brazed yet']).toHaveLength(183);
    expect(found['nitrogen out of range or missing, without a signed reason']).toEqual(['PL-04', 'OX-03']);
    expect(found['no pressure test that held at its pressure']).toEqual([
      'Plasma freezer, liquid',
      'Surgery oxygen',
      'Surgery air',
    ]);
    expect(Object.keys(found).some((w) => w.startsWith('brazer'))).toBe(false);
  });
  it('closes when it is mended: a signed reason, a repair, joints set aside', () => {
    const logs = demo.logs.map((l) => ({ ...l, outOfRangeReason: 'agreed' }));
    expect(points({ logs })['nitrogen out of range or missing, without a signed reason']).toBeUndefined();
    const rejected = logOf('OX-07');
    const repair = {
      ...rejected,
      id: demo.job.id,
      visual: 'accepted' as const,
      visualReason: null,
      brazedAt: '2026-06-14T10:00:00Z',
    };
    expect(points({ logs: [...demo.logs, repair] })['rejected, and neither repaired nor made anew']).toBeUndefined();
    expect(lastLogs([repair, rejected]).get(rejected.jointId)?.id).toBe(repair.id);
    const joints = demo.joints.map((j) => ({ ...j, setAside: 'later' }));
    expect(points({ joints })['not brazed yet']).toBeUndefined();
  });
});

describe('a coupon', () => {
  const coupon = demo.coupons[0]!;
  it('that is rejected by eye fails, whatever its strip', () => {
    expect(couponVerdict(coupon).passes).toBe(true);
    const seen = couponVerdict({ ...coupon, visualReason: 'flux left on' });
    expect([seen.passes, seen.reasons.at(-1)]).toEqual([false, 'Looked at: flux left on: fails']);
  });
  it('for medical gas states cleaning, gap and nitrogen (NFPA 99, from memory)', () => {
    expect(couponMissing(coupon)).toEqual([]);
    expect(couponMissing({ ...coupon, statement: undefined })).toHaveLength(3);
    expect(couponMissing({ ...coupon, statement: undefined, ruleSetId: 'asme-ix' })).toEqual([]);
  });
});

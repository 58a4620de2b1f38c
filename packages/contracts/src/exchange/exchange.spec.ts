import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import type { PurgeSession } from '../records/purge-session.js';
import type { Signature } from '../records/signature.js';
import { ContractError } from '../schemas/parse.js';
import { sampleMark, sampleSession } from '../testing/purge-samples.js';
import { DEMO_JOB_ID } from './answers.js';
import { type JobFile, parseJobFile, writeJobFile } from './exchange.js';

const demo = saltmarsh('2026-06-15');
const none = '01900000-0000-7000-8000-0000ffffffff';
const of = { jobId: demo.job.id };
const session = sampleSession({ ...of, lineId: demo.lines[0]!.id }) as unknown as PurgeSession;
const mark = sampleMark(of);
const signature: Signature = {
  id: '01900000-0000-7000-8000-0000eeeeeeee',
  kind: 'coupon',
  recordId: demo.coupons[0]!.id,
  signedVersion: 1,
  contentHash: 'a'.repeat(64),
  meaning: 'judged',
  accountId: none,
  person: 'Imre Oyelaran',
  roles: ['quality'],
  at: '2026-06-15T12:00:00.000Z',
};
const row = { sessionId: session.id, seq: 1, at: '2026-06-15T12:00:00.000Z', device: null, value: null, says: 'begun' };
const full: JobFile = {
  ...demo,
  sessions: [session],
  marks: [mark],
  trace: [row],
  signatures: [signature],
  confirmations: [
    { id: '01900000-0000-7000-8000-0000dddddddd', brazerId: demo.brazers[0]!.id, on: '2026-06-01', says: 'seen' },
  ],
};
const fieldsOf = (file: object): string[] => {
  try {
    parseJobFile(JSON.parse(JSON.stringify(file)));
    return [];
  } catch (e) {
    if (e instanceof ContractError) return e.problems.map((p) => p.field);
    throw e;
  }
};
const first = <K extends keyof JobFile>(key: K, change: object): object => ({
  ...full,
  [key]: (full[key] as readonly object[]).map((r, i) => (i === 0 ? { ...r, ...change } : r)),
});

it('the demo is known by its job', () => expect(demo.job.id).toBe(DEMO_JOB_ID));

it('a watch in a file ends no sooner than one here, and follows its permit', () => {
  const at = demo.hotWorkMarks.findIndex((m) => m.kind === 'ended');
  const sooner = (time: string): object => ({
    ...full,
    hotWorkMarks: demo.hotWorkMarks.map((m, i) => (i === at ? { ...m, at: `${m.at.slice(0, 11)}${time}:00Z` } : m)),
  });
  expect(fieldsOf(sooner('16:43'))).toEqual([]);
  expect(fieldsOf(sooner('16:39'))).toContain(`hotWorkMarks.${at}.kind`);
  const unlit = { ...full, hotWorkMarks: demo.hotWorkMarks.filter((m) => m.kind !== 'flame on') };
  expect(fieldsOf(unlit)).toContain('hotWorkMarks.0.kind');
});

describe('references of a job file', () => {
  it('all hold in a file with everything in it, which is written the same again', () => {
    expect(fieldsOf(full)).toEqual([]);
    const text = writeJobFile(full);
    expect(writeJobFile(parseJobFile(JSON.parse(text)))).toBe(text);
  });

  it.each<[string, object, string]>([
    ['a line of another job', first('lines', { jobId: none }), 'lines.0.jobId'],
    ['a joint of another job', first('joints', { jobId: none }), 'joints.0.jobId'],
    ['a joint on no line', first('joints', { lineId: none }), 'joints.0.lineId'],
    ['a log of no joint', first('logs', { jointId: none }), 'logs.0.jointId'],
    ['a log by nobody', first('logs', { brazerId: none }), 'logs.0.brazerId'],
    ['a log to no procedure', first('logs', { procedureId: none }), 'logs.0.procedureId'],
    ['a log under no purge session', first('logs', { sessionId: none }), 'logs.0.sessionId'],
    ['a coupon of nobody', first('coupons', { brazerId: none }), 'coupons.0.brazerId'],
    ['a coupon to no procedure', first('coupons', { procedureId: none }), 'coupons.0.procedureId'],
    ['a record by nobody', first('pqrs', { brazerId: none }), 'pqrs.0.brazerId'],
    ['a confirmation of nobody', first('confirmations', { brazerId: none }), 'confirmations.0.brazerId'],
    ['a test of another job', first('pressureTests', { jobId: none }), 'pressureTests.0.jobId'],
    ['a test of no line', first('pressureTests', { lineId: none }), 'pressureTests.0.lineId'],
    ['a session of another job', first('sessions', { jobId: none }), 'sessions.0.jobId'],
    ['a session of no line', first('sessions', { lineId: none }), 'sessions.0.lineId'],
    ['a mark of no session', first('marks', { sessionId: none }), 'marks.0.sessionId'],
    ['a signature of nothing', first('signatures', { recordId: none }), 'signatures.0.recordId'],
    ['a reading of no session', first('trace', { sessionId: none }), 'trace.0.sessionId'],
    ['a reading that stands twice', { ...full, trace: [row, row] }, 'trace.1.seq'],
  ])('%s is refused at its field', (_what, file, field) => {
    expect(fieldsOf(file)).toContain(field);
  });

  it('a wall behind and the answers of a stub go with the joint, and a file of before there were any is taken', () => {
    const [first, ...rest] = demo.joints;
    const told = { ...first!, wallBehind: true, stub: { magnet: 'holds', file: 'skin' } };
    const back = parseJobFile(JSON.parse(writeJobFile({ ...demo, joints: [told, ...rest] })));
    expect(back.joints[0]).toMatchObject({ wallBehind: true, stub: { magnet: 'holds', file: 'skin' } });
    expect([back.joints[1]?.wallBehind, back.joints[1]?.stub]).toEqual([undefined, undefined]);
    const wrong = { ...told, stub: { magnet: 'perhaps', moon: 'full' } };
    expect(fieldsOf({ ...demo, joints: [wrong, ...rest] })).toEqual(
      expect.arrayContaining([expect.stringContaining('joints.0.stub')]),
    );
  });
  it('a file that says nothing of what came later is taken', () => {
    const { confirmations: _c, pqrs: _p, pressureTests: _t, signatures: _s, ownRows: _o, ...rest } = demo;
    const { sessions: _x, marks: _m, trace: _r, ...old } = rest;
    // The demo names a part of the company's own, which an older file cannot.
    const plain = { ...old, joints: old.joints.filter((j) => j.partNearby?.partId !== 'txv') };
    const ids = new Set(plain.joints.map((j) => j.id));
    expect(fieldsOf({ ...plain, logs: plain.logs.filter((l) => ids.has(l.jointId)) })).toEqual([]);
  });
});

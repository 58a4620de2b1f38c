import { planJoint } from '@hephaist/core/joint/plan';
import { mayBraze } from '@hephaist/core/qualification/may-braze';
import { INCH } from '@hephaist/core/units/units';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { brazerRecord, couponVerdict } from '../records/brazer-record.js';
import { lineConditions, procedureCovers } from '../records/conditions.js';
import { jobSchema } from '../records/job.js';
import { jointLogSchema } from '../records/joint-log.js';
import { ContractError, problemsOf } from '../schemas/parse.js';
import { parseCommand } from './commands.js';
import { parseJobFile, writeJobFile } from './exchange.js';
import { readJointCsv } from './joint-csv.js';

const demo = saltmarsh('2026-06-15');
const problems = (run: () => unknown): string[] => {
  try {
    run();
    return [];
  } catch (e) {
    if (e instanceof ContractError) return e.problems.map((p) => p.field);
    throw e;
  }
};

describe('the demo job', () => {
  it('fits its own format on any day, leap day included', () => {
    for (const day of ['2026-06-15', '2028-02-29', '2026-12-31', '2027-03-01'])
      expect(() => parseJobFile(saltmarsh(day))).not.toThrow();
    expect(demo.joints.length).toBeGreaterThan(190);
  });

  it('plans every joint; only the ones made to be trouble have none', () => {
    const covers = procedureCovers(demo.procedures);
    const stopped = demo.joints.filter((j) => {
      const line = demo.lines.find((l) => l.id === j.lineId);
      return (
        line && !j.groove && planJoint(j, lineConditions(line, demo.job), { procedures: covers }).trouble === 'stop'
      );
    });
    expect(stopped.map((j) => j.mark)).toEqual(['OX-11']);
  });

  it('has a crew in every state', () => {
    const joint = demo.joints.find((j) => j.mark === 'PF-09');
    const line = demo.lines[0];
    if (!joint || !line) throw new Error('demo');
    const asks = planJoint(joint, lineConditions(line, demo.job), {
      procedures: procedureCovers(demo.procedures),
    }).asks;
    const may = (name: string, position = asks.position): string => {
      const brazer = demo.brazers.find((b) => b.name.startsWith(name));
      if (!brazer) throw new Error(name);
      const p = mayBraze(
        brazerRecord(brazer, { coupons: demo.coupons, brazings: [] }),
        { ...asks, position },
        '2026-06-15',
      );
      return p.may ? 'yes' : p.reasons.join('; ');
    };
    expect(may('Orla')).toBe('yes');
    expect(may('Dov')).toBe('yes');
    expect(may('Dov', 'up-feed')).toContain('never tested');
    expect(may('Prue')).toBe('yes');
    expect(may('Mikkel')).toContain('lapsed');
    expect(may('Juno')).toContain('withdrawn');
    expect(may('Basil')).toContain('no passed coupon');
  });

  it('has coupons that pass and one that fails', () => {
    expect(demo.coupons.filter((c) => !couponVerdict(c).passes)).toHaveLength(1);
  });

  it('is written the same whatever the order of its records', () => {
    const text = writeJobFile(demo);
    fc.assert(
      fc.property(fc.shuffledSubarray([...demo.joints], { minLength: demo.joints.length }), (joints) => {
        expect(writeJobFile({ ...demo, joints })).toBe(text);
      }),
      { numRuns: 3 },
    );
    expect(writeJobFile(parseJobFile(JSON.parse(text)))).toBe(text);
  });
});

describe('contracts', () => {
  it('refuse what is not known here, with the field', () => {
    expect(problems(() => parseCommand({}))).toContain('id');
    expect(
      problems(() => parseCommand({ id: demo.job.id, kind: 'spaceship', records: [{ seen: 0, data: {} }] })),
    ).toEqual(['kind']);
    expect(problems(() => parseJobFile(null))).toContain('format');
    expect(problems(() => parseJobFile({ ...demo, surprise: 1 }))).toEqual(['']);
    expect(
      problems(() => parseJobFile({ ...demo, logs: demo.logs.map((l) => ({ ...l, brazerId: demo.job.id })) }))[0],
    ).toBe('logs.0.brazerId');
  });

  it('know the calendar and the zones', () => {
    expect(problemsOf(jobSchema, { ...demo.job, timeZone: 'Mars/Olympus' })[0]?.field).toBe('timeZone');
    expect(problemsOf(jointLogSchema, { ...demo.logs[0], brazedAt: 'yesterday' })[0]?.field).toBe('brazedAt');
    expect(problemsOf(jointLogSchema, { ...demo.logs[0], oxygen: 0.5 })[0]?.says).toContain('20.9');
  });
});

describe('CSV of joints', () => {
  it('forgives case, words for ids and a byte-order mark', () => {
    const report = readJointCsv(
      '\uFEFFMark,Line,Standard,Size,Tube metal,Socket metal,Position,Gap\nA-1,plasma freezer\\, suction,acr,7/8,C12200,Plated Steel,up feed,"0,003"'.replace(
        '\\,',
        '',
      ),
      [{ ...(demo.lines[0] as (typeof demo.lines)[number]), name: 'Plasma freezer suction' }],
    );
    expect(report.bad).toEqual([]);
    expect(report.good[0]).toMatchObject({
      mark: 'A-1',
      position: 'up-feed',
      tube: { metalId: 'copper' },
      socket: { metalId: 'plated-steel' },
    });
    expect(report.good[0]?.fitUp).toEqual({ mode: 'stated', gapSideM: 0.003 * INCH });
  });

  it('never throws, whatever the text', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 400 }),
        (text) => void readJointCsv(`mark,line,standard,size\n${text}`, demo.lines),
      ),
    );
  });
});

import { findService } from '@hephaist/core/services/services';
import { PSI } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { problemsOf } from '../schemas/parse.js';
import {
  lineTested,
  type PressureTest,
  pressureTestProblems,
  pressureTestSchema,
  pressureVerdict,
} from './pressure-test.js';

const id = (n: number): string => `0190a000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const standing = (at: string, psi: number, end = psi, n = 1): PressureTest => ({
  id: id(n),
  jobId: id(90),
  lineId: id(91),
  startedAt: `${at}T08:00:00.000Z`,
  endedAt: `${at}T20:00:00.000Z`,
  medium: 'nitrogen',
  standing: {
    start: { gaugePa: psi * PSI, tempK: 295 },
    end: { gaugePa: end * PSI, tempK: 295 },
    instruments: { gaugePa: 0.5 * PSI, tempK: 0.2 },
  } as PressureTest['standing'],
  decay: null,
  testedBy: 'Orla Fennimore',
  note: '',
});
const says = (test: object): string[] => problemsOf(pressureTestSchema, test).map((p) => `${p.field}: ${p.says}`);

describe('a pressure test as it is filed', () => {
  it('is one kind at a time, in order, with what was read', () => {
    const good = standing('2026-05-02', 150);
    expect(says(good)).toEqual([]);
    expect(says({ ...good, endedAt: '2026-05-02T07:00:00.000Z' })).toEqual(['endedAt: after it began']);
    expect(says({ ...good, standing: null })).toEqual(['standing: one kind of test at a time']);
    expect(says({ ...good, testedBy: '' })).toEqual(['testedBy: Say who tested it']);
    expect(says({ ...good, certified: true })[0]).toContain('not known here');
  });
  it('what lies across fields is said beside a field that is wrong, but not of a field that is wrong itself', () => {
    const back = { ...standing('2026-06-01', 150), endedAt: '2026-05-31T08:00:00.000Z', testedBy: '' };
    expect(says(back).join()).toMatch(
      /testedBy: Say who tested it.*endedAt: after it began|endedAt: after it began.*testedBy/,
    );
    expect(says({ ...back, endedAt: 'yesterday' }).join()).not.toContain('after it began');
  });
  it('comes out as the core says', () => {
    expect(pressureVerdict(standing('2026-05-02', 150))).toMatchObject({ kind: 'standing', passes: true });
    expect(pressureVerdict(standing('2026-05-02', 150, 140))).toMatchObject({ verdict: 'lost', passes: false });
    const none = { standing: null, decay: null, startedAt: '', endedAt: '' };
    expect(pressureVerdict(none)).toBeNull();
    const medical = findService('medical-oxygen') ?? null;
    expect(pressureVerdict(standing('2026-05-02', 150), medical)).toMatchObject({ verdict: 'cannot tell' });
  });
});

describe('what a line is tested with', () => {
  const problems = (medium: string, serviceId: string): string[] =>
    pressureTestProblems({ ...standing('2026-05-02', 150), medium }, findService(serviceId) ?? null).map(
      (p) => p.field,
    );
  it.each([
    ['nitrogen', 'medical-oxygen', []],
    ['dry nitrogen', 'medical-oxygen', []],
    ['air', 'medical-oxygen', ['medium']],
    ['oxygen', 'medical-oxygen', ['medium']],
    ['nitrogen with oxygen', 'refrigerant-poe', ['medium']],
    ['propane', 'fuel-gas', ['medium']],
    ['air', 'fuel-gas', []],
    ['water', 'chilled-water', []],
    ['water', 'refrigerant-poe', ['medium']],
  ])('%s on %s', (medium, service, fields) => expect(problems(medium, service)).toEqual(fields));
  it('a test with what the code does not allow clears no line', () => {
    const line = { id: id(91), testPa: 150 * PSI, serviceId: 'refrigerant-poe' };
    const test = { ...standing('2026-05-02', 150), medium: 'oxygen' };
    expect(lineTested(line, [], [test]).held).toBeNull();
  });
});

describe('how far a line stands tested', () => {
  const line = { id: id(91), testPa: 150 * PSI, serviceId: 'refrigerant-poe' };
  const brazed = [
    { jointId: id(1), brazedAt: '2026-05-01T10:00:00.000Z' },
    { jointId: id(2), brazedAt: '2026-05-01T11:00:00.000Z' },
  ];
  it('all that is brazed is open until a test held', () => {
    expect(lineTested(line, brazed, []).openJointIds).toEqual([id(1), id(2)]);
    expect(lineTested(line, brazed, [standing('2026-05-02', 150, 140)]).held).toBeNull();
    const held = lineTested(line, brazed, [standing('2026-05-02', 150)]);
    expect(held.held).not.toBeNull();
    expect(held.openJointIds).toEqual([]);
  });
  it('a joint brazed or repaired after it began is open again; other lines do not count', () => {
    const later = [...brazed, { jointId: id(1), brazedAt: '2026-05-02T09:00:00.000Z' }];
    expect(lineTested(line, later, [standing('2026-05-02', 150)]).openJointIds).toEqual([id(1)]);
    expect(lineTested({ ...line, id: id(5) }, brazed, [standing('2026-05-02', 150)]).held).toBeNull();
  });
  it('one that held under the line’s pressure does not count, within what the gauge could hide', () => {
    const short = lineTested(line, brazed, [standing('2026-05-02', 100), standing('2026-05-01', 149.6, 149.6, 2)]);
    expect(short.short?.startedAt.slice(0, 10)).toBe('2026-05-02');
    expect(short.held?.startedAt.slice(0, 10)).toBe('2026-05-01');
    expect(lineTested(line, brazed, [standing('2026-05-02', 149.4)]).held).toBeNull();
  });
});

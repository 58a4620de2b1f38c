import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { jobSchema } from '../records/job.js';
import { daySchema, instantSchema } from './ids.js';
import { problemsOf } from './parse.js';

const job = saltmarsh('2026-06-15').job;
const says = (value: unknown): string[] => problemsOf(jobSchema, value).map((p) => `${p.field}: ${p.says}`);

describe('what no schema sees', () => {
  it('a character that no database keeps', () => {
    const words = 'holds a character that cannot be kept: U+0000, or half of a pair';
    expect(says({ ...job, name: 'a\u0000b' })).toEqual([`name: ${words}`]);
    expect(says({ ...job, name: 'a\ud800' })).toEqual([`name: ${words}`]);
    expect(says({ ...job, name: '\udc00a' })).toEqual([`name: ${words}`]);
    expect(says({ ...job, name: 'brazed 🔥 \u{1F525}' })).toEqual([]);
  });
  it('a field named as what every object inherits, or by half a character', () => {
    expect(says({ ...job, constructor: 1 })).toEqual(['constructor: has a field that is not known here']);
    expect(says({ ...job, ['a\ud800']: 1 })[0]).toContain('has a field that is not known here');
  });
  it('things within things, to thirty and no deeper', () => {
    const deep = (n: number): unknown => (n ? [deep(n - 1)] : 'end');
    expect(problemsOf(jobSchema, deep(31)).some((p) => p.says.includes('within each other'))).toBe(false);
    const [problem] = problemsOf(jobSchema, deep(32));
    expect(problem?.says).toBe('at most 30 things within each other');
    let endless: unknown = 'end';
    for (let i = 0; i < 20_000; i++) endless = [endless];
    expect(problemsOf(jobSchema, endless)[0]?.says).toContain('at most 30');
  });
});

describe('days and instants', () => {
  it.each(['2026-02-30', '2026-13-01', '2025-02-29', '0000-01-01', '1899-12-31', '2200-01-01'])('%s is no day', (d) => {
    expect(daySchema.isValidSync(d)).toBe(false);
    expect(instantSchema.isValidSync(`${d}T10:00:00Z`)).toBe(false);
  });
  it.each(['2026-02-28', '2024-02-29', '1900-01-01', '2199-12-31'])('%s is one', (d) => {
    expect(daySchema.isValidSync(d)).toBe(true);
    expect(instantSchema.isValidSync(`${d}T23:59:59.999Z`)).toBe(true);
  });
  it('an hour or a second that no clock shows is no instant', () => {
    for (const t of ['24:00:01', '25:00:00', '10:60:00', '10:00:61'])
      expect(instantSchema.isValidSync(`2026-01-01T${t}Z`)).toBe(false);
  });
});

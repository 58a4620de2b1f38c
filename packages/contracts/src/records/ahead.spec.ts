import { describe, expect, it } from 'vitest';
import { aheadProblems } from './ahead.js';
import type { Kind } from './kinds.js';

const now = Date.parse('2026-03-10T12:00:00Z');
const fields = (kind: Kind, data: object): string[] => aheadProblems(kind, data as never, now).map((p) => p.field);

describe('what was done is not dated ahead', () => {
  it.each<[Kind, string]>([
    ['log', 'brazedAt'],
    ['log', 'cleanedAt'],
    ['log', 'nitrogenStoppedAt'],
    ['purge_mark', 'at'],
    ['purge_session', 'startedAt'],
    ['pressure_test', 'startedAt'],
    ['pressure_test', 'endedAt'],
  ])('%s: %s, by two minutes and not by less', (kind, field) => {
    expect(fields(kind, { [field]: '2026-03-10T12:02:00Z' })).toEqual([]);
    expect(fields(kind, { [field]: '2026-03-10T12:02:01Z' })).toEqual([field]);
    expect(fields(kind, { [field]: null })).toEqual([]);
  });
  it.each<[Kind, string]>([
    ['coupon', 'brazedOn'],
    ['pqr', 'brazedOn'],
    ['confirmation', 'on'],
    ['procedure', 'signedOn'],
  ])('%s: %s, once it is not yet that day anywhere', (kind, field) => {
    expect(fields(kind, { [field]: '2026-03-11' })).toEqual([]);
    expect(fields(kind, { [field]: '2026-03-12' })).toEqual([field]);
  });
  it('what is planned may lie ahead', () => expect(fields('brazer', { withdrawnOn: '2027-01-01' })).toEqual([]));
});

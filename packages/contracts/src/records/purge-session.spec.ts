import { describe, expect, it } from 'vitest';
import { problemsOf } from '../schemas/parse.js';
import { sampleId, sampleMark, sampleSession } from '../testing/purge-samples.js';
import {
  coreMark,
  isOver,
  purgeMarkSchema,
  purgeSessionSchema,
  readingsIn,
  type TraceRow,
  traceTable,
} from './purge-session.js';

const [session, mark] = [sampleSession(), sampleMark];
const fields = (schema: Parameters<typeof problemsOf>[0], data: object): string[] =>
  problemsOf(schema, data).map((p) => p.field);

describe('a purge session from outside', () => {
  it('is taken as it should be and refused at its fields', () => {
    expect(fields(purgeSessionSchema, session)).toEqual([]);
    expect(fields(purgeSessionSchema, { ...session, by: ' ' })).toEqual(['by']);
    expect(fields(purgeSessionSchema, { ...session, cylinder: 'bucket' })).toEqual(['cylinder']);
    expect(fields(purgeSessionSchema, { ...session, fillM3s: -1 })).toEqual(['fillM3s']);
    const twoSources = { ...session.network, nodes: [...session.network.nodes, { id: 'T', kind: 'source' }] };
    expect(fields(purgeSessionSchema, { ...session, network: twoSources })).toEqual(['network']);
    const open = (change: object) =>
      problemsOf(purgeSessionSchema, { ...session, ...change }).map((p) => `${p.field}: ${p.says}`);
    const more = { ...session.network, more: 'x'.repeat(2_000_000) };
    expect(open({ network: more })).toEqual(['network: has a field that is not known here']);
    const [source] = session.network.nodes;
    expect(open({ network: { ...session.network, nodes: [{ ...source, id: 'S'.repeat(25) }] } })[0]).toContain(
      'at most 24 characters',
    );
    expect(open({ network: { ...session.network, feed: { by: 'pump' } } })[0]).toContain('flow, pressure or off');
    const cool = { [sampleId(7)]: 86_400 };
    expect(open({ coolS: cool })).toEqual([]);
    expect(open({ coolS: { [sampleId(7)]: 86_401 } })).toEqual([`coolS.${sampleId(7)}: seconds, at most a day`]);
    expect(open({ coolS: { any: 1 } })[0]).toContain('not known here');
    expect(open({ coolS: { [sampleId(7)]: 'long' } })[0]).toContain('at most a day');
    const all = Object.fromEntries(
      Array.from({ length: 5001 }, (_, i) => [`0190ffff-0000-7000-8000-${i.toString(16).padStart(12, '0')}`, 1]),
    );
    expect(open({ coolS: all })).toEqual(['coolS: at most 5000 of them']);
    const many = { ...session.network, runs: Array.from({ length: 1501 }, () => session.network.runs[0]) };
    expect(problemsOf(purgeSessionSchema, { ...session, network: many })[0]?.says).toContain('at most 1500');
  });
  it('marks name what they speak of', () => {
    expect(fields(purgeMarkSchema, mark())).toEqual([]);
    expect(fields(purgeMarkSchema, mark({ vent: null }))).toEqual(['vent']);
    expect(fields(purgeMarkSchema, mark({ kind: 'joint cool', vent: null }))).toEqual(['jointId']);
    const typed = mark({ kind: 'reading by hand', vent: null, device: 'cylinder', value: 1e7 });
    expect(fields(purgeMarkSchema, typed)).toEqual([]);
    expect(fields(purgeMarkSchema, { ...typed, value: -1 })).toEqual(['value']);
    expect(fields(purgeMarkSchema, { ...typed, value: null })).toEqual(['value']);
  });
});

describe('a trace', () => {
  const rows: TraceRow[] = [
    { seq: 1, atMs: Date.parse('2026-01-01T10:00:01Z'), device: 'oxygen', value: 0.0084, says: null },
    {
      seq: 2,
      atMs: Date.parse('2026-01-01T10:00:03Z'),
      device: null,
      value: null,
      says: 'flow meter: does not answer',
    },
  ];
  it('as a table stands in order of time, with who said each line', () => {
    const table = traceTable(
      rows,
      [mark(), mark({ kind: 'line capped', vent: null, at: '2026-01-01T11:00:00Z' })],
      (j) => j,
    );
    expect(table.map((r) => [r.what, r.by])).toEqual([
      ['oxygen', 'instrument'],
      ['purge on', 'Prue'],
      ['note', 'server'],
      ['line capped', 'Prue'],
    ]);
    expect(table[0]).toMatchObject({ value: '0.84000', unit: '%', at: '2026-01-01T10:00:01.000Z' });
  });
  it('a note is no reading; a capped line is over', () => {
    expect(readingsIn(rows)).toEqual([{ device: 'oxygen', atMs: rows[0]!.atMs, value: 0.0084, manual: false }]);
    expect(isOver([mark()])).toBe(false);
    expect(isOver([mark(), mark({ kind: 'line capped' })])).toBe(true);
    expect(coreMark(mark()).atMs).toBe(Date.parse('2026-01-01T10:00:02.500Z'));
  });
});

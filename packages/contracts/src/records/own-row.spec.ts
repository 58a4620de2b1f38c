import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { type OwnRow, type TableId, valuesOf } from '@hephaist/core/catalogue/own-rows';
import { DEFAULT_WEIGHTS } from '@hephaist/core/selection/preferences';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { problemsOf } from '../schemas/parse.js';
import { jointSchema } from './joint.js';
import { ownRowProblems, ownRowSchema, TABLE_FORMS } from './own-row.js';
import { shopOf, weighingSchema } from './shop.js';

const row = (table: TableId, key: string, change: OwnRow['values'] = {}): OwnRow => {
  const form = TABLE_FORMS.find((t) => t.id === table);
  const all = valuesOf(table, key) ?? {};
  const values = Object.fromEntries((form?.fields ?? []).map((f) => [f.name, all[f.name] ?? '']));
  return { table, key, values: { ...values, ...change }, source: 'sheet' };
};
const says = (r: OwnRow): string =>
  ownRowProblems(r)
    .map((p) => `${p.field}: ${p.says}`)
    .join('; ');

describe('rows of the company’s own', () => {
  it('every shipped row fits the form of its table', () => {
    const all: [TableId, string][] = [
      ...SHIPPED.metals.map((m): [TableId, string] => ['metal', m.id]),
      ...SHIPPED.fillers.map((f): [TableId, string] => ['filler', f.id]),
      ...SHIPPED.fluxes.map((f): [TableId, string] => ['flux', f.id]),
      ...SHIPPED.tubes.map((t): [TableId, string] => ['tube', t.id]),
      ...SHIPPED.cups.map((c): [TableId, string] => ['cup', c.size]),
      ...SHIPPED.parts.map((p): [TableId, string] => ['part', p.id]),
    ];
    for (const [table, key] of all.filter(([, k]) => k !== 'FB4-A'))
      expect(says(row(table, key)), `${table} ${key}`).toBe('');
  });
  it.each<[string, OwnRow, string]>([
    ['solidus above liquidus', row('filler', 'BAg-5', { solidusK: 1200 }), 'values.liquidusK'],
    ['a brazing range upside down', row('filler', 'BAg-5', { brazingMaxK: 500 }), 'values.brazingMaxK'],
    ['a composition that is none', row('filler', 'BAg-5', { composition: 'mostly silver' }), 'values.composition'],
    ['a group that is none', row('filler', 'BAg-5', { group: 'BXx' }), 'values.group'],
    ['no number', row('part', 'txv', { limitK: NaN }), 'values.limitK'],
    ['an absurd number', row('part', 'txv', { limitK: 1e9 }), 'values.limitK'],
    ['a tube of nothing but wall', row('tube', 'acr:7/8', { wallM: 0.02 }), 'values.wallM'],
    ['a cup smaller than its tube', row('cup', '3/4', { idMaxM: 0.01, idMinM: 0.009 }), 'values.idMaxM'],
    ['a flux for what is no rod', row('flux', 'FB3-A', { groups: 'BAg, tin' }), 'values.groups'],
    ['a key that is none', { ...row('tube', 'acr:7/8'), key: 'no colon' }, 'key'],
  ])('refuses %s at its field', (_what, r, field) => expect(says(r)).toContain(field));
  it('a value of the bench is one that there is, within what it may be, in the unit it states', () => {
    const problems = (key: string, value: number): string[] =>
      ownRowProblems(row('bench', key, { value })).map((p) => p.says);
    expect(problems('soot', 1)).toEqual([]);
    expect(problems('soot', 0.99)).toEqual(['from 1 to 60 s']);
    expect(problems('soot', 60.01)).toEqual(['from 1 to 60 s']);
    expect(problems('gap-air', 1)).toEqual([]);
    expect(problems('nothing', 1)[0]).toMatch(/^one of air-out, /);
    expect(problems('soot', Number.NaN)).toEqual(['a number is needed']);
  });

  it('asks for a source', () => {
    const record = { id: '01900000-0000-7000-8000-000000000001', ...row('part', 'txv') };
    expect(problemsOf(ownRowSchema, record)).toEqual([]);
    expect(problemsOf(ownRowSchema, { ...record, source: '' })[0]?.field).toBe('source');
    expect(problemsOf(ownRowSchema, { ...record, values: { ...record.values, limitK: -4 } })[0]?.field).toBe(
      'values.limitK',
    );
  });
  it('a joint may name what the company added, and nobody else may', () => {
    const joint = {
      ...saltmarsh('2026-06-15').joints[0]!,
      tube: { standardId: 'own', size: '30x2', metalId: 'copper' },
    };
    const own = { ...row('tube', 'en:28x1'), key: 'own:30x2', id: '1' };
    expect(problemsOf(jointSchema, joint)[0]?.field).toBe('tube.standardId');
    expect(problemsOf(jointSchema, joint, '', shopOf([own], []).catalogue)).toEqual([]);
  });
  it('weights are all there, in bounds', () => {
    const id = '01900000-0000-7000-8000-000000000001';
    expect(problemsOf(weighingSchema, { id, weights: DEFAULT_WEIGHTS })).toEqual([]);
    expect(problemsOf(weighingSchema, { id, weights: { ...DEFAULT_WEIGHTS, gap: 1e6 } })[0]?.field).toBe('weights.gap');
    expect(problemsOf(weighingSchema, { id, weights: { ...DEFAULT_WEIGHTS, luck: 5 } })[0]?.says).toContain(
      'not known',
    );
    expect(problemsOf(weighingSchema, { id, weights: {} }).length).toBeGreaterThan(5);
  });
});

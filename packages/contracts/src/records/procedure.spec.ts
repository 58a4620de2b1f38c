import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { problemsOf } from '../schemas/parse.js';
import { procedureCovers } from './conditions.js';
import { pqrSchema, type ProcedureTest, qualifiedBy, testVerdict } from './pqr.js';
import { inForce, type Procedure, procedureSchema, revisionState, statedProcedure } from './procedure.js';

const demo = saltmarsh('2026-06-15');
const first = demo.procedures[0]!;
const next = (change: Partial<Procedure> = {}): Procedure => ({
  ...first,
  id: '01900000-0000-7000-8000-00000000aaaa',
  revision: 'B',
  replaces: first.id,
  ...change,
});
const fieldsOf = (change: object) =>
  problemsOf(procedureSchema, { ...first, variables: { ...first.variables, ...change } }).map((p) => p.field);

describe('revisions', () => {
  it('a signed revision holds until a signed one replaces it; a draft replaces nothing', () => {
    const draft = next({ signedOn: null });
    expect(revisionState(first, [first, draft])).toBe('signed');
    expect(revisionState(draft, [first, draft])).toBe('draft');
    const signed = next({ signedOn: '2026-06-01' });
    expect(revisionState(first, [first, signed])).toBe('superseded');
    expect(inForce([first, signed])).toEqual([signed]);
    expect(procedureCovers([first, draft]).map((c) => c.name)).toEqual(['BPS-1 rev A']);
    expect(procedureCovers([first, signed]).map((c) => c.name)).toEqual(['BPS-1 rev B']);
  });
  it('what may be left unstated is null; a band runs from its least', () => {
    expect(fieldsOf({ purgeFlow: null, odM: null, timeS: null })).toEqual([]);
    expect(fieldsOf({ odM: { min: 0.05, max: 0.02 }, timeS: { min: 60, max: 30 } })).toEqual([
      'variables.odM.max',
      'variables.timeS.max',
    ]);
  });
  it('one written before variables were asked for is still read', () => {
    const { variables: _v, replaces: _r, ...old } = first;
    expect(problemsOf(procedureSchema, old)).toEqual([]);
    expect(statedProcedure(old)).toBeNull();
    expect(statedProcedure(first)?.name).toBe('BPS-1 rev A');
  });
});

describe('what a procedure states is checked at its field', () => {
  it.each<[string, object, string]>([
    ['no metals', { metals: [] }, 'variables.metals'],
    ['one P-number', { metals: [['107', '']] }, 'variables.metals.0.1'],
    ['a wall from more than to', { wallM: { min: 0.003, max: 0.001 } }, 'variables.wallM.max'],
    ['a number that is none', { gapM: { min: NaN, max: 0.001 } }, 'variables.gapM.min'],
    ['a negative overlap', { overlapMinM: -1 }, 'variables.overlapMinM'],
    ['no position', { positions: [] }, 'variables.positions'],
    ['another process', { process: 'laser' }, 'variables.process'],
    ['an unknown field', { colour: 'red' }, 'variables'],
  ])('%s', (_what, change, field) => {
    expect(fieldsOf(change)).toContain(field);
  });
});

describe('qualification records', () => {
  it('the demo’s all pass, and one failing test fails a record', () => {
    for (const pqr of demo.pqrs) {
      expect(problemsOf(pqrSchema, pqr)).toEqual([]);
      expect(qualifiedBy(pqr, demo.coupons).passed, pqr.number).toBe(true);
    }
    const cracked = { ...demo.pqrs[0]!, tests: [...demo.pqrs[0]!.tests, { kind: 'bend' as const, crackM: 0.01 }] };
    expect(qualifiedBy(cracked, demo.coupons).passed).toBe(false);
    expect(qualifiedBy(demo.pqrs[0]!, []).passed).toBe(false);
  });
  it('oxide in the bore fails only under the medical-gas overlay', () => {
    const look: ProcedureTest = { kind: 'visual', accepted: true, boreClean: false };
    expect(testVerdict(look, ASME_RULES, [])?.passes).toBe(true);
    expect(testVerdict(look, SHIPPED.ruleSet('asme-ix-medical')!, [])?.passes).toBe(false);
  });
  it('a test of no known kind, or with fields of another, is refused', () => {
    const record = (test: object) => problemsOf(pqrSchema, { ...demo.pqrs[0], tests: [test] });
    expect(record({ kind: 'drop' })).not.toEqual([]);
    expect(record({ kind: 'bend', crackM: 0.001, forceN: 3 })).not.toEqual([]);
    expect(record({ kind: 'bend', crackM: 0.001 })).toEqual([]);
  });
});

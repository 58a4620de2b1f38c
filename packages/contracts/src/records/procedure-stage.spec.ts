import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import type { Pqr } from './pqr.js';
import type { Procedure } from './procedure.js';
import { beyondRecords, releaseProblems, stageOf } from './procedure-stage.js';

const demo = saltmarsh('2026-06-15');
const [first] = demo.procedures as [Procedure];
const own = demo.pqrs.filter((r) => r.procedureName === first.name);
const draft: Procedure = { ...first, signedOn: null };
const { coupons } = demo;
const nothing = { procedures: [draft], pqrs: [] as Pqr[], coupons };
const failed: Pqr = {
  ...own[0]!,
  tests: [{ kind: 'visual', accepted: false, boreClean: true }],
  procedureId: draft.id,
};

describe('how far a revision has come', () => {
  it.each([
    ['draft', draft, nothing],
    ['brazed for qualification', draft, { ...nothing, pqrs: [failed] }],
    ['qualified', draft, { ...nothing, pqrs: own }],
    ['released', { ...draft, signedOn: '2026-06-15' }, nothing],
    [
      'superseded',
      { ...draft, signedOn: '2026-06-15' },
      { ...nothing, procedures: [draft, { ...draft, id: 'next', replaces: draft.id, signedOn: '2026-06-16' }] },
    ],
  ] as const)('%s', (stage, procedure, on) => {
    expect(stageOf(procedure, on)).toBe(stage);
  });

  it('a record of another name supports nothing; one of an earlier revision of the same does', () => {
    expect(stageOf(draft, { ...nothing, pqrs: own.map((r) => ({ ...r, procedureName: 'BPS-8' })) })).toBe('draft');
    expect(stageOf(draft, { ...nothing, pqrs: own.map((r) => ({ ...r, procedureId: 'an earlier one' })) })).toBe(
      'qualified',
    );
  });
});

describe('release', () => {
  it('asks for records of every variable', () => {
    expect(releaseProblems(draft, { ...nothing, pqrs: own })).toEqual([]);
    expect(releaseProblems(draft, nothing)).toEqual([
      { field: 'variables.records', says: 'not released: no passed record supports it' },
    ]);
    const wide = { ...draft, fNumbers: ['103', '102'] };
    expect(releaseProblems(wide, { ...nothing, pqrs: own })[0]?.field).toBe('variables.filler');
  });

  it('takes another party’s procedure on stated conditions, if it states its variables', () => {
    const adopted = { from: 'an institute', document: 'Q-7', conditions: 'used as it is written' };
    expect(releaseProblems({ ...draft, adopted }, nothing)).toEqual([]);
    const { variables: _v, ...plain } = draft;
    expect(releaseProblems({ ...plain, adopted }, nothing)[0]?.field).toBe('variables.variables');
    expect(beyondRecords(plain, nothing)).toHaveLength(1);
  });

  it('medical gas states its cleaning and nitrogen, taken over or not', () => {
    const variables = { ...draft.variables!, medical: true, purgeFlow: null };
    const says = releaseProblems({ ...draft, variables }, { ...nothing, pqrs: own }).map((p) => p.says);
    expect(says).toEqual(['medical gas wants stated: internal nitrogen purge and its flow']);
  });
});

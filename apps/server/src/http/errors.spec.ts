import { ContractError } from '@hephaist/contracts/schemas/parse';
import { InputError } from '@hephaist/core/source/problem';
import { describe, expect, it } from 'vitest';
import { ConflictError, NotFoundError, problemOf, RefusedError } from './errors.js';

const pg = (code: string, constraint = ''): Error =>
  Object.assign(new Error(`secret detail of ${code}`), { code, constraint });

describe('errors as problems', () => {
  it.each<[string, Error, number]>([
    ['a contract', new ContractError([{ field: 'mark', says: 'is empty' }]), 422],
    ['the core', new InputError([{ field: 'lengthM', says: 'too long' }]), 422],
    ['a clash', new ConflictError('changed', [{ id: 1 }]), 409],
    ['a refusal', new RefusedError('evidence'), 409],
    ['nothing there', new NotFoundError('no'), 404],
    ['a mark taken', pg('23505', 'joint_mark_unique'), 422],
    ['a log on the joint', pg('23503', 'log_company_id_joint_id_foreign'), 409],
    ['a dangling reference', pg('23503', 'joint_company_id_line_id_foreign'), 422],
    ['a refused connection', pg('ECONNREFUSED'), 503],
    ['a server shutting down', pg('57P01'), 503],
    ['a body too large', Object.assign(new Error('x'), { type: 'entity.too.large', status: 413 }), 413],
    ['broken JSON', Object.assign(new Error('x'), { type: 'entity.parse.failed', status: 400 }), 400],
    ['anything else', new Error('password=hunter2'), 500],
  ])('%s', (_what, error, status) => {
    const problem = problemOf(error);
    expect(problem.status).toBe(status);
    expect(problem.detail.length).toBeGreaterThan(0);
  });

  it('never lets out what only the log should hold', () => {
    for (const e of [pg('23503'), pg('42P01'), pg('ECONNREFUSED'), new Error('password=hunter2')]) {
      expect(problemOf(e).detail).not.toMatch(/secret|hunter2/);
    }
  });

  it('carries the fields and what stands now', () => {
    expect(problemOf(new ContractError([{ field: 'a', says: 'b' }])).fields).toEqual([{ field: 'a', says: 'b' }]);
    expect(problemOf(new ConflictError('c', [1])).current).toEqual([1]);
    expect(problemOf(pg('23505', 'coupon_number_unique')).fields?.[0]?.field).toBe('number');
  });
});

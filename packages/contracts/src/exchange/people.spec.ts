import { describe, expect, it } from 'vitest';
import { kindRow, KINDS } from '../records/kinds.js';
import { type Role, ROLES } from '../records/roles.js';
import { problemsOf } from '../schemas/parse.js';
import {
  ALL_DEEDS,
  changePersonSchema,
  firstRunSchema,
  mayDo,
  newPasswordSchema,
  newPersonSchema,
  PASSWORD_LENGTH,
  signInSchema,
  whoMay,
} from './people.js';

const may = (role: Role): string[] => ALL_DEEDS.filter((d) => mayDo([role], d));

describe('what each role may do', () => {
  it('an auditor reads, exports, follows the trail and the calendar, and writes nothing', () => {
    expect(may('auditor').sort()).toEqual(['calendar', 'export', 'original', 'read', 'trail']);
  });
  it('a signature and a hand-over are written by nobody’s command: the server writes them', () => {
    expect(whoMay('write:signature')).toEqual([]);
    expect(whoMay('write:hand_over')).toEqual([]);
  });
  it('what proves something is written at the bench or by quality, never by an administrator or auditor alone', () => {
    for (const kind of KINDS.filter((k) => kindRow(k).evidence)) {
      expect(mayDo(['administrator'], `write:${kind}`)).toBe(false);
      expect(mayDo(['auditor'], `write:${kind}`)).toBe(false);
    }
    expect(whoMay('write:coupon')).toEqual(['quality']);
    expect(whoMay('write:procedure')).toEqual(['quality']);
    expect(whoMay('people')).toEqual(['administrator']);
  });
  it('a fitter logs and measures, and neither judges, releases, hands over nor lets people in', () => {
    expect(may('fitter')).toEqual(expect.arrayContaining(['write:log', 'write:joint', 'write:purge_mark', 'picture']));
    for (const deed of ['write:coupon', 'write:procedure', 'write:brazer', 'hand-over', 'people', 'trail'] as const)
      expect(mayDo(['fitter'], deed)).toBe(false);
  });
  it('several roles may what each of them may, none may nothing, and every kind is in the table', () => {
    for (const deed of ALL_DEEDS) {
      expect(mayDo([], deed)).toBe(false);
      expect(mayDo(['fitter', 'quality'], deed)).toBe(mayDo(['fitter'], deed) || mayDo(['quality'], deed));
    }
    expect(ALL_DEEDS).toEqual(expect.arrayContaining(KINDS.map((k) => `write:${k}`)));
    for (const role of ROLES) expect(mayDo([role], 'read')).toBe(true);
  });
  it('a role or deed made up may nothing', () => {
    expect(mayDo(['owner' as Role], 'read')).toBe(false);
    expect(mayDo(['administrator'], 'write:everything' as never)).toBe(false);
  });
});

describe('accounts as they are sent', () => {
  const id = '01900000-0000-7000-8000-000000000001';
  const person = {
    id,
    name: 'ines',
    person: 'Ines Quarrel',
    roles: ['fitter'],
    brazerId: null,
    password: 'long enough to hold',
  };
  const at = (change: object) => problemsOf(newPersonSchema, { ...person, ...change }).map((p) => p.field);
  it('a forged role, an empty list of roles, a bad name and a short password are refused at their fields', () => {
    expect(at({})).toEqual([]);
    expect(at({ roles: ['fitter', 'owner'] })).toEqual(['roles.1']);
    expect(at({ roles: [] })).toEqual(['roles']);
    expect(at({ name: 'Ines Q' })).toEqual(['name']);
    expect(at({ name: '.hidden' })).toEqual(['name']);
    expect(at({ password: 'x'.repeat(PASSWORD_LENGTH.least - 1) })).toEqual(['password']);
    expect(at({ password: 'x'.repeat(PASSWORD_LENGTH.most + 1) })).toEqual(['password']);
    expect(at({ person: ' ' })).toEqual(['person']);
    expect(at({ admin: true })).toEqual(['']);
  });
  it('a change holds no password, and must say whether the account is shut', () => {
    const change = { person: 'Ines Quarrel', roles: ['lead'], brazerId: null, disabled: false };
    expect(problemsOf(changePersonSchema, change)).toEqual([]);
    expect(problemsOf(changePersonSchema, { ...change, password: 'long enough to hold' })).toHaveLength(1);
    const { disabled: _d, ...half } = change;
    expect(problemsOf(changePersonSchema, half).map((p) => p.field)).toEqual(['disabled']);
  });
  it('a sign-in asks for no more than name and password, and takes no book for a password', () => {
    expect(problemsOf(signInSchema, { name: 'ines', password: 'x' })).toEqual([]);
    expect(problemsOf(signInSchema, { name: 'ines', password: 'x'.repeat(10_000) })[0]?.field).toBe('password');
    expect(problemsOf(signInSchema, { name: 'ines', password: 'x', roles: ['administrator'] })[0]?.field).toBe('');
    expect(problemsOf(newPasswordSchema, { old: 'x', password: 'short' })[0]?.field).toBe('password');
  });
  it('the first run wants its code, and everything of the first administrator', () => {
    const fields = problemsOf(firstRunSchema, {}).map((p) => p.field);
    expect([...new Set(fields)].sort()).toEqual(['code', 'company', 'name', 'password', 'person']);
  });
});

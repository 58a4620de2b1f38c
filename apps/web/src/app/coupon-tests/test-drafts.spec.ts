import { pqrSchema } from '@hephaist/contracts/records/pqr';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { INCH, PSI } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { newTest, readTest, TEST_FIELDS } from './test-drafts';

describe('tests while they are typed', () => {
  it('reads numbers in the units shown, areas by the square of the unit', () => {
    const peel = {
      ...newTest('peel', 'us'),
      texts: { areaM2: '2', unbrazedM2: '0.5', lineM: '0,9', lineUnbrazedM: '0' },
    };
    expect(readTest(peel, 'us').test).toMatchObject({ kind: 'peel', areaM2: 2 * INCH * INCH, lineUnbrazedM: 0 });
    expect((readTest(peel, 'us').test as { lineM: number }).lineM).toBeCloseTo(0.9 * INCH, 12);
    const metric = readTest({ ...peel, texts: { ...peel.texts, areaM2: '400' } }, 'metric').test;
    expect((metric as { areaM2: number }).areaM2).toBeCloseTo(4e-4, 12);
  });

  it('a tension begins with the minimum of annealed copper and broke in the joint', () => {
    const { test } = readTest(newTest('tension', 'us'), 'us');
    expect(test).toMatchObject({ broke: 'joint' });
    expect((test as { minimumPa: number }).minimumPa / PSI).toBeCloseTo(30_000, 0);
    const base = { ...newTest('tension', 'us'), texts: { broke: 'base metal' } };
    expect(readTest(base, 'us').test).toMatchObject({ broke: 'base metal' });
  });

  it('a peel along lines takes lap and way round of the joint; each line is read like a side of a strip', () => {
    const draft = newTest('peel lines', 'us', { lapM: 0.91 * INCH, aroundM: 3.5 * INCH });
    expect(draft.texts).toEqual({ lapM: '0.910', aroundM: '3.500' });
    expect(draft.lines).toHaveLength(8);
    const lines = ['0.1-0.2', '', 'x', '0.5-1.2', '', '', '', ''];
    const { test, problems } = readTest({ ...draft, lines }, 'us');
    expect((test as { lines: { fromM: number }[][] }).lines[0]?.[0]?.fromM).toBeCloseTo(0.1 * INCH, 12);
    expect(problems.map((p) => p.field)).toEqual(['lines.2', 'lines.3']);
  });

  it('every kind has its fields in the contract', () => {
    for (const kind of ['tension', 'peel', 'peel lines', 'bend'] as const) {
      const draft = newTest(kind, 'metric', { lapM: 0.02, aroundM: 0.09 });
      const texts = Object.fromEntries(TEST_FIELDS[kind].map((f) => [f.name, draft.texts[f.name] || '1']));
      const { test } = readTest({ ...draft, texts }, 'metric');
      const found = problemsOf(pqrSchema, { tests: [test] }, '').filter((p) => p.field.startsWith('tests'));
      expect(found).toEqual([]);
    }
  });
});

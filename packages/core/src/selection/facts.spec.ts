import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { practice } from '../source/source.js';
import { sampleFacts } from '../testing/samples.js';
import { applyRules, firstToMelt, firstToMeltOf, type Rule } from './facts.js';

describe('facts of a joint', () => {
  const rule = (id: string, says: string | null): Rule<number> => ({
    id,
    title: id,
    source: practice(id),
    judge: () => (says === null ? null : { effect: 'note', says }),
  });

  it('rules speak in their order, each with its source; silent ones leave nothing', () => {
    expect(applyRules([rule('a', 'one'), rule('b', null), rule('c', 'three')], 0)).toEqual([
      { rule: 'a', effect: 'note', says: 'one', source: practice('a') },
      { rule: 'c', effect: 'note', says: 'three', source: practice('c') },
    ]);
    expect(applyRules([rule('b', null)], 0)).toEqual([]);
  });

  it('the part that melts first is the lowest, wherever it stands; of two alike the one named first', () => {
    const [copper, brass, steel] = ['copper', 'brass-forging', 'steel'].map((id) => findMetal(id)!);
    expect(firstToMeltOf([brass!, copper!, steel!])).toBe(brass);
    expect(firstToMeltOf([steel!, copper!, brass!])).toBe(brass);
    const alike = { ...steel!, id: 'own steel' };
    expect(firstToMeltOf([steel!, alike])).toBe(steel);
    expect(firstToMelt(sampleFacts('brass-forging', 'steel')).id).toBe('brass-forging');
  });
});

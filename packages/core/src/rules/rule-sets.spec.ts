import { describe, expect, it } from 'vitest';
import { ASME_RULES, missingTests, RULE_SETS, ruleSetIdFor, testsAsked } from './rule-sets.js';

describe('rule sets (ASME BPVC IX part QB, AWS B2.2, ISO 13585, NFPA 99, from memory)', () => {
  // prettier-ignore
  it.each([
    // id, unbrazed, peel area, peel line, tension outside, wall low, high, OD low, high, overlap, lapses, ends, confirmed, medical
    ['asme-ix', 0.2, 0.25, 0.25, 0.95, 0.5, 2, 0, 0, 0.25, 6, 0, 0, false],
    ['asme-ix-medical', 0.2, 0.25, 0.25, 0.95, 0.5, 2, 0, 0, 0.25, 6, 0, 0, true],
    ['aws-b2.2', 0.2, 0.25, 0.25, 0.95, 0.5, 2, 0, 0, 0.25, 6, 0, 0, false],
    ['aws-b2.2-medical', 0.2, 0.25, 0.25, 0.95, 0.5, 2, 0, 0, 0.25, 6, 0, 0, true],
    ['iso-13585', 0.2, 0.25, 0.25, 0.95, 0.5, 2, 0.5, 2, 0.25, 6, 36, 6, false],
    ['iso-13585-medical', 0.2, 0.25, 0.25, 0.95, 0.5, 2, 0.5, 2, 0.25, 6, 36, 6, true],
  ] as const)('%s', (id, ...values) => {
    const r = RULE_SETS.find((x) => x.id === id)!;
    expect([r.maxUnbrazed, r.peelArea, r.peelLine, r.tensionOutside, r.thicknessLow, r.thicknessHigh, r.diameterLow, r.diameterHigh, r.overlapIncrease, r.continuityMonths, r.validMonths, r.confirmMonths, r.medical]).toEqual(values);
    expect(r.source.memory).toBe(true);
  });
  it('a lap or socket wants tension and a section or peel, a butt tension and bend', () => {
    expect(testsAsked(ASME_RULES, 'socket')).toEqual([['tension'], ['section', 'peel']]);
    expect(testsAsked(ASME_RULES, 'lap')).toEqual([['tension'], ['section', 'peel']]);
    expect(testsAsked(ASME_RULES, 'butt')).toEqual([['tension'], ['bend']]);
  });
  it.each<[string[], 'socket' | 'lap' | 'butt', string[]]>([
    [['visual'], 'socket', ['tension', 'section or peel']],
    [['visual', 'tension'], 'socket', ['section or peel']],
    [['tension', 'section'], 'socket', []],
    [['tension', 'peel lines'], 'lap', []],
    [['tension', 'peel'], 'lap', []],
    [['peel'], 'lap', ['tension']],
    [['tension', 'section'], 'butt', ['bend']],
    [['tension', 'bend'], 'butt', []],
  ])('%j on a %s lacks %j', (kinds, type, missing) => expect(missingTests(kinds, type, ASME_RULES)).toEqual(missing));
  it('a company’s text that names none asks for none', () =>
    expect(missingTests([], 'socket', { ...ASME_RULES, testsSocket: ' , ' })).toEqual([]));
  it('medical lines are under the overlay of their code', () => {
    expect(ruleSetIdFor('asme-ix', true)).toBe('asme-ix-medical');
    expect(ruleSetIdFor('asme-ix', false)).toBe('asme-ix');
  });
});

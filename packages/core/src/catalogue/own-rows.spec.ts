import { describe, expect, it } from 'vitest';
import { readComposition, writeComposition } from '../composition/composition.js';
import { planJoint } from '../joint/plan.js';
import { measuredGapIn, sampleJoint, sampleLine } from '../testing/samples.js';
import { INCH } from '../units/units.js';
import { SHIPPED } from './catalogue.js';
import { catalogueWith, type OwnRow, type TableId, valuesOf } from './own-rows.js';

const correct = (table: TableId, key: string, change: OwnRow['values']): OwnRow => ({
  table,
  key,
  values: { ...valuesOf(table, key), ...change },
  source: 'maker’s sheet 2026',
});

describe('the company’s own rows', () => {
  it('nothing of its own is the shipped tables themselves', () => expect(catalogueWith([])).toBe(SHIPPED));

  it.each<[TableId, string]>([
    ['metal', 'brass-forging'],
    ['filler', 'BAg-24'],
    ['flux', 'FB3-C'],
    ['tube', 'acr:1-1/8'],
    ['cup', '3/4'],
    ['part', 'txv'],
    ['bench', 'soot'],
  ])('a %s row taken over unchanged says the same as the shipped one', (table, key) => {
    const mine = catalogueWith([correct(table, key, {})]);
    expect(valuesOf(table, key, mine)).toEqual(valuesOf(table, key));
    expect(mine.fillers).toHaveLength(SHIPPED.fillers.length);
    expect(mine.tubes.map((t) => t.id)).toEqual(SHIPPED.tubes.map((t) => t.id));
  });

  it('a correction shadows the shipped row, leaves it as it was, and the plan says that it rests on it', () => {
    const mine = catalogueWith([correct('filler', 'BCuP-5', { gapMaxM: 0.008 * INCH, bridgesToM: 0.009 * INCH })]);
    const wide = sampleJoint({ fitUp: measuredGapIn(0.0075), fillerId: 'BCuP-5' });
    expect(planJoint(wide, sampleLine()).selection.chosen).toBeNull();
    const plan = planJoint(wide, sampleLine(), { catalogue: mine });
    expect(plan.selection.chosen?.filler.id).toBe('BCuP-5');
    expect(plan.selection.chosen?.filler.source).toMatchObject({ certainty: 'entered', memory: false });
    expect(plan.restsOn).toEqual(['BCuP-5']);
    expect(SHIPPED.filler('BCuP-5')?.bridgesToM).toBeCloseTo(0.006 * INCH, 9);
    expect(planJoint(sampleJoint(), sampleLine(), { catalogue: mine }).restsOn).toEqual(['BCuP-5']);
    expect(planJoint(sampleJoint({ fillerId: 'BCuP-2' }), sampleLine(), { catalogue: mine }).restsOn).toEqual([]);
  });

  it('a tube of its own is rated and planned like any other', () => {
    const own: OwnRow = {
      table: 'tube',
      key: 'own:1-1/8 heavy',
      values: {
        temper: 'drawn',
        odM: 1.125 * INCH,
        wallM: 0.065 * INCH,
        odToleranceM: 0.0015 * INCH,
        annealedOdToleranceM: 0.0035 * INCH,
        wallToleranceM: 0.006 * INCH,
      },
      source: 'mill certificate',
    };
    const plan = planJoint(
      sampleJoint({ tube: { standardId: 'own', size: '1-1/8 heavy', metalId: 'copper' } }),
      sampleLine(),
      { catalogue: catalogueWith([own]) },
    );
    const thin = planJoint(sampleJoint(), sampleLine());
    expect(plan.rating.ratedPa ?? 0).toBeGreaterThan(thin.rating.ratedPa ?? Infinity);
    expect(plan.restsOn).toEqual(['tube own 1-1/8 heavy']);
  });

  it('a filler of its own joins the judging', () => {
    const mine = catalogueWith([{ ...correct('filler', 'BCuP-5', {}), key: 'BCuP-10' }]);
    expect(planJoint(sampleJoint(), sampleLine(), { catalogue: mine }).selection.judgements).toHaveLength(
      SHIPPED.fillers.length + 1,
    );
  });

  it('reads a composition and says what is wrong with one', () => {
    expect(readComposition('Ag 15, Cu 80, P 5')).toEqual({ Ag: 15, Cu: 80, P: 5 });
    for (const f of SHIPPED.fillers) expect(readComposition(writeComposition(f.composition))).toEqual(f.composition);
    expect(() => readComposition('Ag 15, Gold 85')).toThrow(/"Gold 85" is not an element/);
    expect(() => readComposition('Ag 15, Cu 70')).toThrow(/adds up to 85 %/);
  });
});

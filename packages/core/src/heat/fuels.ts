import { type Band } from '../fillers/fillers.js';
import { practice, published, type Source } from '../source/source.js';
import { CUBIC_FOOT, degFToK, SCFH } from '../units/units.js';

/** British thermal unit, J. */
const BTU = 1055.056;

export const FUEL_IDS = ['acetylene', 'propane', 'propylene', 'natural-gas', 'hydrogen'] as const;
export type FuelId = (typeof FUEL_IDS)[number];
/** How the fuel is burnt. */
export const BURNT_WITH = ['oxygen', 'air-swirl', 'air-plain'] as const;
export type BurntWith = (typeof BURNT_WITH)[number];
export const BURNT_WITH_WORDS: Readonly<Record<BurntWith, string>> = {
  oxygen: 'oxygen',
  'air-swirl': 'air, swirl tip',
  'air-plain': 'air, plain hand torch',
};

export interface Fuel {
  readonly id: FuelId;
  readonly name: string;
  /** Net heating value, J/m3 at 1 atm. */
  readonly heatJm3: number;
  /** Flame temperature with oxygen and with air, K; null where it is not used so here. */
  readonly flameK: { readonly oxygen: number | null; readonly air: number | null };
  /** Volumes of oxygen from the cylinder to one of fuel, in a neutral flame. */
  readonly oxygenRatio: number;
}

export const HEATING_VALUE_SOURCE = published('gas handbooks: net heating values of fuel gases');
export const FLAME_TEMPERATURE_SOURCE = published(
  'gas handbooks: flame temperatures; those of the other mixtures are taken beside them',
);
export const OXYGEN_RATIO_SOURCE = practice(
  'oxygen from the cylinder to a volume of fuel: acetylene about 1.1, propane 4, propylene 3, natural gas 1.8, hydrogen 0.4',
);

const fuel = (
  id: FuelId,
  name: string,
  btuFt3: number,
  oxygenF: number | null,
  airF: number | null,
  oxygenRatio: number,
): Fuel => ({
  id,
  name,
  heatJm3: (btuFt3 * BTU) / CUBIC_FOOT,
  flameK: { oxygen: oxygenF === null ? null : degFToK(oxygenF), air: airF === null ? null : degFToK(airF) },
  oxygenRatio,
});

/** Fuel gases. Sources: HEATING_VALUE_SOURCE, FLAME_TEMPERATURE_SOURCE, OXYGEN_RATIO_SOURCE. */
export const FUELS: readonly Fuel[] = [
  fuel('acetylene', 'Acetylene', 1470, 5850, 4200, 1.1),
  fuel('propane', 'Propane', 2316, 5100, 3500, 4),
  fuel('propylene', 'Propylene', 2183, 5200, 3600, 3),
  fuel('natural-gas', 'Natural gas', 910, 5000, 3500, 1.8),
  fuel('hydrogen', 'Hydrogen', 275, 4800, null, 0.4),
];
const byId = new Map(FUELS.map((f) => [f.id, f]));
export const findFuel = (id: string): Fuel | undefined => byId.get(id as FuelId);

/** "Acetylene"; a word that names no fuel stays as it is. */
export const fuelName = (id: string): string => findFuel(id)?.name ?? id;

/** Whether a fuel is burnt so here: the temperature of its flame is known. */
export const isBurnt = (id: FuelId, burntWith: BurntWith): boolean =>
  Boolean(findFuel(id)?.flameK[burntWith === 'oxygen' ? 'oxygen' : 'air']);

/** Share of the flame's heat that a cold work takes up: least and most. */
export const EFFICIENCY: Readonly<Record<BurntWith, Band>> = {
  oxygen: { min: 0.25, max: 0.35 },
  'air-swirl': { min: 0.15, max: 0.25 },
  'air-plain': { min: 0.08, max: 0.15 },
};
/** Share of a tip's heat that cold work takes up: by the company's own times, else by practice. */
export const efficiencyBand = (tip: Tip): Band => tip.efficiency ?? EFFICIENCY[tip.burntWith];
export const EFFICIENCY_SOURCE = practice(
  'a quarter to a third of an oxygen flame reaches the work, less of an air flame',
  'your own logged times correct it',
);

/** A tip by its customary size, with the fuel it burns: least and most, m3/s at 1 atm. Editable; the maker's chart governs. */
export interface Tip {
  readonly id: string;
  /** "number 2", "medium swirl". */
  readonly name: string;
  readonly fuelId: FuelId;
  readonly burntWith: BurntWith;
  readonly fuelM3s: Band;
  /** Share of its heat that the work takes up, by the company's own times; absent where practice is taken. */
  readonly efficiency?: Band;
  readonly source: Source;
}

export const TIP_SOURCE = practice('generic chart, order of magnitude', 'the torch maker’s chart governs');

const oxyAcetylene = (size: string, min: number, max: number): Tip => ({
  id: `ox-${size}`,
  name: `number ${size}`,
  fuelId: 'acetylene',
  burntWith: 'oxygen',
  fuelM3s: { min: min * SCFH, max: max * SCFH },
  source: TIP_SOURCE,
});
const airAcetylene = (size: string, min: number, max: number): Tip => ({
  id: `air-${size}`,
  name: `${size} swirl`,
  fuelId: 'acetylene',
  burntWith: 'air-swirl',
  fuelM3s: { min: min * SCFH, max: max * SCFH },
  source: TIP_SOURCE,
});

/** Tips from small to large, oxygen first. */
export const TIPS: readonly Tip[] = [
  oxyAcetylene('000', 1, 2),
  oxyAcetylene('00', 1.5, 3),
  oxyAcetylene('0', 2, 4),
  oxyAcetylene('1', 3, 6),
  oxyAcetylene('2', 5, 10),
  oxyAcetylene('3', 8, 18),
  oxyAcetylene('4', 10, 25),
  oxyAcetylene('5', 15, 35),
  oxyAcetylene('6', 25, 45),
  airAcetylene('small', 2, 4),
  airAcetylene('medium', 5, 8),
  airAcetylene('large', 10, 18),
];

/** Flow a tip is set to, m3/s of fuel: two thirds up its range. Source: practice. */
export const usualFlow = (tip: Pick<Tip, 'fuelM3s'>): number =>
  tip.fuelM3s.min + ((tip.fuelM3s.max - tip.fuelM3s.min) * 2) / 3;
export const USUAL_FLOW_SOURCE = practice('a tip is taken as set two thirds up its range');

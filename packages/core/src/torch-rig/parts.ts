import { practice, published } from '../source/source.js';

/** Parts of a torch rig in the words that stand on them. */

/** Grade of a hose; "unmarked" where none can be read. */
export const HOSE_GRADES = ['R', 'RM', 'T', 'unmarked'] as const;
export type HoseGrade = (typeof HOSE_GRADES)[number];
export const HOSE_GRADE_WORDS: Readonly<Record<HoseGrade, string>> = {
  R: 'R, acetylene only',
  RM: 'RM, acetylene only, cover resists oil and flame',
  T: 'T, any fuel gas',
  unmarked: 'no grade to be read',
};
export const HOSE_GRADE_SOURCE = published(
  'CGA E-1, RMA IP-7: hose grades R and RM for acetylene only, T for any fuel',
);

/** Years after which a hose is looked at closely, and after which it goes, whatever it looks like. */
export const HOSE_YEARS = { look: 3, out: 5 } as const;
export const HOSE_YEARS_SOURCE = practice(
  'rubber is watched from three years on and goes at five',
  'the maker’s date and your rules govern',
);

/** What stands against a flame running back. */
export const GUARDS = ['arrestor', 'check valve', 'nothing'] as const;
export type Guard = (typeof GUARDS)[number];
export const GUARD_PLACES = ['fuelRegulator', 'fuelTorch', 'oxygenRegulator', 'oxygenTorch'] as const;
export type GuardPlace = (typeof GUARD_PLACES)[number];
export const GUARD_PLACE_WORDS: Readonly<Record<GuardPlace, string>> = {
  fuelRegulator: 'on the fuel, at the regulator',
  fuelTorch: 'on the fuel, at the torch',
  oxygenRegulator: 'on oxygen, at the regulator',
  oxygenTorch: 'on oxygen, at the torch',
};

/** Where the site or its code asks flashback arrestors. */
export const ARRESTORS_ASKED = ['both ends', 'regulators', 'not asked'] as const;
export type ArrestorsAsked = (typeof ARRESTORS_ASKED)[number];
export const ARRESTOR_SOURCE = practice('flashback arrestors at both ends where the site or its code asks them');

/** What a regulator is marked for; "unmarked" where it cannot be read. */
export const REGULATOR_GASES = [
  'acetylene',
  'propane',
  'propylene',
  'natural-gas',
  'hydrogen',
  'oxygen',
  'unmarked',
] as const;
export type RegulatorGas = (typeof REGULATOR_GASES)[number];

/** Countries whose marks of gas differ. */
export const MARK_COUNTRIES = ['united-states', 'united-kingdom-australia', 'europe'] as const;
export type MarkCountry = (typeof MARK_COUNTRIES)[number];
export const MARK_COUNTRY_WORDS: Readonly<Record<MarkCountry, string>> = {
  'united-states': 'United States',
  'united-kingdom-australia': 'United Kingdom, Australia',
  europe: 'Europe (ISO 3821)',
};

/** Fuels that stand in the cylinder as a liquid: the gauge says how warm it is, not how much is left. */
export const LIQUID_FUELS: readonly string[] = ['propane', 'propylene'];
export const LIQUID_SOURCE = practice('a liquefied gas holds its pressure to the last: weigh the cylinder');
export const DISSOLVED_SOURCE = practice(
  'acetylene is dissolved: its gauge shows about what is left at 70 °F, less when cold',
);

import { SENSITIVE_PARTS } from '../heat/sensitive-parts.js';
import { METALS } from '../metals/metals.js';
import { TUBE_STANDARDS } from '../tube/tube.js';

/** Words the shorthand knows, each list forgiving; the first word of a row is the one written back. */

export const METAL_WORDS: Readonly<Record<string, readonly string[]>> = {
  copper: ['cu', 'copper', 'c12200'],
  'brass-free-cutting': ['brass', 'c36000'],
  'brass-cartridge': ['cartridge', 'c26000'],
  'brass-forging': ['forged', 'forging', 'c37700'],
  'copper-iron': ['cufe', 'copperiron', 'c19400'],
  'red-brass': ['redtube', 'c23000'],
  'brass-lead-free': ['leadfree', 'c69300'],
  'brass-lead-free-cast': ['leadfreecast', 'c87850'],
  'silicon-bronze': ['sibronze', 'c65500'],
  'aluminium-bronze': ['albronze', 'c61400'],
  'cupronickel-10': ['cuni10', 'c70600'],
  'cupronickel-30': ['cuni30', 'c71500'],
  'galvanised-steel': ['galv', 'galvanised', 'galvanized'],
  'red-brass-cast': ['redbrass', 'c83600', 'bronze'],
  'semi-red-brass-cast': ['semired', 'c84400'],
  steel: ['steel', 'cs'],
  'plated-steel': ['plated', 'platedsteel'],
  'stainless-304': ['304', 'ss', 'stainless', 's30400'],
  'stainless-316': ['316', 's31600'],
  'cast-iron': ['castiron', 'ci'],
  'nickel-200': ['nickel', 'ni', 'n02200'],
  'nickel-copper-400': ['400', 'n04400'],
  'nickel-chromium-molybdenum': ['nicrmo', 'n10276'],
  titanium: ['ti', 'titanium', 'r50400'],
  'aluminium-3003': ['al', '3003', 'aluminium', 'aluminum'],
  'aluminium-6061': ['6061'],
};

export const STANDARD_WORDS: Readonly<Record<string, readonly string[]>> = {
  acr: ['acr'],
  'acr-coil': ['coil', 'softacr'],
  capillary: ['captube', 'capillary'],
  k: ['k', 'typek'],
  l: ['l', 'typel'],
  m: ['m', 'typem'],
  'med-k': ['medk', 'b819k'],
  'med-l': ['medl', 'b819l', 'b819'],
  en: ['en', 'en1057'],
  'pipe-40': ['sch40', 'pipe'],
};

export const KIND_WORDS = {
  fitting: ['fitting', 'cpl', 'coupling', 'elbow', 'ell', 'tee', 'cap'],
  reducer: ['reducer', 'reducing', 'red'],
  patch: ['patch'],
  swaged: ['swaged', 'swage'],
  stub: ['stub'],
  valve: ['valve'],
} as const;

export const POSITION_WORDS = {
  horizontal: ['horiz', 'horizontal', 'flat'],
  'down-feed': ['down', 'downfeed', 'down-feed', 'downflow'],
  'up-feed': ['up', 'upfeed', 'up-feed', 'upflow'],
  flat: ['flat-flow', 'flatflow'],
} as const;

export const PART_WORDS: Readonly<Record<string, readonly string[]>> = {
  txv: ['txv', 'expansion-valve'],
  solenoid: ['solenoid'],
  'reversing-valve': ['reversing', 'reversing-valve'],
  'service-valve': ['service-valve', 'servicevalve'],
  'sight-glass': ['sightglass', 'sight-glass', 'glass'],
  'ball-valve': ['ballvalve', 'ball-valve', 'ball'],
};

/** Every id of the tables has a word, so that whatever stands in the schedule can be written. */
export const WORDLESS: readonly string[] = [
  ...METALS.map((m) => m.id).filter((id) => !METAL_WORDS[id]),
  ...TUBE_STANDARDS.map((s) => s.id).filter((id) => !STANDARD_WORDS[id]),
  ...SENSITIVE_PARTS.map((p) => p.id).filter((id) => !PART_WORDS[id]),
];

/** The id whose word this is, or undefined. */
export function idOf<Id extends string>(words: Readonly<Record<Id, readonly string[]>>, word: string): Id | undefined {
  return (Object.keys(words) as Id[]).find((id) => words[id].includes(word));
}

/** The first word of an id, the one written back. */
export const wordOf = <Id extends string>(words: Readonly<Record<Id, readonly string[]>>, id: Id): string =>
  words[id]?.[0] ?? id;

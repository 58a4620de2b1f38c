import { practice, published, type Source } from '../source/source.js';

/** What flows in the line, with the facts the pairing rules ask for. */
export interface Service {
  readonly id: string;
  readonly name: string;
  readonly kind:
    | 'refrigerant'
    | 'medical'
    | 'water'
    | 'steam'
    | 'fuel-gas'
    | 'fuel-oil'
    | 'ammonia'
    | 'acetylene'
    | 'hot-sulphur-gas'
    | 'hydrogen'
    | 'clean-gas'
    | 'compressed-air'
    | 'structure';
  /** Wet service corrodes the interface of stainless joints. */
  readonly wet: boolean;
  /** Food or drinking water touch it: no cadmium. */
  readonly potable: boolean;
  /** Oil that takes up water and strips oxide (polyol-ester). */
  readonly hygroscopicOil: boolean;
  /** What it holds burns: recovered or let off, purged, ventilated and sniffed before any flame. */
  readonly flammable: boolean;
  /** Which medical-gas rules hold: piping over atmospheric pressure, or vacuum; null elsewhere. */
  readonly medical: 'positive' | 'vacuum' | null;
  /** Nitrogen purge while brazing. */
  readonly purge: 'required' | 'advised' | 'not needed';
  readonly purgeWhy: string;
  readonly source: Source;
}

const nfpa99 = published('NFPA 99');
const trade = practice();

const PLAIN = {
  wet: false,
  potable: false,
  hygroscopicOil: false,
  flammable: false,
  medical: null,
  purge: 'advised',
  source: trade,
} as const;

type Row = Omit<Service, keyof typeof PLAIN> & Partial<Service>;

const medical = (id: string, name: string, over: 'positive' | 'vacuum' = 'positive'): Row => ({
  id,
  name,
  kind: 'medical',
  medical: over,
  purge: 'required',
  purgeWhy:
    over === 'vacuum'
      ? 'the code asks for nitrogen always'
      : 'cleanliness is life safety; the code asks for nitrogen always',
  source: nfpa99,
});
const refrigerant = (id: string, name: string, more: Partial<Service> = {}): Row => ({
  id,
  name,
  kind: 'refrigerant',
  hygroscopicOil: true,
  purge: 'required',
  purgeWhy: 'the oil strips oxide off the bore within days and plugs screens',
  ...more,
});
const water = (
  id: string,
  name: string,
  purgeWhy = 'keeps oxide flakes out of valves',
  more: Partial<Service> = {},
): Row => ({
  id,
  name,
  kind: 'water',
  wet: true,
  purgeWhy,
  ...more,
});

const rows: readonly Row[] = [
  refrigerant('refrigerant-poe', 'Refrigerant, polyol-ester oil'),
  refrigerant('refrigerant-mo', 'Refrigerant, mineral oil', {
    hygroscopicOil: false,
    purgeWhy: 'oxide plugs screens; the oil only forgives it longer',
  }),
  refrigerant('refrigerant-a2l', 'Mildly flammable refrigerant (A2L)', { flammable: true }),
  refrigerant('refrigerant-a3', 'Flammable refrigerant (A3)', { flammable: true }),
  refrigerant('refrigerant-744', 'Carbon dioxide as refrigerant (R-744)'),
  medical('medical-oxygen', 'Medical oxygen'),
  medical('medical-air', 'Medical air'),
  medical('medical-vacuum', 'Medical vacuum', 'vacuum'),
  medical('medical-n2o', 'Nitrous oxide'),
  medical('medical-co2', 'Medical carbon dioxide'),
  medical('medical-waste-gas', 'Waste anaesthetic gas', 'vacuum'),
  water('drinking-water', 'Drinking water', undefined, { potable: true }),
  water('chilled-water', 'Chilled or heating water'),
  water('glycol-water', 'Glycol and water', 'keeps oxide flakes out of valves and pumps'),
  water('sprinkler', 'Fire sprinkler', 'keeps oxide flakes out of the heads'),
  { id: 'steam', name: 'Steam and condensate', kind: 'steam', wet: true, purgeWhy: 'keeps oxide flakes out of traps' },
  {
    id: 'compressed-air',
    name: 'Compressed air',
    kind: 'compressed-air',
    purgeWhy: 'oxide flakes reach valves and tools',
  },
  {
    id: 'laboratory-gas',
    name: 'Laboratory gas, not flammable',
    kind: 'clean-gas',
    purge: 'required',
    purgeWhy: 'the gas is no cleaner than the bore',
  },
  {
    id: 'helium',
    name: 'Helium',
    kind: 'clean-gas',
    purge: 'required',
    purgeWhy: 'the gas is no cleaner than the bore',
  },
  {
    id: 'hydrogen',
    name: 'Hydrogen',
    kind: 'hydrogen',
    flammable: true,
    purge: 'required',
    purgeWhy: 'hydrogen takes the oxygen out of oxide, and makes steam of it in the metal',
  },
  {
    id: 'fuel-gas',
    name: 'Fuel gas',
    kind: 'fuel-gas',
    flammable: true,
    purgeWhy: 'oxide flakes reach regulators and burners',
  },
  {
    id: 'fuel-oil',
    name: 'Fuel oil',
    kind: 'fuel-oil',
    flammable: true,
    purgeWhy: 'oxide flakes reach filters and nozzles',
  },
  { id: 'ammonia', name: 'Ammonia', kind: 'ammonia', purgeWhy: 'oxide plugs screens' },
  { id: 'acetylene', name: 'Acetylene', kind: 'acetylene', flammable: true, purgeWhy: 'oxide plugs regulators' },
  { id: 'hot-sulphur-gas', name: 'Hot gas with sulphur', kind: 'hot-sulphur-gas', purgeWhy: 'keeps the bore clean' },
  {
    id: 'structure',
    name: 'Bracket or support, no fluid',
    kind: 'structure',
    purge: 'not needed',
    purgeWhy: 'nothing flows in it',
  },
];

/** What flows in lines, each with what depends on it. */
export const SERVICES: readonly Service[] = rows.map((r) => ({ ...PLAIN, ...r }));

const byId = new Map(SERVICES.map((s) => [s.id, s]));
export const findService = (id: string): Service | undefined => byId.get(id);

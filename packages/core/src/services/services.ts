import { practice, published, type Source } from '../source/source.js';

/** What flows in the line, with the facts the pairing rules ask for. */
export interface Service {
  readonly id: string;
  readonly name: string;
  readonly kind:
    'refrigerant' | 'medical' | 'water' | 'fuel-gas' | 'ammonia' | 'acetylene' | 'hot-sulphur-gas' | 'structure';
  /** Wet service corrodes the interface of stainless joints. */
  readonly wet: boolean;
  /** Food or drinking water touch it: no cadmium. */
  readonly potable: boolean;
  /** Oil that takes up water and strips oxide (polyol-ester). */
  readonly hygroscopicOil: boolean;
  /** Which medical-gas rules hold: piping over atmospheric pressure, or vacuum; null elsewhere. */
  readonly medical: 'positive' | 'vacuum' | null;
  /** Nitrogen purge while brazing. */
  readonly purge: 'required' | 'advised' | 'not needed';
  readonly purgeWhy: string;
  readonly source: Source;
}

const nfpa99 = published('NFPA 99');
const trade = practice();

// prettier-ignore
export const SERVICES: readonly Service[] = [
  { id: 'refrigerant-poe', name: 'Refrigerant, polyol-ester oil', kind: 'refrigerant', wet: false, potable: false, hygroscopicOil: true, medical: null, purge: 'required', purgeWhy: 'the oil strips oxide off the bore within days and plugs screens', source: trade },
  { id: 'refrigerant-mo', name: 'Refrigerant, mineral oil', kind: 'refrigerant', wet: false, potable: false, hygroscopicOil: false, medical: null, purge: 'required', purgeWhy: 'oxide plugs screens; the oil only forgives it longer', source: trade },
  { id: 'medical-oxygen', name: 'Medical oxygen', kind: 'medical', wet: false, potable: false, hygroscopicOil: false, medical: 'positive', purge: 'required', purgeWhy: 'cleanliness is life safety; the code asks for nitrogen always', source: nfpa99 },
  { id: 'medical-air', name: 'Medical air', kind: 'medical', wet: false, potable: false, hygroscopicOil: false, medical: 'positive', purge: 'required', purgeWhy: 'cleanliness is life safety; the code asks for nitrogen always', source: nfpa99 },
  { id: 'medical-vacuum', name: 'Medical vacuum', kind: 'medical', wet: false, potable: false, hygroscopicOil: false, medical: 'vacuum', purge: 'required', purgeWhy: 'the code asks for nitrogen always', source: nfpa99 },
  { id: 'medical-n2o', name: 'Nitrous oxide', kind: 'medical', wet: false, potable: false, hygroscopicOil: false, medical: 'positive', purge: 'required', purgeWhy: 'cleanliness is life safety; the code asks for nitrogen always', source: nfpa99 },
  { id: 'medical-co2', name: 'Medical carbon dioxide', kind: 'medical', wet: false, potable: false, hygroscopicOil: false, medical: 'positive', purge: 'required', purgeWhy: 'cleanliness is life safety; the code asks for nitrogen always', source: nfpa99 },
  { id: 'drinking-water', name: 'Drinking water', kind: 'water', wet: true, potable: true, hygroscopicOil: false, medical: null, purge: 'advised', purgeWhy: 'keeps oxide flakes out of valves', source: trade },
  { id: 'chilled-water', name: 'Chilled or heating water', kind: 'water', wet: true, potable: false, hygroscopicOil: false, medical: null, purge: 'advised', purgeWhy: 'keeps oxide flakes out of valves', source: trade },
  { id: 'fuel-gas', name: 'Fuel gas', kind: 'fuel-gas', wet: false, potable: false, hygroscopicOil: false, medical: null, purge: 'advised', purgeWhy: 'oxide flakes reach regulators and burners', source: trade },
  { id: 'ammonia', name: 'Ammonia', kind: 'ammonia', wet: false, potable: false, hygroscopicOil: false, medical: null, purge: 'advised', purgeWhy: 'oxide plugs screens', source: trade },
  { id: 'acetylene', name: 'Acetylene', kind: 'acetylene', wet: false, potable: false, hygroscopicOil: false, medical: null, purge: 'advised', purgeWhy: 'oxide plugs regulators', source: trade },
  { id: 'hot-sulphur-gas', name: 'Hot gas with sulphur', kind: 'hot-sulphur-gas', wet: false, potable: false, hygroscopicOil: false, medical: null, purge: 'advised', purgeWhy: 'keeps the bore clean', source: trade },
  { id: 'structure', name: 'Bracket or support, no fluid', kind: 'structure', wet: false, potable: false, hygroscopicOil: false, medical: null, purge: 'not needed', purgeWhy: 'nothing flows in it', source: trade },
];

const byId = new Map(SERVICES.map((s) => [s.id, s]));
export const findService = (id: string): Service | undefined => byId.get(id);

import { holdsPhosphorus, percent, TRACE_PHOSPHORUS } from '../../fillers/fillers.js';
import { inASentence, isCopperBase, isFerrous, metalPercent, wettedCopper } from '../../metals/metals.js';
import { practice, published } from '../../source/source.js';
import { said } from '../../units/say.js';
import { degFToK } from '../../units/units.js';
import { bothCopper, type Candidate, hasFamily, type JointFacts, type Rule } from '../facts.js';
import { SERVICE_NOTES } from './service-notes.js';

/** What the service allows: of metals by their composition, and of rods by theirs. */

const WELD = 'weld it, in steel or stainless';

/** Most copper in a metal on acetylene, weight percent. */
export const ACETYLENE_METAL_CU = 65;
/** Most copper and silver in a rod on acetylene, by the job's school, weight percent. */
export const ACETYLENE_ROD = { wide: { Cu: 37, Ag: 46 }, strict: { Cu: 21, Ag: 43 } } as const;
/** Most lead in wetted metal on drinking water, weighted, weight percent. */
export const LEAD_FREE = 0.25;
/** Above this copper systems brazed with BCuP or BAg stop. */
export const SERVICE_LIMIT_K = degFToK(400);

const ammonia: Rule<JointFacts> = {
  id: 'ammonia',
  title: 'Ammonia: no copper, zinc or silver filler on any metal',
  source: published('ASHRAE 15 and IIAR practice'),
  judge: (f) => {
    if (f.service.kind !== 'ammonia') return null;
    const copper = f.metals.find((m) => isCopperBase(m) || m.skin === 'Cu');
    return {
      effect: 'refuse',
      says: copper
        ? `Ammonia attacks ${inASentence(copper)}, and every copper, zinc or silver rod. The joint is refused, not only the rod.`
        : 'Ammonia attacks every copper, zinc and silver rod: the joint is not brazed.',
      instead: WELD,
    };
  },
};

const acetylene: Rule<JointFacts> = {
  id: 'acetylene-metal',
  title: `Acetylene: no metal over ${ACETYLENE_METAL_CU} % copper`,
  source: published('ISO 9539 and CGA G-1'),
  judge: (f) => {
    if (f.service.kind !== 'acetylene') return null;
    const bad = [f.tube, ...f.metals].find((m) => wettedCopper(m) > ACETYLENE_METAL_CU);
    if (!bad) return null;
    const has =
      bad.composition === null
        ? 'its composition is not on file, so it counts as too rich'
        : `${bad.skin === 'Cu' ? 'a skin of bare copper' : `${Math.round(metalPercent(bad, 'Cu'))} %`}`;
    return {
      effect: 'refuse',
      says: `Acetylene forms explosive compounds on metal with over ${ACETYLENE_METAL_CU} % copper: ${inASentence(bad)} (${has}).`,
      instead: 'take steel or stainless, welded, or brass with at most 65 % copper',
    };
  },
};

const lead: Rule<JointFacts> = {
  id: 'lead-free',
  title: 'Drinking water: lead-free wetted metal',
  source: published('SDWA 1417 and NSF/ANSI 372', 'at most 0.25 % weighted over the wetted surfaces'),
  judge: (f) => {
    if (!f.service.potable) return null;
    const bad = f.metals.find((m) => metalPercent(m, 'Pb') > LEAD_FREE);
    return bad
      ? {
          effect: 'refuse',
          says:
            bad.composition === null
              ? `Drinking water wants metal with at most ${LEAD_FREE} % lead, and the composition of ${inASentence(bad)} is not on file.`
              : `Drinking water wants metal with at most ${LEAD_FREE} % lead; ${inASentence(bad)} has about ${metalPercent(bad, 'Pb')} %.`,
          instead: 'take the part in lead-free brass (C69300, cast C87850), or in copper',
        }
      : null;
  },
};

const hotService: Rule<JointFacts> = {
  id: 'service-temperature',
  title: 'Copper systems above 400 °F',
  source: published('CDA Copper Tube Handbook'),
  judge: (f) => {
    if (f.serviceMaxK <= SERVICE_LIMIT_K + 1e-6) return null;
    const limit = said(SERVICE_LIMIT_K, 'temperature');
    return f.metals.some(isCopperBase)
      ? {
          effect: 'refuse',
          says: `Service is above ${limit}: copper joints brazed with phosphorus or silver rods lose their strength there.`,
          instead: 'take steel or stainless, welded, or a flanged joint rated for the temperature',
        }
      : {
          effect: 'caution',
          says: `Service is above ${limit}: silver rods lose strength there. Have the joint rated by the code, or weld it.`,
        };
  },
};

/** Standards of tube each kind of medical piping takes. B819 is type K or L, cleaned and capped. */
const MEDICAL_TUBE = {
  positive: new Set(['med-k', 'med-l']),
  vacuum: new Set(['med-k', 'med-l', 'k', 'l', 'm', 'acr', 'acr-coil']),
} as const;
/** Metric medical tube shares its sizes with plain metric tube. */
const METRIC = 'en';

const medicalTube: Rule<JointFacts> = {
  id: 'medical-tube',
  title: 'Medical gas: which tube',
  source: published('NFPA 99'),
  judge: (f) => {
    const { medical } = f.service;
    if (!medical) return null;
    const vacuum = medical === 'vacuum';
    const instead = vacuum
      ? 'take copper tube to ASTM B819, B88 K, L or M, or B280, or stainless'
      : 'take cleaned and capped tube to ASTM B819, type K or L';
    const iron = f.metals.find((m) => isFerrous(m) && m.family !== 'stainless');
    if (iron)
      return {
        effect: 'refuse',
        says: `Medical gas: no ${inASentence(iron)} in the line.`,
        instead: iron === f.tube ? instead : 'take the part in copper, brass or bronze made for medical gas',
      };
    if (vacuum && f.tube.family === 'stainless') return null;
    if (f.tube.family !== 'copper' || metalPercent(f.tube, 'Fe') >= 1)
      return { effect: 'refuse', says: `Medical gas: the tube is copper, not ${inASentence(f.tube)}.`, instead };
    if (f.tubeStandardId === METRIC)
      return {
        effect: 'caution',
        says: 'Metric tube only where it is medical tube to EN 13348, marked, degreased and capped, and the authority takes it in place of ASTM B819.',
      };
    return MEDICAL_TUBE[medical].has(f.tubeStandardId)
      ? null
      : {
          effect: 'refuse',
          says: vacuum
            ? 'Medical vacuum: this tube is none of those the code admits.'
            : 'Medical gas: this is not ASTM B819 tube. Plain type L or M and refrigeration tube are not cleaned for it.',
          instead,
        };
  },
};

const medicalMaterials: Rule<JointFacts> = {
  id: 'medical-materials',
  title: 'Medical gas: what goes into the line',
  source: published('NFPA 99'),
  judge: (f) =>
    f.service.medical
      ? {
          effect: 'note',
          says: `Medical gas: fittings to ASME B16.22 or B16.50, filler that melts above ${said(degFToK(1000), 'temperature')}, nitrogen always, braze within 8 hours of cleaning.`,
        }
      : null,
};

export const SERVICE_JOINT_RULES: readonly Rule<JointFacts>[] = [
  ammonia,
  acetylene,
  lead,
  hotService,
  medicalTube,
  medicalMaterials,
  ...SERVICE_NOTES,
];

const ammoniaRod: Rule<Candidate> = {
  id: 'ammonia-rod',
  title: 'Ammonia: rods with copper, zinc or silver',
  source: published('ASHRAE 15 and IIAR practice'),
  judge: (c) => {
    if (c.service.kind !== 'ammonia') return null;
    const bad = (['Cu', 'Zn', 'Ag'] as const).filter((e) => percent(c.filler, e) > 0);
    const names = { Cu: 'copper', Zn: 'zinc', Ag: 'silver' } as const;
    return bad.length
      ? { effect: 'refuse', says: `Ammonia attacks it: it holds ${bad.map((e) => names[e]).join(', ')}.` }
      : null;
  },
};

const acetyleneRod: Rule<Candidate> = {
  id: 'acetylene-rod',
  title: 'Acetylene: copper and silver in the rod',
  source: published('ISO 9539', 'some codes: at most 21 % copper and 43 % silver'),
  judge: (c) => {
    if (c.service.kind !== 'acetylene') return null;
    const limit = ACETYLENE_ROD[c.schools.acetyleneRod];
    const [cu, ag] = [percent(c.filler, 'Cu'), percent(c.filler, 'Ag')];
    return cu > limit.Cu || ag > limit.Ag
      ? {
          effect: 'refuse',
          says: `Acetylene takes a rod with at most ${limit.Cu} % copper and ${limit.Ag} % silver; this has ${cu} % and ${ag} %.`,
        }
      : null;
  },
};

const fuelGas: Rule<Candidate> = {
  id: 'fuel-gas-phosphorus',
  title: 'Fuel gas: at most 0.05 % phosphorus, melts above 1000 °F',
  source: published('NFPA 54'),
  judge: (c) => {
    if (c.service.kind !== 'fuel-gas') return null;
    if (holdsPhosphorus(c.filler))
      return {
        effect: 'refuse',
        says: `Fuel gas allows ${TRACE_PHOSPHORUS} % phosphorus; this rod has ${percent(c.filler, 'P')} %.`,
      };
    return c.filler.solidusK <= degFToK(1000)
      ? { effect: 'refuse', says: `Fuel gas asks for a filler that melts above ${said(degFToK(1000), 'temperature')}.` }
      : null;
  },
};

const fuelOil: Rule<Candidate> = {
  id: 'fuel-oil-rod',
  title: 'Fuel oil: a filler that melts above 1000 °F',
  source: published('NFPA 31'),
  judge: (c) =>
    c.service.kind === 'fuel-oil' && c.filler.solidusK <= degFToK(1000)
      ? { effect: 'refuse', says: `Fuel oil asks for a filler that melts above ${said(degFToK(1000), 'temperature')}.` }
      : null,
};

const medicalRod: Rule<Candidate> = {
  id: 'medical-rod',
  title: 'Medical gas: which rod',
  source: published('NFPA 99'),
  judge: (c) => {
    if (!c.service.medical) return null;
    if (c.filler.solidusK <= degFToK(1000))
      return {
        effect: 'refuse',
        says: `Medical gas asks for a filler that melts above ${said(degFToK(1000), 'temperature')}.`,
      };
    return bothCopper(c) && c.filler.group !== 'BCuP'
      ? { effect: 'refuse', says: 'Medical gas, copper to copper: a phosphorus rod without flux, and nothing else.' }
      : null;
  },
};

const sulphur: Rule<Candidate> = {
  id: 'sulphur',
  title: 'Hot gas with sulphur: a nickel-bearing silver rod, or none',
  source: published('AWS Brazing Handbook'),
  judge: (c) => {
    if (c.service.kind !== 'hot-sulphur-gas') return null;
    if (holdsPhosphorus(c.filler))
      return { effect: 'refuse', says: 'Hot sulphur-bearing gas attacks copper-phosphorus rods.' };
    return c.filler.group === 'BAg' && percent(c.filler, 'Ni') >= 2
      ? null
      : { effect: 'refuse', says: 'Hot gas with sulphur takes a nickel-bearing silver rod, or is not brazed.' };
  },
};

const brassRod: Rule<Candidate> = {
  id: 'brass-rod',
  title: 'Brass rod in tube joints',
  source: practice('it works within 300 °F of where copper tube melts, and fumes zinc'),
  judge: (c) => {
    if (c.filler.group !== 'RBCuZn') return null;
    const { kind } = c.service;
    if (kind === 'fuel-gas' || kind === 'medical' || kind === 'hot-sulphur-gas')
      return { effect: 'refuse', says: 'Brass rod is not pipe filler for this service.' };
    if (kind === 'structure') return null;
    if (c.metals.some(isCopperBase))
      return {
        effect: 'refuse',
        says: 'Brass rod is refused on copper pressure piping: it works close under the melting of the tube and fumes zinc. It belongs to braze-welding and to lap joints in steel.',
      };
    return c.metals.some((m) => m.family !== 'steel' && m.family !== 'cast-iron')
      ? {
          effect: 'refuse',
          says: 'Under pressure brass rod belongs to lap joints in steel and cast iron, and to no other metal.',
        }
      : {
          effect: 'caution',
          says: 'Brass rod works at an orange heat and fumes zinc: for lap joints in steel, with the head out of the smoke.',
        };
  },
};

const cadmium: Rule<Candidate> = {
  id: 'cadmium',
  title: 'Cadmium',
  source: practice('OSHA 1910.1027, from memory, for the fume'),
  judge: (c) => {
    if (percent(c.filler, 'Cd') === 0) return null;
    if (c.service.potable || c.service.medical)
      return { effect: 'refuse', says: 'Holds cadmium: never on drinking water, food or medical gas.' };
    if (!c.cadmiumReason)
      return {
        effect: 'refuse',
        says: 'Holds cadmium; its fume kills. Refused unless a reason is recorded on the joint.',
      };
    return {
      effect: 'caution',
      says: `Cadmium admitted by record: "${c.cadmiumReason}". Its fume kills: local exhaust, head out of the plume.`,
    };
  },
};

const stainlessWet: Rule<Candidate> = {
  id: 'stainless-nickel',
  title: 'Stainless in wet service wants nickel in the rod',
  source: published('AWS Brazing Handbook'),
  judge: (c) => {
    if (!hasFamily(c, 'stainless') || percent(c.filler, 'Ni') >= 2) return null;
    return c.service.wet
      ? {
          effect: 'refuse',
          says: 'Wet stainless joints corrode along the interface unless the rod has nickel: BAg-4, -22 or -24.',
        }
      : {
          effect: 'note',
          says: 'A nickel-bearing rod (BAg-4, -22, -24) would keep stainless safe if it ever gets wet.',
        };
  },
};

export const SERVICE_ROD_RULES: readonly Rule<Candidate>[] = [
  ammoniaRod,
  acetyleneRod,
  fuelGas,
  fuelOil,
  medicalRod,
  sulphur,
  brassRod,
  cadmium,
  stainlessWet,
];

import { percent } from '../../fillers/fillers.js';
import { GAP_ADVICE } from '../../fit-up/gap.js';
import { isFerrous } from '../../metals/metals.js';
import { derived, practice, published } from '../../source/source.js';
import { said } from '../../units/say.js';
import { deltaFToK, degFToK } from '../../units/units.js';
import { bothCopper, firstToMelt, hasFamily, type Candidate, type Rule } from '../facts.js';
import { COATING, isMadeCoated } from '../flux-choice.js';

/** Rules that judge one filler on one joint. */

type FillerRule = Rule<Candidate>;
const handbook = published('AWS Brazing Handbook');
/** Temperatures in words, remembered: a job asks for the same few a million times. */
const words = new Map<number, string>();
function f(k: number): string {
  let says = words.get(k);
  if (says === undefined) {
    says = said(k, 'temperature');
    if (words.size < 5000) words.set(k, says);
  }
  return says;
}

const rightGroup: FillerRule = {
  id: 'group-for-metal',
  title: 'The rod family must suit the metals',
  source: handbook,
  judge: (c) => {
    const aluminium = hasFamily(c, 'aluminium');
    if (aluminium && c.filler.group !== 'BAlSi')
      return { effect: 'refuse', says: `${c.filler.group} does not braze aluminium: it melts far above it.` };
    if (!aluminium && c.filler.group === 'BAlSi') return { effect: 'refuse', says: 'BAlSi is for aluminium only.' };
    return null;
  },
};

const phosphorusOnIronOrNickel: FillerRule = {
  id: 'phosphorus-iron-nickel',
  title: 'Phosphorus never on iron or nickel',
  source: handbook,
  judge: (c) => {
    if (c.filler.group !== 'BCuP') return null;
    const bad = c.metals.find((m) => isFerrous(m) || m.family === 'nickel');
    if (!bad) return null;
    return {
      effect: 'refuse',
      says: `Phosphorus turns ${bad.family === 'nickel' ? 'nickel' : 'iron'} brittle: no BCuP on ${bad.name.toLowerCase()}.`,
    };
  },
};

const phosphorusOnBrass: FillerRule = {
  id: 'phosphorus-brass',
  title: 'Phosphorus rod on brass or bronze: two schools',
  source: practice('NFPA 99 for medical gas, from memory; practice otherwise'),
  judge: (c) => {
    if (c.filler.group !== 'BCuP' || !hasFamily(c, 'brass')) return null;
    if (c.service.kind === 'medical')
      return { effect: 'refuse', says: 'Medical gas: brass or bronze takes BAg with flux, never a phosphorus rod.' };
    if (c.schools.phosphorusOnBrass === 'strict')
      return { effect: 'refuse', says: 'This job holds the strict school: BAg with flux on brass, no phosphorus rod.' };
    return {
      effect: 'caution',
      says: 'Permissive school: phosphorus rod on brass only with flux. Without flux it does not wet.',
    };
  },
};

const cadmium: FillerRule = {
  id: 'cadmium',
  title: 'Cadmium',
  source: practice('OSHA 1910.1027, from memory, for the fume'),
  judge: (c) => {
    if (percent(c.filler, 'Cd') === 0) return null;
    if (c.service.potable || c.service.kind === 'medical')
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

const fuelGas: FillerRule = {
  id: 'fuel-gas-phosphorus',
  title: 'Fuel gas: at most 0.05 % phosphorus, melts above 1000 °F',
  source: published('NFPA 54'),
  judge: (c) => {
    if (c.service.kind !== 'fuel-gas') return null;
    if (percent(c.filler, 'P') > 0.05)
      return { effect: 'refuse', says: `Fuel gas allows 0.05 % phosphorus; this rod has ${percent(c.filler, 'P')} %.` };
    if (c.filler.solidusK <= degFToK(1000))
      return { effect: 'refuse', says: `Fuel gas asks for a filler that melts above ${f(degFToK(1000))}.` };
    return null;
  },
};

const medicalMelt: FillerRule = {
  id: 'medical-melting',
  title: 'Medical gas: filler melts above 1000 °F',
  source: published('NFPA 99'),
  judge: (c) =>
    c.service.kind === 'medical' && c.filler.solidusK <= degFToK(1000)
      ? { effect: 'refuse', says: `Medical gas asks for a filler that melts above ${f(degFToK(1000))}.` }
      : null,
};

const sulphur: FillerRule = {
  id: 'sulphur-phosphorus',
  title: 'Hot gas with sulphur: no phosphorus rod',
  source: handbook,
  judge: (c) =>
    c.service.kind === 'hot-sulphur-gas' && c.filler.group === 'BCuP'
      ? { effect: 'refuse', says: 'Hot sulphur-bearing gas attacks copper-phosphorus fillers.' }
      : null,
};

const stainlessWet: FillerRule = {
  id: 'stainless-nickel',
  title: 'Stainless in wet service wants nickel in the rod',
  source: handbook,
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

const meltingMargin: FillerRule = {
  id: 'melting-margin',
  title: 'Brazing range plus margin stays under the lower base metal',
  source: practice('100 °F for torch work, 50 °F for aluminium'),
  judge: (c) => {
    const lower = firstToMelt(c);
    const margin = deltaFToK(lower.family === 'aluminium' ? 50 : 100);
    const name = lower.name.toLowerCase();
    if (c.filler.brazingK.min + margin > lower.solidusK)
      return {
        effect: 'refuse',
        says: `Too hot: ${name} starts to melt at ${f(lower.solidusK)}, this rod needs ${f(c.filler.brazingK.min)} or more.`,
      };
    if (c.filler.brazingK.max + margin > lower.solidusK)
      return {
        effect: 'caution',
        says: `Stay under ${f(lower.solidusK - margin)}: ${name} starts to melt at ${f(lower.solidusK)}.`,
      };
    return null;
  },
};

const fluxNeeded: FillerRule = {
  id: 'flux-covers',
  title: 'Flux where the metals ask for it, active over the whole brazing range',
  source: practice(
    'ranges from AWS A5.31, from memory; copper to copper from the CDA Copper Tube Handbook, from memory',
  ),
  judge: (c) => {
    if (c.filler.group === 'BCuP' && bothCopper(c))
      return { effect: 'note', says: 'Copper to copper: the phosphorus takes the oxide. No flux.' };
    if (!c.flux)
      return {
        effect: 'refuse',
        says:
          c.coated && isMadeCoated(c.filler)
            ? `The coating counts as ${COATING[c.filler.group] ?? ''}, which does not cover this rod on these metals: take bare rod with paste.`
            : 'No flux class on file covers this rod on these metals over its whole brazing range.',
      };
    return {
      effect: 'note',
      says: `${c.coated && isMadeCoated(c.filler) ? 'The coating is' : 'Flux'} ${c.flux.id}: active ${f(c.flux.activeK.min)} to ${f(c.flux.activeK.max)}, covers ${f(c.filler.brazingK.min)} to ${f(c.filler.brazingK.max)}.`,
    };
  },
};

const gapAtHeat: FillerRule = {
  id: 'gap-at-heat',
  title: 'Gap per side at brazing temperature against the rod’s band',
  source: derived('expansion of both metals; bands from the AWS Brazing Handbook, from memory'),
  judge: (c) => {
    const verdict = c.gapVerdict;
    if (verdict === 'in band') return null;
    const hard = verdict === 'seizes' || verdict === 'too wide';
    const where = c.outerGap ? ' in one of the two gaps' : '';
    return {
      effect: hard ? 'refuse' : 'caution',
      says: `${verdict[0]?.toUpperCase()}${verdict.slice(1)}${where} at ${f(c.gap.tempK)}: ${GAP_ADVICE[verdict]}.`,
    };
  },
};

const overHotPart: FillerRule = {
  id: 'part-nearby',
  title: 'A part nearby that hates heat',
  source: practice(),
  judge: (c) =>
    c.partNearby && c.filler.liquidusK > degFToK(1400)
      ? {
          effect: 'caution',
          says: `${c.partNearby.name} nearby bears ${f(c.partNearby.limitK)}: protect it with heat-absorbing paste, or take a rod that melts lower.`,
        }
      : null,
};

const needsProcedure: FillerRule = {
  id: 'procedure-cover',
  title: 'A signed procedure must cover rod and flux',
  source: published('ASME BPVC IX part QB'),
  judge: (c) => {
    const covered = c.procedures.find(
      (p) => p.fNumbers.includes(c.filler.fNumber) && (c.flux ? p.fluxIds.includes(c.flux.id) : p.fluxIds.length === 0),
    );
    return covered
      ? { effect: 'note', says: `Covered by ${covered.name}.` }
      : {
          effect: 'caution',
          says: `Needs a procedure under ${c.codeSet}: none on file covers F-number ${c.filler.fNumber} with ${c.flux ? c.flux.id : 'no flux'}.`,
        };
  },
};

const brassRodCapillary: FillerRule = {
  id: 'brass-rod',
  title: 'Brass rod in tube joints',
  source: practice(),
  judge: (c) =>
    c.filler.group === 'RBCuZn' && c.service.kind !== 'structure'
      ? {
          effect: 'caution',
          says: 'Brass rod works at an orange heat, fumes zinc and leaves little room for valves: for brackets and repairs rather than lines.',
        }
      : null,
};

export const FILLER_RULES: readonly FillerRule[] = [
  rightGroup,
  phosphorusOnIronOrNickel,
  phosphorusOnBrass,
  cadmium,
  fuelGas,
  medicalMelt,
  sulphur,
  stainlessWet,
  meltingMargin,
  fluxNeeded,
  gapAtHeat,
  overHotPart,
  brassRodCapillary,
  needsProcedure,
];

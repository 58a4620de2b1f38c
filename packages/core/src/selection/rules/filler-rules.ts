import { flowOf, holdsPhosphorus, workingK } from '../../fillers/fillers.js';
import { GAP_ADVICE } from '../../fit-up/gap-verdict.js';
import { PART_HEAT_SOURCE } from '../../heat/part-peak.js';
import { PROTECTION_WORDS } from '../../heat/protections.js';
import { inASentence, isFerrous, metalPercent } from '../../metals/metals.js';
import { buildsUp, MOST_SILVER, PATCH_SOURCE } from '../../repair/patch.js';
import { derived, practice, published } from '../../source/source.js';
import { said } from '../../units/say.js';
import { degFToK, deltaFToK } from '../../units/units.js';
import { capital } from '../../words/capital.js';
import { bothCopper, type Candidate, firstToMelt, hasFamily, type Rule } from '../facts.js';
import { COATING, isMadeCoated } from '../flux-choice.js';
import { SERVICE_ROD_RULES } from './service-rules.js';

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
    const { group } = c.filler;
    if (group === 'ZnAl')
      return aluminium && c.kind === 'patch'
        ? null
        : { effect: 'refuse', says: 'Zinc-aluminium rod patches aluminium; by name it is a solder and joins no line.' };
    if (aluminium && group !== 'BAlSi')
      return { effect: 'refuse', says: `${group} does not braze aluminium: it melts far above it.` };
    if (!aluminium && group === 'BAlSi') return { effect: 'refuse', says: 'BAlSi is for aluminium only.' };
    return null;
  },
};

/** Nickel from which phosphorus makes a joint brittle, weight percent. Source: AWS Brazing Handbook, memory. */
const NICKEL_BRITTLE = 10;

const phosphorusOnIronOrNickel: FillerRule = {
  id: 'phosphorus-iron-nickel',
  title: 'Phosphorus never on iron or nickel',
  source: handbook,
  judge: (c) => {
    if (!holdsPhosphorus(c.filler)) return null;
    const bad = c.metals.find((m) => isFerrous(m) || m.family === 'nickel' || metalPercent(m, 'Ni') >= NICKEL_BRITTLE);
    if (!bad) return null;
    return {
      effect: 'refuse',
      says: `Phosphorus turns ${isFerrous(bad) ? 'iron' : 'nickel'} brittle: no ${c.filler.group === 'BCuP' ? 'BCuP' : c.filler.id} on ${inASentence(bad)}.`,
    };
  },
};

const phosphorusOnCopperIron: FillerRule = {
  id: 'phosphorus-copper-iron',
  title: 'Phosphorus rod on copper-iron tube follows its maker',
  source: practice(),
  judge: (c) => {
    if (!holdsPhosphorus(c.filler)) return null;
    const tube = c.metals.find((m) => m.family === 'copper' && metalPercent(m, 'Fe') >= 1);
    return tube
      ? {
          effect: 'caution',
          says: `Whether a phosphorus rod serves ${inASentence(tube)} is its maker’s word: ask before the first joint.`,
        }
      : null;
  },
};

const phosphorusOnBrass: FillerRule = {
  id: 'phosphorus-brass',
  title: 'Phosphorus rod on brass or bronze: two schools',
  source: practice('NFPA 99 for medical gas, from memory; practice otherwise'),
  judge: (c) => {
    if (!holdsPhosphorus(c.filler) || !hasFamily(c, 'brass')) return null;
    if (c.service.medical)
      return { effect: 'refuse', says: 'Medical gas: brass or bronze takes BAg with flux, never a phosphorus rod.' };
    if (c.schools.phosphorusOnBrass === 'strict')
      return { effect: 'refuse', says: 'This job holds the strict school: BAg with flux on brass, no phosphorus rod.' };
    return {
      effect: 'caution',
      says: 'Permissive school: phosphorus rod on brass only with flux. Without flux it does not wet.',
    };
  },
};

/** Room between where the rod is worked and where the first metal melts, K. Source: practice. */
export const MELTING_MARGIN = { torch: deltaFToK(100), aluminium: deltaFToK(50) } as const;

const meltingMargin: FillerRule = {
  id: 'melting-margin',
  title: 'Brazing range plus margin stays under the lower base metal',
  source: practice('100 °F for torch work, 50 °F for aluminium'),
  judge: (c) => {
    const lower = firstToMelt(c);
    const margin = lower.family === 'aluminium' ? MELTING_MARGIN.aluminium : MELTING_MARGIN.torch;
    const name = inASentence(lower);
    const works = workingK(c.filler);
    if (works + margin > lower.solidusK)
      return {
        effect: 'refuse',
        says: `Too hot: ${name} starts to melt at ${f(lower.solidusK)}, this rod is worked at about ${f(works)}.`,
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
    if (c.filler.group === 'ZnAl')
      return {
        effect: 'note',
        says: `Flux ${c.flux.id}: active ${f(c.flux.activeK.min)} to ${f(c.flux.activeK.max)}. Its residue is washed off.`,
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
    if (verdict === 'in band' || c.kind === 'patch') return null;
    const hard = verdict === 'seizes' || verdict === 'too wide';
    const where = c.outerGap ? ' in one of the two gaps' : '';
    const tightest = Math.min(c.gap.sideM, c.outerGap?.sideM ?? Infinity);
    const starved = verdict === 'tight' && flowOf(c.filler) === 'sluggish' && tightest < c.filler.gapBandM.min / 2;
    return {
      effect: hard || starved ? 'refuse' : 'caution',
      says: starved
        ? `Tight${where} at ${f(c.gap.tempK)}: a sluggish rod does not enter a gap this fine. Take a rod that likes a tighter gap, or open the gap.`
        : `${capital(verdict)}${where} at ${f(c.gap.tempK)}: ${GAP_ADVICE[verdict]}.`,
    };
  },
};

const patchRod: FillerRule = {
  id: 'patch-rod',
  title: 'A patch is built up by a sluggish rod',
  source: PATCH_SOURCE,
  judge: (c) => {
    if (c.kind !== 'patch') return null;
    if (hasFamily(c, 'aluminium'))
      return c.filler.group === 'ZnAl'
        ? {
            effect: 'caution',
            says: `By name this is soldering: it melts at ${f(c.filler.solidusK)} to ${f(c.filler.liquidusK)}, brazing begins at ${f(degFToK(840))}. A patch, not a fill and not a joint.`,
          }
        : {
            effect: 'refuse',
            says: 'An aluminium coil is patched with zinc-aluminium rod: this one runs where the wall itself melts.',
          };
    return buildsUp(c.filler)
      ? {
          effect: 'note',
          says: `Stays pasty over a wide range and holds at most ${MOST_SILVER} % silver: it can be built up and kept out of the bore.`,
        }
      : {
          effect: 'refuse',
          says: `A patch wants a sluggish phosphorus rod with at most ${MOST_SILVER} % silver, that builds up: this one runs into the bore or wants flux inside.`,
        };
  },
};

const partHeat: FillerRule = {
  id: 'part-nearby',
  title: 'How hot a part nearby gets, and what it bears',
  source: PART_HEAT_SOURCE,
  judge: (c) => {
    if (!c.partNearby || c.partDistanceM === null) return null;
    if (c.partProtection === 'apart')
      return { effect: 'note', says: `${c.partNearby.name}: taken apart first, so the heat ruins nothing.` };
    const peakK = c.partPeakK(workingK(c.filler));
    if (peakK === null) return null;
    const { name, limitK } = c.partNearby;
    const under = c.partProtection === 'bare' ? '' : ` under ${PROTECTION_WORDS[c.partProtection]}`;
    const at = `${name} at ${said(c.partDistanceM, 'length')}: the tube there comes to ${f(peakK)}${under}, it bears ${f(limitK)}`;
    return peakK > limitK
      ? {
          effect: 'caution',
          says: `${at}. ${c.partProtection === 'bare' ? 'Protect it, take it apart, or take a rod that melts lower' : 'Take it apart, or braze further away'}.`,
        }
      : { effect: 'note', says: `${at}.` };
  },
};

const pairOf = (pair: readonly [string, string]): string => [...pair].sort().join(' ');

const needsProcedure: FillerRule = {
  id: 'procedure-cover',
  title: 'A signed procedure must cover metals, rod and flux together',
  source: published('ASME BPVC IX part QB'),
  judge: (c) => {
    const pair = pairOf([c.tube.pNumber, c.socket.pNumber]);
    const covered = c.procedures.find(
      (p) =>
        p.fNumbers.includes(c.filler.fNumber) &&
        (c.flux ? p.fluxIds.includes(c.flux.id) : p.fluxIds.length === 0) &&
        (!p.metals || p.metals.some((m) => pairOf(m) === pair)),
    );
    return covered
      ? { effect: 'note', says: `Covered by ${covered.name}.` }
      : {
          effect: 'caution',
          says: `Needs a procedure under ${c.codeSet}: none on file covers F-number ${c.filler.fNumber} with ${c.flux ? c.flux.id : 'no flux'} on these metals.`,
        };
  },
};

export const FILLER_RULES: readonly FillerRule[] = [
  rightGroup,
  phosphorusOnIronOrNickel,
  phosphorusOnCopperIron,
  phosphorusOnBrass,
  ...SERVICE_ROD_RULES,
  meltingMargin,
  fluxNeeded,
  gapAtHeat,
  patchRod,
  partHeat,
  needsProcedure,
];

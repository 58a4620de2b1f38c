import { isCast } from '../../metals/metals.js';
import { practice, published } from '../../source/source.js';
import { said } from '../../units/say.js';
import { degFToK } from '../../units/units.js';
import { firstToMelt, hasFamily, type JointFacts, type Rule } from '../facts.js';

/** Rules that refuse or caution the joint itself, whatever the filler. */

const ammonia: Rule<JointFacts> = {
  id: 'ammonia-copper',
  title: 'Ammonia: no copper or copper alloy in contact',
  source: published('ASHRAE 15'),
  judge: (f) =>
    f.service.kind === 'ammonia' && hasFamily(f, 'copper', 'brass')
      ? {
          effect: 'refuse',
          says: 'Ammonia attacks copper and brass. The joint is refused, not only the rod: use steel or stainless, welded.',
        }
      : null,
};

const acetylene: Rule<JointFacts> = {
  id: 'acetylene-copper',
  title: 'Acetylene: no unalloyed copper',
  source: published('CGA G-1'),
  judge: (f) =>
    f.service.kind === 'acetylene' && hasFamily(f, 'copper')
      ? {
          effect: 'refuse',
          says: 'Acetylene forms explosive compounds on copper. Use steel, or alloy with at most 65 % copper.',
        }
      : null,
};

const copperToAluminium: Rule<JointFacts> = {
  id: 'copper-aluminium',
  title: 'Copper to aluminium is not brazed with these fillers',
  source: practice('brittle intermetallics and no melting margin'),
  judge: (f) =>
    hasFamily(f, 'aluminium') && !f.metals.every((m) => m.family === 'aluminium')
      ? {
          effect: 'refuse',
          says: 'Aluminium to another metal forms brittle compounds. The trade uses a factory-made transition joint and brazes its copper end.',
        }
      : null,
};

const platedStub: Rule<JointFacts> = {
  id: 'plated-stub',
  title: 'A stub that looks like copper may be plated steel',
  source: practice(),
  judge: (f) =>
    f.metals.some((m) => m.id === 'plated-steel')
      ? {
          effect: 'caution',
          says: 'The stub is steel under a copper skin. Once the plating burns through, a phosphorus rod will not hold: plan silver rod and flux from the start.',
        }
      : null,
};

const maybePlated: Rule<JointFacts> = {
  id: 'stub-may-be-plated',
  title: 'A compressor stub called copper may be plated steel',
  source: practice(),
  judge: (f) =>
    f.kind === 'stub' && f.socket.id === 'copper' && f.service.kind === 'refrigerant'
      ? {
          effect: 'caution',
          says: 'Is this stub copper through? Hold a magnet to it before the torch: many are steel under a copper skin, and then take silver rod and flux.',
        }
      : null,
};

const castParts: Rule<JointFacts> = {
  id: 'cast-parts',
  title: 'Cast brass and cast iron crack when heated or cooled unevenly',
  source: practice(),
  judge: (f) =>
    f.metals.some(isCast)
      ? {
          effect: 'caution',
          says: 'Cast part: warm the whole of it evenly before the joint, keep the flame moving, let it cool by itself. Never quench.',
        }
      : null,
};

const bushFirst: Rule<JointFacts> = {
  id: 'three-piece',
  title: 'Three parts in one heat',
  source: practice(),
  judge: (f) =>
    f.kind === 'bush'
      ? {
          effect: 'note',
          says: 'Two gaps fill in one heat: bring all three parts up together, feed the inner gap first, then the outer; the same rod must suit every part and both gaps.',
        }
      : null,
};

const reducing: Rule<JointFacts> = {
  id: 'reducing-fitting',
  title: 'Reducing fitting: the larger end first',
  source: practice(),
  judge: (f) =>
    f.kind === 'reducer'
      ? { effect: 'note', says: 'Reducing fitting: braze the larger end first, while the small one is still cool.' }
      : null,
};

const aluminiumPatch: Rule<JointFacts> = {
  id: 'aluminium-patch',
  title: 'A hole in an aluminium coil is not a capillary joint',
  source: practice('patching aluminium is a technique of its own'),
  judge: (f) =>
    f.kind === 'patch' && hasFamily(f, 'aluminium')
      ? {
          effect: 'refuse',
          says: `A torch patch on an aluminium coil is not planned here: these rods run within a few tens of degrees of where the wall itself melts (${said(firstToMelt(f).solidusK, 'temperature')}). Instead: recover the charge and replace the coil, cut out and bridge the tube with a made union, or hand it to someone practised in low-melting aluminium repair, on the bench, with the wall cleaned to bright metal.`,
        }
      : null,
};

const patch: Rule<JointFacts> = {
  id: 'patch',
  title: 'Built-up patch over a hole',
  source: practice('get by, or never'),
  judge: (f) => {
    if (f.kind !== 'patch' || hasFamily(f, 'aluminium')) return null;
    if (f.service.kind === 'medical')
      return { effect: 'refuse', says: 'Medical gas is never patched: cut the piece out and join new tube.' };
    return f.schools.patch === 'never'
      ? { effect: 'refuse', says: 'This job never patches a hole: cut the piece out and join new tube.' }
      : {
          effect: 'caution',
          says: 'Temporary only: write the date on it and when it is to be cut out. Never a cure for a thin wall.',
        };
  },
};

const softSeat: Rule<JointFacts> = {
  id: 'soft-seat',
  title: 'A brass valve may have a soft seat',
  source: practice(),
  judge: (f) =>
    f.kind === 'valve' && !f.partNearby
      ? {
          effect: 'caution',
          says: 'What does this valve’s seat bear? Name the part and its distance, take the valve apart, or wrap it in heat-absorbing paste.',
        }
      : null,
};

const servicePastLimit: Rule<JointFacts> = {
  id: 'service-temperature',
  title: 'Service above 400 °F',
  source: published('CDA Copper Tube Handbook'),
  judge: (f) =>
    f.serviceMaxK > degFToK(400) + 1e-6
      ? {
          effect: 'caution',
          says: `Service is above ${said(degFToK(400), 'temperature')}: copper joints brazed with BCuP or BAg lose strength there.`,
        }
      : null,
};

const nitrogenAlways: Rule<JointFacts> = {
  id: 'nitrogen',
  title: 'Nitrogen through the line while brazing',
  source: practice('NFPA 99 asks for it in medical gas, from memory'),
  judge: (f) =>
    f.service.purge === 'required'
      ? { effect: 'note', says: `Nitrogen is not optional here: ${f.service.purgeWhy}.` }
      : null,
};

const medicalTube: Rule<JointFacts> = {
  id: 'medical-materials',
  title: 'Medical gas: B819 tube and B16.22 or B16.50 fittings',
  source: published('NFPA 99'),
  judge: (f) =>
    f.service.kind === 'medical'
      ? {
          effect: 'note',
          says: `Medical gas: cleaned and capped ASTM B819 tube, B16.22 or B16.50 fittings, filler above ${said(degFToK(1000), 'temperature')}, nitrogen always.`,
        }
      : null,
};

export const JOINT_RULES: readonly Rule<JointFacts>[] = [
  ammonia,
  acetylene,
  copperToAluminium,
  platedStub,
  maybePlated,
  softSeat,
  castParts,
  reducing,
  bushFirst,
  aluminiumPatch,
  patch,
  servicePastLimit,
  nitrogenAlways,
  medicalTube,
];

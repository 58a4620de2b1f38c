import { practice, published } from '../../source/source.js';
import { said } from '../../units/say.js';
import { degFToK } from '../../units/units.js';
import { hasFamily, type JointFacts, type Rule } from '../facts.js';

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
    hasFamily(f, 'aluminium') && !(f.tube.family === 'aluminium' && f.socket.family === 'aluminium')
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
    [f.tube.id, f.socket.id].includes('plated-steel')
      ? {
          effect: 'caution',
          says: 'The stub is steel under a copper skin. Once the plating burns through, a phosphorus rod will not hold: plan silver rod and flux from the start.',
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
  servicePastLimit,
  nitrogenAlways,
  medicalTube,
];

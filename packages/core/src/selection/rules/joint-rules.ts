import { READING_SOURCE } from '../../fit-up/readings.js';
import { isCast, notBrazed } from '../../metals/metals.js';
import { PATCH_SOURCE } from '../../repair/patch.js';
import { practice } from '../../source/source.js';
import { said } from '../../units/say.js';
import { INCH } from '../../units/units.js';
import { bothCopper, hasFamily, type JointFacts, type Rule } from '../facts.js';
import { SERVICE_JOINT_RULES } from './service-rules.js';

/** Rules that refuse or caution the joint itself, whatever the filler. */

const copperToAluminium: Rule<JointFacts> = {
  id: 'copper-aluminium',
  title: 'Copper to aluminium is not brazed with these fillers',
  source: practice('brittle intermetallics and no melting margin'),
  judge: (f) =>
    hasFamily(f, 'aluminium') && !f.metals.every((m) => m.family === 'aluminium')
      ? {
          effect: 'refuse',
          says: 'Aluminium to another metal forms brittle compounds and melts before the other is warm.',
          instead: 'take a factory-made transition joint and braze its copper end',
        }
      : null,
};

const noTorch: Rule<JointFacts> = {
  id: 'not-brazed',
  title: 'Metals that no torch brazes in air',
  source: practice(),
  judge: (f) => {
    const [refused] = f.metals.flatMap((m) => notBrazed(m) ?? []);
    return refused ? { effect: 'refuse', says: refused.why, instead: refused.instead } : null;
  },
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

const patch: Rule<JointFacts> = {
  id: 'patch',
  title: 'Built-up patch over a hole',
  source: PATCH_SOURCE,
  judge: (f) => {
    if (f.kind !== 'patch') return null;
    const instead = 'cut the piece out and join new tube';
    if (f.service.medical) return { effect: 'refuse', says: 'Medical gas is never patched.', instead };
    if (f.service.kind === 'fuel-gas') return { effect: 'refuse', says: 'A fuel-gas line is never patched.', instead };
    if (f.schools.patch === 'never') return { effect: 'refuse', says: 'This job never patches a hole.', instead };
    if (!bothCopper(f) && !f.metals.every((m) => m.family === 'aluminium'))
      return { effect: 'refuse', says: 'Only copper tube and aluminium coil are patched.', instead };
    if (!f.patch?.cutOutBy)
      return {
        effect: 'refuse',
        says: 'A patch is temporary, and this one has no end.',
        instead: 'say by which day it is cut out, or cut it out now',
      };
    return {
      effect: 'caution',
      says: `Temporary: cut out by ${f.patch.cutOutBy}. It stands among what is open until then. Never a cure for a thin wall, and never over cracked or melted metal that still moves.`,
    };
  },
};

const softSeat: Rule<JointFacts> = {
  id: 'soft-seat',
  title: 'A valve may have a soft seat',
  source: practice(),
  judge: (f) =>
    f.kind === 'valve'
      ? {
          effect: 'caution',
          says: f.partNearby
            ? 'The valve brazed here has a seat of its own: take it apart, open it half, or wrap it in heat-absorbing paste, besides the part named nearby.'
            : 'What does this valve’s seat bear? Take it apart, open it half, or wrap it in heat-absorbing paste; name the part and its distance where another is near.',
        }
      : null,
};

const readings: Rule<JointFacts> = {
  id: 'readings',
  title: 'Smallest and largest reading, and readings far from the part’s size',
  source: READING_SOURCE,
  judge: (f) => {
    const [first] = f.readingProblems;
    return first ? { effect: 'refuse', says: first.says, instead: first.instead } : null;
  },
};

/** Tube up to which both the silver-free and the 15 % rod are right in refrigeration, m. Source: practice. */
export const SMALL_TUBE_M = (7 / 8) * INCH + 1e-6;
export const isSmallRefrigeration = (f: JointFacts): boolean =>
  f.service.kind === 'refrigerant' && bothCopper(f) && f.tubeOdM <= SMALL_TUBE_M && f.kind !== 'patch';

const smallRefrigeration: Rule<JointFacts> = {
  id: 'small-refrigeration',
  title: 'Refrigeration tube of 7/8 in and under: two rods are right',
  source: practice(),
  judge: (f) => {
    if (!isSmallRefrigeration(f)) return null;
    const size = said((7 / 8) * INCH, 'diameter');
    const why = f.movement
      ? 'it moves here, so the ductile 15 % leads'
      : f.schools.silver === 'fifteen'
        ? 'this job’s school is 15 %, so it leads'
        : 'it does not move, so they stand near each other';
    return {
      effect: 'note',
      says: `Copper of ${size} and under: BCuP-2 or -6 and BCuP-5 are both right; ${why}.`,
    };
  },
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

export const JOINT_RULES: readonly Rule<JointFacts>[] = [
  ...SERVICE_JOINT_RULES,
  readings,
  noTorch,
  copperToAluminium,
  platedStub,
  maybePlated,
  softSeat,
  castParts,
  reducing,
  bushFirst,
  patch,
  smallRefrigeration,
  nitrogenAlways,
];

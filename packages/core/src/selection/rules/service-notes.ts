import { inASentence, isCopperBase, metalPercent } from '../../metals/metals.js';
import { practice, published } from '../../source/source.js';
import { said } from '../../units/say.js';
import { BAR } from '../../units/units.js';
import type { JointFacts, Rule } from '../facts.js';

/** What a service asks of its joints beside metals and rods: one rule each. */

const of = (serviceId: string, rule: Omit<Rule<JointFacts>, 'id'>): Rule<JointFacts> => ({
  id: serviceId,
  ...rule,
  judge: (f) => (f.service.id === serviceId ? rule.judge(f) : null),
});

export const SERVICE_NOTES: readonly Rule<JointFacts>[] = [
  of('refrigerant-744', {
    title: 'R-744: design of 45 to 140 bar',
    source: practice('plates of R-744 plant'),
    judge: (f) => {
      const range = `${said(45 * BAR, 'pressure')} to ${said(140 * BAR, 'pressure')}`;
      const isPlain = f.tube.family === 'copper' && metalPercent(f.tube, 'Fe') < 1;
      return isPlain
        ? {
            effect: 'caution',
            says: `R-744 is designed for ${range}: brazing anneals plain copper, so see what it is rated for. Usually copper-iron (C19400) or stainless.`,
          }
        : { effect: 'note', says: `R-744 is designed for ${range}: see what the tube is rated for.` };
    },
  }),
  of('hydrogen', {
    title: 'Hydrogen: no copper that holds oxygen',
    source: practice('hydrogen makes steam of the oxide in tough-pitch copper, and cracks it'),
    judge: (f) =>
      f.metals.some((m) => isCopperBase(m))
        ? {
            effect: 'caution',
            says: 'Hydrogen cracks copper that holds oxygen: only deoxidised (DHP) tube and fittings, never tough-pitch. Test with helium or nitrogen.',
          }
        : { effect: 'note', says: 'Test with helium or nitrogen, never with hydrogen.' },
  }),
  of('helium', {
    title: 'Helium finds what nitrogen does not',
    source: practice(),
    judge: () => ({ effect: 'note', says: 'Helium leaks where nitrogen holds: test with it.' }),
  }),
  of('sprinkler', {
    title: 'Fire sprinkler: brazed, and listed parts',
    source: published('NFPA 13', 'soldered only in light hazard'),
    judge: () => ({
      effect: 'note',
      says: 'A brazed joint stands where a soldered one would let go in the fire. Tube and fittings as the listing says.',
    }),
  }),
  of('steam', {
    title: 'Steam: heat, wet and hammer',
    source: practice(),
    judge: (f) => ({
      effect: 'note',
      says: `Steam swings hot and cold: leave ${inASentence(f.tube)} room to grow, and no brass that loses its zinc to condensate.`,
    }),
  }),
  of('glycol-water', {
    title: 'Glycol finds pinholes',
    source: practice(),
    judge: () => ({
      effect: 'note',
      says: 'Glycol creeps through pinholes that hold water: look for weeping after the first day too.',
    }),
  }),
];

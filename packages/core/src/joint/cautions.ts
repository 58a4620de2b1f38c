import { percent } from '../fillers/fillers.js';
import { isCast, isCopperBase, isLeaded, type Metal, metalPercent } from '../metals/metals.js';
import { practice, published, type Source } from '../source/source.js';
import { isTooHot, type JointPlan } from './plan.js';

/** What can hurt at one joint, each at the step where it matters, worst first. What is of the torch rig is not here. */

export const STEPS = ['prepare', 'purge', 'heat', 'cool'] as const;
export type Step = (typeof STEPS)[number];

/** Most cautions that a step shows; the rest is one touch away. */
export const MOST_SHOWN = 3;

export interface Caution {
  readonly id: string;
  readonly step: Step;
  readonly says: string;
  readonly source: Source;
}

interface Row extends Caution {
  /** Exactly where it applies. */
  readonly when: (plan: JointPlan) => boolean;
}

const fume = published('OSHA 1910.252', 'ventilation where zinc, cadmium, lead or fluorides are heated');
const trade = practice();
const partsOf = (p: JointPlan): Metal[] => [p.tubeMetal, p.socketMetal, ...(p.bushMetal ? [p.bushMetal] : [])];
const isRefrigerant = (p: JointPlan): boolean => p.service.kind === 'refrigerant';
/** Work on what was in service: its inside held something, and may be shut. */
const isOnPlant = (p: JointPlan): boolean =>
  p.service.kind !== 'structure' && ['stub', 'valve', 'patch'].includes(p.kind);
const rod = (p: JointPlan) => p.selection.chosen?.filler;
const isOnAluminium = (p: JointPlan): boolean => ['BAlSi', 'ZnAl'].includes(rod(p)?.group ?? '');
const isZincSmoker = (m: Metal): boolean => isCopperBase(m) && metalPercent(m, 'Zn') >= 1;
/** A seat or seal that heat ruins: the valve itself, or a part that the heat reaches. */
const isNearSeat = (p: JointPlan): boolean =>
  p.selection.jointFindings.some((f) => f.rule === 'soft-seat') || (p.partHeat !== null && isTooHot(p.partHeat));

/** Every caution of a joint, worst first within its step. */
export const CAUTIONS: readonly Row[] = [
  {
    id: 'charged',
    step: 'prepare',
    says: 'Never braze on a charged line: recover first. Hot refrigerant makes gas that harms the lungs.',
    source: trade,
    when: (p) => isRefrigerant(p) && !p.service.flammable,
  },
  {
    id: 'flammable-refrigerant',
    step: 'prepare',
    says: 'This refrigerant burns. Recover, purge with nitrogen, ventilate, and sniff with a detector for it before any flame.',
    source: trade,
    when: (p) => isRefrigerant(p) && p.service.flammable,
  },
  {
    id: 'flammable',
    step: 'prepare',
    says: 'What this line holds burns: shut off, let off, purge, and prove it free of gas before any flame.',
    source: trade,
    when: (p) => !isRefrigerant(p) && p.service.flammable,
  },
  {
    id: 'closed-line',
    step: 'prepare',
    says: 'Never heat a closed line: open it to the air beyond the joint, or it bursts.',
    source: trade,
    when: isOnPlant,
  },
  {
    id: 'hot-oil',
    step: 'prepare',
    says: 'Oil left inside burns and spits out of the open end: drain and wipe it, stand aside.',
    source: trade,
    when: (p) => isRefrigerant(p) && isOnPlant(p),
  },
  {
    id: 'medical',
    step: 'prepare',
    says: 'Medical gas: qualified people and procedures, brazed within 8 hours of cleaning, verified by a third party.',
    source: published('NFPA 99'),
    when: (p) => p.service.kind === 'medical',
  },
  {
    id: 'zinc-coat',
    step: 'prepare',
    says: 'Take the zinc off an inch back from the joint: its smoke harms, and nothing wets it.',
    source: fume,
    when: (p) => partsOf(p).some((m) => m.skin === 'Zn'),
  },
  {
    id: 'nickel-strain',
    step: 'prepare',
    says: 'Nickel cracks under a silver rod while it is strained: no clamp that pulls, no cold bend at the joint, and no sulphur, lead or crayon on it.',
    source: published('AWS Brazing Handbook', 'stress cracking of nickel alloys'),
    when: (p) => partsOf(p).some((m) => m.family === 'nickel') && rod(p)?.group === 'BAg',
  },
  {
    id: 'fire',
    step: 'prepare',
    says: 'Hot work: permit where the site asks for one, what burns moved away, extinguisher at hand, somebody to watch.',
    source: published('NFPA 51B'),
    when: () => true,
  },
  {
    id: 'straight-cylinder',
    step: 'purge',
    says: 'Nitrogen only through regulator, relief and flow meter: straight off the cylinder it bursts the line.',
    source: trade,
    when: (p) => p.purge !== null,
  },
  {
    id: 'nitrogen-room',
    step: 'purge',
    says: 'Nitrogen takes the air of a closed room unseen: ventilate.',
    source: trade,
    when: (p) => p.purge !== null,
  },
  {
    id: 'cadmium',
    step: 'heat',
    says: 'Cadmium fume kills: local exhaust, head out of the plume.',
    source: published('OSHA 1910.1027'),
    when: (p) => {
      const filler = rod(p);
      return filler !== undefined && percent(filler, 'Cd') > 0;
    },
  },
  {
    id: 'wall-behind',
    step: 'heat',
    says: 'Something that burns is behind: shield and wet it, and look again half an hour after the flame.',
    source: published('NFPA 51B'),
    when: (p) => p.wallBehind,
  },
  {
    id: 'no-colour',
    step: 'heat',
    says: 'Aluminium shows no colour before it runs away: watch the flux, not the metal.',
    source: trade,
    when: isOnAluminium,
  },
  {
    id: 'zinc-rod',
    step: 'heat',
    says: 'Brass rod smokes zinc: head out of the white smoke, ventilate.',
    source: fume,
    when: (p) => rod(p)?.group === 'RBCuZn',
  },
  {
    id: 'zinc-metal',
    step: 'heat',
    says: 'White smoke off brass or bronze: zinc is boiling off. Too hot: back away, ventilate.',
    source: fume,
    when: (p) => rod(p)?.group !== 'RBCuZn' && partsOf(p).some(isZincSmoker),
  },
  {
    id: 'soft-part',
    step: 'heat',
    says: 'A seat or seal is in reach of the heat: paste or gel on it, or take it apart; feel it while you braze.',
    source: trade,
    when: isNearSeat,
  },
  {
    id: 'no-rag',
    step: 'heat',
    says: 'No wet rag near an open line with this oil: the water stays in it.',
    source: trade,
    when: (p) => p.service.hygroscopicOil && isNearSeat(p),
  },
  {
    id: 'fluoride',
    step: 'heat',
    says: 'Flux smoke holds fluorides: ventilate, head out of it, wash before you eat.',
    source: fume,
    when: (p) => p.selection.chosen?.flux != null,
  },
  {
    id: 'no-quench',
    step: 'cool',
    says: 'Let it cool by itself. Water cracks cast and leaded parts.',
    source: trade,
    when: (p) => partsOf(p).some((m) => isCast(m) || isLeaded(m)),
  },
  {
    id: 'no-water',
    step: 'cool',
    says: 'No water near the open line: this oil takes it up and keeps it.',
    source: trade,
    when: (p) => p.service.hygroscopicOil,
  },
  {
    id: 'keep-nitrogen',
    step: 'cool',
    says: 'Keep nitrogen on until the joint is cool to the touch: hot copper blackens in seconds.',
    source: trade,
    when: (p) => p.purge !== null,
  },
];

/** The cautions that belong to a joint, by step and worst first. Empty of heat where no rod serves it. */
export function cautionsFor(plan: JointPlan): readonly Caution[] {
  return CAUTIONS.filter((c) => c.when(plan)).map(({ id, step, says, source }) => ({ id, step, says, source }));
}

/** A step's cautions: those that are read first, and the rest. */
export function cautionsAt(
  plan: JointPlan,
  step: Step,
): { readonly shown: readonly Caution[]; readonly more: readonly Caution[] } {
  const all = cautionsFor(plan).filter((c) => c.step === step);
  return { shown: all.slice(0, MOST_SHOWN), more: all.slice(MOST_SHOWN) };
}

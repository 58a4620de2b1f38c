import type { JointPlan } from '../joint/plan.js';
import { practice } from '../source/source.js';
import type { Forgotten } from './bench-setup.js';

/** What is done before the torch is lit; what is left undone is forgotten. */
export const PREPARATION_IDS = ['clean', 'flux', 'support', 'dry', 'paste'] as const;
export type PreparationId = (typeof PREPARATION_IDS)[number];

export const PREPARATION_WORDS: Readonly<Record<PreparationId, string>> = {
  clean: 'Clean tube and socket bright',
  flux: 'Flux both, and put them together',
  support: 'Support the tube in the middle',
  dry: 'Blow the line dry',
  paste: 'Heat paste on the tube before the part',
};

export const SAGS_SOURCE = practice('a level tube that nothing holds lies two thirds off the middle');
const SAGS = 0.66;

/** What a joint asks for beforehand; all of it may be left out. */
export function preparationsOf(plan: JointPlan, isLevel: boolean): PreparationId[] {
  const asks: Readonly<Record<PreparationId, boolean>> = {
    clean: true,
    flux: plan.selection.chosen?.flux !== null && plan.selection.chosen !== null,
    support: isLevel,
    dry: true,
    paste: plan.partHeat?.protection === 'paste',
  };
  return PREPARATION_IDS.filter((id) => asks[id]);
}

/** What is forgotten, by what was done. @param wet water stands in the line until it is blown out */
export function forgottenOf(done: readonly PreparationId[], asked: readonly PreparationId[], wet: boolean): Forgotten {
  const misses = (id: PreparationId): boolean => asked.includes(id) && !done.includes(id);
  return {
    cleaning: misses('clean'),
    flux: misses('flux'),
    paste: misses('paste'),
    water: wet && misses('dry'),
    offCentre: misses('support') ? SAGS : 0,
  };
}

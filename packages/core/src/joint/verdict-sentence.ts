import type { JointPlan } from './plan.js';

/** The answer in one sentence, in parts so that the screen can set rod and flux apart. */
export interface VerdictSentence {
  readonly lead: string;
  readonly rod: string | null;
  readonly middle: string;
  readonly flux: string | null;
  readonly end: string;
}

/** Why the joint is not the usual, in a few words; empty when it is. */
function unusual(plan: JointPlan): string {
  if ([plan.tubeMetal.id, plan.socketMetal.id].includes('plated-steel')) return ' The stub is steel.';
  const chosen = plan.selection.chosen;
  if (plan.patch)
    return `${chosen?.filler.group === 'ZnAl' ? ' By name it is soldering.' : ''} A patch: cut out by ${plan.patch.cutOutBy ?? 'a day to be said'}.`;
  if (chosen && chosen.gapVerdict === 'tight') return ' Tight at heat.';
  if (chosen && chosen.gapVerdict === 'bridgeable') return ' A wide gap: only a sluggish rod bridges it.';
  if (plan.tubeMetal.family === 'brass' || plan.socketMetal.family === 'brass') return ' Brass starts to melt early.';
  if (plan.rating.verdict === 'under design pressure') return ' The tube does not hold the pressure.';
  return '';
}

/** "PF-07 takes BAg-24 with black flux FB3-C. The stub is steel." */
export function verdictSentence(mark: string, plan: JointPlan): VerdictSentence {
  const chosen = plan.selection.chosen;
  if (!chosen) {
    const joint = plan.selection.jointFindings.find((f) => f.effect === 'refuse');
    const why = plan.troubles[0] === 'gap too wide' ? ' The gap is too wide for all of them.' : '';
    const instead = plan.selection.instead ? ` Instead: ${plan.selection.instead}.` : '';
    return {
      lead: joint
        ? `${mark} is refused: ${joint.says}${instead}`
        : `${mark}: no rod serves it as it is.${why}${instead}`,
      rod: null,
      middle: '',
      flux: null,
      end: '',
    };
  }
  return {
    lead: `${mark} takes `,
    rod: chosen.filler.id,
    middle: chosen.flux ? ` with ${chosen.flux.name} ` : ', no flux',
    flux: chosen.flux?.id ?? null,
    end: `.${unusual(plan)}`,
  };
}

import { filletRadiusM } from '../filler-use/filler-use.js';
import { quickHeat } from '../heat/quick-heat.js';
import { cautionsAt, type Step } from '../joint/cautions.js';
import { feedPlan } from '../joint/feed-plan.js';
import { heatTold, protectStep } from '../joint/heat-steps.js';
import { heatWords } from '../joint/heat-words.js';
import type { JointPlan } from '../joint/plan.js';
import { preparationOf, swageOf } from '../joint/preparation.js';
import type { Position } from '../qualification/range.js';
import { said } from '../units/say.js';
import { formatDuration } from '../units/units.js';
import { capital } from '../words/capital.js';
import type { WayDraws, WayNumber, WayStep, WayStepId } from './way-step.js';

/** What is known of a joint beside its plan. */
export interface WayAbout {
  readonly position: Position;
  /** Its metals were told by trying the stub. */
  readonly stubTold: boolean;
  /** The gap was measured or stated. */
  readonly gapKnown: boolean;
}

const seconds = (name: string, s: number): WayNumber => ({ name, value: formatDuration(Math.round(s)) });

/**
 * The way through one joint: only the steps that this joint has, in the order of the work. Empty where no rod serves
 * it: it is not brazed as it is.
 */
export function waySteps(plan: JointPlan, about: WayAbout): readonly WayStep[] {
  const chosen = plan.selection.chosen;
  if (!chosen) return [];
  const { filler, flux } = chosen;
  const quick = plan.heat ? quickHeat(plan.heat) : null;
  const feed = feedPlan(filler, about.position, plan.patch !== null);
  const tells = heatWords(plan);
  const out: WayStep[] = [];
  /** Cautions stand once, at the first of the steps they belong to. */
  const told = new Set<Step>();
  const add = (
    id: WayStepId,
    does: string,
    more: {
      readonly how?: readonly string[];
      readonly at?: Step;
      readonly numbers?: readonly WayNumber[];
      readonly draws?: WayDraws;
    } = {},
  ): void => {
    const { how = [], at, numbers = [], draws = null } = more;
    const cautions = at && !told.has(at) ? cautionsAt(plan, at).shown : [];
    if (at) told.add(at);
    out.push({ id, does, how, cautions, numbers, draws });
  };

  if (plan.kind === 'stub' && !about.stubTold)
    add('stub', 'Try the stub before anything else.', {
      how: ['Magnet on it, file on an edge: copper plate over steel looks like copper and takes another rod.'],
      draws: 'stub',
    });
  const swage = swageOf(plan);
  if (swage) add('swage', 'Make the socket.', { how: swage });
  add('clean', 'Cut square, ream, clean to bright metal.', {
    how: [...preparationOf(plan), 'Eight hours run from here.'],
    at: 'prepare',
  });
  if (!about.gapKnown)
    add('gap', 'Try the tube in: does it fit as it should?', {
      how: [
        'It slides in and does not rattle: trust the tables. Rattles, or does not go in? Measure it, and have the joint planned by what you read.',
      ],
      numbers: [
        { name: 'gap a side, planned', value: said(plan.gap.sideM, 'gap') },
        { name: 'across', value: said(2 * plan.gap.sideM, 'gap') },
      ],
      draws: 'section',
    });
  const protect = protectStep(plan);
  if (protect && plan.partHeat)
    add('protect', protect, {
      how: ['It is ruined before it looks hot.'],
      numbers: [{ name: 'it bears', value: said(plan.partHeat.limitK, 'temperature') }],
    });
  if (flux)
    add('flux', `Flux ${flux.id} on the tube, thin and even, none inside the socket.`, {
      how: [`${capital(flux.name)}: it is the gauge of the heat too.`],
      draws: 'flux',
    });
  add('fit', 'Insert to the stop, turn, and support it.', {
    how: ['In line and without strain, so that nothing moves while the filler is soft.'],
    numbers: [
      { name: 'into the socket', value: said(plan.overlap.overlapM, 'length') },
      { name: 'gap a side', value: said(plan.gap.sideM, 'gap') },
    ],
    draws: 'section',
  });
  const { purge } = plan;
  if (purge)
    add('nitrogen', 'Vent open beyond the joint, nitrogen on.', {
      how: [
        purge.byPressure
          ? `Too narrow for a flow by the meter: set ${said(purge.tricklePa, 'gauge')} at the regulator, fill ${formatDuration(purge.waitS)}, and keep it so.`
          : `Fill ${formatDuration(purge.waitS)} at ${said(purge.fillM3s, 'flow')}, then let it trickle. Strike when the vent reads the limit or less.`,
      ],
      at: 'purge',
      numbers: [
        { name: 'oxygen at most', value: `${+(purge.limit * 100).toPrecision(3)} %` },
        purge.byPressure
          ? { name: 'at the regulator', value: said(purge.tricklePa, 'gauge') }
          : { name: 'trickle', value: said(purge.trickleM3s, 'flow') },
      ],
      draws: 'nitrogen',
    });
  const tip = quick ? `${quick.torches === 2 ? 'two torches, ' : ''}${quick.tip} tip` : 'torch';
  const heatS = quick?.seconds ?? null;
  add('torch', `${capital(tip)}: light it, and set it neutral.`, {
    how: ['Look behind the joint first: walls, wires, insulation, people.'],
    numbers: heatS === null ? [] : [seconds('to heat', heatS)],
  });
  add('heat', 'Tube first, then the fitting; keep it moving.', {
    how: heatTold(plan).slice(0, 1),
    at: 'heat',
    numbers: [
      ...(tells ? [{ name: tells.colour ?? 'watch the flux', value: said(tells.workK, 'temperature') }] : []),
      ...(heatS === null ? [] : [seconds('planned', heatS)]),
    ],
    draws: 'heat',
  });
  const use = plan.filler;
  add('feed', `Feed ${filler.id}: ${feed.title.charAt(0).toLowerCase()}${feed.title.slice(1)}`, {
    how: [
      'The metal melts the rod, never the flame.',
      plan.patch
        ? 'Stop at a low dome, tinned all round.'
        : `Stop at a full small fillet, about ${said(filletRadiusM(plan.tube.wallM), 'length')}.`,
    ],
    numbers: use ? [{ name: 'of the rod', value: said(use.lengthM, 'length') }] : [],
    draws: 'clock',
  });
  add('cool', purge ? 'Let it cool by itself, nitrogen still on.' : 'Let it cool by itself.', {
    how: ['Until the back of your hand bears it. Nothing moves it, no water on it.'],
    at: 'cool',
    numbers: quick ? [seconds('by the plan', quick.coolS)] : [],
  });
  if (flux)
    add('wash', 'Wash the flux off: warm water and a brush.', {
      how: ['What is left eats the joint, and hides a leak.'],
    });
  add('look', 'Look all round: how is it?', {
    how: [`Filler all round, smooth, no lumps, no cracks, no burnt tube${flux ? ', no flux left' : ''}.`],
  });
  add('photograph', 'Photograph it.', { how: ['One with the mark in it, one of the far side.'] });
  return out;
}

import { isCast, isLeaded, type Metal } from '../metals/metals.js';
import { practice, type Source } from '../source/source.js';
import { said } from '../units/say.js';
import type { JointPlan } from './plan.js';

export const PREPARATION_SOURCE: Source = practice('how each metal is made ready for the rod');

/** How the surface of a metal is made ready, in a sentence. Source: PREPARATION_SOURCE. */
export function cleaningOf(metal: Metal): string {
  if (metal.skin === 'Zn')
    return 'zinc off an inch back, then degrease to bright steel; filler floats on what is left and taps off.';
  if (metal.skin === 'Cu')
    return 'degrease, and clean the copper skin lightly: it is thin, and steel is under it. Flux it as steel.';
  switch (metal.family) {
    case 'copper':
      return 'to bright metal, new too: a film forms in the packet. Wipe the dust off.';
    case 'brass':
      return isCast(metal)
        ? 'casting skin off to bright metal, wipe the oil off; no strain on it.'
        : `to bright metal, wipe the oil of the lathe off${isLeaded(metal) ? '; leaded, so no strain on it while it is hot' : ''}.`;
    case 'cupronickel':
      return 'degrease, then to bright metal; no phosphorus rod near it.';
    case 'aluminium-bronze':
      return 'degrease, take the grey oxide off just before, and cover with its own flux at once.';
    case 'steel':
      return 'degrease, then scale and rust off to bright steel; filler floats on scale and taps off.';
    case 'stainless':
      return 'degrease, then abrade with what never touched plain steel; flux within minutes, before its skin is back.';
    case 'cast-iron':
      return 'skin off, then burn the graphite out of the face: dull red with an oxidising flame, cool, wire brush until it is bright and flux wets it.';
    case 'nickel':
      return 'degrease well: sulphur, lead and crayon crack it hot. To bright metal, and unstrained.';
    case 'aluminium':
      return 'degrease, stainless brush, flux at once: the oxide is back in minutes.';
    case 'titanium':
      return 'is not brazed here.';
  }
}

/** Each part with how it is made ready; once where both are of one metal, or where a hole is covered. */
export function preparationOf({ kind, tubeMetal, socketMetal, bushMetal }: JointPlan): readonly string[] {
  if (kind === 'patch') return [`Round the hole (${tubeMetal.short}), well past it: ${cleaningOf(tubeMetal)}`];
  if (tubeMetal.id === socketMetal.id && !bushMetal)
    return [`Tube end and socket (${tubeMetal.short}): ${cleaningOf(tubeMetal)}`];
  const parts = [
    ['Tube end', tubeMetal],
    ...(bushMetal ? [['Bush', bushMetal] as const] : []),
    ['Socket', socketMetal],
  ] as const;
  return parts.map(([part, metal]) => `${part} (${metal.short}): ${cleaningOf(metal)}`);
}

export const SWAGE_SOURCE: Source = practice('sockets made on site: anneal first, one tube diameter deep up to 1 in');

/** How a socket is made on site from the tube itself; null where it comes made. Lengths as said. Source: SWAGE_SOURCE. */
export function swageOf(plan: JointPlan): readonly string[] | null {
  if (plan.kind !== 'swaged') return null;
  const { tube, overlap, gap } = plan;
  return [
    tube.temper === 'annealed'
      ? 'This tube comes soft: no annealing. Cut square, ream and deburr before the head goes in.'
      : 'Anneal the end first: dull red all round, in a dim place, a little further than the socket is deep; let it cool by itself. It is soft when it takes the head without a crack and a light squeeze marks it.',
    `Expander or swage head for ${tube.size} tube (${said(tube.odM, 'diameter')} outside): the head sets the gap, so use the one of this size, oiled as its maker says, turned between strokes, and wiped out after.`,
    `Depth ${said(overlap.overlapM, 'length')}: one tube diameter, up to 1 in. A bell is made the same way; a flare is not a socket.`,
    `The gap it leaves is planned as ${said(gap.sideM, 'gap')} a side: try the tube in. Rattles, or does not go in? Measure it, and have the joint planned by what you read.`,
  ];
}

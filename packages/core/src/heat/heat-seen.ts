import type { Flux } from '../fluxes/fluxes.js';
import type { Metal } from '../metals/metals.js';
import { fluxSigns, HEAT_COLOURS, OXIDE_ONSET_K, showsColour } from './colours.js';
import { type Instant, passedAt } from './heat-run.js';

/** One thing that is seen on the way to heat, in order of time. */
export interface Seen {
  readonly timeS: number;
  readonly tempK: number;
  readonly kind: 'colour' | 'flux' | 'oxide' | 'feed';
  readonly says: string;
}

/**
 * Colour in dim light and the signs of the flux, each with its time, judged by the coldest of the lap, so that what is
 * told holds for the whole joint; the oxide inside by the hottest.
 * @param heating instants from strike until the flame leaves
 */
export function seenOnTheWay(
  heating: readonly Instant[],
  joint: {
    readonly metals: readonly Metal[];
    readonly flux: Flux | null;
    readonly workK: number;
    readonly purged: boolean;
  },
): Seen[] {
  const seen: Seen[] = [];
  const add = (kind: Seen['kind'], tempK: number, says: string, of: (n: Instant) => number): void => {
    const timeS = passedAt(heating, of, tempK);
    if (timeS !== null) seen.push({ timeS, tempK, kind, says });
  };
  const coldest = (n: Instant): number => n.coldestK;
  if (showsColour(joint.metals.map((m) => m.family)))
    for (const c of HEAT_COLOURS) if (c.tempK < joint.workK) add('colour', c.tempK, c.name, coldest);
  for (const s of joint.flux ? fluxSigns(joint.flux) : []) add('flux', s.atK, s.says, coldest);
  add(
    'oxide',
    OXIDE_ONSET_K,
    joint.purged ? 'from here on the nitrogen is what keeps it bright inside' : 'it begins to blacken inside',
    (n) => n.lapHottestK,
  );
  add('feed', joint.workK, 'touch the rod to the mouth: it runs', coldest);
  return seen.sort((a, b) => a.timeS - b.timeS || a.tempK - b.tempK);
}

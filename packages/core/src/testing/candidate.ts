import { findFiller } from '../fillers/fillers.js';
import type { HotGap } from '../fit-up/gap.js';
import type { Candidate, Finding, Rule } from '../selection/facts.js';
import { inUnits } from '../units/say.js';
import { sampleFacts } from './samples.js';

/** A gap per side that is known exactly, m. */
export const hotGap = (sideM: number): HotGap => ({
  tempK: 1000,
  sideM,
  minM: sideM,
  maxM: sideM,
  offCentreM: 2 * sideM,
  tubeOdM: 0.028,
  socketIdM: 0.0282,
});

/** A rod on a joint whose gap is known exactly and lies in its band. */
export function sampleCandidate(
  filler: string,
  tube: string,
  socket: string,
  change: Partial<Candidate> = {},
): Candidate {
  const rod = findFiller(filler);
  if (!rod) throw new Error(`no class ${filler}`);
  return {
    ...sampleFacts(tube, socket),
    filler: rod,
    flux: null,
    gap: hotGap((rod.gapBandM.min + rod.gapBandM.max) / 2),
    outerGap: null,
    gapVerdict: 'in band',
    gapSdM: 0,
    ...change,
  };
}

/** What one rule of a list says of a subject, in US units: `null` where it is silent. */
export const judgedBy =
  <Subject>(rules: readonly Rule<Subject>[]) =>
  (id: string, subject: Subject): Pick<Finding, 'effect' | 'says' | 'instead'> | null => {
    const rule = rules.find((r) => r.id === id);
    if (!rule) throw new Error(`no rule ${id}`);
    const judged = rule.judge(subject);
    return judged && { ...judged, says: inUnits(judged.says, 'us') };
  };

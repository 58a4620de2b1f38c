import { FAULTS } from '../faults/faults.js';
import { OXIDE_ONSET_K } from '../heat/colours.js';
import { TIPS, usualFlow } from '../heat/fuels.js';
import { boreLook, isBright } from './bench-cut.js';
import type { BenchRun, Happening } from './bench-run.js';
import { flowsFromK } from './bench-setup.js';
import type { BenchFaultId } from './fault-ids.js';
import { climbsM } from './gap-fill.js';
import type { Unwetted } from './surface.js';

/** A fault of a run: why it came, when it began, and one thing to do differently. */
export interface BenchFault {
  readonly id: BenchFaultId;
  readonly says: string;
  readonly cause: string;
  /** When it happened, s from the start; where it came by leaving something out, when that showed. */
  readonly atS: number;
  readonly instead: string;
}

/** Of the gap: from so much empty for one reason, it is told. */
const TOLD = 0.03;
const COLD_SHARE = 0.05;
const DROPPED = 0.3;
/** Of what the joint takes, less than so much was fed. */
const SPARED = 0.9;
const WHOLE_ROUND = 0.7;

/** Why the empty cells of a joint stayed so, as shares of the gap. */
export function emptyBecause(
  run: BenchRun,
): Readonly<Record<'cold' | 'shut in' | 'no rod' | Exclude<Unwetted, null>, number>> {
  const { gap, surface, peakK, setup, cells } = run;
  const flows = flowsFromK(setup.filler);
  const out = { cold: 0, 'shut in': 0, 'no rod': 0, dirty: 0, 'no flux': 0, 'dead flux': 0, oxide: 0, soot: 0 };
  const all = cells.volumeM3.reduce((a, b) => a + b, 0);
  for (let n = 0; n < gap.fill.length; n++) {
    if (gap.isFilled(n)) continue;
    const share = (cells.volumeM3[n] as number) / all;
    const unwetted = surface.unwetted(n);
    if ((peakK[n] as number) < flows) out.cold += share;
    else if (unwetted) out[unwetted] += share;
    else if (gap.trapped[n]) out['shut in'] += share;
    else out['no rod'] += share;
  }
  return out;
}

const at = (run: BenchRun, ...what: Happening[]): number =>
  Math.min(run.timeS, ...what.flatMap((w) => run.happened.get(w) ?? []));

const fed = ({ fedM3 }: BenchRun['gap']): boolean => fedM3 > 0;

/** What kept part of the lap cold. */
function coldFault(run: BenchRun): BenchFault {
  const { setup, hand, swept } = run;
  const atS = at(run, 'rod ran', 'rod melted in the flame');
  const turned = swept.reduce((a, b) => a + b, 0) / swept.length;
  const size = (id: string): number => {
    const tip = (setup.joint.tips ?? TIPS).find((t) => t.id === id);
    return tip ? usualFlow(tip) : 0;
  };
  const fault = (id: BenchFaultId, says: string, cause: string, instead: string): BenchFault => ({
    id,
    says,
    cause,
    atS,
    instead,
  });
  if (setup.water)
    return fault(
      'wet',
      'It never came to heat: water inside',
      'Water holds the wall at 212 °F until it is gone, and more runs after it.',
      'Blow the line dry or plug it back before you light.',
    );
  if (turned < WHOLE_ROUND)
    return fault(
      'one side',
      FAULTS['one-side'].seen,
      'The flame stood on one side, and the other stayed cold.',
      FAULTS['one-side'].nextTime,
    );
  if (setup.torches === 2 && !hand.second)
    return fault(
      'second torch',
      'One torch does not bring all of it to heat',
      'What one flame puts in on this side, the other side and the body carry off.',
      'Two torches, opposite each other.',
    );
  if (size(hand.tipId) < 0.75 * size(setup.tipId))
    return fault(
      'small tip',
      'It never came to heat: the tip is too small',
      'As much heat is lost along the pipe as the tip gives.',
      'The tip of the plan, or the next size up.',
    );
  return fault(
    'left cold',
    'Part of the lap was never hot enough',
    'The rod came, or the flame went, before the whole lap was there.',
    'Heat tube and fitting until the rod melts on the far side too.',
  );
}

/** Every fault of a run, the weightiest first. */
export function benchFaults(run: BenchRun): BenchFault[] {
  const { gap, setup, happened } = run;
  const empty = emptyBecause(run);
  const out: BenchFault[] = [];
  const add = (id: BenchFaultId, says: string, cause: string, atS: number, instead: string): void =>
    void out.push({ id, says, cause, atS, instead });
  const known = (id: BenchFaultId, f: keyof typeof FAULTS, atS: number): void =>
    add(id, FAULTS[f].seen, FAULTS[f].cause, atS, FAULTS[f].nextTime);
  if (run.holes.length) known('melted', 'melted', at(run, 'metal melted'));
  if (run.coldM3 > 0.1 * setup.netM3) known('cold rod', 'cold-lump', at(run, 'rod melted in the flame'));
  if (fed(gap) && empty.dirty > TOLD)
    add(
      'dirty',
      FAULTS['rolls-off'].seen,
      'The metal was not cleaned: filler runs round what is dirty.',
      at(run, 'rod ran'),
      'Bright metal, tube and socket, before the flux.',
    );
  if (fed(gap) && empty['no flux'] > TOLD)
    add(
      'no flux',
      FAULTS['rolls-off'].seen,
      'These metals need flux for this rod, and none was on them.',
      at(run, 'rod touched cold metal', 'rod ran'),
      'Flux on both parts before they go together.',
    );
  if (empty['dead flux'] > TOLD) known('dead flux', 'burnt-flux', at(run, 'flux dead'));
  if (empty.soot > TOLD || (happened.has('sooted') && empty['shut in'] + empty['no rod'] > TOLD))
    add(
      'sooty',
      FAULTS['rolls-off'].seen,
      'A flame with a feather left soot, and filler does not wet soot.',
      at(run, 'sooted'),
      'A neutral flame: open the oxygen until the feather is just gone.',
    );
  if (empty.oxide > TOLD)
    add(
      'oxidised',
      FAULTS['rolls-off'].seen,
      'An oxidising flame put more oxide on the copper than the rod takes off.',
      at(run, 'lit'),
      'A neutral flame: close the oxygen until it no longer hisses.',
    );
  if (empty.cold > COLD_SHARE) out.push(coldFault(run));
  const spared = gap.fedM3 < SPARED * setup.netM3;
  if (empty['shut in'] > TOLD && !spared) known('sealed first', 'sealed-first', at(run, 'air shut in'));
  if (spared && empty['no rod'] + empty['shut in'] > TOLD && !run.holes.length)
    add(
      'little rod',
      'It is not filled',
      'Too little rod: the gap was hot and would have taken more.',
      run.timeS,
      'Feed until a fillet stands all round.',
    );
  if (!spared && empty['no rod'] > TOLD && !run.holes.length) out.push(notDrawn(run));
  if (gap.droppedM3 > DROPPED * setup.netM3) known('much rod', 'run-down', at(run, 'rod ran off'));
  if (setup.nitrogenM3s > 0 && !isBright(boreLook(run)))
    add(
      'black bore',
      FAULTS['black-bore'].seen,
      blackBecause(run),
      at(run, 'nitrogen shut while hot'),
      FAULTS['black-bore'].nextTime,
    );
  const { part } = setup.joint;
  if (part && run.partPeakK > part.limitK)
    add(
      'part too hot',
      `${part.name} got too hot`,
      'Heat ran along the tube to it while the joint was heated and after.',
      at(run, 'part too hot'),
      'Paste on the tube before it, a quicker heat, or take it apart.',
    );
  if (happened.has('zinc smoked')) known('zinc smoke', 'zinc-smoke', at(run, 'zinc smoked'));
  return out;
}

/** There was rod enough, and the gap did not take it. */
function notDrawn(run: BenchRun): BenchFault {
  const { joint, position } = run.setup;
  const high = position === 'up-feed' ? joint.lapM : position === 'down-feed' ? 0 : joint.tube.odM;
  const isTooWide = climbsM(run.setup) < high;
  return {
    id: 'not drawn',
    says: 'It is not filled',
    cause: isTooWide
      ? 'The gap is too wide to draw filler so high.'
      : 'There was rod enough, and it stands at the mouth or ran off where it was not wanted.',
    atS: at(run, 'rod ran', 'rod melted in the flame'),
    instead: isTooWide
      ? 'A closer fit, or turn the socket up.'
      : 'Feed round the mouth, where it is hot and still empty.',
  };
}

function blackBecause(run: BenchRun): string {
  const atS = run.happened.get('nitrogen shut while hot') ?? Infinity;
  const wasOn = run.moments.some((m) => m.oxygen < 0.05);
  const hot = run.moments.some((m) => m.hottestK > OXIDE_ONSET_K && m.timeS >= atS);
  if (!wasOn) return 'There was never nitrogen inside: air blackens hot copper in seconds.';
  return hot
    ? 'Nitrogen was shut, or the vent, while it was still hot: air was back in eight seconds.'
    : FAULTS['black-bore'].cause;
}

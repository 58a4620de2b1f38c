import { feedSeconds, planHeat } from '../heat/plan-heat.js';
import { usualTorch } from '../heat/rank-tips.js';
import { practice } from '../source/source.js';
import { said } from '../units/say.js';
import { formatDuration } from '../units/units.js';
import type { BenchSetup } from './bench-setup.js';
import type { MadeJoint } from './made-joint.js';

/** What a practice joint is to reach. Shares of the gap and of the rod it takes; s; K, null without a part. */
export interface Aims {
  readonly filled: number;
  readonly flameS: number;
  readonly rod: number;
  readonly partK: number | null;
}

export const AIMS_SOURCE = practice(
  'a learner’s joint is to be nine tenths full, in twice the planned heat and the feed, with no more than half as much rod again',
);
const [FILLED, TIMES, ROD] = [0.9, 2, 1.5];

/** The usual aims of a joint, from its own heat plan. */
export function aimsOf(setup: BenchSetup): Aims {
  const { joint } = setup;
  const planned = planHeat(joint, usualTorch(joint)).seconds.likely ?? 240;
  return {
    filled: FILLED,
    flameS: Math.ceil((TIMES * planned + feedSeconds(joint.tube.odM)) / 5) * 5,
    rod: ROD,
    partK: joint.part?.limitK ?? null,
  };
}

/** One aim, what came of it, in words. */
export interface AimMet {
  readonly aim: string;
  readonly got: string;
  readonly met: boolean;
}

const whole = (share: number): string => `${Math.round(100 * share)} %`;

/** The aims in words, before anything is made. */
export const aimWords = (aims: Aims): string[] => [
  `filled to ${whole(aims.filled)}`,
  `${formatDuration(aims.flameS)} under the flame`,
  `no more than ${whole(aims.rod)} of the rod it takes`,
  ...(aims.partK === null ? [] : [`part under ${said(aims.partK, 'temperature')}`]),
  'passes when it is sawn',
];

/** Each aim against what was made; the cut's own verdict last. */
export function aimsMet(aims: Aims, made: MadeJoint): AimMet[] {
  const { cut, partPeakK } = made;
  const got: (readonly [got: string, met: boolean])[] = [
    [whole(cut.filled), cut.filled >= aims.filled],
    [formatDuration(made.flameS), made.flameS <= aims.flameS],
    [whole(made.fed), made.fed <= aims.rod],
    ...(aims.partK === null ? [] : [[said(partPeakK ?? 0, 'temperature'), (partPeakK ?? 0) <= aims.partK] as const]),
    [cut.passes ? 'passes' : 'fails', cut.passes],
  ];
  return aimWords(aims).map((aim, k) => {
    const [words, met] = got[k] as (typeof got)[number];
    return { aim, got: words, met };
  });
}

export const allMet = (met: readonly AimMet[]): boolean => met.every((m) => m.met);

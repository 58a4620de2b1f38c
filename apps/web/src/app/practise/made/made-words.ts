import type { MadeJoint } from '@hephaist/core/practise/made-joint';
import { displayUnit, formatDuration, type UnitSystem } from '@hephaist/core/units/units';
import { type Axis, type Curve, durationAxis, type Instant } from '../../drawings/chart-frame';
import { temperatureAxis } from '../../drawings/heat-curves';

/** What came of it, in one line. */
export function verdictWords({ cut, faults }: MadeJoint): string {
  const filled = `${Math.round(100 * cut.filled)} % filled`;
  if (cut.passes) return `✓ Passes: ${filled}`;
  return `✕ Fails: ${faults[0]?.says ?? cut.visual ?? filled}`;
}

/** Numbers of a run beside each other. */
export function numbersOf(w: MadeJoint, system: UnitSystem): (readonly [what: string, says: string])[] {
  const degrees = displayUnit('temperature', system);
  return [
    ['Under the flame', formatDuration(w.flameS)],
    ['Filled', `${Math.round(100 * w.cut.filled)} %`],
    ['Rod fed', `${Math.round(100 * w.fed)} % of what it takes`],
    ...(w.dropped > 0.01 ? ([['Run off', `${Math.round(100 * w.dropped)} %`]] as const) : []),
    ['Inside', w.cut.bore],
    ['Under pressure', w.cut.leaks ? 'leaks' : 'tight'],
    ...(w.partPeakK === null
      ? []
      : ([['Part nearby, at most', `${Math.round(degrees.fromSi(w.partPeakK))} ${degrees.symbol}`]] as const)),
  ];
}

/** When its torch was lit, s from the start. */
export const litAt = ({ happened }: Pick<MadeJoint, 'happened'>): number =>
  happened.find(([what]) => what === 'lit')?.[1] ?? 0;

/** The same of several, by what they tell; empty where one does not tell it. */
export function numbersBeside(made: readonly MadeJoint[], system: UnitSystem): { what: string; says: string[] }[] {
  const all = made.map((m) => new Map(numbersOf(m, system)));
  const whats = [...new Set(all.flatMap((m) => [...m.keys()]))];
  return whats.map((what) => ({ what, says: all.map((m) => m.get(what) ?? '') }));
}

/** "12 and 6 o’clock, and at 3 and 9": where it was sawn. */
export function cutWords({ cut }: MadeJoint): string {
  const [a, b, c, d] = cut.verdict.faces.map((f) => f.name.replace(/ .*/, ''));
  return c ? `${a} and ${b}, and at ${c} and ${d}` : `${a} and ${b}`;
}

/**
 * Temperatures against time, until a minute after the flame: edge, inner end, hottest.
 * @param beside another's inner end, drawn with it from the same lighting
 */
export function curvesOf(
  w: MadeJoint,
  system: UnitSystem,
  beside?: { name: string; made: MadeJoint },
): { x: Axis; y: Axis; curves: Curve[]; endS: number } {
  const begins = litAt(w);
  const endS = Math.min(w.timeS, begins + w.flameS + 60);
  const shown = w.moments.filter((m, i) => m.timeS <= endS && i % 4 === 0);
  const mostK = shown.reduce((k, m) => Math.max(k, m.hottestK), 600);
  const theirs = beside ? litAt(beside.made) : 0;
  return {
    endS,
    x: durationAxis(endS),
    y: temperatureAxis(290, mostK + 40, system),
    curves: [
      { id: 'edge', name: 'edge', points: shown.map((m) => [m.timeS, m.mouthK] as const) },
      { id: 'inner end', name: 'inner', points: shown.map((m) => [m.timeS, m.innerK] as const), dash: '7 4' },
      { id: 'hottest', name: 'hottest', points: shown.map((m) => [m.timeS, m.hottestK] as const), dash: '2 3' },
      ...(beside
        ? [
            {
              id: beside.name,
              name: beside.name,
              points: beside.made.moments
                .filter((m, i) => m.timeS - theirs + begins <= endS && m.timeS >= theirs && i % 4 === 0)
                .map((m) => [m.timeS - theirs + begins, m.innerK] as const),
              dash: '1 5',
            },
          ]
        : []),
    ],
  };
}

/** Moments worth a line in the chart: the first rod, what was shut in, and where it stands now. */
export function momentsOf(w: MadeJoint, atS: number): Instant[] {
  const told = new Set(['rod ran', 'rod melted in the flame', 'air shut in', 'flux dead', 'metal melted']);
  return [
    ...w.happened.filter(([what]) => told.has(what)).map(([word, at]) => ({ at, word })),
    { at: atS, word: 'now', now: true },
  ];
}

import type { PracticeRow } from '@hephaist/contracts/records/practice-run';
import type { BenchFaultId } from '@hephaist/core/practise/fault-ids';
import type { Axis, Curve } from '../drawings/chart-frame';

const FAULT_WORDS: Readonly<Record<BenchFaultId, string>> = {
  'cold rod': 'rod before heat',
  'sealed first': 'edge sealed first',
  'one side': 'one side cold',
  'small tip': 'tip too small',
  'second torch': 'wanted a second torch',
  'left cold': 'never all hot',
  melted: 'melted',
  oxidised: 'oxidised',
  sooty: 'sooty',
  'dead flux': 'flux dead',
  'no flux': 'no flux',
  dirty: 'not cleaned',
  'black bore': 'black inside',
  wet: 'water inside',
  'little rod': 'too little rod',
  'much rod': 'too much rod',
  'not drawn': 'not drawn in',
  'part too hot': 'part too hot',
  'zinc smoke': 'zinc smoked',
};

/** The faults of a run in a few words. */
export const faultWords = ({ faults }: Pick<PracticeRow, 'faults'>): string =>
  faults.map((f) => FAULT_WORDS[f]).join(', ') || 'fails';

/** How full each run was, in the order that they were made. */
export function filledChart(tries: readonly PracticeRow[]): { x: Axis; y: Axis; curves: Curve[] } {
  const most = Math.max(5, tries.length);
  const step = Math.ceil(most / 10);
  return {
    x: {
      from: 1,
      to: most,
      ticks: Array.from({ length: Math.floor((most - 1) / step) + 1 }, (_, k) => ({
        at: 1 + k * step,
        text: String(1 + k * step),
      })),
      say: (run) => `run ${Math.round(run)}`,
    },
    y: {
      from: 0,
      to: 1,
      ticks: [0, 0.25, 0.5, 0.75, 1].map((at) => ({ at, text: `${100 * at} %` })),
      say: (share) => `${Math.round(100 * share)} % filled`,
    },
    curves: [{ id: 'filled', name: 'filled', points: tries.map((r, i) => [i + 1, r.filled] as const), dots: true }],
  };
}

import type { JointTrace } from '@hephaist/core/live/joint-trace';
import { formatQuantity, type UnitSystem } from '@hephaist/core/units/units';
import { localNow } from '../time/zone';
import type { EntryDraft } from './log-entry-draft';

/** What was read while a joint was made, for the fields of its entry that are still empty: nothing typed is written over. */
export function fromTrace(
  trace: Pick<JointTrace, 'strikeOxygen' | 'leastFlowM3s' | 'brazedMs' | 'toMs'>,
  typed: Pick<EntryDraft, 'oxygen' | 'flow' | 'stopped'>,
  about: { readonly zone: string; readonly system: UnitSystem },
): Partial<EntryDraft> {
  const { strikeOxygen, leastFlowM3s, brazedMs, toMs } = trace;
  const local = (ms: number): string => localNow(about.zone, new Date(ms));
  return {
    ...(strikeOxygen !== null && typed.oxygen === '' ? { oxygen: (100 * Math.max(0, strikeOxygen)).toFixed(2) } : {}),
    ...(leastFlowM3s !== null && typed.flow === ''
      ? { flow: formatQuantity(leastFlowM3s, 'flow', about.system, false) }
      : {}),
    ...(brazedMs !== null && toMs !== null && typed.stopped === ''
      ? { when: local(brazedMs), stopped: local(toMs) }
      : {}),
  };
}

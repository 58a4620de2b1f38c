import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { Summed } from '@hephaist/contracts/records/planner';

export type StateShape = 'brazed' | 'rejected' | 'stop' | 'look' | 'measured' | 'planned' | 'aside';

export interface JointState {
  readonly shape: StateShape;
  readonly word: string;
}

/** How a joint stands: the log first, then set aside, then trouble in its plan, then whether its gap was measured. */
export function jointState(joint: Joint, summed: Summed | null, log: JointLog | undefined): JointState {
  if (log)
    return log.visual === 'accepted' ? { shape: 'brazed', word: 'brazed' } : { shape: 'rejected', word: 'rejected' };
  if (joint.setAside) return { shape: 'aside', word: 'set aside' };
  if (!summed) return { shape: 'planned', word: '…' };
  if (!summed.summary)
    return { shape: 'stop', word: summed.problems[0]?.says.includes('measure') ? 'measure it' : 'bad input' };
  const { trouble, troubles } = summed.summary;
  if (trouble !== 'none') return { shape: trouble, word: troubles[0]?.replace('gap ', '') ?? trouble };
  return joint.fitUp.mode === 'measured'
    ? { shape: 'measured', word: 'measured' }
    : { shape: 'planned', word: 'planned' };
}

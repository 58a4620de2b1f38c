import type { Joint, JointLog } from '@hephaist/contracts';
import type { Planned } from './plan-cache';

export type StateShape = 'brazed' | 'rejected' | 'stop' | 'look' | 'measured' | 'planned';

export interface JointState {
  readonly shape: StateShape;
  readonly word: string;
}

/** How a joint stands: the log first, then trouble in its plan, then whether its gap was measured. */
export function jointState(joint: Joint, planned: Planned, log: JointLog | undefined): JointState {
  if (log)
    return log.visual === 'accepted' ? { shape: 'brazed', word: 'brazed' } : { shape: 'rejected', word: 'rejected' };
  if (!planned.plan)
    return { shape: 'stop', word: planned.problems[0]?.says.includes('measure') ? 'measure it' : 'bad input' };
  const { trouble, troubles } = planned.plan;
  if (trouble !== 'none') return { shape: trouble, word: troubles[0]?.replace('gap ', '') ?? trouble };
  return joint.fitUp.mode === 'measured'
    ? { shape: 'measured', word: 'measured' }
    : { shape: 'planned', word: 'planned' };
}

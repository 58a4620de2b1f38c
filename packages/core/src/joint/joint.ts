import type { FitUp } from '../fit-up/gap.js';
import type { Position } from '../qualification/range.js';
import type { Schools } from '../selection/facts.js';
import type { SocketKind } from '../strength/overlap.js';

/** What the foreman states of a joint; ids refer to the core tables, lengths in m. */
export interface JointSpec {
  readonly tube: { readonly standardId: string; readonly size: string; readonly metalId: string };
  readonly socket: { readonly kind: SocketKind; readonly metalId: string; readonly depthM: number | null };
  readonly fitUp: FitUp;
  readonly position: Position;
  readonly partNearby: { readonly partId: string; readonly distanceM: number } | null;
  readonly movement: boolean;
  /** Filler class the user insists on. */
  readonly fillerId: string | null;
  readonly cadmiumReason: string | null;
}

/** What a joint inherits from its line and job. Pressures gauge, Pa. */
export interface LineConditions {
  readonly serviceId: string;
  readonly designPa: number;
  readonly testPa: number;
  readonly serviceMaxK: number;
  readonly lengthM: number;
  /** Oxygen limit as a volume fraction. */
  readonly oxygenLimit: number;
  readonly schools: Schools;
}

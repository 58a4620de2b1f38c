import type { GrooveSpec } from '../braze-weld/groove.js';
import type { RodFormId } from '../filler-use/rod-forms.js';
import type { FitUp } from '../fit-up/gap.js';
import type { Tip } from '../heat/fuels.js';
import type { ProtectionId } from '../heat/protections.js';
import type { StubAnswers } from '../metals/unknown-stub.js';
import type { Position } from '../qualification/range.js';
import type { PatchSpec } from '../repair/patch.js';
import type { CodeSetId, Schools } from '../schools/schools.js';
import type { SocketKind } from '../strength/overlap.js';

/** What the foreman states of a joint; ids refer to the tables, lengths in m. */
export interface JointSpec {
  readonly tube: { readonly standardId: string; readonly size: string; readonly metalId: string };
  readonly socket: {
    readonly kind: SocketKind;
    readonly metalId: string;
    readonly depthM: number | null;
    /** Cup the tube stands in where it is not its own, e.g. metric tube in an inch fitting. */
    readonly cup: string | null;
  };
  /** The bush between tube and socket of a three-piece joint. */
  readonly bush: { readonly metalId: string; readonly wallM: number; readonly gapSideM: number } | null;
  /** The hole of a patch and when it is cut out; null or absent where it is none. */
  readonly patch?: PatchSpec | null | undefined;
  /** The seam of a braze-welded groove. */
  readonly groove: GrooveSpec | null;
  readonly fitUp: FitUp;
  readonly position: Position;
  readonly partNearby: {
    readonly partId: string;
    readonly distanceM: number;
    /** What protects it; bare where absent. */
    readonly protection?: ProtectionId | undefined;
  } | null;
  readonly movement: boolean;
  /** A wall or ceiling that burns is behind it; absent where there is none. */
  readonly wallBehind?: boolean | undefined;
  /** How the metal of an unknown stub was told; absent where nobody asked. */
  readonly stub?: StubAnswers | undefined;
  /** Filler class the user insists on. */
  readonly fillerId: string | null;
  readonly rodForm: RodFormId;
  readonly cadmiumReason: string | null;
  /** Schools this joint holds against its line and job. */
  readonly schools: Partial<Schools>;
}

/** What a joint inherits from its line and job. Pressures gauge, Pa. */
export interface LineConditions {
  readonly serviceId: string;
  readonly designPa: number;
  readonly testPa: number;
  readonly serviceMaxK: number;
  /** Temperature of the parts when they were measured and fitted, K. */
  readonly fitUpK: number;
  readonly lengthM: number;
  /** Oxygen limit as a volume fraction. */
  readonly oxygenLimit: number;
  readonly schools: Schools;
  readonly codeSetId: CodeSetId;
  /** Classes the crew of this job carries anyway. */
  readonly carried: readonly string[];
  /** Tips of the torch that the job is brazed with; the generic chart where left out. */
  readonly tips?: readonly Tip[] | undefined;
}

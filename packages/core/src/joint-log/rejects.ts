import { practice } from '../source/source.js';

/** Why a joint is rejected when it is looked at, and whether its metal is then cut out instead of repaired. */
interface Reject {
  readonly says: string;
  readonly cutOut: boolean;
}

export const REJECT_SOURCE = practice(
  'repaired once where the fault is in the filler; cracked, eroded or melted metal is cut out',
);

const rejects = [
  { says: 'excess flux or filler', cutOut: false },
  { says: 'filler not melted or not flowed', cutOut: false },
  { says: 'filler not visible all round', cutOut: false },
  { says: 'void seen', cutOut: false },
  { says: 'lump of filler', cutOut: false },
  { says: 'filler run down outside', cutOut: false },
  { says: 'crack in filler', cutOut: false },
  { says: 'cracks in tube or filler', cutOut: true },
  { says: 'crack in tube or fitting', cutOut: true },
  { says: 'base metal melted or eroded', cutOut: true },
  { says: 'flux left on', cutOut: false },
  { says: 'flux burnt', cutOut: false },
  { says: 'black bore', cutOut: true },
  { says: 'soot', cutOut: false },
  { says: 'out of line', cutOut: true },
  { says: 'failed test', cutOut: true },
] as const satisfies readonly Reject[];

export type VisualReject = (typeof rejects)[number]['says'];
export const VISUAL_REJECTS: readonly VisualReject[] = rejects.map((r) => r.says);

/** True where a joint rejected for this is cut out and made anew, never repaired in place. Source: REJECT_SOURCE. */
export const isCutOut = (reason: string | null | undefined): boolean =>
  rejects.some((r) => r.cutOut && r.says === reason);

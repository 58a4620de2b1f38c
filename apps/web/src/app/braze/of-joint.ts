import type { JointLog } from '@hephaist/contracts/records/joint-log';

/** The entries of a joint, the latest first. */
export const ofJoint = (logs: readonly JointLog[], jointId: string): JointLog[] =>
  logs.filter((l) => l.jointId === jointId).sort((a, b) => b.brazedAt.localeCompare(a.brazedAt));

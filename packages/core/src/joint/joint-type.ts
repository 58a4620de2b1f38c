/** How two parts meet: a tube in a socket, one lying on the other, end to end. */
export const JOINT_TYPES = ['socket', 'lap', 'butt'] as const;
export type JointType = (typeof JOINT_TYPES)[number];

import type { Position } from '@hephaist/core/qualification/range';

/** A vector in the joint's own coordinates: x along the axis into the socket, y to 12 o'clock, z to 3 o'clock. */
export type Vec = readonly [x: number, y: number, z: number];

/** From where the joint is looked at: turned about the upright and nodded, radians. */
export interface View {
  readonly yaw: number;
  readonly pitch: number;
}

/** The screen in the joint's coordinates: right, up, and toward the eye. */
export interface Basis {
  readonly right: Vec;
  readonly up: Vec;
  readonly eye: Vec;
}

export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** How the joint lies in the room: its axes as columns of the world's right, up and toward the eye. */
const LIES: Readonly<Record<'level' | 'socket up' | 'socket down', readonly [Vec, Vec, Vec]>> = {
  level: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  // Fed upward: the tube comes from below, and into the socket is up.
  'socket down': [
    [0, -1, 0],
    [1, 0, 0],
    [0, 0, 1],
  ],
  'socket up': [
    [0, 1, 0],
    [-1, 0, 0],
    [0, 0, 1],
  ],
};

export const liesOf = (position: Position): keyof typeof LIES =>
  position === 'up-feed' ? 'socket down' : position === 'down-feed' ? 'socket up' : 'level';

/** Three-quarter view in which the mouth of the socket is seen. */
export const usualView = (position: Position): View =>
  ({
    level: { yaw: 0.5, pitch: 0.34 },
    'socket down': { yaw: 0.4, pitch: -0.42 },
    'socket up': { yaw: 0.4, pitch: 0.42 },
  })[liesOf(position)];

/** The screen of a view, by turning about the upright and then nodding. */
export function basisOf({ yaw, pitch }: View, position: Position): Basis {
  const [c, s] = [Math.cos(yaw), Math.sin(yaw)];
  const [cp, sp] = [Math.cos(pitch), Math.sin(pitch)];
  const world: readonly [Vec, Vec, Vec] = [
    [c, 0, s],
    [sp * s, cp, -sp * c],
    [-cp * s, sp, cp * c],
  ];
  const [wx, wy, wz] = LIES[liesOf(position)];
  const into = (v: Vec): Vec => [
    v[0] * wx[0] + v[1] * wy[0] + v[2] * wz[0],
    v[0] * wx[1] + v[1] * wy[1] + v[2] * wz[1],
    v[0] * wx[2] + v[1] * wy[2] + v[2] * wz[2],
  ];
  return { right: into(world[0]), up: into(world[1]), eye: into(world[2]) };
}

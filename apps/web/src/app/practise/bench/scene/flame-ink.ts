import type { FlameLook } from '@hephaist/core/torch-rig/flame-look';

/** A point of the canvas. */
export type Point = readonly [x: number, y: number];

export interface FlameAt {
  /** Where it meets the work, and from where it comes, a direction of length 1. */
  readonly work: Point;
  readonly from: Point;
  /** Between cone and work, length of a neutral cone, radius on the work, in pixels. */
  readonly far: number;
  readonly cone: number;
  readonly radius: number;
  readonly look: FlameLook;
  /** It plays on the work; else it is turned aside and burns free. */
  readonly onWork: boolean;
}

const along = ([x, y]: Point, [dx, dy]: Point, by: number): Point => [x + dx * by, y + dy * by];

/** A tongue from a point: round at its root, and closing in an end. */
interface Tongue {
  readonly length: number;
  /** Half its width where it is widest. */
  readonly half: number;
  readonly sharp: number;
  /** Half its width at its root, as a share of that. */
  readonly root?: number;
}

function tongue(
  ink: CanvasRenderingContext2D,
  base: Point,
  dir: Point,
  { length, half, sharp, root = 0.6 }: Tongue,
): void {
  const side: Point = [-dir[1], dir[0]];
  const end = along(base, dir, length);
  const [a, b] = [along(base, side, half * root), along(base, side, -half * root)];
  const mid = along(base, dir, length * (0.42 + 0.4 * (1 - sharp)));
  const [ma, mb] = [along(mid, side, half), along(mid, side, -half)];
  ink.beginPath();
  ink.moveTo(...a);
  ink.quadraticCurveTo(...ma, ...end);
  ink.quadraticCurveTo(...mb, ...b);
  ink.closePath();
}

const between = (
  ink: CanvasRenderingContext2D,
  a: Point,
  b: Point,
  stops: readonly (readonly [number, string])[],
): CanvasGradient => {
  const fill = ink.createLinearGradient(...a, ...b);
  for (const [at, colour] of stops) fill.addColorStop(at, colour);
  return fill;
};

const soft = (ink: CanvasRenderingContext2D, at: Point, radius: number, colour: string, strength: number): void => {
  const fill = ink.createRadialGradient(...at, 0, ...at, radius);
  fill.addColorStop(0, `rgba(${colour} / ${strength})`);
  fill.addColorStop(0.45, `rgba(${colour} / ${strength * 0.45})`);
  fill.addColorStop(1, `rgba(${colour} / 0)`);
  ink.fillStyle = fill;
  ink.beginPath();
  ink.arc(...at, radius, 0, 2 * Math.PI);
  ink.fill();
};

/** The torch's tip and neck, seen from the side. */
function torch(ink: CanvasRenderingContext2D, tip: Point, back: Point): void {
  const side: Point = [-back[1], back[0]];
  const part = (from: number, to: number, a: number, b: number, colours: readonly [string, string]): void => {
    const [p, q] = [along(tip, back, from), along(tip, back, to)];
    ink.fillStyle = between(ink, along(p, side, -b), along(p, side, b), [
      [0, colours[1]],
      [0.35, colours[0]],
      [1, colours[1]],
    ]);
    ink.beginPath();
    ink.moveTo(...along(p, side, a));
    ink.lineTo(...along(q, side, b));
    ink.lineTo(...along(q, side, -b));
    ink.lineTo(...along(p, side, -a));
    ink.closePath();
    ink.fill();
  };
  part(0, 20, 4, 8, ['#d9a45c', '#7c5124']);
  part(20, 44, 9, 9, ['#c58f4a', '#6a431c']);
  part(44, 240, 6.5, 7.5, ['#8a8f96', '#3d4147']);
}

/** A flame: envelope, feather, cone, what it spreads on the work, and the torch behind it. */
export function drawFlame(ink: CanvasRenderingContext2D, flame: FlameAt): void {
  const { work, from, far, cone, radius, look, onWork } = flame;
  const dir: Point = [-from[0], -from[1]];
  const coneLength = cone * look.cone;
  const tip = along(work, from, far + coneLength);
  const reach = onWork ? far + coneLength + radius * 0.3 : cone * look.envelope;
  const cool = look.kind === 'carburising' ? '255 214 150' : look.kind === 'oxidising' ? '150 176 255' : '128 168 240';
  ink.globalCompositeOperation = 'lighter';
  tongue(ink, tip, dir, {
    length: reach * 1.12,
    half: Math.max(9, Math.min(radius * 0.6, cone * 0.75)),
    sharp: look.sharp,
    root: 0.3,
  });
  ink.fillStyle = between(ink, tip, along(tip, dir, reach * 1.12), [
    [0, `rgba(${cool} / 0.62)`],
    [0.5, `rgba(${cool} / 0.3)`],
    [1, `rgba(${cool} / 0)`],
  ]);
  ink.fill();
  if (onWork) {
    soft(ink, work, radius * 1.9, cool, 0.3);
    soft(ink, work, radius * 0.8, '226 236 255', 0.34);
  }
  if (look.feather) {
    tongue(ink, tip, dir, { length: coneLength + look.feather * cone, half: cone * 0.24, sharp: 0.7 });
    ink.fillStyle = between(ink, tip, along(tip, dir, coneLength + look.feather * cone), [
      [0, 'rgba(255 246 226 / 0.7)'],
      [1, 'rgba(255 230 180 / 0.1)'],
    ]);
    ink.fill();
  }
  tongue(ink, tip, dir, { length: coneLength, half: Math.max(3, cone * 0.2), sharp: look.sharp });
  ink.fillStyle = between(ink, tip, along(tip, dir, coneLength), [
    [0, 'rgba(214 232 255 / 0.95)'],
    [1, 'rgba(255 255 255 / 0.9)'],
  ]);
  ink.fill();
  soft(ink, along(tip, dir, coneLength * 0.6), cone * 0.8, '190 214 255', 0.4);
  ink.globalCompositeOperation = 'source-over';
  torch(ink, tip, from);
}

/** Light that hot metal throws into the dark. */
export function drawGlow(
  ink: CanvasRenderingContext2D,
  at: Point,
  radius: number,
  [r, g, b]: readonly [number, number, number],
): void {
  const strength = Math.min(0.42, (r / 255) ** 1.5 * 0.42);
  if (strength < 0.02) return;
  ink.globalCompositeOperation = 'lighter';
  soft(ink, at, radius, `${r} ${Math.round(g * 0.9 + 10)} ${b}`, strength);
  ink.globalCompositeOperation = 'source-over';
}

/** The rod from its end: drawn as bright wire, its end molten where it is fed. */
export function drawRod(ink: CanvasRenderingContext2D, end: Point, back: Point, wide: number, isFed: boolean): void {
  const to = along(end, back, 320);
  const side: Point = [-back[1] * wide, back[0] * wide];
  ink.lineCap = 'round';
  ink.lineWidth = wide;
  ink.strokeStyle = between(ink, [end[0] + side[0], end[1] + side[1]], to, [
    [0, '#e8c79a'],
    [0.25, '#b98a55'],
    [1, 'rgba(90 66 40 / 0.25)'],
  ]);
  ink.beginPath();
  ink.moveTo(...end);
  ink.lineTo(...to);
  ink.stroke();
  if (!isFed) return;
  ink.fillStyle = '#f6e9d2';
  ink.beginPath();
  ink.arc(...end, wide * 0.8, 0, 2 * Math.PI);
  ink.fill();
}

/** Where the best run's flame was at this moment: a ring and a stroke, nothing that heats. */
export function drawGhost(ink: CanvasRenderingContext2D, work: Point, from: Point, far: number): void {
  ink.strokeStyle = 'rgba(236 228 208 / 0.55)';
  ink.lineWidth = 1.5;
  ink.setLineDash([5, 5]);
  ink.beginPath();
  ink.arc(...work, 15, 0, 2 * Math.PI);
  ink.moveTo(...along(work, from, 15));
  ink.lineTo(...along(work, from, 15 + Math.max(30, far)));
  ink.stroke();
  ink.setLineDash([]);
}

import { curveCatmullRom, line } from 'd3';

/** Where the parts of a rig stand in its drawing, from cylinder to flame. */
export const RIG = {
  width: 760,
  cylinderX: 22,
  regulatorX: 128,
  guardX: 196,
  hoseX: 214,
  torchGuardX: 556,
  torchX: 574,
  tipX: 690,
} as const;

/** Lanes of gas by how many there are. */
export const laneY = (oxygen: boolean): { readonly oxygen: number; readonly fuel: number; readonly height: number } =>
  oxygen ? { oxygen: 74, fuel: 196, height: 262 } : { oxygen: 0, fuel: 92, height: 158 };

const wave = line<readonly [number, number]>().curve(curveCatmullRom);

/** A hose that hangs in loops between regulator and torch. */
export function hosePath(y: number, toY: number): string {
  const loops = 6;
  const step = (RIG.torchGuardX - 18 - RIG.hoseX) / loops;
  const points = Array.from({ length: loops + 1 }, (_, i): [number, number] => {
    const share = i / loops;
    const sag = i === 0 || i === loops ? 0 : i % 2 ? 11 : -4;
    return [RIG.hoseX + i * step, y + (toY - y) * share ** 3 + sag];
  });
  return wave(points) ?? '';
}

/** Where each field of a rig is drawn: what is wrong is marked there. */
export function placeOf(at: string, oxygen: boolean): { readonly x: number; readonly y: number } {
  const lanes = laneY(oxygen);
  const middle = oxygen ? (lanes.oxygen + lanes.fuel) / 2 : lanes.fuel;
  const y = at.startsWith('oxygen') || at.startsWith('guards.oxygen') ? lanes.oxygen : lanes.fuel;
  if (at.endsWith('Cylinder')) return { x: RIG.cylinderX + 60, y: y - 40 };
  if (at.endsWith('Regulator') && !at.startsWith('guards')) return { x: RIG.regulatorX - 24, y: y + 2 };
  if (at.endsWith('Pa')) return { x: RIG.regulatorX + 36, y: y - 44 };
  if (at.startsWith('guards')) return { x: at.endsWith('Torch') ? RIG.torchGuardX : RIG.guardX, y: y + 24 };
  if (at.endsWith('Hose')) return { x: (RIG.hoseX + RIG.torchGuardX) / 2, y: y - 24 };
  if (at.startsWith('fittings')) return { x: RIG.regulatorX - 30, y: y - 22 };
  return { x: RIG.tipX + 8, y: middle - 26 };
}

/** The middle of a part that the hand goes to: the valve of a cylinder, a regulator, a hose, the tip; null where a torch in air has none. */
export function partOf(at: string, oxygen: boolean): { readonly x: number; readonly y: number } | null {
  if (!oxygen && at.startsWith('oxygen')) return null;
  const lanes = laneY(oxygen);
  const y = at.startsWith('oxygen') ? lanes.oxygen : lanes.fuel;
  if (at.endsWith('Cylinder')) return { x: RIG.cylinderX + 26, y: y - 44 };
  if (at.endsWith('Regulator')) return { x: RIG.regulatorX, y: y - 20 };
  if (at.endsWith('Hose')) return { x: (RIG.hoseX + RIG.torchGuardX) / 2, y };
  return { x: RIG.tipX + 9, y: oxygen ? (lanes.oxygen + lanes.fuel) / 2 : lanes.fuel };
}

import type { Solid } from './solid';
import { type Basis, dot, type Vec } from './view';

/** Cells of the texture for one of the model, along and round. */
export const [FINER_ALONG, FINER_ROUND] = [6, 4] as const;

/** The pixels that show the joint: offset in the picture, cell of the texture, light, gleam and cover, 0 to 255. */
export interface RayMap {
  readonly width: number;
  readonly height: number;
  readonly pixel: Int32Array;
  readonly texel: Int32Array;
  readonly light: Uint8Array;
  readonly gleam: Uint8Array;
  readonly cover: Uint8Array;
  /** Cells of the texture that some pixel shows: the others need no paint. */
  readonly seen: Uint8Array;
}

/** A lamp over the left shoulder, as screen right, up and toward the eye. */
const LAMP: Vec = [-0.42, 0.74, 0.53];
const [AMBIENT, DIFFUSE, GLEAM, SHARP] = [0.16, 0.74, 0.62, 14];
/** A second light, faint, from behind below: the edge in the dark. */
const [RIM, RIM_SHARP] = [0.3, 3];
const BORE_LIGHT = 0.05;

/** Casts a ray for each pixel. @param scale pixels a metre @param middleY where its middle lies, px from above */
export function rayMap(
  solid: Solid,
  basis: Basis,
  width: number,
  height: number,
  scale: number,
  middleY = height / 2,
): RayMap {
  const { shape } = solid;
  const [tx, tr] = [shape.along * FINER_ALONG, shape.round * FINER_ROUND];
  const most = width * height;
  const [pixel, texel] = [new Int32Array(most), new Int32Array(most)];
  const [light, gleam, cover] = [new Uint8Array(most), new Uint8Array(most), new Uint8Array(most)];
  // Half way between lamp and eye.
  const half = Math.hypot(LAMP[0], LAMP[1], LAMP[2] + 1);
  const seen = new Uint8Array(tx * tr);
  let k = 0;
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      const hit = solid.hit(basis, (px + 0.5 - width / 2) / scale, -(py + 0.5 - middleY) / scale);
      if (!hit) continue;
      const n: Vec = [dot(hit.normal, basis.right), dot(hit.normal, basis.up), dot(hit.normal, basis.eye)];
      const lit = Math.max(0, n[0] * LAMP[0] + n[1] * LAMP[1] + n[2] * LAMP[2]);
      const shine = Math.max(0, (n[0] * LAMP[0] + n[1] * LAMP[1] + n[2] * (LAMP[2] + 1)) / half) ** SHARP;
      const rim = RIM * Math.max(0, -n[1]) * (1 - Math.max(0, n[2])) ** RIM_SHARP;
      const ix = Math.max(0, Math.min(tx - 1, Math.floor(((hit.atM - shape.leftM) / shape.dxM) * FINER_ALONG)));
      const turn = hit.rad / (2 * Math.PI);
      const jr = Math.floor((turn - Math.floor(turn)) * tr) % tr;
      pixel[k] = 4 * (py * width + px);
      texel[k] = ix * tr + jr;
      seen[ix * tr + jr] = 1;
      light[k] = 255 * (hit.isBore ? BORE_LIGHT : Math.min(1, AMBIENT + DIFFUSE * lit + rim));
      gleam[k] = hit.isBore ? 0 : 255 * GLEAM * shine;
      cover[k] = 255 * Math.max(0.15, Math.min(1, hit.insideM * scale));
      k++;
    }
  return {
    width,
    height,
    pixel: pixel.slice(0, k),
    texel: texel.slice(0, k),
    light: light.slice(0, k),
    gleam: gleam.slice(0, k),
    cover: cover.slice(0, k),
    seen,
  };
}

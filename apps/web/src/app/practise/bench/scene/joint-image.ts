import type { RayMap } from './ray-map';
import type { SkinTexture } from './skin-texture';

/** Puts the skin on the rays: each pixel its colour in the room's light, the gleam of the lamp, and its own glow. */
export function shade(map: RayMap, skin: SkinTexture, into: Uint8ClampedArray): void {
  const { pixel, texel, light, gleam, cover } = map;
  const { bytes } = skin;
  for (let k = 0; k < pixel.length; k++) {
    const [to, from] = [pixel[k] as number, 7 * (texel[k] as number)];
    const lit = light[k] as number;
    const shine = ((gleam[k] as number) * (bytes[from + 6] as number)) >> 8;
    into[to] = (((bytes[from] as number) * lit) >> 8) + shine + (bytes[from + 3] as number);
    into[to + 1] = (((bytes[from + 1] as number) * lit) >> 8) + shine + (bytes[from + 4] as number);
    into[to + 2] = (((bytes[from + 2] as number) * lit) >> 8) + shine + (bytes[from + 5] as number);
    into[to + 3] = cover[k] as number;
  }
}

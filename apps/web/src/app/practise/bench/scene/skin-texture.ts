import { FLUX_LOOKS, type FluxLook } from '@hephaist/core/heat/colours';
import { glowColour } from '@hephaist/core/heat/glow';
import type { MetalFamily } from '@hephaist/core/metals/metals';
import { type BenchPicture, type BenchShape, NO_FLUX } from '@hephaist/core/practise/bench-picture';
import { FINER_ALONG, FINER_ROUND } from './ray-map';

type Rgb = readonly [number, number, number];

/** Bare metal in a dim room. */
const METAL: Partial<Record<MetalFamily, Rgb>> = {
  copper: [196, 118, 74],
  brass: [214, 172, 96],
  steel: [126, 130, 136],
  stainless: [166, 168, 170],
  'cast-iron': [92, 94, 98],
  aluminium: [176, 180, 184],
};
const OTHER: Rgb = [150, 140, 130];
const FILLER: Rgb = [214, 206, 188];
/** Skins of oxide from thin to thick: film by 10 nm, and its colour. */
const SKINS: readonly (readonly [film: number, colour: Rgb])[] = [
  [3, [168, 92, 46]],
  [8, [120, 62, 40]],
  [18, [78, 48, 42]],
  [40, [44, 36, 35]],
  [255, [30, 27, 27]],
];
/** Flux over the metal: colour, how much it covers, how much it gleams, how rough. */
const FLUX: Readonly<Record<FluxLook, readonly [colour: Rgb, covers: number, gleams: number, rough: number]>> = {
  'as put on': [[236, 232, 220], 0.86, 30, 0.25],
  boiling: [[226, 226, 220], 0.8, 90, 0.7],
  'puffed up': [[246, 242, 232], 0.96, 20, 1],
  milky: [[214, 216, 210], 0.55, 120, 0.3],
  clear: [[190, 214, 216], 0.14, 255, 0.1],
  dead: [[34, 24, 20], 0.92, 10, 0.8],
  'in the flame': [[120, 200, 140], 0.05, 60, 0],
};
/** Flux lies so far before the mouth and over the socket's edge, m; filler stands nearer. */
const [FLUX_BEFORE, FLUX_AFTER, FLUX_FADES] = [0.007, 0.003, 0.002];
const [FILLET_BEFORE, FILLET_AFTER, LUMP_BEFORE] = [0.0022, 0.0007, 0.006];
const HOTTEST_K = 2000;

/** The glow of each temperature by kelvin, added to what light there is. */
const GLOW = new Uint8Array(3 * (HOTTEST_K + 1));
for (let k = 600; k <= HOTTEST_K; k++) GLOW.set(glowColour(k), 3 * k);

/** A number in [0, 1) by place: the same grain in every frame. */
const grain = (a: number, b: number): number => {
  let h = Math.imul(a, 374761393) ^ Math.imul(b, 668265263);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
};

/** Colour of a skin of oxide of a thickness over a metal, 0 to 255. */
export function skinOver(bare: Rgb, film: number): Rgb {
  let [from, below]: [number, Rgb] = [0, bare];
  for (const [to, colour] of SKINS) {
    if (film <= to) {
      const s = (film - from) / (to - from);
      return [
        below[0] + s * (colour[0] - below[0]),
        below[1] + s * (colour[1] - below[1]),
        below[2] + s * (colour[2] - below[2]),
      ];
    }
    [from, below] = [to, colour];
  }
  return below;
}

const band = (x: number, before: number, after: number, fades: number): number =>
  Math.max(0, Math.min(1, (x + before) / fades, (after - x) / fades));

/** The joint's outside unrolled, finer than the model: colour, glow and gleam of each place, painted anew from each picture. */
export class SkinTexture {
  readonly along: number;
  readonly round: number;
  /** Colour under light, own glow, and gleam: seven bytes a place. */
  readonly bytes: Uint8Array;
  private readonly base: readonly Rgb[];
  private readonly skins = new Map<Rgb, Uint8Array>();
  private readonly fluxOn: Float32Array;
  private readonly grains: Float32Array;
  private readonly brush: Float32Array;

  constructor(
    private readonly shape: BenchShape,
    tube: MetalFamily,
    socket: MetalFamily,
  ) {
    this.along = shape.along * FINER_ALONG;
    this.round = shape.round * FINER_ROUND;
    this.bytes = new Uint8Array(7 * this.along * this.round);
    const [a, b] = [METAL[tube] ?? OTHER, METAL[socket] ?? OTHER];
    for (const bare of new Set([a, b])) {
      const skins = new Uint8Array(3 * 256);
      for (let film = 0; film < 256; film++) skins.set(skinOver(bare, film).map(Math.round), 3 * film);
      this.skins.set(bare, skins);
    }
    const x = (i: number): number => shape.leftM + ((i + 0.5) * shape.dxM) / FINER_ALONG;
    const onTube = (at: number): boolean => at < 0 || (shape.behind === 'goes on' && at > 2 * shape.lapM);
    this.base = Array.from({ length: this.along }, (_, i) => (onTube(x(i)) ? a : b));
    this.fluxOn = Float32Array.from({ length: this.along }, (_, i) => band(x(i), FLUX_BEFORE, FLUX_AFTER, FLUX_FADES));
    this.brush = Float32Array.from({ length: this.round }, (_, j) => 0.965 + 0.07 * grain(j, 17));
    this.grains = new Float32Array(this.along * this.round);
    for (let i = 0; i < this.along; i++)
      for (let j = 0; j < this.round; j++) this.grains[i * this.round + j] = grain(i >> 1, j >> 1);
  }

  /**
   * @param seen places that are looked at, where not all are
   * @param moves counts frames where what boils may move; the same number holds it still
   */
  paint(picture: BenchPicture, moves: number, seen: Uint8Array | null = null): void {
    const { shape, along, round, bytes } = this;
    const { outerK, film, soot, flux, stands, lump } = picture;
    const n = shape.round;
    for (let i = 0; i < along; i++) {
      const fi = (i + 0.5) / FINER_ALONG - 0.5;
      const i0 = Math.max(0, Math.min(shape.along - 2, Math.floor(fi)));
      const si = Math.max(0, Math.min(1, fi - i0));
      const x = shape.leftM + ((i + 0.5) * shape.dxM) / FINER_ALONG;
      const isMouth = x > -FLUX_BEFORE && x < FLUX_AFTER;
      // The mouth is an edge: nothing is blended over it.
      const s = x < 0 !== shape.leftM + (i0 + 1.5) * shape.dxM < 0 ? 0 : si;
      const skins = this.skins.get(this.base[i] as Rgb) as Uint8Array;
      for (let j = 0; j < round; j++) {
        if (seen?.[i * round + j] === 0) continue;
        const fj = (j + 0.5) / FINER_ROUND - 0.5;
        const jf = Math.floor(fj);
        const t = fj - jf;
        const j0 = (jf + n) % n;
        const j1 = (j0 + 1) % n;
        const [a, b] = [i0 * n, (i0 + 1) * n];
        const k =
          (1 - s) * ((1 - t) * outerK[a + j0]! + t * outerK[a + j1]!) +
          s * ((1 - t) * outerK[b + j0]! + t * outerK[b + j1]!);
        const near = (s < 0.5 ? a : b) + (t < 0.5 ? j0 : j1);
        const dark = (1 - t) * film[a + j0]! + t * film[a + j1]!;
        const at = 3 * Math.min(255, dark | 0);
        let [r, g, bl] = [skins[at]!, skins[at + 1]!, skins[at + 2]!];
        let gleam = Math.max(30, 190 - 4 * dark);
        // Drawn tube has fine lines along it.
        const brushed = this.brush[j]!;
        [r, g, bl] = [r * brushed, g * brushed, bl * brushed];
        gleam *= brushed;
        const sooty = ((1 - t) * soot[a + j0]! + t * soot[a + j1]!) / 255;
        if (sooty > 0) {
          [r, g, bl] = [r + sooty * (16 - r), g + sooty * (16 - g), bl + sooty * (17 - bl)];
          gleam *= 1 - sooty;
        }
        let glows = 1;
        if (isMouth) {
          const rowAt = t < 0.5 ? j0 : j1;
          const look = flux[rowAt]!;
          if (look !== NO_FLUX) {
            const [colour, covers, shines, rough] = FLUX[FLUX_LOOKS[look] as FluxLook];
            const speck = look === 1 ? grain(i + moves * 7, j) : this.grains[i * round + j]!;
            const edge = this.fluxOn[i]!;
            const cover = Math.min(1, Math.max(0, covers * edge * (1 - 0.5 * rough * speck)));
            const shade = 1 - 0.35 * rough * speck;
            [r, g, bl] = [
              r + cover * (colour[0] * shade - r),
              g + cover * (colour[1] * shade - g),
              bl + cover * (colour[2] * shade - bl),
            ];
            gleam += edge * (shines - gleam) * (covers > 0.5 ? covers : 0.8);
            glows = 1 - 0.6 * cover;
          }
          const standing = (1 - t) * stands[j0]! + t * stands[j1]!;
          if (standing > 0.05) {
            const isLump = lump[rowAt]! > 0;
            const wide = isLump
              ? LUMP_BEFORE * Math.min(1, standing / 6)
              : FILLET_BEFORE * Math.min(1.6, 0.5 + standing / 2);
            const w = band(x, wide, FILLET_AFTER, 0.0006) * Math.min(1, 2 * standing);
            const shade = isLump ? 0.75 + 0.25 * this.grains[i * round + j]! : 1;
            [r, g, bl] = [
              r + w * (FILLER[0] * shade - r),
              g + w * (FILLER[1] * shade - g),
              bl + w * (FILLER[2] * shade - bl),
            ];
            gleam += w * ((isLump ? 120 : 255) - gleam);
          }
        }
        if (picture.holes.includes(near)) [r, g, bl, gleam, glows] = [6, 5, 5, 0, 0.2];
        const glow = 3 * Math.max(0, Math.min(HOTTEST_K, k | 0));
        const to = 7 * (i * round + j);
        bytes[to] = r;
        bytes[to + 1] = g;
        bytes[to + 2] = bl;
        bytes[to + 3] = GLOW[glow]! * glows;
        bytes[to + 4] = GLOW[glow + 1]! * glows;
        bytes[to + 5] = GLOW[glow + 2]! * glows;
        bytes[to + 6] = gleam;
      }
    }
  }
}

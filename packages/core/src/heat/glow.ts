import { published } from '../source/source.js';

export const GLOW_SOURCE = published(
  'Planck’s law through the colour-matching functions of CIE 1931, in the fit of Wyman, Sloan and Shirley (2013)',
  'within 0.012 of the locus; what a screen can show; daylight shifts it: the flux is the better gauge',
);
/** Light that a welding shade lets through: shade = 7/3 log10(1/T) + 1. */
export const SHADE_SOURCE = published('ANSI Z87.1: shade number and luminous transmittance');
export const shadeLets = (shade: number): number => 10 ** (-(3 / 7) * (shade - 1));

/** One lobe of the fit: height, middle and widths on either side, nm. */
const lobe = (nm: number, height: number, middle: number, below: number, above: number): number =>
  height * Math.exp(-0.5 * ((nm - middle) / (nm < middle ? below : above)) ** 2);
const xBar = (nm: number): number =>
  lobe(nm, 1.056, 599.8, 37.9, 31) + lobe(nm, 0.362, 442, 16, 26.7) + lobe(nm, -0.065, 501.1, 20.4, 26.2);
const yBar = (nm: number): number => lobe(nm, 0.821, 568.8, 46.9, 40.5) + lobe(nm, 0.286, 530.9, 16.3, 31.1);
const zBar = (nm: number): number => lobe(nm, 1.217, 437, 11.8, 36) + lobe(nm, 0.681, 459, 26, 13.8);

/** Second radiation constant, nm K. */
const C2 = 1.4387769e7;
const planck = (nm: number, tempK: number): number => (nm / 600) ** -5 / Math.expm1(C2 / (nm * tempK));

/** Tristimulus values of a glowing body, in one arbitrary unit for all temperatures. */
export function glowXyz(tempK: number): readonly [number, number, number] {
  let [x, y, z] = [0, 0, 0];
  for (let nm = 380; nm <= 780; nm += 5) {
    const p = planck(nm, tempK);
    x += p * xBar(nm);
    y += p * yBar(nm);
    z += p * zBar(nm);
  }
  return [x, y, z];
}

/** Temperature at which the drawing is as bright as the screen goes, K; and how the eye flattens what is brighter. */
const BRIGHTEST_K = 1250;
const EYE = 0.35;

/**
 * The glow of metal as a screen's colour, red, green and blue 0 to 255, in a dim place.
 * @param lets share of the light that a shade lets through; 1 without
 */
export function glowColour(tempK: number, lets = 1): readonly [number, number, number] {
  const [x, y, z] = glowXyz(tempK);
  const bright = (lets * y) / glowXyz(BRIGHTEST_K)[1];
  const linear = [
    3.2406 * x - 1.5372 * y - 0.4986 * z,
    -0.9689 * x + 1.8758 * y + 0.0415 * z,
    0.0557 * x - 0.204 * y + 1.057 * z,
  ];
  const most = Math.max(...linear);
  const seen = Math.min(1, bright ** EYE);
  const byte = (c: number): number => {
    const share = Math.max(0, c / most) * seen;
    return Math.round(255 * (share <= 0.0031308 ? 12.92 * share : 1.055 * share ** (1 / 2.4) - 0.055));
  };
  return [byte(linear[0] as number), byte(linear[1] as number), byte(linear[2] as number)];
}

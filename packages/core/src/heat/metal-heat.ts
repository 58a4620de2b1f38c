import type { Metal } from '../metals/metals.js';
import { published } from '../source/source.js';

/** What the heat model asks of a metal. */
export type HeatMetal = Pick<Metal, 'family' | 'conductivityWmK' | 'heatCapacityJkgK' | 'densityKgM3'>;

export const HOT_METAL_SOURCE = published(
  'ASM and Touloukian: carbon steel 51 falling to 28 W/mK and 486 rising to 700 J/kgK, stainless 16 rising to 25 W/mK',
  'taken straight between room temperature and 1500 °F; the steep peak of steel near 1400 °F is left out',
);
/** Where the table's own value holds, and where the hot end is reached, K. */
export const COLD_END_K = 293.15;
export const HOT_END_K = 1088.7;

/** Hot end over cold end, where a family's values change much. */
const HOT: Partial<Record<Metal['family'], { readonly conductivity: number; readonly capacity: number }>> = {
  steel: { conductivity: 28 / 51, capacity: 700 / 486 },
  stainless: { conductivity: 25 / 16, capacity: 1 },
};

/** Conductivity (W/mK) and specific heat (J/kgK) of a metal when cold, and how much of it is left or added at the hot end. */
export interface HeatLaw {
  readonly conductivity: number;
  readonly conductivityHot: number;
  readonly capacity: number;
  readonly capacityHot: number;
}

/** Source: HOT_METAL_SOURCE; other metals are taken as constant. */
export function heatLaw(metal: HeatMetal): HeatLaw {
  const hot = HOT[metal.family];
  return {
    conductivity: metal.conductivityWmK,
    conductivityHot: metal.conductivityWmK * (hot?.conductivity ?? 1),
    capacity: metal.heatCapacityJkgK,
    capacityHot: metal.heatCapacityJkgK * (hot?.capacity ?? 1),
  };
}

/** How far a temperature is from the cold to the hot end, 0 to 1. */
export const alongEnds = (tempK: number): number =>
  tempK <= COLD_END_K ? 0 : tempK >= HOT_END_K ? 1 : (tempK - COLD_END_K) / (HOT_END_K - COLD_END_K);

/** How fast heat spreads in it, m2/s, at room temperature. */
export const diffusivity = (metal: HeatMetal): number =>
  metal.conductivityWmK / (metal.densityKgM3 * metal.heatCapacityJkgK);

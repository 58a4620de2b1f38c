import { densityKgM3, type Filler, workingK } from '../fillers/fillers.js';
import type { Flux } from '../fluxes/fluxes.js';
import { inASentence, isFerrous, type Metal } from '../metals/metals.js';
import type { Finding } from '../selection/facts.js';
import { requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import { said } from '../units/say.js';
import { deltaFToK, INCH } from '../units/units.js';

/** Braze-welding: a groove filled with brass rod, not a gap filled by capillary draw. Source for all: practice. */
export const GROOVE_SOURCE = practice('braze-welding as the trade does it');

const ONE_PASS_M = INCH / 8;
/** The filler wets this far beyond each edge, and rises this far above the faces. */
const TIN_M = (3 / 8) * INCH;
const CROWN_M = INCH / 8;
/** Included angle of the V and its root opening. */
export const V_ANGLE_DEG = 90;
const ROOT_M = INCH / 16;

export interface GrooveSpec {
  /** Thickness of the thinner part, m. */
  readonly thicknessM: number;
  /** Length of the seam, m. */
  readonly lengthM: number;
}

export interface GroovePlan {
  readonly parts: readonly [Metal, Metal];
  readonly filler: Filler | null;
  readonly flux: Flux | null;
  readonly shape: 'square' | 'V';
  readonly passes: number;
  /** Width at the top, m. */
  readonly topM: number;
  readonly crownM: number;
  readonly tinM: number;
  readonly volumeM3: number;
  /** Tip sizes to go up from a brazing tip. */
  readonly tipsUp: 1 | 2;
  readonly steps: readonly string[];
  readonly findings: readonly Finding[];
  readonly refused: string | null;
}

/** Thicker than one pass fills: bevelled to a V. */
const isBevelled = (thicknessM: number): boolean => thicknessM > ONE_PASS_M + 1e-9;

/** Passes by thickness: one to 1/8 in, then one for every further 1/16 in (1/4 in about three). */
export const passesFor = (thicknessM: number): number =>
  isBevelled(thicknessM) ? 1 + Math.ceil((thicknessM - ONE_PASS_M) / (INCH / 16) - 1e-6) : 1;

/** Cross-section of groove, crown and tinned margins, m2: square joint, or V; crown a parabola over the tinned width. */
export function grooveSection(thicknessM: number): { areaM2: number; topM: number } {
  const open = isBevelled(thicknessM) ? 2 * thicknessM * Math.tan((V_ANGLE_DEG / 2) * (Math.PI / 180)) : 0;
  const topM = ROOT_M + open;
  const body = ROOT_M * thicknessM + (open * thicknessM) / 2;
  const crown = (2 / 3) * CROWN_M * (topM + 2 * TIN_M);
  return { areaM2: body + crown, topM };
}

/**
 * Plans a braze-welded seam: groove, passes, rod, flux, tip and steps.
 * @param fillers, fluxes classes on file
 * @throws InputError naming thickness or length where it is out of range
 */
export function planGroove(
  parts: readonly [Metal, Metal],
  spec: GrooveSpec,
  fillers: readonly Filler[],
  fluxes: readonly Flux[],
  wanted: string | null = null,
): GroovePlan {
  requireRange('groove.thicknessM', spec.thicknessM, 0.0005, 0.05, 'm (0.02 to 2 in)');
  requireRange('groove.lengthM', spec.lengthM, 0.002, 20, 'm (0.08 in to 65 ft)');
  const rods = fillers.filter((f) => f.group === 'RBCuZn');
  const filler = rods.find((f) => f.id === wanted) ?? rods.find((f) => f.id === 'RBCuZn-C') ?? rods[0] ?? null;
  const low = parts[0].solidusK <= parts[1].solidusK ? parts[0] : parts[1];
  const castIron = parts.some((m) => m.family === 'cast-iron');
  const copper = parts.some((m) => m.family === 'copper');
  const flux =
    fluxes.find(
      (x) =>
        !x.forCapillary &&
        x.form === 'powder' &&
        x.groups.includes('RBCuZn') &&
        x.activeK.max >= (filler ? workingK(filler) : 0) + deltaFToK(50),
    ) ?? null;
  const { areaM2, topM } = grooveSection(spec.thicknessM);
  const passes = passesFor(spec.thicknessM);
  const shape = isBevelled(spec.thicknessM) ? 'V' : 'square';
  const refused = !parts.every((m) => isFerrous(m) || m.family === 'copper' || m.family === 'nickel')
    ? `Brass rod melts about where ${inASentence(low)} does: braze-welding is for steel, cast iron and copper.`
    : filler && low.solidusK < filler.brazingK.max + deltaFToK(100)
      ? `Too hot for ${inASentence(low)}: it starts to melt at ${said(low.solidusK, 'temperature')}.`
      : null;
  const say = (m: number): string => said(m, 'length');
  const steps = [
    `Clean to bright metal ${say(INCH)} back from the seam, both faces. Zinc plating off first.`,
    shape === 'square'
      ? `Square edges, ${say(ROOT_M)} apart: one pass.`
      : `Bevel to a ${V_ANGLE_DEG}° V, ${say(topM)} wide at the top, root ${say(ROOT_M)} open: ${passes} passes, each remelting the last.`,
    castIron
      ? 'Warm the whole casting gently, then the seam to a dull red.'
      : 'Bring the seam to a dull to cherry red, slightly oxidising flame.',
    `Tin first: the rod must wet ${say(TIN_M)} beyond each edge. Then build a crown of about ${say(CROWN_M)}.`,
    'White smoke is zinc burning out: too hot, back off.',
    castIron ? 'Cool slowly under dry sand or a blanket. Never quench.' : 'Let it cool by itself.',
  ];
  const finding = (effect: Finding['effect'], rule: string, says: string): Finding => ({
    effect,
    rule,
    says,
    source: GROOVE_SOURCE,
  });
  return {
    parts,
    filler,
    flux,
    shape,
    passes,
    topM,
    crownM: CROWN_M,
    tinM: TIN_M,
    volumeM3: areaM2 * spec.lengthM,
    tipsUp: castIron || copper ? 2 : 1,
    steps,
    refused,
    findings: [
      ...(refused ? [finding('refuse', 'groove-metal', refused)] : []),
      finding(
        'caution',
        'groove-hot-service',
        'A brass-rod seam loses most of its strength above a few hundred degrees: not for hot parts, not for pressure.',
      ),
      finding(
        'note',
        'groove-not-capillary',
        'Groove, not gap: the rod is built up, nothing is drawn in. It is qualified apart from brazed joints.',
      ),
    ],
  };
}

/** Mass of the seam with loss, kg. */
export const grooveMassKg = (plan: GroovePlan, loss: number): number =>
  plan.filler ? densityKgM3(plan.filler) * plan.volumeM3 * (1 + loss) : 0;

import { colourAt, fluxLook, showsColour } from '../heat/colours.js';
import { fluxLifeS } from '../heat/flux-life.js';
import { roundS } from '../heat/heat-sentences.js';
import { inASentence } from '../metals/metals.js';
import { said } from '../units/say.js';
import { clockWords } from './bench-cut.js';
import type { BenchRun } from './bench-run.js';
import { flowsFromK } from './bench-setup.js';
import { rowAt } from './gap-cells.js';
import { outerK, type Skin } from './skin.js';

/** Places that stay within this many metres of the mouth are asked about it. */
const MOUTH_M = 0.003;
/** Film that is seen, m; soot that is seen. */
const [FILM_M, SOOTY] = [6e-8, 0.2];
/** A fading has gone to a twentieth after three of its times. */
const FADES = 3;

/** Why a place looks as it does, in sentences from the model, what weighs most first. */
export function explainAt(run: BenchRun, skin: Skin, atM: number, turnRad: number): string[] {
  const { shells, cells, setup, gap, surface } = run;
  const { round } = cells;
  const i = Math.max(0, Math.min(shells.along - 1, Math.floor((atM - shells.leftM) / shells.dxM)));
  const j = rowAt(turnRad, round);
  const cell = i * round + j;
  const tempK = outerK(run, cell);
  const far = outerK(run, i * round + ((j + round / 2) % round));
  const flowsK = flowsFromK(setup.filler);
  const { metal } = i < shells.socket.from ? setup.joint.tube : setup.joint.socket;
  const out: string[] = [];
  const isMouth = Math.abs(atM) < MOUTH_M;
  const colour = showsColour([metal.family]) ? `${colourAt(tempK)}, ` : '';
  const gapTo = said(flowsK, 'temperature');
  out.push(`${clockWords(turnRad)}: ${colour}about ${said(tempK, 'temperature')}; the rod runs from ${gapTo}.`);
  if (run.holes.some((h) => h.cell === cell))
    out.push(`${metal.name} melts at ${said(metal.solidusK, 'temperature')}: it was over that.`);
  if (isMouth && (gap.ball[j] as number) > 0)
    out.push(`The rod lies here as a lump: the wall under it was never at ${gapTo}, so nothing drew it in.`);
  if (isMouth && setup.flux) {
    const look = fluxLook(setup.flux, tempK, surface.used[j] as number);
    const life = fluxLifeS(setup.flux, tempK);
    const left = life === null ? null : Math.max(0, (1 - (surface.used[j] as number)) * life);
    out.push(
      look === 'dead'
        ? 'The flux is dead: its life is used up by heat, and filler no longer wets under it.'
        : `Flux ${look}${left !== null && Number.isFinite(left) ? `: at this heat it lasts ${Math.round(left)} s more` : ''}.`,
    );
  }
  if ((skin.soot[cell] as number) > SOOTY)
    out.push('Soot: a feather leaves carbon on cold metal; a clean flame burns it off hot metal.');
  else if (skin.filmM(cell) > FILM_M)
    out.push('Dark skin: oxide from the air. Outside it does no harm; inside it is what the nitrogen is for.');
  const fades = FADES * roundS(setup.joint);
  if (Math.abs(tempK - far) > 40)
    out.push(
      `The other side is ${said(Math.abs(tempK - far), 'temperatureDifference')} ${far < tempK ? 'colder' : 'hotter'}: ${inASentence(metal)} carries heat round in about ${Math.max(1, Math.round(fades))} s.`,
    );
  else out.push(`${metal.name} carries heat round: in ${Math.max(1, Math.round(fades))} s both sides are alike.`);
  if (i >= shells.socket.from && i < shells.tube.to) {
    const under = shells.tube.tempK[cell] as number;
    const wet = gap.isFilled((i - cells.from) * round + j);
    if (!wet && Math.abs(under - tempK) > 30)
      out.push(
        `Under it the tube is at ${said(under, 'temperature')}: air in the gap carries little until filler bridges it.`,
      );
  }
  return out;
}

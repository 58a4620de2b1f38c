import { risingRoot } from '../numeric/root.js';
import { practice, published } from '../source/source.js';
import { FILLER_SURFACE_TENSION, NITROGEN } from './gas.js';
import type { LineJoint, LineRun } from './network.js';

export const NETWORK_SOURCE = published(
  'Hagen-Poiseuille and Blasius, isothermal gas; annulus and orifice as fluid-mechanics texts give them',
);
/** Discharge coefficient of a plain hole. */
export const DISCHARGE = 0.62;
export const DISCHARGE_SOURCE = practice('sharp-edged hole');
/** Laminar below the first, turbulent above the second, straight between. Source: fluid-mechanics texts. */
export const LAMINAR_RE = 2300;
export const TURBULENT_RE = 4000;

const { densityKgM3: rho, viscosityPaS: mu } = NITROGEN;
const area = (d: number): number => (Math.PI / 4) * d * d;

/** A loss of potential with its slope, Pa and Pa s/m3. */
export interface Drop {
  readonly pa: number;
  readonly slope: number;
}

/** How one way for the gas loses pressure; always rising with flow, so that the network has one answer. */
export interface Law {
  readonly drop: (m3s: number) => Drop;
  /** The flow that a difference of potential drives, m3/s. */
  readonly flow: (pa: number) => number;
}

/** Reynolds number of a flow in a bore. */
export const reynolds = (m3s: number, boreM: number): number => (4 * rho * Math.abs(m3s)) / (Math.PI * boreM * mu);

/** Blasius: dP = 0.3164 Re^-1/4 (L/d) rho u^2 / 2, as a coefficient of Q^1.75. */
const blasius = (r: LineRun): number =>
  (0.3164 * (r.lengthM / r.boreM) * (rho / 2)) / area(r.boreM) ** 2 / ((4 * rho) / (Math.PI * r.boreM * mu)) ** 0.25;

/** Loss along a run at a flow: laminar 128 mu L / (pi d^4), Blasius above Re 4000, straight between, plus fittings. */
export function runDrop(run: LineRun, m3s: number): Drop {
  const q = Math.abs(m3s);
  const linear = (128 * mu * run.lengthM) / (Math.PI * run.boreM ** 4);
  const re = reynolds(q, run.boreM);
  let pa = linear * q;
  let slope = linear;
  if (re > LAMINAR_RE) {
    const c = blasius(run);
    const per = q / re;
    const [q1, q2] = [LAMINAR_RE * per, TURBULENT_RE * per];
    if (re >= TURBULENT_RE) {
      pa = c * q ** 1.75;
      slope = 1.75 * c * q ** 0.75;
    } else {
      slope = (c * q2 ** 1.75 - linear * q1) / (q2 - q1);
      pa = linear * q1 + slope * (q - q1);
    }
  }
  const k = ((run.loss ?? 0) * rho) / 2 / area(run.boreM) ** 2;
  return { pa: Math.sign(m3s) * (pa + k * q * q), slope: slope + 2 * k * q };
}

/** A hole: dP = rho/2 (Q / (Cd A))^2; straight near nothing, where the square has no slope. */
export function holeDrop(holeM: number, m3s: number): Drop {
  const k = rho / 2 / (DISCHARGE * area(holeM)) ** 2;
  const q = Math.abs(m3s);
  const small = 1e-3 * area(holeM);
  return q < small ? { pa: k * small * m3s, slope: k * small } : { pa: Math.sign(m3s) * k * q * q, slope: 2 * k * q };
}

/** Resistance of the annular gap of an unbrazed joint, Pa s/m3: 12 mu L / (pi D h^3). */
export const gapResistance = (j: LineJoint): number => (12 * mu * j.lapM) / (Math.PI * j.diameterM * j.gapSideM ** 3);

/** Pressure at which molten filler is pushed out of a gap, Pa: 2 gamma / gap at full wetting. */
export const blowOutPa = (gapSideM: number): number => (2 * FILLER_SURFACE_TENSION) / gapSideM;

/** The flow at a loss: the law rises, and its slope at no flow is its least. */
function invert(drop: (q: number) => Drop, pa: number): number {
  const wanted = Math.abs(pa);
  const law = (q: number) => {
    const at = drop(q);
    return { value: at.pa - wanted, slope: at.slope };
  };
  return Math.sign(pa) * risingRoot(law, 0, wanted / drop(0).slope);
}

export const runLaw = (run: LineRun): Law => {
  const drop = (q: number): Drop => runDrop(run, q);
  return { drop, flow: (pa) => invert(drop, pa) };
};

export function holeLaw(holeM: number): Law {
  const k = rho / 2 / (DISCHARGE * area(holeM)) ** 2;
  const small = 1e-3 * area(holeM);
  return {
    drop: (q) => holeDrop(holeM, q),
    flow: (pa) => (Math.abs(pa) < k * small * small ? pa / (k * small) : Math.sign(pa) * Math.sqrt(Math.abs(pa) / k)),
  };
}

export function gapLaw(joint: LineJoint): Law {
  const resistance = gapResistance(joint);
  return { drop: (q) => ({ pa: resistance * q, slope: resistance }), flow: (pa) => pa / resistance };
}

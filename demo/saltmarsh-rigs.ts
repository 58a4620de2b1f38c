import type { HotWork, HotWorkMark } from '@hephaist/contracts/records/hot-work';
import type { Rig } from '@hephaist/contracts/records/rig';
import { type FuelId, TIPS } from '@hephaist/core/heat/fuels';
import type { RigCylinder } from '@hephaist/core/torch-rig/rig';
import { CUBIC_FOOT, PSI } from '@hephaist/core/units/units';

/** The company's torch rigs: one that is right, one whose hose is of another gas, one whose cylinder is small for its larger tip. */

const cylinder = (ft3: number, fullPsi: number, gaugePsi: number | null): RigCylinder => ({
  holdsM3: ft3 * CUBIC_FOOT,
  fullPa: fullPsi * PSI,
  gaugePa: gaugePsi === null ? null : gaugePsi * PSI,
  weighedShare: null,
});
const tips = (...ids: readonly string[]): Rig['tips'] =>
  TIPS.filter((t) => ids.includes(t.id)).map(({ name, fuelM3s }) => ({ name, fuelM3s }));

const oxygenSide = (year: number) => ({
  oxygenRegulator: 'oxygen' as const,
  oxygenHose: { grade: 'T' as const, madeIn: year - 1 },
  oxygenPa: 5 * PSI,
  oxygenCylinder: cylinder(125, 2200, 1650),
});
const airSide = { oxygenRegulator: null, oxygenHose: null, oxygenPa: null, oxygenCylinder: null };
const arrestors = {
  fuelRegulator: 'arrestor',
  fuelTorch: 'arrestor',
  oxygenRegulator: 'arrestor',
  oxygenTorch: 'arrestor',
} as const;

/** @param year that it is, for the age of hoses */
export function demoRigs(id: () => string, year: number): Rig[] {
  const all = {
    fuelId: 'acetylene' as FuelId,
    guards: arrestors,
    arrestorsAsked: 'both ends' as const,
    fittingsCopper: 58,
    use: 'usual' as const,
    country: 'united-states' as const,
    schools: {},
    note: '',
  };
  return [
    {
      ...all,
      id: id(),
      name: 'Cart 1',
      burntWith: 'oxygen',
      fuelRegulator: 'acetylene',
      fuelHose: { grade: 'T', madeIn: year - 1 },
      fuelPa: 5 * PSI,
      fuelCylinder: cylinder(145, 250, 210),
      tips: tips('ox-0', 'ox-1', 'ox-2', 'ox-3'),
      ...oxygenSide(year),
    },
    {
      ...all,
      id: id(),
      name: 'Roof cart',
      fuelId: 'propane',
      burntWith: 'oxygen',
      fuelRegulator: 'propane',
      fuelHose: { grade: 'R', madeIn: year - 4 },
      guards: { ...arrestors, oxygenTorch: 'check valve' },
      fuelPa: 8 * PSI,
      fuelCylinder: cylinder(173, 120, 110),
      tips: [{ name: 'number 2', fuelM3s: { min: 6e-5, max: 1.3e-4 } }],
      ...oxygenSide(year),
    },
    {
      ...all,
      id: id(),
      name: 'Shoulder kit',
      burntWith: 'air-swirl',
      fuelRegulator: 'acetylene',
      fuelHose: { grade: 'RM', madeIn: year - 2 },
      guards: { ...arrestors, oxygenRegulator: 'nothing', oxygenTorch: 'nothing' },
      arrestorsAsked: 'regulators',
      fuelPa: 14 * PSI,
      fuelCylinder: cylinder(75, 250, 240),
      tips: tips('air-small', 'air-medium'),
      ...airSide,
    },
  ];
}

/** Hot work of a day that is over, watched to its end. */
export function demoHotWork(
  id: () => string,
  jobId: string,
  day: string,
): { readonly hotWork: HotWork[]; readonly hotWorkMarks: HotWorkMark[] } {
  const by = 'Orla Fennimore';
  const work: HotWork = {
    id: id(),
    jobId,
    area: 'Plant room, bay 2',
    startedAt: `${day}T12:00:00Z`,
    by,
    watcher: 'Prue Akintola',
    answers: {
      combustibles: 'done',
      openings: 'none here',
      behind: 'done',
      detector: 'done',
      extinguisher: 'done',
      air: 'done',
      line: 'done',
    },
    sitePermit: '',
    watchMinutes: 60,
  };
  const mark = (kind: HotWorkMark['kind'], at: string): HotWorkMark => ({
    id: id(),
    jobId,
    hotWorkId: work.id,
    at: `${day}T${at}:00Z`,
    kind,
    by,
  });
  return {
    hotWork: [work],
    hotWorkMarks: [
      mark('flame on', '12:10'),
      mark('flame out', '15:40'),
      mark('looked', '15:55'),
      mark('looked', '16:10'),
      mark('looked', '16:25'),
      mark('detector back', '16:42'),
      mark('ended', '16:43'),
    ],
  };
}

import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import { lineConditions, procedureCovers } from '@hephaist/contracts/records/conditions';
import type { Job } from '@hephaist/contracts/records/job';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { Line } from '@hephaist/contracts/records/line';
import type { OwnRowRecord } from '@hephaist/contracts/records/own-row';
import { AMBIENT_K } from '@hephaist/core/fit-up/gap';
import { planJoint } from '@hephaist/core/joint/plan';
import type { LineLayout } from '@hephaist/core/purge/layout';
import type { LineNode } from '@hephaist/core/purge/network';
import { addMonths } from '@hephaist/core/qualification/continuity';
import { degFToK, FOOT, INCH, PSI, SCFH } from '@hephaist/core/units/units';
import { demoCrew } from './saltmarsh-crew.js';
import { DEMO_LINES, type DemoLine, type DemoOdd } from './saltmarsh-lines.js';
import { demoProcedures, demoRecords } from './saltmarsh-procedures.js';
import { demoHotWork, demoRigs } from './saltmarsh-rigs.js';
import { demoTests } from './saltmarsh-tests.js';

/**
 * The demo job: the Saltmarsh Sea-Turtle Hospital. People, places and numbers are invented.
 * Dates are relative to the day it starts, so that it never goes stale.
 */

let serial = 0;
/** Ids in the order of creation, the same on every run. */
const id = (): string => `01900000-0000-7000-8000-${(serial++ + 0x1000).toString(16).padStart(12, '0')}`;
const psi = (n: number): number => n * PSI;

function shiftDays(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + days * 86400000).toISOString().slice(0, 10);
}

function fitUp(odd: DemoOdd, bracket: boolean): Joint['fitUp'] {
  if (odd.measured) {
    const [a, b, c, d] = odd.measured.map((x) => x * INCH) as [number, number, number, number];
    return {
      mode: 'measured',
      tubeOdM: [a, b],
      socketIdM: [c, d],
      instrument: 'caliper',
      ...(odd.confirmed ? { confirmed: true } : {}),
    };
  }
  if (odd.statedGap !== undefined || bracket) return { mode: 'stated', gapSideM: (odd.statedGap ?? 0.003) * INCH };
  return { mode: 'nominal' };
}

function joint(line: Line, source: DemoLine, index: number, sort: number, firstDay: string): Joint {
  const odd = source.odd[index] ?? {};
  const bracket = source.serviceId === 'structure';
  const spool = (source.spools ?? []).findIndex(([first, last]) => index + 1 >= first && index + 1 <= last);
  return {
    id: id(),
    jobId: line.jobId,
    lineId: line.id,
    mark: `${source.prefix}-${String(index + 1).padStart(2, '0')}`,
    sort,
    ...(spool >= 0 ? { spool: `${source.prefix}-S${spool + 1}` } : {}),
    tube: {
      standardId: odd.standardId ?? source.standardId,
      size: odd.size ?? source.size,
      metalId: odd.tubeMetal ?? (bracket ? 'steel' : 'copper'),
    },
    socket: {
      kind: odd.kind ?? (bracket ? 'stub' : 'fitting'),
      metalId: odd.socket ?? (bracket ? 'steel' : 'copper'),
      depthM: odd.depthIn ? odd.depthIn * INCH : bracket && !odd.seam ? 0.5 * INCH : null,
      cup: odd.cup ?? null,
    },
    bush: odd.bush ? { metalId: odd.bush[0], wallM: odd.bush[1] * INCH, gapSideM: odd.bush[2] * INCH } : null,
    groove: odd.seam ? { thicknessM: odd.seam[0] * INCH, lengthM: odd.seam[1] * INCH } : null,
    ...(odd.patch
      ? { patch: { holeM: odd.patch[0] * INCH, cutOutBy: shiftDays(firstDay, odd.patch[1]), cutOutOn: null } }
      : {}),
    fitUp: fitUp(odd, bracket),
    position: odd.position ?? 'horizontal',
    partNearby: odd.near ? { partId: odd.near[0], distanceM: odd.near[1] * INCH } : null,
    movement: odd.movement ?? false,
    fillerId: null,
    rodForm: odd.form ?? 'flat',
    cadmiumReason: null,
    schools: odd.patch ? { patch: 'temporary' } : {},
    setAside: odd.setAside ?? null,
    note: odd.note ?? '',
  };
}

/** The oxygen main: a riser with three outlets off it, each outlet with its own vent; one end is capped for later. */
function oxygenMain(ids: readonly string[], lengthM: number): LineLayout {
  const bore = 0.785 * INCH;
  const small = 0.545 * INCH;
  const hole = 0.16 * INCH;
  const run = (name: string, from: string, to: string, share: number, boreM: number) => ({
    id: name,
    from,
    to,
    lengthM: lengthM * share,
    boreM,
    loss: 1.5,
    open: true,
  });
  const point = (name: string, kind: LineNode['kind'] = 'point', open = true) => ({
    id: name,
    kind,
    open,
    holeM: hole,
  });
  const places = ['riser', 'north', 'theatre', 'recovery', 'bay 1', 'bay 2', 'bay 3', 'plant room'];
  return {
    nodes: [
      point('manifold', 'source'),
      ...places.slice(0, 4).map((p) => point(p)),
      point('bay 1', 'vent'),
      point('bay 2', 'vent', false),
      point('bay 3', 'vent', false),
      point('plant room', 'cap'),
    ],
    runs: [
      run('r1', 'manifold', 'riser', 0.25, bore),
      run('r2', 'riser', 'north', 0.15, bore),
      run('r3', 'north', 'theatre', 0.15, bore),
      run('r4', 'theatre', 'recovery', 0.15, bore),
      run('r5', 'north', 'bay 1', 0.1, small),
      run('r6', 'theatre', 'bay 2', 0.1, small),
      run('r7', 'recovery', 'bay 3', 0.08, small),
      run('r8', 'riser', 'plant room', 0.02, bore),
    ],
    at: Object.fromEntries(
      ids.map((jointId, i) => [jointId, places[Math.min(6, Math.floor((i * 7) / ids.length))] ?? 'riser']),
    ),
  };
}

/** The demo's job is in this zone, and its days are counted there. */
export const DEMO_ZONE = 'America/New_York';

/** Builds the whole demo as a job file. @param today the day it starts, YYYY-MM-DD */
export function saltmarsh(today: string): JobFile {
  serial = 0;
  const jobId = id();
  const lines: Line[] = [];
  const joints: Joint[] = [];
  DEMO_LINES.forEach((source, i) => {
    const line: Line = {
      id: id(),
      jobId,
      name: source.name,
      prefix: source.prefix,
      sort: i + 1,
      serviceId: source.serviceId,
      fluid: source.fluid,
      designPa: psi(source.designPsi),
      testPa: psi(source.testPsi),
      serviceMaxK: degFToK(source.serviceMaxF),
      lengthM: source.lengthFt * FOOT,
      oxygenLimit: 0.01,
      fitUpK: AMBIENT_K,
      codeSet: null,
      schools: source.schools ?? {},
      layout: null,
    };
    lines.push(line);
    for (let n = 0; n < source.joints; n++) joints.push(joint(line, source, n, joints.length + 1, today));
    const own = joints.filter((j) => j.lineId === line.id);
    if (source.prefix === 'OX')
      lines[lines.length - 1] = {
        ...line,
        layout: oxygenMain(
          own.map((j) => j.id),
          line.lengthM,
        ),
      };
  });

  const procedures = demoProcedures(id, shiftDays(today, -200));
  const crew = demoCrew(id, procedures, {
    old: shiftDays(today, -220),
    recent: shiftDays(today, -120),
    lapsing: addMonths(shiftDays(today, 6), -6),
    withdrawn: shiftDays(today, -20),
    failed: shiftDays(today, -15),
  });
  const { orla, dov, coupons } = crew;

  const ownRows: OwnRowRecord[] = [
    {
      id: id(),
      table: 'part',
      key: 'txv',
      values: { name: 'Expansion valve', limitK: degFToK(240) },
      source: 'sheet of the valve in stock',
    },
  ];

  const job: Job = {
    id: jobId,
    name: 'Saltmarsh Sea-Turtle Hospital',
    place: 'Surgery wing and cold store',
    timeZone: DEMO_ZONE,
    codeSet: 'asme-ix',
    schools: { phosphorusOnBrass: 'strict', oxygenValve: 'open' },
    carried: [],
    archived: false,
  };
  /** The rod and flux that the plan takes, as a careful crew would. */
  const chosen = (j: Joint) => {
    const line = lines.find((l) => l.id === j.lineId);
    const plan =
      line && !j.groove ? planJoint(j, lineConditions(line, job), { procedures: procedureCovers(procedures) }) : null;
    return plan?.selection.chosen ?? null;
  };
  const rod = (j: Joint): string => chosen(j)?.filler.id ?? 'BCuP-5';
  const flux = (j: Joint): string | null => chosen(j)?.flux?.id ?? null;

  const logs: JointLog[] = [];
  DEMO_LINES.forEach((source, i) => {
    const own = joints.filter((j) => j.lineId === lines[i]?.id).slice(0, source.brazed);
    own.forEach((j, n) => {
      const day = shiftDays(today, -12 + ((i + n) % 9));
      const rejected = source.prefix === 'OX' && n === 6;
      logs.push({
        id: id(),
        jobId,
        jointId: j.id,
        brazerId: n % 3 === 1 && j.position === 'horizontal' && j.socket.metalId === 'copper' ? dov.id : orla.id,
        brazedAt: `${day}T${String(14 + (n % 6)).padStart(2, '0')}:${n % 2 ? '35' : '10'}:00Z`,
        fillerId: rod(j),
        fillerLot: `R${2200 + i * 7}-${n % 2 ? 'B' : 'A'}`,
        oxygen: 0.0042 + ((n * 7) % 5) / 1000,
        sessionId: null,
        visual: rejected ? 'rejected' : 'accepted',
        visualReason: rejected ? 'filler not visible all round' : null,
        lookedBy: 'Wren Abara',
        outOfRangeReason: null,
        madeAs: 'first',
        procedureId: procedures[rod(j).startsWith('BAg') ? 1 : 0]?.id ?? null,
        cleanedAt: `${day}T${String(12 + (n % 6)).padStart(2, '0')}:00:00Z`,
        fluxId: flux(j),
        ...(flux(j) ? { fluxLot: 'FX-311' } : {}),
        nitrogenLot: `N-${70 + i}`,
        nitrogenFlow: 4 * SCFH,
        nitrogenStoppedAt: `${day}T${String(15 + (n % 6)).padStart(2, '0')}:00:00Z`,
        place: n % 2 ? 'above the ceiling, bay 2' : 'plant room wall',
      });
    });
  });

  return {
    format: 'hephaist-job',
    version: 1,
    job,
    lines,
    joints,
    logs,
    procedures,
    brazers: crew.brazers,
    coupons,
    confirmations: [],
    annulments: [],
    reservedCoupons: [],
    instruments: [],
    lots: [],
    secondLooks: [],
    signatures: [],
    lineSteps: [],
    pressureTests: demoTests(id, lines, (before) => shiftDays(today, -before)),
    pqrs: demoRecords(id, orla.id, coupons, shiftDays(today, -250)),
    rigs: demoRigs(id, Number(today.slice(0, 4))),
    ...demoHotWork(id, job.id, shiftDays(today, -2)),
    ownRows,
    sessions: [],
    marks: [],
    trace: [],
  };
}

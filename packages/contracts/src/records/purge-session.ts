import { DEVICE_IDS, type DeviceId, DEVICES } from '@hephaist/core/live/instruments';
import { JOINT_MARKS, type Mark, MARK_KINDS, type PurgeReading } from '@hephaist/core/live/marks';
import type { SessionPlan } from '@hephaist/core/live/session-state';
import { CYLINDERS } from '@hephaist/core/purge/cylinder';
import { networkProblems, type PurgeNetwork } from '@hephaist/core/purge/network';
import * as yup from 'yup';
import { byKey } from '../schemas/by-key.js';
import { ID_LIKE, idSchema, instantSchema, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { MOST_BY } from '../schemas/told.js';
import { whole } from '../schemas/whole.js';
import { MOST_PLACED, MOST_RUNS } from './line-layout.js';

/** Longest time until a joint is cool to the touch that anybody can mean, s. */
const LONGEST_COOL_S = 86_400;

/** Records of a purge watched live. All of them are evidence: written once. SI units; pressures gauge. */

const number = (label: string, min: number, max: number, allowed: string) =>
  yup
    .number()
    .typeError(`${label}: ${allowed}`)
    .required(`${label}: ${allowed}`)
    .min(min, `${label}: ${allowed}`)
    .max(max, `${label}: ${allowed}`);

const text = () => yup.string().required('is needed').max(24, 'at most 24 characters');
const size = () => yup.number().typeError('a number').required('is needed');

const nodeSchema = strict(
  yup.object({
    id: text(),
    kind: yup
      .string()
      .oneOf(['point', 'source', 'vent', 'cap'] as const, 'point, source, vent or cap')
      .required(),
    open: yup.boolean(),
    holeM: yup.number().typeError('a number'),
  }),
);
const runSchema = strict(
  yup.object({
    id: text(),
    from: text(),
    to: text(),
    lengthM: size(),
    boreM: size(),
    loss: yup.number().typeError('a number'),
    open: yup.boolean(),
  }),
);
const jointSchema = strict(
  yup.object({
    id: idSchema,
    node: text(),
    brazed: yup.boolean().required(),
    lapM: size(),
    diameterM: size(),
    gapSideM: size(),
  }),
);
const feedSchema = strict(
  yup.object({
    by: yup
      .string()
      .oneOf(['flow', 'pressure', 'off'] as const, 'flow, pressure or off')
      .required(),
    m3s: yup.number(),
    mostPa: yup.number(),
    pa: yup.number(),
    holeM: yup.number(),
  }),
);

/** A network as the core takes it; its own check names what is wrong. */
const networkSchema = strict(
  yup.object({
    nodes: yup.array(nodeSchema.required()).max(MOST_RUNS, `at most ${MOST_RUNS} points`).required(),
    runs: yup.array(runSchema.required()).max(MOST_RUNS, `at most ${MOST_RUNS} runs`).required(),
    joints: yup.array(jointSchema.required()).max(MOST_PLACED, `at most ${MOST_PLACED} joints`).required(),
    feed: feedSchema.required(),
  }),
)
  .required('the line is needed')
  .test(
    'network',
    '',
    whole([], (net, context) => {
      const first = networkProblems(net as PurgeNetwork)[0];
      return first ? context.createError({ path: context.path, message: `${first.field}: ${first.says}` }) : true;
    }),
  );

/** How a session is to run, fixed when it starts. */
export const purgeSessionSchema = yup
  .object({
    id: idSchema,
    jobId: idSchema,
    lineId: idSchema,
    startedAt: instantSchema.required(),
    by: oneLine('Who runs it', MOST_BY).required('Say who runs the purge'),
    /** Set of instruments that is read, or null where all is read by hand. */
    instruments: yup.string().max(40).nullable().default(null),
    cylinder: yup
      .string()
      .oneOf(
        CYLINDERS.map((c) => c.id),
        'pick a cylinder',
      )
      .required('pick a cylinder'),
    network: networkSchema,
    limit: number('Oxygen limit', 1e-6, 0.2, 'between 1 ppm and 20 %'),
    holdS: number('Hold', 5, 1800, 'between 5 s and 30 min'),
    fillM3s: number('Fill flow', 1e-7, 0.1, 'above 0'),
    trickleM3s: number('Trickle', 1e-7, 0.1, 'above 0'),
    leastFlowM3s: number('Least flow', 0, 0.1, 'from 0'),
    leastCylinderPa: number('Reserve', 0, 4e7, 'from 0'),
    coolS: byKey(ID_LIKE, MOST_PLACED, (v) =>
      typeof v === 'number' && v >= 0 && v <= LONGEST_COOL_S ? null : 'seconds, at most a day',
    ),
  })
  .noUnknown('has a field that is not known here');

/** One thing somebody did or read in a session. */
export const purgeMarkSchema = yup
  .object({
    id: idSchema,
    jobId: idSchema,
    sessionId: idSchema,
    at: instantSchema.required(),
    kind: yup.string().oneOf(MARK_KINDS, 'not a mark known here').required(),
    jointId: idSchema
      .notRequired()
      .nullable()
      .default(null)
      .when('kind', {
        is: (k: (typeof MARK_KINDS)[number]) => JOINT_MARKS.includes(k),
        then: (s) => s.required('say which joint'),
      }),
    vent: yup
      .string()
      .trim()
      .max(24)
      .nullable()
      .default(null)
      .when('kind', {
        is: (k: string) => k === 'purge on' || k === 'vent open',
        then: (s) => s.required('say which vent'),
      }),
    device: yup
      .string()
      .nullable()
      .oneOf([...DEVICE_IDS, null], 'oxygen, flow or cylinder')
      .default(null)
      .when('kind', { is: 'reading by hand', then: (s) => s.required('say which instrument') }),
    value: yup.number().typeError('a number').nullable().default(null),
    says: oneLine('Words', 200).default(''),
    by: oneLine('Who', MOST_BY).required('Say who'),
  })
  .noUnknown('has a field that is not known here')
  .test(
    'value',
    '',
    whole(['kind', 'device', 'value'], (m, context) => {
      if (m.kind !== 'reading by hand' || !m.device) return true;
      const { least, most, units } = DEVICES[m.device as DeviceId];
      const [unit, size] = Object.entries(units)[0] as [string, number];
      if (m.value !== null && m.value !== undefined && m.value >= Math.max(0, least) && m.value <= most) return true;
      return context.createError({
        path: `${context.path ? `${context.path}.` : ''}value`,
        message: `between 0 and ${Number((most / size).toPrecision(3))} ${unit}`,
      });
    }),
  );

export type PurgeSession = Omit<yup.InferType<typeof purgeSessionSchema>, 'network' | 'coolS'> & {
  network: PurgeNetwork;
  coolS: Readonly<Record<string, number>>;
};
export type PurgeMark = Omit<yup.InferType<typeof purgeMarkSchema>, 'device'> & { device: DeviceId | null };

/** One row of a trace in a job file. */
export const traceRowSchema = yup
  .object({
    sessionId: idSchema,
    seq: yup.number().integer().min(1).required(),
    at: instantSchema.required(),
    device: yup
      .string()
      .nullable()
      .oneOf([...DEVICE_IDS, null], 'oxygen, flow or cylinder')
      .default(null),
    value: yup.number().nullable().default(null),
    says: yup.string().max(400).nullable().default(null),
  })
  .noUnknown('has a field that is not known here');
export type FiledTraceRow = Omit<yup.InferType<typeof traceRowSchema>, 'device'> & { device: DeviceId | null };

/** One row of a session's trace: a reading, or a note of what the server met. */
export interface TraceRow {
  readonly seq: number;
  readonly atMs: number;
  readonly device: DeviceId | null;
  /** SI; null in a note. */
  readonly value: number | null;
  /** Words of a note; null in a reading. */
  readonly says: string | null;
}

/** A set of instruments that the server can read. */
export interface InstrumentSet {
  readonly id: string;
  readonly name: string;
  readonly devices: readonly DeviceId[];
  /** Simulated: what it tells is no evidence. */
  readonly standIn: boolean;
}

/** A session with its marks, as a job lists them. */
export interface SessionDetail {
  readonly session: PurgeSession;
  readonly marks: readonly PurgeMark[];
}

/** What the core runs a session by. */
export const sessionPlan = (s: PurgeSession, devices: readonly DeviceId[]): SessionPlan => ({
  net: s.network,
  limit: s.limit,
  holdS: s.holdS,
  fillM3s: s.fillM3s,
  trickleM3s: s.trickleM3s,
  leastFlowM3s: s.leastFlowM3s,
  leastCylinderPa: s.leastCylinderPa,
  devices,
  coolS: s.coolS,
});

export const coreMark = (m: PurgeMark): Mark => ({
  kind: m.kind,
  atMs: Date.parse(m.at),
  jointId: m.jointId ?? null,
  vent: m.vent ?? null,
  device: m.device,
  value: m.value ?? null,
  says: m.says,
});

/** The readings of a trace; notes are none. */
export const readingsIn = (rows: readonly TraceRow[]): PurgeReading[] =>
  rows.flatMap((r) =>
    r.device && r.value !== null ? [{ device: r.device, atMs: r.atMs, value: r.value, manual: false }] : [],
  );

/** A session is over when its line was capped. */
export const isOver = (marks: readonly PurgeMark[]): boolean => marks.some((m) => m.kind === 'line capped');

const UNIT: Readonly<Record<DeviceId, string>> = { oxygen: '%', flow: 'scfh', cylinder: 'psi' };

/** The trace as rows for CSV: readings as received, those by hand marked, notes and marks between them, by time. */
export function traceTable(
  rows: readonly TraceRow[],
  marks: readonly PurgeMark[],
  markOf: (jointId: string) => string,
): Record<'at' | 'what' | 'value' | 'unit' | 'by' | 'note', string>[] {
  const iso = (ms: number): string => new Date(ms).toISOString();
  const shown = (device: DeviceId, value: number): string =>
    (value / (DEVICES[device].units[UNIT[device]] as number)).toPrecision(5);
  const received = rows.map((r) => ({
    ms: r.atMs,
    row: {
      at: iso(r.atMs),
      what: r.device ?? 'note',
      value: r.device && r.value !== null ? shown(r.device, r.value) : '',
      unit: r.device ? UNIT[r.device] : '',
      by: r.device ? 'instrument' : 'server',
      note: r.says ?? '',
    },
  }));
  const said = marks.map((m) => ({
    ms: Date.parse(m.at),
    row: {
      at: m.at,
      what: m.kind === 'reading by hand' && m.device ? m.device : m.kind,
      value: m.device && m.value !== null && m.value !== undefined ? shown(m.device, m.value) : '',
      unit: m.kind === 'reading by hand' && m.device ? UNIT[m.device] : '',
      by: m.kind === 'reading by hand' ? `by hand, ${m.by}` : m.by,
      note: [m.jointId ? markOf(m.jointId) : '', m.vent ?? '', m.says].filter(Boolean).join(' '),
    },
  }));
  return [...received, ...said].sort((a, b) => a.ms - b.ms).map((x) => x.row);
}

import { testAsked } from '@hephaist/core/pressure-test/required';
import { standingTest, type StandingVerdict } from '@hephaist/core/pressure-test/standing-test';
import { type DecayVerdict, evacuationDecay } from '@hephaist/core/pressure-test/vacuum-decay';
import { findService, type Service } from '@hephaist/core/services/services';
import type { FieldProblem } from '@hephaist/core/source/problem';
import * as yup from 'yup';
import { idSchema, instantSchema, note, oneLine } from '../schemas/ids.js';
import { whole } from '../schemas/whole.js';

const number = (says: string, min: number, max: number) =>
  yup.number().typeError(says).required(says).min(min, says).max(max, says);
const PRESSURE = 'above 0 and under 29 000 psi (2000 bar)';
const TEMPERATURE = 'between -100 and 260 °F (-73 to 127 °C)';
const reading = () =>
  yup
    .object({
      gaugePa: number(PRESSURE, 1, 2e8),
      tempK: number(TEMPERATURE, 200, 400),
      barometerPa: number('between 7.3 and 16 psi (0.5 to 1.1 bar)', 5e4, 1.1e5).optional().default(undefined),
    })
    .noUnknown()
    .required();

const standingSchema = yup
  .object({
    start: reading(),
    end: reading(),
    instruments: yup
      .object({
        gaugePa: number('above 0 and under the test pressure', 1, 2e7),
        tempK: number('from 0 to 36 °F (20 K)', 0, 20),
        /** What follows is absent in tests filed before it was asked for. */
        oneGauge: yup.boolean().optional().default(undefined),
        repeatPa: number('from 0 to what the gauge may be off', 0, 2e7).optional().default(undefined),
        readToPa: number('from 0 to the test pressure', 0, 2e7).optional().default(undefined),
      })
      .noUnknown()
      .required(),
    /** The loss that matters, Pa; 1 % of the start where nobody states it. */
    mattersPa: number('above 0 and under the test pressure', 0.1, 2e7).optional().default(undefined),
  })
  .noUnknown();
const decaySchema = yup
  .object({
    limitPa: number('above 0', 0.01, 2e5),
    readings: yup
      .array(
        yup
          .object({ atS: number('seconds from 0', 0, 1e7), pa: number('above 0 and under 29 psi', 0.001, 2e5) })
          .noUnknown()
          .required(),
      )
      .min(4, 'at least four readings')
      .max(500, 'at most 500 readings')
      .required(),
  })
  .noUnknown();

/** A pressure test of a line: standing under pressure, or a vacuum after the pump was shut off. Evidence, signed. */
export const pressureTestSchema = yup
  .object({
    id: idSchema,
    jobId: idSchema,
    lineId: idSchema,
    startedAt: instantSchema.required('Say when it began'),
    endedAt: instantSchema.required('Say when it ended'),
    medium: oneLine('Filled with', 40).required('Say what it was filled with'),
    standing: standingSchema.nullable().default(null),
    decay: decaySchema.nullable().default(null),
    testedBy: oneLine('Tested by').required('Say who tested it'),
    note: note(),
    /** The gauge and its calibration, in the words that held when it was read; absent in tests before it was asked for. */
    gauge: oneLine('Gauge', 200).optional().default(undefined),
  })
  .noUnknown('has a field that is not known here')
  .test(
    'one',
    '',
    whole(
      ['standing', 'decay'],
      (t, context) =>
        Boolean(t.standing) !== Boolean(t.decay) ||
        context.createError({ path: 'standing', message: 'one kind of test at a time' }),
    ),
  )
  .test(
    'order',
    '',
    whole(
      ['startedAt', 'endedAt'],
      (t, context) => t.startedAt < t.endedAt || context.createError({ path: 'endedAt', message: 'after it began' }),
    ),
  );
export type PressureTest = Omit<yup.InferType<typeof pressureTestSchema>, 'gauge'> & { gauge?: string | undefined };

/** How a stored test came out. */
export type PressureVerdict =
  | ({ readonly kind: 'standing'; readonly passes: boolean } & StandingVerdict)
  | ({ readonly kind: 'decay'; readonly passes: boolean } & DecayVerdict);

/**
 * How a test came out.
 * @param service of its line: it asks for a least time
 * @throws InputError naming the field where what was read cannot be
 */
export function pressureVerdict(
  test: Pick<PressureTest, 'standing' | 'decay' | 'startedAt' | 'endedAt'>,
  service: Service | null = null,
): PressureVerdict | null {
  if (test.standing) {
    const { start, end, instruments, mattersPa } = test.standing;
    const heldS = (Date.parse(test.endedAt) - Date.parse(test.startedAt)) / 1000;
    const v = standingTest(withBarometer(start), withBarometer(end), instruments, {
      heldS: Number.isFinite(heldS) ? heldS : 0,
      leastS: testAsked(service).leastS,
      mattersPa,
    });
    return { kind: 'standing', passes: v.verdict === 'holds', ...v };
  }
  if (!test.decay) return null;
  const v = evacuationDecay(test.decay.readings, test.decay.limitPa);
  return { kind: 'decay', passes: v.verdict === 'tight', ...v };
}

const withBarometer = ({
  barometerPa,
  ...r
}: {
  gaugePa: number;
  tempK: number;
  barometerPa?: number | undefined;
}): { gaugePa: number; tempK: number; barometerPa?: number } => (barometerPa === undefined ? r : { ...r, barometerPa });

/** True where a line of this service may be tested with what is written, "dry nitrogen" too; never oxygen or a fuel. */
const mediumServes = (medium: string, service: Service | null): boolean => {
  const words = medium.toLowerCase();
  return !/oxygen|acetylene|propane|fuel/.test(words) && testAsked(service).media.some((m) => words.includes(m));
};

/** What a new test of a line may not be, at its fields. Its source stands with what is asked. */
export function pressureTestProblems(test: PressureTest, service: Service | null): FieldProblem[] {
  if (!test.standing || mediumServes(test.medium, service)) return [];
  const { media, source } = testAsked(service);
  return [{ field: 'medium', says: `this line is tested with ${media.join(' or ')} (${source.name}, from memory)` }];
}

/** How far a line stands tested. */
export interface LineTested {
  /** The last standing test that held at the line's test pressure or above; null where there is none. */
  readonly held: PressureTest | null;
  /** The last standing test that held, but under the line's test pressure, where it is later than `held`. */
  readonly short: PressureTest | null;
  /** Joints brazed after `held` began, or all that are brazed where there is none. */
  readonly openJointIds: readonly string[];
}

/**
 * A joint stands tested once a standing test that held at the line's test pressure began after it was last brazed.
 * What the gauge's accuracy could hide is taken as reached.
 */
export function lineTested(
  line: { readonly id: string; readonly testPa: number; readonly serviceId: string },
  brazings: readonly { readonly jointId: string; readonly brazedAt: string }[],
  tests: readonly PressureTest[],
): LineTested {
  const service = findService(line.serviceId) ?? null;
  const holding = tests
    .filter((t) => t.lineId === line.id && t.standing && mediumServes(t.medium, service))
    .filter((t) => pressureVerdict(t, service)?.passes)
    .sort((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt));
  const reached = (t: PressureTest): boolean =>
    t.standing !== null && t.standing.start.gaugePa + t.standing.instruments.gaugePa >= line.testPa;
  const held = holding.find(reached) ?? null;
  const newest = holding[0] ?? null;
  const open = brazings.filter((b) => !held || Date.parse(b.brazedAt) >= Date.parse(held.startedAt));
  return { held, short: newest === held ? null : newest, openJointIds: [...new Set(open.map((b) => b.jointId))] };
}

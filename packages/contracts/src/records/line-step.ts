import {
  type DoneStep,
  SEQUENCE_STEPS,
  sequenceStands,
  type StandingStep,
  testSequence,
} from '@hephaist/core/pressure-test/sequence';
import { findService } from '@hephaist/core/services/services';
import * as yup from 'yup';
import { idSchema, instantSchema, note, number, oneLine } from '../schemas/ids.js';
import { whole } from '../schemas/whole.js';
import type { Line } from './line.js';
import { type PressureTest, pressureVerdict } from './pressure-test.js';
import { oneOf } from './procedure-variables.js';

/** One step of a line's tests as it was done: who, when, with what gas and gauge, how long, on which joints. Evidence. */
export const lineStepSchema = yup
  .object({
    id: idSchema,
    jobId: idSchema,
    lineId: idSchema,
    step: oneOf(SEQUENCE_STEPS),
    startedAt: instantSchema.required('Say when it began'),
    endedAt: instantSchema.required('Say when it ended'),
    by: oneLine('Done by').required('Say who did it'),
    gas: oneLine('Gas', 40).default(''),
    gauge: oneLine('Gauge', 200).default(''),
    pressurePa: number('Pressure', 0, 2e8, 'from 0 to 29 000 psi (2000 bar)').nullable().default(null),
    passes: yup.boolean().required('Say how it came out'),
    joints: oneLine('Joints', 400).default(''),
    note: note(),
  })
  .noUnknown('has a field that is not known here')
  .test(
    'order',
    '',
    whole(
      ['startedAt', 'endedAt'],
      (t, context) => t.startedAt < t.endedAt || context.createError({ path: 'endedAt', message: 'after it began' }),
    ),
  );
export type LineStep = yup.InferType<typeof lineStepSchema>;

/** A record that does a step: who it says did it, and when it began. */
export interface DoneBy {
  readonly kind: 'line_step' | 'pressure_test';
  readonly id: string;
  readonly who: string;
  readonly at: string;
}

/** A step as it stands, with the record that counts: a step of its own, or a pressure test. */
export interface LineStanding extends StandingStep {
  readonly by: DoneBy | null;
}

/** A pressure test as the step that it is. */
function ofTest(test: PressureTest, line: Line): DoneStep | null {
  const service = findService(line.serviceId) ?? null;
  const isMedical = service?.kind === 'medical';
  const verdict = pressureVerdict(test, service);
  const [atMs, endedMs] = [Date.parse(test.startedAt), Date.parse(test.endedAt)];
  if (!verdict) return null;
  const passes = verdict.passes;
  if (test.standing)
    return {
      id: isMedical ? 'standing test' : 'nitrogen test',
      atMs,
      endedMs,
      passes,
      pressurePa: test.standing.start.gaugePa,
    };
  return isMedical ? null : { id: 'vacuum', atMs, endedMs, passes, pressurePa: null };
}

/** Where a line stands in the tests of its service; empty where it asks for no more than a pressure test. */
export function lineSequence(
  line: Line,
  steps: readonly LineStep[],
  tests: readonly PressureTest[],
  brazings: readonly { readonly mark: string; readonly brazedAt: string }[],
): LineStanding[] {
  const asked = testSequence(findService(line.serviceId) ?? null, line.designPa);
  const own = steps.filter((s) => s.lineId === line.id);
  const done: { done: DoneStep; by: DoneBy }[] = [
    ...own.map((s) => ({
      done: {
        id: s.step,
        atMs: Date.parse(s.startedAt),
        endedMs: Date.parse(s.endedAt),
        passes: s.passes,
        pressurePa: s.pressurePa,
      },
      by: { kind: 'line_step' as const, id: s.id, who: s.by, at: s.startedAt },
    })),
    ...tests
      .filter((t) => t.lineId === line.id)
      .flatMap((t) => {
        const step = ofTest(t, line);
        const by = { kind: 'pressure_test' as const, id: t.id, who: t.testedBy, at: t.startedAt };
        return step ? [{ done: step, by }] : [];
      }),
  ];
  const made = brazings.map((b) => ({ mark: b.mark, atMs: Date.parse(b.brazedAt) }));
  return sequenceStands(
    asked,
    done.map((d) => d.done),
    made,
  ).map((s) => ({ ...s, by: s.doneAt === null ? null : (done[s.doneAt]?.by ?? null) }));
}

import type { Line } from '@hephaist/contracts/records/line';
import { planner } from '@hephaist/contracts/records/planner';
import { type PurgeOfLine, purgeOfLine } from '@hephaist/contracts/records/purge-line';
import { ContractError, parse } from '@hephaist/contracts/schemas/parse';
import { CYLINDER_RESERVE, CYLINDERS } from '@hephaist/core/purge/cylinder';
import type { LinePurge } from '@hephaist/core/purge/line-plan';
import type { UnitSystem } from '@hephaist/core/units/units';
import * as yup from 'yup';
import { NotFoundError } from '../http/errors.js';
import type { RecordStore } from '../records/store.js';
import { shopFor } from '../shop/shop.js';
import type { PurgeOutcome, PurgeTask } from './outcome.js';

const requestSchema = yup
  .object({
    system: yup
      .string()
      .oneOf(['us', 'metric'] as const)
      .required(),
    minutes: yup
      .number()
      .typeError('between 0 and 240 min')
      .required('between 0 and 240 min')
      .moreThan(0, 'between 0 and 240 min')
      .max(240, 'between 0 and 240 min'),
    cylinder: yup
      .string()
      .oneOf(
        CYLINDERS.map((c) => c.id),
        'pick a cylinder',
      )
      .required('pick a cylinder'),
  })
  .noUnknown('has a field that is not known here');

export interface PurgePlanRequest {
  readonly system: UnitSystem;
  readonly minutes: number;
  readonly cylinder: string;
}
export const parsePurgePlanRequest = (value: unknown): PurgePlanRequest =>
  parse(requestSchema as unknown as yup.Schema<PurgePlanRequest>, value);

export interface PurgePlanOfLine {
  readonly jobName: string;
  readonly line: Line;
  readonly rests: PurgeOfLine;
  readonly purge: LinePurge;
  readonly markOf: (jointId: string) => string;
}

/** Works out the purge of a line as it stands now. @throws ContractError naming what is wrong with the line */
export async function purgePlanOf(
  store: RecordStore,
  lineId: string,
  request: PurgePlanRequest,
  workOut: (task: PurgeTask) => Promise<PurgeOutcome>,
): Promise<PurgePlanOfLine> {
  const line = await store.find('line', lineId);
  const job = line && (await store.find('job', line.jobId));
  if (!line || !job) throw new NotFoundError('No such line here.');
  const [lines, all, logs, shop] = await Promise.all([
    store.list('line', { job_id: job.id }),
    store.list('joint', { line_id: lineId }),
    store.standing('log', { job_id: job.id }),
    shopFor(store),
  ]);
  const joints = all.filter((j) => !j.setAside).sort((a, b) => a.sort - b.sort);
  const visual = new Map(
    [...logs].sort((a, b) => (a.brazedAt < b.brazedAt ? -1 : 1)).map((l) => [l.jointId, l.visual]),
  );
  const rests = purgeOfLine(line, joints, planner(job, lines, shop), (id) => visual.get(id) === 'accepted');
  const cylinder = CYLINDERS.find((c) => c.id === request.cylinder);
  const outcome = await workOut({
    net: rests.net,
    wishes: {
      limit: rests.limit.limit,
      minutesPerJoint: request.minutes,
      usableM3: (1 - CYLINDER_RESERVE) * (cylinder?.nominalM3 ?? 0),
    },
  });
  if ('problems' in outcome) throw new ContractError(outcome.problems);
  const marks = new Map(joints.map((j) => [j.id, j.mark]));
  return { jobName: job.name, line, rests, purge: outcome.plan, markOf: (id) => marks.get(id) ?? id };
}

import { planner, sum } from '@hephaist/contracts/records/planner';
import { parse } from '@hephaist/contracts/schemas/parse';
import { DRAW_LIMITS } from '@hephaist/core/heat/torch-gas';
import { type GasList, gasList, type GasWishes } from '@hephaist/core/rod-list/gas-list';
import { type RodList, rodList, type RodListJoint, type RodListWishes } from '@hephaist/core/rod-list/rod-list';
import type { UnitSystem } from '@hephaist/core/units/units';
import * as yup from 'yup';
import { NotFoundError } from '../http/errors.js';
import type { RecordStore } from '../records/store.js';
import { shopFor } from '../shop/shop.js';

const share = (label: string, max: number) =>
  yup
    .number()
    .typeError(`${label} must be a number`)
    .required(`${label} is needed`)
    .min(0, `${label}: 0 or more`)
    .max(max, `${label}: at most ${max}`);

const requestSchema = yup
  .object({
    jointIds: yup.array(yup.string().required()).max(20000, 'at most 20 000 joints').required(),
    scope: yup.string().max(100).required(),
    system: yup
      .string()
      .oneOf(['us', 'metric'] as const)
      .required(),
    prices: yup.object({ silverPerKg: share('Silver', 1e7), basePerKg: share('The rest', 1e7) }).required(),
    spare: share('Spare', 5),
    loss: share('Loss', 1),
    gas: yup
      .object({
        fuelM3: share('Acetylene', 1000),
        oxygenM3: share('Oxygen', 1000),
        nitrogenM3: share('Nitrogen', 1000),
        use: yup
          .string()
          .oneOf(Object.keys(DRAW_LIMITS), `one of ${Object.keys(DRAW_LIMITS).join(', ')}`)
          .required(),
      })
      .required(),
  })
  .noUnknown('has a field that is not known here');

export interface RodListRequest extends RodListWishes {
  readonly jointIds: readonly string[];
  readonly scope: string;
  readonly system: UnitSystem;
  readonly gas: GasWishes;
}

/** @throws ContractError naming each field */
export const parseRodListRequest = (value: unknown): RodListRequest => parse(requestSchema, value) as RodListRequest;

export interface JobRodList {
  readonly jobName: string;
  readonly list: RodList;
  readonly gas: GasList;
}

/** The list of rod, flux and gas of some joints of a job, planned here as the screen plans it. */
export async function jobRodList(store: RecordStore, jobId: string, request: RodListRequest): Promise<JobRodList> {
  const job = await store.find('job', jobId);
  if (!job) throw new NotFoundError('No such job here.');
  const [lines, joints, logs, shop] = await Promise.all([
    store.list('line', { job_id: jobId }),
    store.list('joint', { job_id: jobId }),
    store.standing('log', { job_id: jobId }),
    shopFor(store),
  ]);
  const wanted = new Set(request.jointIds);
  const last = new Map([...logs].sort((a, b) => (a.brazedAt < b.brazedAt ? -1 : 1)).map((l) => [l.jointId, l.visual]));
  const plan = planner(job, lines, shop);
  const counted = joints
    .filter((j) => wanted.has(j.id) && !j.setAside)
    .flatMap((j): RodListJoint[] => {
      const { summary } = sum(plan(j));
      return summary ? [{ summary, brazed: last.get(j.id) === 'accepted' }] : [];
    });
  return { jobName: job.name, list: rodList(counted, request, shop.catalogue), gas: gasList(counted, request.gas) };
}

import { type HotWork, type HotWorkMark, hotWorkState } from '@hephaist/contracts/records/hot-work';
import type { RigCheck } from '@hephaist/contracts/records/rig-check';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { markRefused } from '@hephaist/core/hot-work/fire-watch';
import { schoolsOf } from '@hephaist/core/schools/schools';
import { roundProblems } from '@hephaist/core/torch-rig/judge-round';
import { checkBy } from '../records/by.js';
import type { RecordStore } from '../records/store.js';

/** A round is gone through whole or to what was found wrong, and signed where the company asks it. @throws ContractError at the field */
export async function checkRigCheck(store: RecordStore, check: RigCheck): Promise<void> {
  checkBy(store, check.by);
  const rig = await store.find('rig', check.rigId);
  if (!rig) throw new ContractError([{ field: 'rigId', says: 'this rig is not on file' }]);
  const [house] = await store.list('house');
  const asks = Boolean(house?.rigChecksSigned);
  if (check.toSign !== asks)
    throw new ContractError([
      { field: 'toSign', says: asks ? 'this company signs its rounds' : 'this company signs no rounds' },
    ]);
  const problems = roundProblems(rig, schoolsOf(check.schools), check, Number(check.on.slice(0, 4)));
  if (problems.length) throw new ContractError(problems);
}

/** Who gives a permit is who is signed in, or is marked as told. @throws ContractError at `by` */
export const checkHotWork = (store: RecordStore, work: HotWork): void => checkBy(store, work.by);

/** What happens in an area follows from what was marked there until then. @throws ContractError at the field */
export async function checkHotWorkMark(store: RecordStore, mark: HotWorkMark): Promise<void> {
  checkBy(store, mark.by);
  await store.oneAtATime(`hot work ${mark.hotWorkId}`);
  const work = await store.find('hot_work', mark.hotWorkId);
  if (!work || work.jobId !== mark.jobId)
    throw new ContractError([{ field: 'hotWorkId', says: 'no such hot work on this job' }]);
  if (mark.at < work.startedAt) throw new ContractError([{ field: 'at', says: 'after the permit was given' }]);
  const marks = await store.list('hot_work_mark', { job_id: work.jobId });
  const refused = markRefused(mark.kind, hotWorkState(work, marks, Date.parse(mark.at)));
  if (refused) throw new ContractError([{ field: 'kind', says: refused }]);
}

import type { Job } from '@hephaist/contracts/records/job';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import { v7 as newId } from 'uuid';
import { NotFoundError } from '../http/errors.js';
import { hashOf } from '../records/hash.js';
import type { RecordStore } from '../records/store.js';

/**
 * Copies a job with its lines as they are drawn and its joints under a new name. What was brazed stays with the job it was brazed on.
 * The same command sent again gets its first answer.
 */
export async function copyJob(
  store: RecordStore,
  jobId: string,
  name: string,
  commandId: string,
): Promise<{ jobId: string }> {
  return store.once(commandId, { deed: 'copy-job', content: hashOf(`${jobId} ${name}`) }, async (trx) => {
    const from = await trx.find('job', jobId);
    if (!from) throw new NotFoundError('No such job here.');
    const lines = await trx.list('line', { job_id: jobId });
    const joints = await trx.list('joint', { job_id: jobId });
    const copy: Job = { ...from, id: newId(), name, archived: false };
    const newLine = new Map(lines.map((l) => [l.id, newId()]));
    const newJoint = new Map(joints.map((j) => [j.id, newId()]));
    /** The drawing with its joints where they stood, under their new ids. */
    const drawn = (layout: Line['layout']): Line['layout'] =>
      layout && {
        ...layout,
        at: Object.fromEntries(
          Object.entries(layout.at).flatMap(([id, node]) => {
            const joint = newJoint.get(id);
            return joint ? [[joint, node]] : [];
          }),
        ),
      };
    await trx.insert('job', copy);
    await trx.insertMany(
      'line',
      lines.map((l): Line => ({
        ...l,
        id: newLine.get(l.id) ?? newId(),
        jobId: copy.id,
        layout: drawn(l.layout),
      })),
    );
    await trx.insertMany(
      'joint',
      joints.map((j): Joint => ({
        ...j,
        id: newJoint.get(j.id) ?? newId(),
        jobId: copy.id,
        lineId: newLine.get(j.lineId) ?? '',
      })),
    );
    return { jobId: copy.id };
  });
}

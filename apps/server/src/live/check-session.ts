import type { PurgeMark, PurgeSession } from '@hephaist/contracts/records/purge-session';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { checkBy } from '../records/by.js';
import type { RecordStore } from '../records/store.js';

/**
 * One set of instruments hangs on one line at a time.
 * @throws ContractError at `instruments` while another session is read by them
 */
export async function checkSession(store: RecordStore, session: PurgeSession): Promise<void> {
  checkBy(store, session.by);
  if (!session.instruments) return;
  await store.oneAtATime(`instruments ${session.instruments}`);
  const busy = (await store.trace.open()).find((s) => s.instruments === session.instruments && s.id !== session.id);
  if (!busy) return;
  const line = await store.find('line', busy.lineId);
  throw new ContractError([
    {
      field: 'instruments',
      says: `these instruments are at ${line?.name ?? 'another line'} since ${busy.startedAt.slice(11, 16)} UTC: cap that line first`,
    },
  ]);
}

/** A mark speaks of the session's own job and line. @throws ContractError at the field */
export async function checkMark(store: RecordStore, mark: PurgeMark): Promise<void> {
  checkBy(store, mark.by);
  const session = await store.find('purge_session', mark.sessionId);
  if (!session || session.jobId !== mark.jobId)
    throw new ContractError([{ field: 'sessionId', says: 'no such purge session on this job' }]);
  if (mark.jointId && !session.network.joints.some((j) => j.id === mark.jointId))
    throw new ContractError([{ field: 'jointId', says: 'this joint is not on the line of the session' }]);
  if (mark.vent && !session.network.nodes.some((n) => n.id === mark.vent && n.kind === 'vent'))
    throw new ContractError([{ field: 'vent', says: 'the line has no such vent' }]);
}

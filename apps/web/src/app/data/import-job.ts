import { MAX_BODY_BYTES, MAX_BODY_SAYS } from '@hephaist/contracts/exchange/answers';
import { MOST_PACKAGE_BYTES } from '@hephaist/contracts/records/hand-over';
import type { WaitingFile } from '@hephaist/contracts/records/intake-record';
import { saysOf } from '@hephaist/core/words/says-of';
import { ApiProblem, postFile } from './api';
import { newId } from './outbox';
import { stoppable, StoppedError } from './under-way';

/** The job that is in, the file that waits to be countersigned, or why neither; stopped, it is in whole or not at all. */
export type ImportOutcome =
  { readonly jobId: string } | { readonly waits: WaitingFile } | { readonly says: string } | { readonly stopped: true };

/** The package of a hand-over rather than a job's file alone. */
const isPackage = (file: { readonly name: string }): boolean => /\.zip$/i.test(file.name);

/** Why a file is not even read, or null. */
export function fileTooLarge(file: { readonly name: string; readonly size: number }): string | null {
  const most = isPackage(file) ? MOST_PACKAGE_BYTES : MAX_BODY_BYTES;
  if (file.size <= most) return null;
  const says = isPackage(file) ? `${Math.round(most / 1e6)} MB` : MAX_BODY_SAYS;
  return `${file.name} is ${Math.round(file.size / 1e6)} MB; at most ${says} can be read at once.`;
}

/** Sends a job file or a package to be taken in, all or nothing; says why not in the file's own terms. */
export async function importJobFile(file: File): Promise<ImportOutcome> {
  const large = fileTooLarge(file);
  if (large) return { says: large };
  try {
    const zip = isPackage(file);
    const sent = { type: zip ? 'application/zip' : 'application/json', body: zip ? file : await file.text() };
    const { jobId, waits } = await stoppable(`Taking ${file.name} in`, (stop) =>
      postFile(zip ? '/import-package/:id' : '/import/:id', sent, { id: newId() }, {}, stop),
    );
    if (waits) return { waits };
    return jobId ? { jobId } : { says: `${file.name} was not taken in.` };
  } catch (e) {
    if (e instanceof StoppedError) return { stopped: true };
    if (e instanceof ApiProblem) {
      const first = e.problem.fields
        ?.slice(0, 3)
        .map((f) => `${f.field ? `${f.field}: ` : ''}${f.says}`)
        .join('; ');
      const more = (e.problem.fields?.length ?? 0) - 3;
      return { says: `${file.name}: ${first ?? e.problem.detail}${more > 0 ? ` (and ${more} more)` : ''}` };
    }
    return { says: saysOf(e) };
  }
}

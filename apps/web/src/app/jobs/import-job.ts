import { MAX_BODY_BYTES, MAX_BODY_SAYS } from '@hephaist/contracts';
import { ApiProblem, call } from '../data/api';
import { newId } from '../data/outbox';

export type ImportOutcome =
  { readonly jobId: string; readonly says: null } | { readonly jobId: null; readonly says: string };

/** Why a file is not even read, or null. */
export function fileTooLarge(file: { readonly name: string; readonly size: number }): string | null {
  if (file.size <= MAX_BODY_BYTES) return null;
  return `${file.name} is ${Math.round(file.size / 1e6)} MB; at most ${MAX_BODY_SAYS} can be read at once.`;
}

/** Sends a job file to be taken in, all or nothing; says why not in the file's own terms. */
export async function importJobFile(file: File): Promise<ImportOutcome> {
  const large = fileTooLarge(file);
  if (large) return { jobId: null, says: large };
  try {
    const done = await call<{ jobId: string }>(`import/${newId()}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: await file.text(),
    });
    return { jobId: done.jobId, says: null };
  } catch (e) {
    if (e instanceof ApiProblem) {
      const first = e.problem.fields
        ?.slice(0, 3)
        .map((f) => `${f.field ? `${f.field}: ` : ''}${f.says}`)
        .join('; ');
      const more = (e.problem.fields?.length ?? 0) - 3;
      return {
        jobId: null,
        says: `${file.name}: ${first ?? e.problem.detail}${more > 0 ? ` (and ${more} more)` : ''}`,
      };
    }
    return { jobId: null, says: (e as Error).message };
  }
}

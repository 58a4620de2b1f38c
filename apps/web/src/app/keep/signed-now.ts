import { dayIn } from '@hephaist/core/qualification/continuity';

/** When a revision is signed that is signed now: the day at the job, and the instant. */
export function signedNow(timeZone: string): { signedOn: string; signedAt: string } {
  const signedAt = new Date().toISOString();
  return { signedOn: dayIn(signedAt, timeZone), signedAt };
}

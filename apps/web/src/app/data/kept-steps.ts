import type { Step } from './history';
import { me } from './who';

/** Characters of steps that are kept for one job; older ones make room. */
const MOST_TEXT = 1_000_000;

const placeOf = (jobId: string): string => `hephaist.steps.${me()?.id ?? 'nobody'}.${jobId}`;

/** Keeps the steps of a job that can be undone, for this tab of the browser and whoever is signed in. */
export function keepSteps(jobId: string, steps: readonly Step[]): void {
  const texts: string[] = [];
  let left = MOST_TEXT;
  for (const step of [...steps].reverse()) {
    const text = JSON.stringify(step);
    left -= text.length;
    if (left < 0) break;
    texts.unshift(text);
  }
  try {
    if (texts.length) globalThis.sessionStorage.setItem(placeOf(jobId), `[${texts.join(',')}]`);
    else globalThis.sessionStorage.removeItem(placeOf(jobId));
  } catch {
    // Full, or not allowed: the steps can be undone until the page is read again.
  }
}

/** Steps of a job that can still be undone after the page was read again. */
export function keptSteps(jobId: string): readonly Step[] {
  try {
    const kept: unknown = JSON.parse(globalThis.sessionStorage.getItem(placeOf(jobId)) ?? '[]');
    return Array.isArray(kept) ? (kept as Step[]) : [];
  } catch {
    return [];
  }
}

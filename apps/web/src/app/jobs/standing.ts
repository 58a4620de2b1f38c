import type { JobSummary } from '@hephaist/contracts/exchange/answers';
import { capital } from '@hephaist/core/words/capital';
import { sum } from 'd3';

const WORDS = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ');
/** A number as a sentence says it. */
const spoken = (n: number): string => WORDS[n] ?? String(n);
const many = (n: number, one: string): string => `${spoken(n)} ${one}${n === 1 ? '' : 's'}`;
const sentence = (words: string): string => `${capital(words)}.`;
const on = (jobs: readonly unknown[]): string => `on ${many(jobs.length, 'job')}`;

/** How the company's jobs stand, in a sentence: what must be made again, else what is left, else what waits. */
export function standingOf(jobs: readonly JobSummary[]): string {
  const again = sum(jobs, (j) => sum(j.lines, (l) => l.rejected));
  const open = jobs.filter((j) => j.brazed < j.joints);
  const left = sum(open, (j) => j.joints - j.brazed) - again;
  const untested = sum(jobs, (j) => j.lines.filter((l) => l.joints > 0 && !l.tested).length);
  const ready = jobs.filter((j) => j.joints > 0 && !j.handedOver);
  if (again) {
    const bad = `${many(again, 'joint')} ${again === 1 ? 'is' : 'are'} to be made again`;
    return sentence(left ? `${bad}, ${spoken(left)} more to be brazed` : bad);
  }
  if (left) return sentence(`${many(left, 'joint')} to braze, ${on(open)}`);
  if (untested)
    return sentence(`all is brazed; ${many(untested, 'line')} ${untested === 1 ? 'waits' : 'wait'} for a test`);
  if (ready.length)
    return sentence(`${many(ready.length, 'job')} ${ready.length === 1 ? 'is' : 'are'} ready to hand over`);
  return sentence(jobs.some((j) => j.joints) ? 'all is handed over' : jobs.length ? 'no joint yet' : 'no job yet');
}

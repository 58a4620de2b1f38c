import type { LineSummary } from '@hephaist/contracts/exchange/answers';
import { scalePoint } from 'd3';

/** Most rings that a small line shows; of a longer one each stands for its share. */
export const MOST_RINGS = 60;

/** What a joint of a small line is: made, to be made again, or to be made. */
export type Made = 'brazed' | 'rejected' | 'open';

/** The rings of a small line by what they are, not by where they lie: made ones first. */
export function ringsOf(
  { joints, brazed, rejected }: LineSummary,
  width: number,
): { readonly x: number; readonly made: Made }[] {
  if (!joints) return [];
  const n = Math.min(joints, MOST_RINGS);
  // Rounded up, so that what is left or bad never rounds away.
  const share = (of: number): number => Math.ceil((of * n) / joints);
  const open = joints - brazed - rejected;
  const bad = Math.min(share(rejected), n - Math.min(1, open));
  const left = Math.min(share(open), n - bad);
  const at = scalePoint<number>()
    .domain(Array.from({ length: n }, (_, i) => i))
    .range([0, width])
    .padding(0.6);
  return Array.from({ length: n }, (_, i) => ({
    x: at(i) ?? 0,
    made: i >= n - left ? 'open' : i >= n - left - bad ? 'rejected' : 'brazed',
  }));
}

/** What a line needs next, in words, and where that is done. */
export function lineNext(l: LineSummary): { readonly says: string; readonly tone: string; readonly path: string } {
  const next = l.nextMark ? `next ${l.nextMark}` : '';
  if (!l.joints) return { says: 'no joint yet', tone: 'quiet', path: 'plan' };
  if (l.rejected) return { says: `✕ ${l.rejected} to be made again`, tone: 'refused', path: 'plan' };
  if (l.brazed < l.joints) return { says: next, tone: '', path: 'plan' };
  return l.tested
    ? { says: '✓ brazed and tested', tone: 'fine', path: 'prove/pressure' }
    : { says: '▲ not tested', tone: 'caution', path: 'prove/pressure' };
}

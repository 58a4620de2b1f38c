import type { Alert } from '@hephaist/core/qualification/good-days';
import { markRuns } from '@hephaist/core/words/mark-runs';

/**
 * What moves a last good day that is near, in words.
 * @param marks open joints whose brazing would; null while the job's joints are still being planned
 */
export function keptBy(alert: Pick<Alert, 'keeps' | 'daysLeft'>, marks: readonly string[] | null): string {
  if (alert.keeps === 'confirmation') return 'A supervisor’s confirmation keeps it.';
  if (alert.keeps === 'coupon')
    return alert.daysLeft < 0 ? 'Only a passed coupon brings it back.' : 'Only another passed coupon keeps it.';
  if (!marks) return 'A joint keeps it: which ones is being worked out.';
  if (!marks.length) return 'No open joint of this job keeps it: a coupon would.';
  const runs = markRuns(marks);
  const some = `${runs.slice(0, 3).join(', ')}${runs.length > 3 ? ' and more' : ''}`;
  return marks.length === 1
    ? `One open joint keeps it: ${some}.`
    : `Any one of ${marks.length} open joints keeps it: ${some}.`;
}

/** How near it is, in words. */
export const nearWords = (daysLeft: number): string => {
  if (daysLeft < 0) return `lapsed ${-daysLeft} day${daysLeft === -1 ? '' : 's'} ago`;
  return daysLeft === 0 ? 'ends today' : `${daysLeft} day${daysLeft === 1 ? '' : 's'} left`;
};

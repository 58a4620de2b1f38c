import { type HotWork, type HotWorkMark, hotWorkState } from '@hephaist/contracts/records/hot-work';
import type { WatchState } from '@hephaist/core/hot-work/fire-watch';

/** How an area stands now; what was just marked counts, though a clock that ticks now and then has not come so far. */
export function hotWorkNow(work: HotWork, marks: readonly HotWorkMark[], nowMs: number): WatchState {
  const own = marks.filter((m) => m.hotWorkId === work.id);
  return hotWorkState(work, own, Math.max(nowMs, ...own.map((m) => Date.parse(m.at))));
}

import type { HotWork, HotWorkMark } from '@hephaist/contracts/records/hot-work';
import { markRefused, WATCH_MARKS, type WatchMarkKind, type WatchState } from '@hephaist/core/hot-work/fire-watch';
import { hotWorkNow } from '../data/hot-work-now';

/** An area of hot work as it is shown: its watch as a ring, and what may be marked now. */
export interface AreaWatch {
  readonly work: HotWork;
  readonly state: WatchState;
  readonly own: readonly HotWorkMark[];
  /** When the last flame went out; null before. */
  readonly outAt: string | null;
  /** Share of the watch that is left, and when somebody looked, as shares that were gone. */
  readonly share: number;
  readonly looks: readonly number[];
  readonly big: string;
  readonly small: string;
  readonly may: readonly WatchMarkKind[];
}

/** "42:07". */
function clock(seconds: number): string {
  const whole = Math.ceil(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** What makes sense to be marked: nothing refused, and nothing of a watch before there was a flame. */
function mayMark(kind: WatchMarkKind, state: WatchState): boolean {
  if (markRefused(kind, state)) return false;
  const { stage } = state;
  if (kind === 'looked') return stage === 'watch' || stage === 'may end';
  if (kind === 'fire') return stage !== 'not lit' && stage !== 'fire';
  if (kind === 'detector back') return stage !== 'flame' && stage !== 'watch';
  return kind !== 'flame on' || stage !== 'fire';
}

/** The first of what may be marked is what the hand looks for. */
const FIRST: Readonly<Record<WatchState['stage'], readonly WatchMarkKind[]>> = {
  'not lit': ['flame on'],
  flame: ['flame out'],
  watch: ['looked'],
  'may end': ['detector back', 'ended'],
  fire: ['detector back', 'ended'],
  ended: [],
};

export function areaWatch(work: HotWork, marks: readonly HotWorkMark[], nowMs: number): AreaWatch {
  const own = marks.filter((m) => m.hotWorkId === work.id);
  const state = hotWorkNow(work, own, nowMs);
  const wholeS = work.watchMinutes * 60;
  const outAt =
    own
      .filter((m) => m.kind === 'flame out')
      .map((m) => m.at)
      .sort()
      .at(-1) ?? null;
  const watching = state.stage === 'watch' || state.stage === 'may end';
  const gone = (at: string): number => (Date.parse(at) - Date.parse(outAt ?? at)) / 1000 / wholeS;
  const may = WATCH_MARKS.filter((k) => mayMark(k, state));
  const first = FIRST[state.stage].find((k) => may.includes(k));
  return {
    work,
    state,
    own,
    outAt,
    share: watching ? (state.leftS ?? 0) / wholeS : Number(state.stage === 'flame'),
    looks: watching
      ? own
          .filter((m) => m.kind === 'looked')
          .map((m) => gone(m.at))
          .filter((g) => g > 0 && g < 1)
      : [],
    big: watching ? clock(state.leftS ?? 0) : state.stage === 'not lit' ? '–' : state.stage,
    small: watching ? `of ${work.watchMinutes} min left` : state.stage === 'flame' ? 'is on' : '',
    may: first ? [first, ...may.filter((k) => k !== first)] : may,
  };
}

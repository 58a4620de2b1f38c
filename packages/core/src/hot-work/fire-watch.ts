import { practice, published } from '../source/source.js';

/** Minutes somebody watches after the last flame, unless the company asks otherwise. */
export const WATCH_MINUTES = 60;
export const WATCH_SOURCE = published(
  'NFPA 51B: fire watch of 60 min after hot work',
  'older editions 30 min; sites ask more',
);
/** Shortest and longest that anybody may ask, minutes. */
export const WATCH_RANGE = { least: 30, most: 480 } as const;
/** A round is made at least so often while watching, s. */
export const ROUND_S = 15 * 60;
export const ROUND_SOURCE = practice('somebody goes round at least each quarter of an hour');

export const WATCH_MARKS = ['flame on', 'flame out', 'looked', 'fire', 'detector back', 'ended'] as const;
export type WatchMarkKind = (typeof WATCH_MARKS)[number];

export interface WatchMark {
  readonly kind: WatchMarkKind;
  readonly atMs: number;
}

/** How the hot work of one area stands. */
export interface WatchState {
  readonly stage: 'not lit' | 'flame' | 'watch' | 'may end' | 'ended' | 'fire';
  /** Seconds until the watch may end; null where nothing runs. */
  readonly leftS: number | null;
  /** Seconds since somebody looked, while watching. */
  readonly sinceLookS: number | null;
  /** A round is due. */
  readonly due: boolean;
  /** The detector is still isolated: the watch is not ended without putting it back. */
  readonly detectorOut: boolean;
  readonly says: string;
}

/**
 * The watch from what was marked, in order of time. A flame lit again begins it anew; the last flame counts.
 * @param detectorIsolated by the permit
 * @param nowMs when it is asked; marks ahead of it do not count
 */
export function watchState(
  marks: readonly WatchMark[],
  minutes: number,
  detectorIsolated: boolean,
  nowMs: number,
): WatchState {
  const past = marks.filter((m) => m.atMs <= nowMs).sort((a, b) => a.atMs - b.atMs);
  const last = (...kinds: WatchMarkKind[]): WatchMark | undefined => past.findLast((m) => kinds.includes(m.kind));
  const detectorOut = detectorIsolated && !last('detector back');
  const still = { leftS: null, sinceLookS: null, due: false, detectorOut };
  if (last('ended')) return { ...still, stage: 'ended', says: 'The watch is ended.' };
  if (last('fire'))
    return { ...still, stage: 'fire', says: 'Fire: everybody out, alarm, then fight it if it is small.' };
  const flame = last('flame on', 'flame out');
  if (!flame) return { ...still, stage: 'not lit', says: 'No flame yet.' };
  if (flame.kind === 'flame on') return { ...still, stage: 'flame', says: 'Flame is on: somebody watches.' };
  const leftS = Math.max(0, minutes * 60 - (nowMs - flame.atMs) / 1000);
  const looked = past.findLast((m) => m.kind === 'looked' && m.atMs >= flame.atMs) ?? flame;
  const sinceLookS = (nowMs - looked.atMs) / 1000;
  if (leftS > 0)
    return {
      stage: 'watch',
      leftS,
      sinceLookS,
      due: sinceLookS >= ROUND_S,
      detectorOut,
      says:
        sinceLookS >= ROUND_S
          ? 'Go and look: nobody did for a quarter of an hour.'
          : 'Watch: smoke, smell, warm walls.',
    };
  return {
    stage: 'may end',
    leftS: 0,
    sinceLookS,
    due: false,
    detectorOut,
    says: detectorOut ? 'Look once more, and put the detector back.' : 'Look once more, then end the watch.',
  };
}

/** What stands against a mark now; null where nothing does. */
export function markRefused(kind: WatchMarkKind, state: WatchState): string | null {
  if (state.stage === 'ended') return 'The watch of this area is ended.';
  if (kind === 'flame out' && state.stage !== 'flame') return 'No flame is on here.';
  if (kind === 'flame on' && state.stage === 'flame') return 'The flame is on already.';
  if (kind === 'detector back' && !state.detectorOut) return 'No detector is isolated here.';
  if (kind !== 'ended') return null;
  if (state.stage === 'flame') return 'The flame is on.';
  if (state.stage === 'watch') return `The watch runs ${Math.ceil((state.leftS ?? 0) / 60)} min more.`;
  return state.detectorOut ? 'Put the detector back first.' : null;
}

/** Marks of one area that could not be made when they say they were, by their place in the list. */
export function watchProblems(
  marks: readonly WatchMark[],
  minutes: number,
  detectorIsolated: boolean,
): { readonly at: number; readonly says: string }[] {
  const inOrder = marks.map((mark, at) => ({ mark, at })).sort((a, b) => a.mark.atMs - b.mark.atMs);
  return inOrder.flatMap(({ mark, at }, k) => {
    const before = inOrder.slice(0, k).map((m) => m.mark);
    const says = markRefused(mark.kind, watchState(before, minutes, detectorIsolated, mark.atMs));
    return says ? [{ at, says }] : [];
  });
}

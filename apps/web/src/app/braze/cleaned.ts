/** Older than this nobody means any more. */
const FORGET_MS = 48 * 3_600_000;

export type Cleaned = Readonly<Record<string, number>>;

/** Joints cleaned and not logged yet, as they are kept in the browser; what is too old is left out. */
export function readCleaned(text: string | null, nowMs: number): Cleaned {
  try {
    const all = JSON.parse(text ?? '{}') as Record<string, unknown>;
    return Object.fromEntries(
      Object.entries(all).filter(
        (e): e is [string, number] => typeof e[1] === 'number' && e[1] <= nowMs && nowMs - e[1] < FORGET_MS,
      ),
    );
  } catch {
    return {};
  }
}

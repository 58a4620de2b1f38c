import { vi } from 'vitest';

/** Waits until something holds: at most a minute, on a machine that others load. */
export const soon = (holds: () => unknown): Promise<unknown> => vi.waitFor(holds, { timeout: 60_000, interval: 10 });

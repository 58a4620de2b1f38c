import { performance } from 'node:perf_hooks';
import type { PurgeSession } from '@hephaist/contracts/records/purge-session';
import { clockJumped, type DeviceId, DEVICES, JUMP_MS, readInstrumentLine } from '@hephaist/core/live/instruments';
import { linkInstrument } from './instrument-link.js';
import type { ReachableSet } from './instruments.js';
import type { NewTraceRow, TraceStore } from './trace-store.js';

/** How often what was read is written, ms. */
const WRITE_MS = 250;
/** Rubbish is noted at most this often for an instrument, ms. */
const NOTE_MS = 10_000;
/** Rows kept while the database is away; older ones are given up, which the next note says. */
const MOST_WAITING = 50_000;

/** Time that only goes forward; a clock that is set meanwhile is told of and followed. */
export function steadyClock(
  jumped: (byMs: number) => void,
  wall: () => number = Date.now,
  steady: () => number = () => performance.now(),
): () => number {
  let [wallAt, steadyAt] = [wall(), steady()];
  return () => {
    const now = wallAt + (steady() - steadyAt);
    const off = wall() - now;
    if (Math.abs(off) <= JUMP_MS) return now;
    [wallAt, steadyAt] = [wall(), steady()];
    jumped(off);
    return wallAt;
  };
}

const noted = (device: DeviceId | null, says: string): string => (device ? `${DEVICES[device].name}: ${says}` : says);

/**
 * Reads the instruments of one session into its trace. A reading is written as it came, with the time it came at, and
 * shown to nobody before it is written. What is missing is missing: silence, rubbish and jumped clocks are noted.
 */
export function readSession(
  session: PurgeSession,
  set: ReachableSet,
  store: TraceStore,
  holder: string,
  lost: () => void,
): { readonly close: () => Promise<void> } {
  let waiting: NewTraceRow[] = [];
  let dropped = 0;
  const put = (device: DeviceId | null, value: number | null, toldMs: number | null, says: string | null): void => {
    waiting.push({ atMs: Math.round(clock()), device, value, toldMs, says });
    if (waiting.length > MOST_WAITING) {
      waiting = waiting.slice(-MOST_WAITING / 2);
      dropped += 1;
    }
  };
  const note = (device: DeviceId | null, says: string): void =>
    put(null, null, null, noted(device, says).slice(0, 300));
  const clock = steadyClock((by) =>
    waiting.push({
      atMs: Date.now(),
      device: null,
      value: null,
      toldMs: null,
      says: `the server's clock was set by ${(by / 1000).toFixed(1)} s`,
    }),
  );

  const links = set.devices.map((device) => {
    let before: { toldMs: number; cameMs: number } | null = null;
    let [ever, rubbish, notedAt] = [false, 0, -Infinity];
    return linkInstrument(set.addresses[device] ?? '', {
      state: (up) => {
        if (up) note(device, ever ? 'answers again' : 'answers');
        else note(device, 'does not answer');
        ever ||= up;
        before = null;
      },
      line: (text) => {
        const read = readInstrumentLine(text);
        const wrong =
          'rubbish' in read
            ? read.rubbish
            : read.device === device
              ? null
              : `says it is the ${DEVICES[read.device].name}`;
        if ('rubbish' in read || wrong !== null) {
          rubbish += 1;
          if (clock() - notedAt < NOTE_MS) return;
          const shown = JSON.stringify(text.slice(0, 40));
          note(device, `rubbish ${shown}, ${wrong}${rubbish > 1 ? `; ${rubbish} lines since the last note` : ''}`);
          [rubbish, notedAt] = [0, clock()];
          return;
        }
        const cameMs = performance.now();
        if (read.toldMs !== null) {
          const now = { toldMs: read.toldMs, cameMs };
          if (before && clockJumped(before, now))
            note(
              device,
              `its clock jumped by ${((now.toldMs - before.toldMs - (cameMs - before.cameMs)) / 1000).toFixed(1)} s`,
            );
          before = now;
        }
        put(device, read.value, read.toldMs, null);
      },
    });
  });

  let writing: Promise<void> = Promise.resolve();
  /** The batch that is being written, kept as it is until the database has it. */
  let sending: readonly NewTraceRow[] = [];
  let batch = 0;
  const write = async (): Promise<void> => {
    if (!sending.length) {
      if (!waiting.length) return;
      if (dropped) note(null, 'the database was away so long that readings were given up');
      dropped = 0;
      [sending, waiting] = [waiting, []];
      batch += 1;
    }
    try {
      if (!(await store.add(session.id, holder, batch, sending))) lost();
      sending = [];
    } catch {
      // The database is away: this batch is sent again as it is, what comes meanwhile waits behind it.
    }
  };
  const timer = setInterval(() => {
    writing = writing.then(write);
  }, WRITE_MS);
  return {
    close: async () => {
      clearInterval(timer);
      links.forEach((l) => l.close());
      await writing.then(write);
    },
  };
}

import { type AddressInfo, createServer, type Server, type Socket } from 'node:net';
import type { PurgeMark, PurgeSession } from '@hephaist/contracts/records/purge-session';
import { networkOf, straightLayout } from '@hephaist/core/purge/layout';
import { SCFH } from '@hephaist/core/units/units';
import { demoFile, newId } from './harness.js';

/** An instrument that says what a test tells it to. */
export interface FakeInstrument {
  readonly port: number;
  readonly say: (line: string) => void;
  /** Hangs up and is gone. */
  readonly kill: () => Promise<void>;
  /** Answers again at the same port. */
  readonly revive: () => Promise<void>;
  /** How many listen now. One that hung up may still count for a moment. */
  readonly listeners: () => number;
  /** How often it was called since it was made. */
  readonly calls: () => number;
}

export async function fakeInstrument(): Promise<FakeInstrument> {
  const sockets = new Set<Socket>();
  let server: Server | null = null;
  let calls = 0;
  const listen = (port: number): Promise<number> =>
    new Promise((done) => {
      server = createServer((s) => {
        sockets.add(s);
        calls += 1;
        s.on('error', () => undefined);
        s.on('close', () => sockets.delete(s));
      }).listen(port, '127.0.0.1', () => done((server?.address() as AddressInfo).port));
    });
  const port = await listen(0);
  return {
    port,
    say: (line) => sockets.forEach((s) => s.write(`${line}\n`)),
    kill: () =>
      new Promise((done) => {
        sockets.forEach((s) => s.destroy());
        server?.close(() => done());
        server = null;
      }),
    revive: async () => void (await listen(port)),
    listeners: () => sockets.size,
    calls: () => calls,
  };
}

const file = demoFile();
const line = file.lines.find((l) => l.prefix === 'OX')!;
const joints = file.joints.filter((j) => j.lineId === line.id).slice(0, 3);

/** A purge session on the demo's oxygen line, three joints on a straight tube. */
export function sampleSession(more: Partial<PurgeSession> = {}): PurgeSession {
  const ids = joints.map((j) => j.id);
  return {
    id: newId(),
    jobId: file.job.id,
    lineId: line.id,
    startedAt: new Date().toISOString(),
    by: 'Test everything',
    instruments: null,
    cylinder: '40 ft³',
    network: networkOf(
      straightLayout(ids, 6, [0.02, 0.02, 0.02]),
      ids.map((id) => ({ id, brazed: false, lapM: 0.02, diameterM: 0.022, gapSideM: 5e-5 })),
      { by: 'flow', m3s: 1e-4, mostPa: 13790 },
    ),
    limit: 0.01,
    holdS: 30,
    fillM3s: 15 * SCFH,
    trickleM3s: 4 * SCFH,
    leastFlowM3s: 2 * SCFH,
    leastCylinderPa: 1.5e6,
    coolS: Object.fromEntries(ids.map((id) => [id, 300])),
    ...more,
  };
}

export const sampleMark = (session: PurgeSession, more: Partial<PurgeMark> = {}): PurgeMark => ({
  id: newId(),
  jobId: session.jobId,
  sessionId: session.id,
  at: new Date().toISOString(),
  kind: 'purge on',
  jointId: null,
  vent: 'vent',
  device: null,
  value: null,
  says: '',
  by: 'Test everything',
  ...more,
});

/** Tries until it holds. */
export async function until<T>(ask: () => Promise<T> | T, holds: (x: T) => boolean, seconds = 90): Promise<T> {
  const end = Date.now() + 1000 * seconds;
  for (;;) {
    const x = await ask();
    if (holds(x)) return x;
    if (Date.now() > end) throw new Error(`still ${JSON.stringify(x).slice(0, 400)}`);
    await new Promise((next) => setTimeout(next, 50));
  }
}

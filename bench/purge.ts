import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { solveFlow } from '@hephaist/core/purge/flow';
import { OXYGEN_IN_AIR } from '@hephaist/core/purge/gas';
import { remainingShare, taylorAris } from '@hephaist/core/purge/single-line';
import { sweep } from '@hephaist/core/purge/transport';
import { buildSync } from 'esbuild';
import { line, point, run, vent } from '../packages/core/src/testing/lines.js';
import { explicitPipe } from './explicit.js';
import { percentile, say } from './say.js';

interface Told {
  readonly flowMs: number;
  readonly ms: number;
  readonly cells: number;
}

/** The worker as the application ships it: one bundle, no compiler in between. */
function bundledWorker(): string {
  const file = join(mkdtempSync(join(tmpdir(), 'hephaist-bench-')), 'sweep-worker.mjs');
  buildSync({
    entryPoints: [fileURLToPath(new URL('./sweep-worker.ts', import.meta.url))],
    outfile: file,
    bundle: true,
    platform: 'node',
    format: 'esm',
    alias: { '@hephaist/core': './packages/core/src' },
  });
  return file;
}

const inWorker = (file: string, runs: number): Promise<Told> =>
  new Promise((done, fail) => {
    const worker = new Worker(file, { workerData: { runs } });
    worker.once('message', (told: Told) => {
      void worker.terminate();
      done(told);
    });
    worker.once('error', fail);
  });

const median = (times: number, work: () => void): number => {
  work();
  const all = Array.from({ length: times }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return percentile(all, 0.5);
};

/** One pipe whose answer is known (Ogata and Banks): our scheme and the plain one at the same error. */
function againstPlain(): void {
  const [x, bore, seconds] = [10, 0.02, 200];
  const speed = 0.15;
  const q = speed * (Math.PI / 4) * bore ** 2;
  const dispersion = taylorAris(speed, bore / 2);
  const exact = Array.from({ length: seconds + 1 }, (_, s) => OXYGEN_IN_AIR * remainingShare(x, s, speed, dispersion));
  const worst = (c: ArrayLike<number>): number => Math.max(...exact.map((e, s) => Math.abs(e - (c[s] ?? 0))));
  const net = line([point('X'), vent('V', true, bore)], [run('1', 'S', 'X', x, bore), run('2', 'X', 'V', x, bore)], {
    feed: { by: 'flow', m3s: q, mostPa: 14000 },
  });
  const flow = solveFlow(net);
  const ours = () => sweep(net, flow, { seconds, steps: seconds, limit: 0.01, heldAtSource: true });
  const error = worst(ours().nodes.get('X') ?? []);
  const ms = median(5, () => void ours());
  let cells = 50;
  while (cells < 6400 && worst(explicitPipe(x, bore, speed, seconds, cells)) > error) cells = Math.round(cells * 1.25);
  const plain = median(3, () => void explicitPipe(x, bore, speed, seconds, cells));
  say('one pipe of known answer, 200 s', ms, `error at most ${(100 * error).toFixed(3)} % oxygen`);
  say('the plain explicit scheme at that error', plain, `${cells} cells, ratio ${(plain / ms).toFixed(1)}`);
}

/** The purge of a line: how long an hour of it takes in a worker, how that grows, and what a plain scheme would take. */
export async function benchPurge(): Promise<void> {
  const file = bundledWorker();
  let first = NaN;
  for (const runs of [200, 500, 1000, 2000]) {
    const { flowMs, ms, cells } = await inWorker(file, runs);
    if (Number.isNaN(first)) first = ms;
    say(
      `an hour of purge through ${runs} runs, in a worker`,
      ms,
      `${cells} cells, flow alone ${flowMs.toFixed(0)} ms, ${(ms / first).toFixed(1)} times 200 runs`,
    );
  }
  rmSync(dirname(file), { recursive: true });
  againstPlain();
}

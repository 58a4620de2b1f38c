import { performance } from 'node:perf_hooks';
import { parentPort, workerData } from 'node:worker_threads';
import { solveFlow } from '@hephaist/core/purge/flow';
import { sweep } from '@hephaist/core/purge/transport';
import { comb } from '../packages/core/src/testing/lines.js';

/** An hour of purge through a comb of runs, in a worker as the application has it; tells ms of the flow and of all. */
const { runs } = workerData as { runs: number };
const net = comb(runs / 2, runs / 2 - 1);
const once = (): { flowMs: number; ms: number; cells: number } => {
  const start = performance.now();
  const flow = solveFlow(net);
  const flowMs = performance.now() - start;
  const { end } = sweep(net, flow, { seconds: 3600, steps: 360, limit: 0.01 });
  return { flowMs, ms: performance.now() - start, cells: end.length };
};
if (runs <= 200) once();
parentPort?.postMessage(once());

import { traceStrip } from '@hephaist/core/coupons/strip-trace';
import { InputError } from '@hephaist/core/source/problem';
import type { TraceTask } from './trace-task';

addEventListener('message', ({ data }: MessageEvent<TraceTask>) => {
  try {
    postMessage({ n: data.n, trace: traceStrip(data.picture, data.marks), says: null });
  } catch (e) {
    postMessage({ n: data.n, trace: null, says: e instanceof InputError ? (e.problems[0]?.says ?? '') : String(e) });
  }
});

import { parentPort, workerData } from 'node:worker_threads';
import { outcomeOf, type PurgeTask } from './run.js';

parentPort?.postMessage(outcomeOf(workerData as PurgeTask));

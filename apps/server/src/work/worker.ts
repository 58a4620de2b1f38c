import { worker } from 'workerpool';
import { TASKS } from './tasks.js';

worker(TASKS);

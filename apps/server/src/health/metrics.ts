import { timingSafeEqual } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Knex } from 'knex';
import { collectDefaultMetrics, Gauge, Histogram, type OpenMetricsContentType, Registry } from 'prom-client';
import { patternOf } from '../access/route-deeds.js';
import { NotFoundError } from '../http/errors.js';
import type { Room } from '../http/room.js';
import { hashOf } from '../records/hash.js';

interface Pool {
  readonly numUsed: () => number;
  readonly numFree: () => number;
  readonly numPendingAcquires: () => number;
}

/** What the server tells of itself, in the OpenMetrics text format. Nothing in it names a person or a job. */
export class Metrics {
  private readonly registry = new Registry<OpenMetricsContentType>();
  private readonly requests = new Histogram({
    name: 'hephaist_request_seconds',
    help: 'Time until an answer was sent, by route and status',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.1, 0.5, 2, 10, 60],
    registers: [this.registry],
  });

  /** @param token who knows it reads them */
  constructor(
    db: Knex,
    room: Room | null,
    private readonly token: string,
  ) {
    this.registry.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
    collectDefaultMetrics({ register: this.registry });
    const pool = (db.client as { pool: Pool }).pool;
    const gauge = (name: string, help: string, collect: (set: (v: number) => void) => void | Promise<void>): void => {
      const g: Gauge = new Gauge({ name, help, registers: [this.registry], collect: () => collect((v) => g.set(v)) });
    };
    gauge('hephaist_database_connections_used', 'Connections to the database in use', (set) => set(pool.numUsed()));
    gauge('hephaist_database_connections_waited_for', 'Requests that wait for one', (set) =>
      set(pool.numPendingAcquires()),
    );
    if (room) gauge('hephaist_disk_free_bytes', 'Room on the disk of the data', async (set) => set(await room.free()));
  }

  /** Measures every request by the route it is of; what is no route counts as one. */
  readonly measure: RequestHandler = (req, res, next) => {
    const ended = this.requests.startTimer();
    const route = patternOf(req.method, req.path) ?? 'other';
    res.once('close', () => ended({ method: req.method, route, status: String(res.statusCode) }));
    next();
  };

  /** The metrics, to who knows the token; to others there is nothing here. */
  readonly answer: RequestHandler = async (req, res) => {
    const given = hashOf(req.get('Authorization') ?? '');
    if (!timingSafeEqual(Buffer.from(given), Buffer.from(hashOf(`Bearer ${this.token}`))))
      throw new NotFoundError('Nothing answers at this address.');
    res.type(this.registry.contentType).send(await this.registry.metrics());
  };
}

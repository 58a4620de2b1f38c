import { MAX_BODY_BYTES, parseCommand } from '@hephaist/contracts';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Knex } from 'knex';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { crewRoutes } from './crew/routes.js';
import { exchangeRoutes } from './exchange/routes.js';
import { healthRoutes } from './health/routes.js';
import { problems, sendProblem } from './http/errors.js';
import { jobCommandRoutes, jobRoutes } from './jobs/routes.js';
import type { ReachableSet } from './live/instruments.js';
import { liveRoutes } from './live/routes.js';
import { purgePlanRoutes } from './purge-plan/routes.js';
import { put } from './records/put.js';
import { rodListRoutes } from './rod-list/routes.js';
import { RecordStore } from './records/store.js';
import { shopRoutes, tablesOf } from './shop/shop.js';

export interface AppOptions {
  readonly db: Knex;
  readonly companyId: string;
  readonly log: Logger;
  /** Folder of the built application; none in tests of the API alone. */
  readonly webRoot?: string;
  readonly maxBodyBytes?: number;
  /** Sets of instruments that a purge session can be read by. */
  readonly instruments?: readonly ReachableSet[];
}

/** Everything inlined by the built page is its own; nothing is fetched from elsewhere. */
const security = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
});

function serveWeb(app: Express, webRoot: string): void {
  app.use(
    express.static(webRoot, {
      index: false,
      setHeaders: (res, path) => {
        const hashed = /-[A-Z0-9]{8}\.(js|css|woff2)$/.test(path);
        res.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    }),
  );
  app.get('/{*path}', (req, res, next) => {
    if (/\.[a-z0-9]+$/i.test(req.path)) return next();
    res.setHeader('Cache-Control', 'no-cache');
    res.sendFile(join(webRoot, 'index.html'));
  });
}

/** The server as an Express application: API under /api, the built application beside it. */
export function createApp(options: AppOptions): Express {
  const { db, companyId, log, instruments = [] } = options;
  const maxBytes = options.maxBodyBytes ?? MAX_BODY_BYTES;
  const store = new RecordStore(db, companyId);
  const app = express();
  app.disable('x-powered-by');
  app.use(security, compression());
  app.use('/api', healthRoutes(db));
  app.use('/api', jobRoutes(store, maxBytes));
  app.use('/api', crewRoutes(store));
  app.use('/api', shopRoutes(store));
  app.use('/api', express.json({ limit: maxBytes }));
  app.use('/api', exchangeRoutes(store));
  app.use('/api', jobCommandRoutes(store));
  app.use('/api', rodListRoutes(store));
  app.use('/api', purgePlanRoutes(store));
  app.use('/api', liveRoutes(store, instruments));
  app.post('/api/commands', async (req, res) => {
    res.json(await put(store, parseCommand(req.body, await tablesOf(store)), 'user'));
  });
  app.use('/api', (_req, res) =>
    sendProblem(res, { title: 'Not found', status: 404, detail: 'Nothing answers at this address.' }),
  );
  if (options.webRoot && existsSync(options.webRoot)) serveWeb(app, options.webRoot);
  app.use(problems(log));
  return app;
}

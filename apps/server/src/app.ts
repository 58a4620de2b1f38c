import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { MAX_BODY_BYTES } from '@hephaist/contracts/exchange/answers';
import compression from 'compression';
import express, { type Express } from 'express';
import asBuilt from 'express-static-gzip';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { guard, isSignedIn } from './access/guard.js';
import type { Anchors } from './audit/anchor.js';
import { trailRoutes } from './audit/routes.js';
import { crewRoutes } from './crew/routes.js';
import { addressOf } from './db/connect.js';
import { exchangeRoutes, importRoutes } from './exchange/routes.js';
import { followRoutes } from './follow/routes.js';
import { Metrics } from './health/metrics.js';
import { healthRoutes } from './health/routes.js';
import { problems, sendProblem } from './http/errors.js';
import { nonceOf, noStore, onlyAs, onlyByTls, permissions, security } from './http/headers.js';
import { KeptAnswers } from './http/kept-answers.js';
import { onlyWithRoom, type Room } from './http/room.js';
import { jobCommandRoutes, jobRoutes } from './jobs/routes.js';
import type { ReachableSet } from './live/instruments.js';
import { liveRoutes } from './live/routes.js';
import { packageRoutes } from './package/routes.js';
import { paperRoutes } from './papers/routes.js';
import { accountRoutes } from './people/accounts.js';
import { handOnRoutes } from './people/hand-on-routes.js';
import type { PasswordCost } from './people/passwords.js';
import { PeopleStore } from './people/people-store.js';
import { peopleRoutes } from './people/routes.js';
import { secondFactorRoutes } from './people/second-factor-routes.js';
import { pictureRoutes } from './pictures/routes.js';
import { practiceRoutes } from './practise/routes.js';
import { purgePlanRoutes } from './purge-plan/routes.js';
import { commandRoutes } from './records/routes.js';
import type { RecordStore } from './records/store.js';
import { rodListRoutes } from './rod-list/routes.js';
import { shopRoutes } from './shop/shop.js';
import { torchRoutes } from './torch/routes.js';
import { type WorkPool, workPool } from './work/work-pool.js';

export interface AppOptions {
  readonly db: Knex;
  readonly log: Logger;
  /** Folder of the built application; none in tests of the API alone. */
  readonly webRoot?: string;
  readonly maxBodyBytes?: number;
  /** Sets of instruments that a purge session can be read by. */
  readonly instruments?: readonly ReachableSet[];
  /** The clock that sign-ins run by. */
  readonly now?: () => Date;
  /** Told when a package waits to be built. */
  readonly packageWaits?: () => void;
  /** What hashing a password costs; the usual where left out. */
  readonly passwordCost?: PasswordCost;
  /** Proxies whose word on address and TLS is taken, as Express reads them ("loopback", an address); none otherwise. */
  readonly trustProxy?: string;
  /** Names it goes by; any where left out. */
  readonly hosts?: readonly string[];
  /** Where heavy work is done; a pool of its own where left out. */
  readonly work?: WorkPool;
  /** The disk that the database is on; not watched where left out. */
  readonly room?: Room | null;
  /** Who knows it reads the metrics; nobody where left out. */
  readonly metricsToken?: string;
  /** Writes down where the trail stands; left out where there is no folder for its key. */
  readonly anchors?: Anchors | null;
}

function serveWeb(app: Express, webRoot: string): void {
  app.use(
    // What was compressed as it was built is sent so: nothing is compressed anew for every device that opens it.
    asBuilt(webRoot, {
      index: false,
      enableBrotli: true,
      orderPreference: ['br', 'gzip'],
      serveStatic: {
        setHeaders: (res, path) => {
          const hashed = /-[A-Za-z0-9]{8}\.(js|css|woff2)(\.br|\.gz)?$/.test(path);
          res.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  app.get('/{*path}', async (req, res, next) => {
    if (/\.[a-z0-9]+$/i.test(req.path)) return next();
    res.setHeader('Cache-Control', 'no-cache');
    // The framework puts its styles in with the word that this answer's policy lets through.
    const page = await readFile(join(webRoot, 'index.html'), 'utf8');
    res.type('html').send(page.replace('<hp-root', `<hp-root ngCspNonce="${nonceOf(res)}"`));
  });
}

/** The server as an Express application: API under /api, the built application beside it. */
export function createApp(options: AppOptions): Express {
  const { db, log, instruments = [], now = () => new Date(), work = workPool(), anchors = null } = options;
  const maxBytes = options.maxBodyBytes ?? MAX_BODY_BYTES;
  const people = new PeopleStore(db);
  const kept = new KeptAnswers();
  // The job is handed over, whether a file for anchors can be written or not.
  const anchored = async (store: RecordStore): Promise<void> => {
    await anchors?.now(db, store.companyId, now()).catch((e: unknown) => log.error(e, 'anchors'));
  };
  const app = express();
  const room = options.room ?? null;
  // Counted only where somebody may read it.
  const metrics = options.metricsToken ? new Metrics(db, room, options.metricsToken) : null;
  app.disable('x-powered-by');
  app.set('trust proxy', options.trustProxy ?? false);
  app.use(onlyAs(options.hosts), security, permissions, onlyByTls, compression());
  if (metrics) app.use('/api', metrics.measure);
  app.use('/api', noStore);
  app.use('/api', guard(db, people, now));
  app.use('/api', onlyWithRoom(room));
  app.use('/api', healthRoutes(db, room, metrics));
  app.use('/api', peopleRoutes(people, now, options.passwordCost));
  app.use('/api', accountRoutes(people, now, options.passwordCost));
  app.use('/api', secondFactorRoutes(people, now));
  app.use('/api', handOnRoutes(people, now, options.passwordCost));
  app.use('/api', trailRoutes(addressOf(db), work, anchors));
  app.use('/api', jobRoutes(maxBytes, work, kept));
  app.use('/api', crewRoutes(people, now));
  app.use('/api', torchRoutes(now));
  app.use('/api', practiceRoutes());
  app.use('/api', followRoutes(now));
  app.use('/api', paperRoutes(now));
  app.use('/api', shopRoutes());
  app.use('/api', pictureRoutes(work));
  app.use('/api', importRoutes(maxBytes, work));
  app.use('/api', express.json({ limit: maxBytes }));
  app.use('/api', exchangeRoutes(people, now, work, kept));
  app.use('/api', jobCommandRoutes());
  app.use('/api', rodListRoutes());
  app.use('/api', purgePlanRoutes(work));
  app.use(
    '/api',
    liveRoutes(instruments, (req) => isSignedIn(people, req, now)),
  );
  app.use('/api', commandRoutes(people, now));
  app.use('/api', packageRoutes(people, now, options.packageWaits ?? (() => undefined), anchored));
  app.use('/api', (_req, res) =>
    sendProblem(res, { title: 'Not found', status: 404, detail: 'Nothing answers at this address.' }),
  );
  if (options.webRoot && existsSync(options.webRoot)) serveWeb(app, options.webRoot);
  app.use(problems(log));
  return app;
}

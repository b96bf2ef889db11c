import express, { type Express } from 'express';
import compressed from 'express-static-gzip';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { MAX_JOB_BYTES } from '@velk/core/ground';
import type { AccessStore } from '../store/access.ts';
import { digestStore } from '../store/digests.ts';
import { jobStore } from '../store/jobs.ts';
import { recordStore } from '../store/records.ts';
import { shopStore } from '../store/shops.ts';
import { proofStore } from '../store/proofs.ts';
import type { Queue } from '../work/queue.ts';
import type { Pool } from '../work/pool.ts';
import { entrance, type Entrance } from './access.ts';
import { guardAmount, guardHost } from './guard.ts';
import { jobRoutes } from './jobs.ts';
import { openapi } from './openapi.ts';
import { planRoutes } from './plan.ts';
import { problems, sendProblem } from './problem.ts';
import { proofRoutes } from './proofs.ts';
import { shopRoutes } from './shop.ts';
import { usesOf } from './uses.ts';
import { readJson } from './validated.ts';

export interface AppParts {
  readonly source: DataSource;
  readonly pool: Pool;
  /** Names by which it may be called now. */
  readonly hosts: () => readonly string[];
  readonly access: AccessStore;
  readonly entrance: Entrance;
  readonly logger: Logger;
  /** Works ahead after saves; nobody does in tests of the API alone. */
  readonly ahead?: Pick<Queue, 'saved'>;
  /** Certificate of the authority, for devices to take in; PEM, none at the machine’s own door. */
  readonly authority?: string;
  /** Folder of the built web application; none in tests of the API alone. */
  readonly web?: string;
}

const headers = helmet({
  strictTransportSecurity: false,
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      workerSrc: ["'self'", 'blob:'],
      /** A calliper tells its readings on the machine that shows the page. */
      connectSrc: ["'self'", 'ws://127.0.0.1:4390'],
      upgradeInsecureRequests: null,
    },
  },
});

/** The built application, for every address that is not the API's. */
function serveBuilt(app: Express, web: string): void {
  app.use(
    compressed(web, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        setHeaders: (res, path) =>
          void res.setHeader(
            'Cache-Control',
            path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
          ),
      },
    }),
  );
  /** A file that an older page asks for is gone; it is not the application that it asks for. */
  app.get(/^\/(assets\/|[^/]*\.\w{2,5}$)/, (_req, res) =>
    sendProblem(res, 404, 'There is no such file: reload the page.'),
  );
  app.get('/{*path}', (_req, res) => res.sendFile('index.html', { root: web }));
}

/** The whole server: guards, API, and the built application for every other address. */
export function createApp({
  source,
  pool,
  ahead,
  hosts,
  access,
  entrance: way,
  logger,
  authority,
  web,
}: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      autoLogging: { ignore: (req) => !req.url?.startsWith('/api') },
      redact: [
        'req.headers.cookie',
        'req.headers.authorization',
        'req.headers["x-velk-countersign"]',
        'res.headers["set-cookie"]',
      ],
    }),
  );
  app.use(headers);
  app.use(guardHost(hosts));
  app.use('/api', (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  app.get('/api/health', async (_req, res) => {
    /** Nothing but an answer is asked for: no entity. */
    await source.query('SELECT 1');
    res.json({ status: 'ok' });
  });
  const { guard, router } = entrance(way, access, pool);
  app.use('/api/access', router);
  /** What comes from whoever is not let in is not even read. */
  app.use('/api', guard, readJson(MAX_JOB_BYTES), guardAmount);
  const jobs = jobStore(source);
  const proofs = proofStore(source);
  const shops = shopStore(source);
  app.get('/api/openapi.json', (_req, res) => void res.json(openapi()));
  const uses = usesOf(shops, jobs, pool);
  app.use(
    '/api/jobs',
    jobRoutes({
      jobs,
      digests: digestStore(source),
      records: recordStore(source),
      shops,
      uses,
      pool,
      ...(ahead && { ahead }),
    }),
  );
  app.use('/api/proofs', proofRoutes(proofs, pool));
  app.use('/api/shop', shopRoutes(shops, uses, access, pool));
  app.use('/api/plan', planRoutes(pool));
  app.use('/api', (_req, res) => sendProblem(res, 404, 'There is nothing at this address.'));
  /** Known to everybody, and asked for by who is not let in yet. */
  if (authority)
    app.get(
      '/authority.crt',
      (_req, res) => void res.type('application/x-x509-ca-cert').send(authority),
    );
  if (web) serveBuilt(app, web);
  app.use(problems);
  return app;
}

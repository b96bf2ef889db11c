import { gunzipSync } from 'node:zlib';
import { Router, type Request, type Response } from 'express';
import { JOB_FORMAT, JOB_VERSION, jobTroubles } from '@velk/core/exchange';
import type { Job } from '@velk/core/design';
import type { DigestStore } from '../store/digests.ts';
import type { JobStore } from '../store/jobs.ts';
import type { RecordStore } from '../store/records.ts';
import type { ShopStore } from '../store/shops.ts';
import type { Queue } from '../work/queue.ts';
import { CORE } from '../work/core.ts';
import type { Pool } from '../work/pool.ts';
import type { Answering } from './answering.ts';
import { leaving } from './leaving.ts';
import { sendProblem } from './problem.ts';
import type { Uses } from './uses.ts';
import { sendErrors, validated } from './validated.ts';

const uuid = /^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/;

/** What jobs are kept in, and what works on them. */
export interface JobParts {
  readonly jobs: JobStore;
  readonly digests: DigestStore;
  readonly records: RecordStore;
  readonly shops: ShopStore;
  readonly uses: Uses;
  readonly pool: Pool;
  readonly ahead?: Pick<Queue, 'saved'>;
}

const MISSING = 'There is no such job.';

/**
 * Jobs: list, make, read, save with a version, put away, delete and bring back, revisions, tools
 * that are used, import and export as job files.
 */
export function jobRoutes(parts: JobParts): Router {
  const router = Router();
  router.param('id', (_req, res, next, id: string) =>
    uuid.test(id) ? next() : sendProblem(res, 404, MISSING),
  );
  const who = askingFor(parts.shops);
  listRoutes(router, parts, who);
  storedRoutes(router, parts, who);
  madeRoutes(router, parts);
  recordRoutes(router, parts, who);
  revisionRoutes(router, parts);
  return router;
}

type Who = (req: Request, res: Response) => Promise<string>;

/**
 * Who asks: from the network the device that was let in, whatever it says; at the machine the
 * browser that says so.
 */
const askingFor =
  (shops: ShopStore): Who =>
  async (req, res) => {
    const { session } = res.locals;
    if (session?.door === 'network') return session.device;
    const device = req.get('x-velk-device');
    return (device && uuid.test(device) && (await shops.deviceName(device))) || 'An unnamed device';
  };

/** Every job of the shop, and one more of them. */
function listRoutes(router: Router, { jobs, shops, pool, ahead }: JobParts, who: Who): void {
  router.get('/', async (_req, res: Answering<'GET /api/jobs'>) => {
    const shop = await shops.first();
    res.json(shop ? await jobs.list(shop.id, CORE) : []);
  });

  router.post('/', async (req, res: Answering<'POST /api/jobs'>) => {
    const body = await validated('create', req, res, pool);
    if (!body || troubled(body.job, res)) return;
    const storedJob = await jobs.create((await shops.there()).id, body.job, await who(req, res));
    ahead?.saved(storedJob.id);
    res.status(201).json(storedJob);
  });

  router.post('/import', async (req, res: Answering<'POST /api/jobs/import'>) => {
    const file = await validated('file', req, res, pool);
    if (!file) return;
    const shop = await shops.there();
    const storedJob = await jobs.create(shop.id, file.job, await who(req, res), file.record);
    ahead?.saved(storedJob.id);
    res.status(201).json(storedJob);
  });
}

/** One job as it is stored. */
function storedRoutes(router: Router, { jobs, pool, ahead }: JobParts, who: Who): void {
  router.get('/:id', async (req, res: Answering<'GET /api/jobs/{id}'>) => {
    const storedJob = await jobs.find(req.params.id);
    if (!storedJob) return sendProblem(res, 404, MISSING);
    res.json(storedJob);
  });

  router.get('/:id/version', async (req, res: Answering<'GET /api/jobs/{id}/version'>) => {
    const jobVersion = await jobs.version(req.params.id);
    if (!jobVersion) return sendProblem(res, 404, MISSING);
    res.json(jobVersion);
  });

  router.put('/:id', async (req, res: Answering<'PUT /api/jobs/{id}'>) => {
    const body = await validated('save', req, res, pool);
    if (!body || troubled(body.job, res)) return;
    const by = await who(req, res);
    const saved = await jobs.save(req.params.id, body.job, {
      from: body.version,
      by,
      id: body.save,
    });
    if (!saved) return sendProblem(res, 404, MISSING);
    ahead?.saved(saved.id);
    res.json(saved);
  });

  router.put('/:id/place', async (req, res: Answering<'PUT /api/jobs/{id}/place'>) => {
    const body = await validated('place', req, res, pool);
    if (!body) return;
    if (!(await jobs.move(req.params.id, body.place))) return sendProblem(res, 404, MISSING);
    res.json(body);
  });
}

/** What is made of a job: its file, its plan, the tools that uses. */
function madeRoutes(router: Router, { jobs, digests, uses }: JobParts): void {
  router.get('/:id/file', async (req, res: Answering<'GET /api/jobs/{id}/file'>) => {
    const withShop = await jobs.withShop(req.params.id);
    if (!withShop) return sendProblem(res, 404, MISSING);
    res.json({ format: JOB_FORMAT, version: JOB_VERSION, ...withShop.file });
  });

  /** As it was worked out ahead; another core than this server’s reads none of its plans. */
  router.get('/:id/plan', async (req, res) => {
    const packed = CORE && req.query['core'] === CORE && (await digests.plan(req.params.id, CORE));
    if (!packed) return void res.status(204).end();
    res.type('json').vary('Accept-Encoding');
    if (!req.acceptsEncodings('gzip')) return void res.send(gunzipSync(packed));
    res.set('Content-Encoding', 'gzip').send(packed);
  });

  router.get('/:id/tools', async (req, res: Answering<'GET /api/jobs/{id}/tools'>) => {
    const used = await uses.of(req.params.id, leaving(res));
    if (!used) return sendProblem(res, 404, MISSING);
    res.json([...used]);
  });
}

function recordRoutes(router: Router, { records, pool }: JobParts, who: Who): void {
  router.get('/:id/record', async (req, res: Answering<'GET /api/jobs/{id}/record'>) => {
    const after = typeof req.query['after'] === 'string' ? req.query['after'] : '0';
    if (!/^\d{1,9}$/.test(after))
      return sendProblem(res, 400, '“after” must be a place in the record, or 0.');
    const recordPage = await records.read(req.params.id, Number(after));
    if (!recordPage) return sendProblem(res, 404, MISSING);
    res.json(recordPage);
  });

  /** The time here is told, too: a clock that is wrong is noticed. */
  router.post('/:id/record', async (req, res: Answering<'POST /api/jobs/{id}/record'>) => {
    const body = await validated('lines', req, res, pool);
    if (!body) return;
    if (!(await records.add(req.params.id, body.lines, await who(req, res))))
      return sendProblem(res, 404, MISSING);
    res.status(201).json({ now: new Date().toISOString() });
  });
}

function revisionRoutes(router: Router, { jobs }: JobParts): void {
  router.get('/:id/revisions', async (req, res: Answering<'GET /api/jobs/{id}/revisions'>) => {
    const revisions = await jobs.revisions(req.params.id);
    if (!revisions) return sendProblem(res, 404, MISSING);
    res.json(revisions);
  });

  router.get(
    '/:id/revisions/:version',
    async (req, res: Answering<'GET /api/jobs/{id}/revisions/{version}'>) => {
      const version = /^\d{1,9}$/.test(req.params.version) ? Number(req.params.version) : 0;
      const job = await jobs.revision(req.params.id, version);
      if (!job) return sendProblem(res, 404, 'There is no such version.');
      res.json(job);
    },
  );
}

function troubled(job: Job, res: Response): boolean {
  const errors = jobTroubles(job);
  if (errors.length) sendErrors(res, errors);
  return errors.length > 0;
}

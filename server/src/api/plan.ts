import { Router } from 'express';
import type { Pool } from '../work/pool.ts';
import { leaving } from './leaving.ts';
import { validated } from './validated.ts';

/** `POST /api/plan`: a job file in, its whole plan out, proof included; nothing is stored. */
export function planRoutes(pool: Pool): Router {
  const router = Router();
  router.post('/', async (req, res) => {
    const file = await validated('file', req, res, pool);
    if (!file) return;
    const weight = file.job.parts.length + file.job.joints.length * WEIGHT;
    res.json(await pool.ask('plan', { file }, { weight, signal: leaving(res) }));
  });
  return router;
}

/** A joint that is proved takes about so much more than a part. */
const WEIGHT = 300;

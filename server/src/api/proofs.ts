import { Router } from 'express';
import type { ProofStore } from '../store/proofs.ts';
import type { Pool } from '../work/pool.ts';
import type { Answering } from './answering.ts';
import { validated } from './validated.ts';

/** Proofs that this server made before, by what they depend on; none is ever taken from outside. */
export function proofRoutes(proofs: ProofStore, pool: Pool): Router {
  const router = Router();
  router.post('/', async (req, res: Answering<'POST /api/proofs'>) => {
    const body = await validated('proofs', req, res, pool);
    if (body) res.json({ proofs: await proofs.find(body.core, body.keys) });
  });
  return router;
}

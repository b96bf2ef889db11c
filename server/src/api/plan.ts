import { Router } from 'express';
import { checkJobFile } from '@velk/core';
import type { Planner } from '../work/planner.ts';
import { sendProblem } from './problem.ts';

/** `POST /api/plan`: a job file in, its whole plan out, proof included; nothing is stored. */
export function planRoutes(planner: Planner): Router {
  const router = Router();
  router.post('/', async (req, res) => {
    const checked = checkJobFile(req.body);
    if (!checked.ok)
      return sendProblem(res, 422, `${checked.errors[0]!.path} ${checked.errors[0]!.message}.`, {
        errors: checked.errors,
      });
    res.json(await planner.plan(checked.value));
  });
  return router;
}

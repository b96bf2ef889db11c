import { Router } from 'express';
import Joi from 'joi';
import { planJob, shopSchema, toolsUsed, type FieldError, type Shop } from '@velk/core';
import type { ShopRow } from '../store/entities.ts';
import type { JobStore } from '../store/jobs.ts';
import type { ShopStore } from '../store/shops.ts';
import { saveFields } from './jobs.ts';
import { sendProblem } from './problem.ts';
import { validated } from './validated.ts';

export const shopSaveSchema = Joi.object<{ version: number; save?: string; shop: Shop }>({
  ...saveFields,
  shop: shopSchema,
}).required();
export const deviceSchema = Joi.object<{ id: string; name: string }>({
  id: Joi.string().uuid().required(),
  name: Joi.string().trim().min(1).max(60).required(),
}).required();

export const shopCreateSchema = Joi.object<{ shop: Shop }>({ shop: shopSchema }).required();

/** The shop with its chest, and the names of its devices. */
export function shopRoutes(shops: ShopStore, jobs: JobStore): Router {
  const router = Router();
  const none = 'The database has no shop yet.';

  router.get('/', async (_req, res) => {
    const shop = await shops.first();
    if (!shop) return sendProblem(res, 404, none);
    res.json({ id: shop.id, version: shop.version, shop: shop.data });
  });

  router.post('/', async (req, res) => {
    const body = validated(shopCreateSchema, req.body, res);
    if (!body) return;
    const known = await shops.first();
    if (known) return sendProblem(res, 409, 'This database has a shop already.', { current: known });
    const made = await shops.create(body.shop);
    res.status(201).json({ id: made.id, version: made.version, shop: made.data });
  });

  router.put('/', async (req, res) => {
    const body = validated(shopSaveSchema, req.body, res);
    if (!body) return;
    const shop = await shops.first();
    const lost = shop ? await usedAndGone(shop, body.shop, jobs) : [];
    if (lost.length) return sendProblem(res, 422, lost[0]!.message, { errors: lost });
    const saved = shop && (await shops.save(shop.id, body.shop, body.version, body.save));
    if (!saved) return sendProblem(res, 404, none);
    res.json({ id: saved.id, version: saved.version, shop: saved.data });
  });

  router.post('/devices', async (req, res) => {
    const body = validated(deviceSchema, req.body, res);
    if (!body) return;
    const shop = await shops.first();
    if (!shop) return sendProblem(res, 404, none);
    res.status(201).json(await shops.nameDevice(shop.id, body.id, body.name));
  });

  return router;
}

/** Tools that a saved job's plan uses and that the new chest no longer has: they are retired, never removed. */
async function usedAndGone({ id, data }: ShopRow, next: Shop, jobs: JobStore): Promise<FieldError[]> {
  const kept = new Set(next.tools.map((t) => t.id));
  const gone = data.tools.filter((t) => !kept.has(t.id));
  if (!gone.length) return [];
  const found = new Map<string, FieldError>();
  for (const { id: jobId } of await jobs.list(id)) {
    const stored = await jobs.find(jobId);
    if (!stored) continue;
    const used = toolsUsed(planJob(stored.job, data));
    for (const tool of gone)
      if (used.has(tool.id) && !found.has(tool.id))
        found.set(tool.id, {
          path: `shop.tools.${tool.id}`,
          message: `“${tool.name}” is used by the plan of “${stored.job.name}”. Retire it instead: it is then no longer chosen.`,
        });
  }
  return [...found.values()];
}

import { Router } from 'express';
import Joi from 'joi';
import { shopSchema, type Shop } from '@velk/core';
import type { ShopStore } from '../store/shops.ts';
import { sendProblem } from './problem.ts';
import { validated } from './validated.ts';

export const shopSaveSchema = Joi.object<{ version: number; shop: Shop }>({
  version: Joi.number().integer().min(1).required(),
  shop: shopSchema,
}).required();
export const deviceSchema = Joi.object<{ id: string; name: string }>({
  id: Joi.string().uuid().required(),
  name: Joi.string().trim().min(1).max(60).required(),
}).required();

/** The shop with its chest, and the names of its devices. */
export function shopRoutes(shops: ShopStore): Router {
  const router = Router();
  const none = 'The database has no shop yet.';

  router.get('/', async (_req, res) => {
    const shop = await shops.first();
    if (!shop) return sendProblem(res, 404, none);
    res.json({ id: shop.id, version: shop.version, shop: shop.data });
  });

  router.put('/', async (req, res) => {
    const body = validated(shopSaveSchema, req.body, res);
    if (!body) return;
    const shop = await shops.first();
    const saved = shop && (await shops.save(shop.id, body.version, body.shop));
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

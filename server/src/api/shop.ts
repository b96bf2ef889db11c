import { Router, type Response } from 'express';
import { shopTroubles, type FieldError } from '@velk/core/exchange';
import type { Shop } from '@velk/core/shop';
import type { AccessStore } from '../store/access.ts';
import type { ShopRow } from '../store/entities.ts';
import type { ShopStore } from '../store/shops.ts';
import type { Pool } from '../work/pool.ts';
import type { Answering } from './answering.ts';
import { sendProblem } from './problem.ts';
import { shownShop } from './shownShop.ts';
import type { Uses } from './uses.ts';
import { sendErrors, validated } from './validated.ts';

/** The shop with its chest, and the names of its devices. */
export function shopRoutes(shops: ShopStore, uses: Uses, access: AccessStore, pool: Pool): Router {
  const router = Router();
  router.get('/', async (_req, res: Answering<'GET /api/shop'>) => {
    res.json(shownShop(await shops.there()));
  });

  router.post('/', async (req, res: Answering<'POST /api/shop'>) => {
    const body = await validated('shopCreate', req, res, pool);
    if (!body || troubled(body.shop, res)) return;
    const shopRow = await shops.create(body.shop);
    if (shopRow) return void res.status(201).json(shownShop(shopRow));
    sendProblem(res, 409, 'This database has a shop already.', {
      current: shownShop(await shops.there()),
    });
  });

  router.put('/', async (req, res: Answering<'PUT /api/shop'>) => {
    const body = await validated('shopSave', req, res, pool);
    if (!body || troubled(body.shop, res)) return;
    const lost = await usedAndGone(await shops.there(), body.shop, uses);
    if (lost.length) return sendProblem(res, 422, lost[0]!.message, { errors: lost });
    res.json(shownShop(await shops.save(body.shop, body.version, body.save)));
  });

  router.post('/devices', async (req, res: Answering<'POST /api/shop/devices'>) => {
    const body = await validated('device', req, res, pool);
    if (!body) return;
    /** From the network a device names itself and no other. */
    const { session } = res.locals;
    const id = session?.door === 'network' ? session.deviceId : body.id;
    const named = await shops.nameDevice(id, body.name);
    access.forget();
    res.status(201).json(named);
  });

  return router;
}

function troubled(shop: Shop, res: Response): boolean {
  const errors = shopTroubles(shop);
  if (errors.length) sendErrors(res, errors);
  return errors.length > 0;
}

/**
 * Tools that a saved job's plan uses and that the new chest no longer has: they are retired, never
 * removed.
 */
async function usedAndGone({ data }: ShopRow, next: Shop, uses: Uses): Promise<FieldError[]> {
  const kept = new Set(next.tools.map((t) => t.id));
  const gone = data.tools.filter((t) => !kept.has(t.id));
  if (!gone.length) return [];
  const found = new Map<string, FieldError>();
  for (const { job, tools } of await uses.ofAll())
    for (const tool of gone)
      if (tools.has(tool.id) && !found.has(tool.id))
        found.set(tool.id, {
          path: `shop.tools.${tool.id}`,
          message: `“${tool.name}” is used by the plan of “${job}”. Retire it instead: it is then no longer chosen.`,
        });
  return [...found.values()];
}

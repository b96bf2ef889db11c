import { createHash, timingSafeEqual } from 'node:crypto';
import { parse } from 'cookie';
import {
  Router,
  type CookieOptions,
  type Request,
  type RequestHandler,
  type Response,
} from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Door, Network, Session } from '@velk/core/wire';
import { hashOf, isPassphrase, weaknessOf } from '../access/passphrase.ts';
import { LIFE, type AccessStore } from '../store/access.ts';
import type { Pool } from '../work/pool.ts';
import type { Answering } from './answering.ts';
import { sendProblem } from './problem.ts';
import { readJson, validated } from './validated.ts';

/**
 * Where this server lets people in: at the machine with a key that it prints, from the network by
 * passphrase.
 */
export interface Entrance {
  readonly door: Door;
  /** What whoever comes in at the machine shows. */
  readonly key?: string;
  /** As it is now: addresses change while Velk runs. */
  readonly network?: () => Network;
}

const DAY = 86_400_000;
/** Guesses a minute from one address. */
const GUESSES = 20;

declare module 'express-serve-static-core' {
  interface Locals {
    session?: Session;
  }
}

const same = (a: string, b: string) => {
  const sum = (text: string) => createHash('sha256').update(text).digest();
  return timingSafeEqual(sum(a), sum(b));
};

/** What whoever isn’t let in is told. */
const STRANGER: Readonly<Record<Door, string>> = {
  machine:
    'Velk does not know you: open the address that it printed when it started, which holds the key.',
  network: 'This device is not let in: type the passphrase of the shop.',
};

/** One thing after another: a guess takes much memory, so that guessing is dear. */
function queueOfOne() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(work: () => Promise<T>): Promise<T> => {
    const next = last.then(work, work);
    last = next.catch(() => undefined);
    return next;
  };
}

/** Whether a key is that of this start; says otherwise to whoever sent it. */
function knowsKey(key: string | undefined, said: string | undefined, req: Request, res: Response) {
  if (key !== undefined && said !== undefined && same(said, key)) return true;
  req.log.warn('a wrong key at the machine');
  const stale = 'This key is of another start. Open the address printed last.';
  sendProblem(res, 401, said === undefined ? STRANGER.machine : stale);
  return false;
}

/**
 * Whether a passphrase is the shop’s, as long as any is taken; says otherwise to whoever sent it.
 */
async function knowsPassphrase(
  store: AccessStore,
  said: string | undefined,
  req: Request,
  res: Response,
): Promise<boolean> {
  if (!(await store.guess())) {
    const { lockedUntil } = await store.passphrase();
    const left = Math.ceil((Date.parse(lockedUntil ?? '') - Date.now()) / 60_000);
    const wait = Math.max(1, left || 1);
    req.log.warn('a passphrase from the network while none is taken');
    res.set('Retry-After', String(wait * 60));
    sendProblem(
      res,
      429,
      `Too many wrong passphrases: none is taken for ${wait} minutes, unless it is allowed at the machine, under Shop.`,
    );
    return false;
  }
  const { hash } = await store.passphrase();
  if (hash && said !== undefined && (await isPassphrase(said, hash))) {
    await store.unlock();
    return true;
  }
  req.log.warn('a wrong passphrase from the network');
  sendProblem(res, 401, 'This is not the passphrase of the shop.');
  return false;
}

/** Who is let in, and the routes by which one comes in, sees who is in, and shows somebody out. */
export function entrance(way: Entrance, store: AccessStore, pool: Pool) {
  const { door, key } = way;
  /**
   * Cookies know no ports: two Velks of one machine have one each, told apart by the port that the
   * browser asked; several servers behind one address have the same. It is worth nothing by itself.
   */
  const cookieOf = (req: Request) => {
    const port = /:(\d+)$/.exec(req.headers.host ?? '')?.[1] ?? '443';
    return `${door === 'network' ? '__Host-' : ''}velk-${port}`;
  };
  const sessionOf = async (req: Request): Promise<Session | undefined> => {
    const token = parse(req.headers.cookie ?? '')[cookieOf(req)];
    const countersign = req.get('x-velk-countersign');
    return token && countersign ? store.seen(door, { token, countersign }) : undefined;
  };
  /** Programs at the machine show the key itself. */
  const showsKey = ({ headers }: Request) =>
    key !== undefined && same(headers.authorization ?? '', `Bearer ${key}`);

  const guard: RequestHandler = async (req, res, next) => {
    const session = await sessionOf(req);
    if (!session && !showsKey(req)) return sendProblem(res, 401, STRANGER[door]);
    if (session) res.locals.session = session;
    next();
  };
  const atTheMachine: RequestHandler = (_req, res, next) =>
    door === 'machine'
      ? next()
      : sendProblem(res, 403, 'This can be done at the machine itself only.');

  const router = Router();
  router.use(readJson('4kb'));
  const inTurn = queueOfOne();
  comingIn(router, way, { store, pool, guard, inTurn, cookieOf, sessionOf, showsKey });
  othersIn(router, way, { store, pool, guard, inTurn, atTheMachine });
  return { guard, router };
}

/** What the routes of an entrance need. */
interface Doorkeeper {
  readonly store: AccessStore;
  readonly pool: Pool;
  readonly guard: RequestHandler;
  readonly atTheMachine: RequestHandler;
  readonly inTurn: ReturnType<typeof queueOfOne>;
  readonly cookieOf: (req: Request) => string;
  readonly sessionOf: (req: Request) => Promise<Session | undefined>;
  readonly showsKey: (req: Request) => boolean;
}

/** Whether one is in, coming in, and going out. */
function comingIn(
  router: Router,
  { door, key, network }: Entrance,
  keeper: Omit<Doorkeeper, 'atTheMachine'>,
): void {
  const { store, pool, guard, inTurn, cookieOf, sessionOf, showsKey } = keeper;
  const options: CookieOptions = {
    httpOnly: true,
    secure: door === 'network',
    sameSite: 'strict',
    path: '/',
  };
  const limit = rateLimit({
    windowMs: 60_000,
    limit: GUESSES,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_req, res) =>
      sendProblem(res, 429, 'Too many tries from this address: wait a minute.'),
  });

  router.get('/', async (req, res: Answering<'GET /api/access'>) => {
    const session = await sessionOf(req);
    if (!session && !showsKey(req)) return void res.json({ door, in: false });
    const { hash, lockedUntil } = await store.passphrase();
    res.json({
      door,
      in: true,
      session: session?.id,
      passphrase: hash !== null,
      lockedUntil,
      network: network?.(),
    });
  });

  /** A key can't be guessed, and whoever sends wrong ones must not keep the owner out. */
  const limits = door === 'network' ? [limit] : [];
  router.post('/', ...limits, async (req, res: Answering<'POST /api/access'>) => {
    const said = await validated('letIn', req, res, pool);
    if (!said) return;
    const isKnown = await inTurn(async () =>
      door === 'machine'
        ? knowsKey(key, said.key, req, res)
        : knowsPassphrase(store, said.passphrase, req, res),
    );
    if (!isKnown) return;
    const { token, countersign } = await store.letIn(door, said.device);
    res.cookie(cookieOf(req), token, { ...options, maxAge: LIFE.total * DAY });
    res.status(201).json({ door, in: true, countersign });
  });

  router.delete('/', guard, async (req, res: Answering<'DELETE /api/access'>) => {
    if (res.locals.session) await store.end(res.locals.session.id);
    res.clearCookie(cookieOf(req), options);
    res.json({ door, in: false });
  });
}

/** Who else is in, and what is said at the machine alone. */
function othersIn(
  router: Router,
  { door }: Entrance,
  {
    store,
    pool,
    guard,
    inTurn,
    atTheMachine,
  }: Pick<Doorkeeper, 'store' | 'pool' | 'guard' | 'inTurn' | 'atTheMachine'>,
): void {
  router.get('/devices', guard, async (_req, res: Answering<'GET /api/access/devices'>) => {
    const own = (id: string) => id === res.locals.session?.id;
    res.json((await store.devices()).filter(({ id }) => door === 'machine' || own(id)));
  });

  router.delete(
    '/devices/:id',
    guard,
    atTheMachine,
    async (req, res: Answering<'DELETE /api/access/devices/{id}'>) => {
      const id = String(req.params['id']);
      if (!/^[\da-f-]{36}$/.test(id) || !(await store.end(id)))
        return sendProblem(res, 404, 'There is no such device that is let in.');
      res.json(await store.devices());
    },
  );

  router.put(
    '/passphrase',
    guard,
    atTheMachine,
    async (req, res: Answering<'PUT /api/access/passphrase'>) => {
      const said = await validated('passphrase', req, res, pool);
      if (!said) return;
      const message = weaknessOf(said.passphrase);
      if (message)
        return sendProblem(res, 422, message, { errors: [{ path: 'passphrase', message }] });
      await store.setPassphrase(await inTurn(() => hashOf(said.passphrase)));
      res.json({ door, in: true });
    },
  );

  router.delete(
    '/lock',
    guard,
    atTheMachine,
    async (_req, res: Answering<'DELETE /api/access/lock'>) => {
      await store.unlock();
      res.json({ door, in: true });
    },
  );
}

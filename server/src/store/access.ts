import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Device, Door, Session } from '@velk/core/wire';
import { PassphraseEntity, SessionEntity, type SessionRow } from './entities.ts';

/**
 * A device is let in for so long without a sign of it, and so long in all, days: a shop's tablet
 * rests over holidays.
 */
export const LIFE = { idle: 30, total: 180 } as const;
/**
 * After each so many wrong passphrases in a row none is taken for a while, twice as long each time,
 * up to a day.
 */
export const LOCK = { after: 10, minutes: 15, most: 1440 } as const;

/** So long a device is taken as let in without asking the database, ms. */
const REMEMBERED = 5000;

const sessionOf = ({ id, door, deviceId, device, madeAt, seenAt }: SessionRow): Session => ({
  id,
  door,
  deviceId,
  device,
  madeAt: madeAt.toISOString(),
  seenAt: seenAt.toISOString(),
});

/**
 * What a browser that is let in shows from then on, each half useless without the other: a cookie,
 * which no script reads but which goes to every port of the host, and a countersign, which the page
 * keeps and no other origin reads.
 */
export interface Pass {
  readonly token: string;
  readonly countersign: string;
}

/** Of a pass only its sum is kept: who reads the database can't come in with it. */
const sumOf = ({ token, countersign }: Pass) =>
  createHash('sha256').update(`${token} ${countersign}`).digest('base64');
const half = () => randomBytes(32).toString('base64url');
const LIVES = `made_at > now() - interval '${LIFE.total} days' AND seen_at > now() - interval '${LIFE.idle} days'`;

/**
 * When no passphrase is taken until, once one more was wrong; the count before is the database’s.
 */
const LOCKED = `CASE WHEN (wrong + 1) % ${LOCK.after} = 0 THEN now() + interval '1 minute' * least(
  ${LOCK.most}, ${LOCK.minutes} * power(2, least((wrong + 1) / ${LOCK.after}, 20) - 1)) END`;

const UNLOCKED = { wrong: 0, lockedUntil: null };

/** The shop's passphrase and the devices that are let in. */
export function accessStore(source: DataSource) {
  const remembered = new Map<string, { session: Session; until: number }>();
  const passphrases = source.getRepository(PassphraseEntity);
  const sessions = source.getRepository(SessionEntity);
  return {
    passphrase: async (): Promise<{ hash: string | null; lockedUntil: string | null }> => {
      const row = await passphrases
        .createQueryBuilder()
        .select('hash')
        .addSelect('CASE WHEN locked_until > now() THEN locked_until END', 'until')
        .getRawOne<{ hash: string | null; until: Date | null }>();
      return { hash: row?.hash ?? null, lockedUntil: row?.until?.toISOString() ?? null };
    },

    /**
     * A new passphrase lifts every lock, and whoever came in from the network types the new one.
     */
    setPassphrase: (hash: string): Promise<void> =>
      source.transaction(async (manager) => {
        await manager.updateAll(PassphraseEntity, { hash, ...UNLOCKED });
        await manager.delete(SessionEntity, { door: 'network' });
        remembered.clear();
      }),

    /**
     * Counts a guess before it is looked at, so that many at once are no more; false while none is
     * taken.
     */
    guess: async (): Promise<boolean> => {
      const { affected } = await passphrases
        .createQueryBuilder()
        .update()
        .set({ wrong: () => 'wrong + 1', lockedUntil: () => LOCKED })
        .where('locked_until IS NULL OR locked_until <= now()')
        .execute();
      return affected === 1;
    },

    /** The guess was right, or somebody at the machine says that guessing may go on. */
    unlock: async (): Promise<void> => {
      await passphrases.updateAll(UNLOCKED);
    },

    /** Lets a device in; gives the pass that it shows from then on. */
    letIn: async (door: Door, device: Device): Promise<Pass> => {
      const pass: Pass = { token: half(), countersign: half() };
      await source.transaction(async (manager) => {
        await manager
          .createQueryBuilder()
          .delete()
          .from(SessionEntity)
          .where(`NOT (${LIVES}) OR (door = :door AND device_id = :id)`, { door, id: device.id })
          .execute();
        await manager.insert(SessionEntity, {
          id: randomUUID(),
          secret: sumOf(pass),
          door,
          deviceId: device.id,
          device: device.name,
        });
      });
      return pass;
    },

    /** The device that a pass belongs to, seen just now; nothing where it is no longer let in. */
    seen: async (door: Door, pass: Pass): Promise<Session | undefined> => {
      const secret = sumOf(pass);
      const known = remembered.get(secret);
      if (known && known.until > Date.now() && known.session.door === door) return known.session;
      const { affected } = await sessions
        .createQueryBuilder()
        .update()
        .set({ seenAt: () => 'now()' })
        .where(`secret = :secret AND door = :door AND ${LIVES}`, { secret, door })
        .execute();
      remembered.delete(secret);
      const row = affected ? await sessions.findOneBy({ secret }) : null;
      if (row) remembered.set(secret, { session: sessionOf(row), until: Date.now() + REMEMBERED });
      return row ? sessionOf(row) : undefined;
    },

    /** Devices are asked for anew: one calls itself otherwise from now on. */
    forget: (): void => remembered.clear(),

    /** Every device that is let in, the last seen first. */
    devices: async (): Promise<Session[]> => {
      const rows = await sessions
        .createQueryBuilder('session')
        .where(LIVES)
        .orderBy('session.seenAt', 'DESC')
        .getMany();
      return rows.map(sessionOf);
    },

    /** Lets a device in no longer. */
    end: async (id: string): Promise<boolean> => {
      remembered.clear();
      return (await sessions.delete({ id })).affected === 1;
    },
  };
}

export type AccessStore = ReturnType<typeof accessStore>;

import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Door, Session } from '@velk/core/wire';

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

interface SessionRow {
  id: string;
  door: Door;
  device_id: string;
  device: string;
  made_at: Date;
  seen_at: Date;
}

const sessionOf = (row: SessionRow): Session => ({
  id: row.id,
  door: row.door,
  deviceId: row.device_id,
  device: row.device,
  madeAt: row.made_at.toISOString(),
  seenAt: row.seen_at.toISOString(),
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

/** The shop's passphrase and the devices that are let in. */
export function accessStore(source: DataSource) {
  const remembered = new Map<string, { session: Session; until: number }>();
  return {
    passphrase: async (): Promise<{ hash: string | null; lockedUntil: string | null }> => {
      const [row] = await source.query<{ hash: string | null; locked_until: Date | null }[]>(
        'SELECT hash, CASE WHEN locked_until > now() THEN locked_until END AS locked_until FROM passphrase',
      );
      return { hash: row?.hash ?? null, lockedUntil: row?.locked_until?.toISOString() ?? null };
    },

    /**
     * A new passphrase lifts every lock, and whoever came in from the network types the new one.
     */
    setPassphrase: (hash: string): Promise<void> =>
      source.transaction(async (manager) => {
        await manager.query('UPDATE passphrase SET hash = $1, wrong = 0, locked_until = NULL', [
          hash,
        ]);
        await manager.query("DELETE FROM session WHERE door = 'network'");
        remembered.clear();
      }),

    /**
     * Counts a guess before it is looked at, so that many at once are no more; false while none is
     * taken.
     */
    guess: async (): Promise<boolean> => {
      const [rows] = await source.query<[{ wrong: number }[], number]>(
        `UPDATE passphrase SET wrong = wrong + 1, locked_until = CASE WHEN (wrong + 1) % $1::int = 0
           THEN now() + interval '1 minute' * least($3::int, $2::int * power(2, least((wrong + 1) / $1::int, 20) - 1)) END
         WHERE locked_until IS NULL OR locked_until <= now() RETURNING wrong`,
        [LOCK.after, LOCK.minutes, LOCK.most],
      );
      return rows.length > 0;
    },

    /** The guess was right, or somebody at the machine says that guessing may go on. */
    unlock: (): Promise<void> =>
      source.query('UPDATE passphrase SET wrong = 0, locked_until = NULL'),

    /** Lets a device in; gives the pass that it shows from then on. */
    letIn: async (door: Door, device: { id: string; name: string }): Promise<Pass> => {
      const pass: Pass = { token: half(), countersign: half() };
      await source.transaction(async (manager) => {
        await manager.query(
          `DELETE FROM session WHERE NOT (${LIVES}) OR (door = $1 AND device_id = $2)`,
          [door, device.id],
        );
        await manager.query(
          'INSERT INTO session (id, secret, door, device_id, device) VALUES ($1, $2, $3, $4, $5)',
          [randomUUID(), sumOf(pass), door, device.id, device.name],
        );
      });
      return pass;
    },

    /** The device that a pass belongs to, seen just now; nothing where it is no longer let in. */
    seen: async (door: Door, pass: Pass): Promise<Session | undefined> => {
      const sum = sumOf(pass);
      const known = remembered.get(sum);
      if (known && known.until > Date.now() && known.session.door === door) return known.session;
      const [rows] = await source.query<[SessionRow[], number]>(
        `UPDATE session SET seen_at = now() WHERE secret = $1 AND door = $2 AND ${LIVES} RETURNING *`,
        [sum, door],
      );
      remembered.delete(sum);
      if (rows[0])
        remembered.set(sum, { session: sessionOf(rows[0]), until: Date.now() + REMEMBERED });
      return remembered.get(sum)?.session;
    },

    /** Devices are asked for anew: one calls itself otherwise from now on. */
    forget: (): void => remembered.clear(),

    /** Every device that is let in, the last seen first. */
    devices: async (): Promise<Session[]> => {
      const rows = await source.query<SessionRow[]>(
        `SELECT * FROM session WHERE ${LIVES} ORDER BY seen_at DESC`,
      );
      return rows.map(sessionOf);
    },

    /** Lets a device in no longer. */
    end: async (id: string): Promise<boolean> => {
      remembered.clear();
      const [rows] = await source.query<[unknown[], number]>(
        'DELETE FROM session WHERE id = $1 RETURNING id',
        [id],
      );
      return rows.length > 0;
    },
  };
}

export type AccessStore = ReturnType<typeof accessStore>;

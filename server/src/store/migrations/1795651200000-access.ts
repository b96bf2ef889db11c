import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The passphrase of the shop's network with the wrong ones typed since, and who is let in. */
export class Access1795651200000 implements MigrationInterface {
  name = 'Access1795651200000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE passphrase (
        one boolean PRIMARY KEY DEFAULT true CHECK (one),
        hash text,
        wrong integer NOT NULL DEFAULT 0,
        locked_until timestamptz
      );
      INSERT INTO passphrase DEFAULT VALUES;
      CREATE TABLE session (
        id uuid PRIMARY KEY,
        secret text NOT NULL UNIQUE,
        door text NOT NULL CHECK (door IN ('machine', 'network')),
        device_id uuid NOT NULL,
        device text NOT NULL,
        made_at timestamptz NOT NULL DEFAULT now(),
        seen_at timestamptz NOT NULL DEFAULT now()
      );
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE session; DROP TABLE passphrase');
  }
}

import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Where a job lies: on the bench, put away, or deleted and kept for a while. */
export class Places1795737600000 implements MigrationInterface {
  name = 'Places1795737600000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE job ADD COLUMN place text NOT NULL DEFAULT 'bench' CHECK (place IN ('bench', 'shelf', 'bin'));
      ALTER TABLE job ADD COLUMN moved_at timestamptz NOT NULL DEFAULT now();
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE job DROP COLUMN place, DROP COLUMN moved_at');
  }
}

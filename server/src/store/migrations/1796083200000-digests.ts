import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What lists say of plans that the server made. */
export class Digests1796083200000 implements MigrationInterface {
  name = 'Digests1796083200000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE kept_digest (
        job_id uuid PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
        core text NOT NULL,
        version integer NOT NULL,
        shop_version integer NOT NULL,
        digest jsonb NOT NULL
      );
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE kept_digest');
  }
}

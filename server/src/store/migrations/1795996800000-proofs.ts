import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Proofs that the server made, under what they depend on. */
export class Proofs1795996800000 implements MigrationInterface {
  name = 'Proofs1795996800000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE kept_proof (
        core text NOT NULL,
        key text NOT NULL,
        text text NOT NULL,
        sum text NOT NULL,
        used_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (core, key)
      );
      CREATE INDEX kept_proof_used ON kept_proof (used_at);
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE kept_proof');
  }
}

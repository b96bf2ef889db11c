import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Each save by the id its maker gave it: whoever lost the answer can ask again and is told that it
 * landed.
 */
export class Saves1795564800000 implements MigrationInterface {
  name = 'Saves1795564800000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE revision ADD COLUMN save_id uuid');
    await runner.query('CREATE INDEX revision_save ON revision (job_id, save_id)');
    await runner.query('ALTER TABLE shop ADD COLUMN save_id uuid');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE shop DROP COLUMN save_id');
    await runner.query('ALTER TABLE revision DROP COLUMN save_id');
  }
}

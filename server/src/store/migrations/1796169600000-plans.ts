import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Beside what lists say of a plan the plan itself, packed: a device new to a job shows it at once.
 */
export class Plans1796169600000 implements MigrationInterface {
  name = 'Plans1796169600000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE kept_digest ADD COLUMN plan bytea');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE kept_digest DROP COLUMN plan');
  }
}

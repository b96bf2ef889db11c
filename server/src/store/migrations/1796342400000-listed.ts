import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a list draws and counts of a plan, beside the plan: a list reads no plans. */
export class Listed1796342400000 implements MigrationInterface {
  name = 'Listed1796342400000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE kept_digest ADD COLUMN listed jsonb');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE kept_digest DROP COLUMN listed');
  }
}

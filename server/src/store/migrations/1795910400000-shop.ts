import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * One shop to a database. Where several were made at one moment, the one with jobs stays, then the
 * one that was saved most often; the others are set aside, and nothing of them is thrown away.
 */
export class Shop1795910400000 implements MigrationInterface {
  name = 'Shop1795910400000';

  async up(runner: QueryRunner): Promise<void> {
    const kept = `(
      SELECT s.id FROM shop s
      ORDER BY EXISTS (SELECT FROM job j WHERE j.shop_id = s.id) DESC, s.version DESC, s.name, s.id LIMIT 1)`;
    await runner.query(`
      UPDATE job SET shop_id = ${kept};
      UPDATE device SET shop_id = ${kept};
      CREATE TABLE shop_set_aside AS SELECT * FROM shop WHERE id <> ${kept};
      DELETE FROM shop WHERE id <> ${kept};
      CREATE UNIQUE INDEX shop_one ON shop ((true));
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      DROP INDEX shop_one;
      INSERT INTO shop SELECT * FROM shop_set_aside;
      DROP TABLE shop_set_aside;
    `);
  }
}

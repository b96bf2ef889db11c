import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Shops with their devices, jobs with their parts and joints, and a revision for each saved change.
 */
export class Jobs1795392000000 implements MigrationInterface {
  name = 'Jobs1795392000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE shop (
        id uuid PRIMARY KEY,
        name text NOT NULL,
        data jsonb NOT NULL,
        version integer NOT NULL
      );
      CREATE TABLE device (
        id uuid PRIMARY KEY,
        shop_id uuid NOT NULL REFERENCES shop (id),
        name text NOT NULL
      );
      CREATE TABLE job (
        id uuid PRIMARY KEY,
        shop_id uuid NOT NULL REFERENCES shop (id),
        name text NOT NULL,
        notes text NOT NULL,
        units text NOT NULL CHECK (units IN ('mm', 'in')),
        version integer NOT NULL,
        updated_at timestamptz NOT NULL,
        updated_by text NOT NULL
      );
      CREATE INDEX job_of_shop ON job (shop_id);
      CREATE TABLE part (
        job_id uuid NOT NULL REFERENCES job (id),
        id text NOT NULL,
        position integer NOT NULL,
        data jsonb NOT NULL,
        PRIMARY KEY (job_id, id)
      );
      CREATE TABLE joint (
        job_id uuid NOT NULL REFERENCES job (id),
        id text NOT NULL,
        position integer NOT NULL,
        kind text NOT NULL,
        data jsonb NOT NULL,
        PRIMARY KEY (job_id, id)
      );
      CREATE TABLE revision (
        job_id uuid NOT NULL REFERENCES job (id),
        version integer NOT NULL,
        saved_at timestamptz NOT NULL,
        saved_by text NOT NULL,
        data jsonb NOT NULL,
        PRIMARY KEY (job_id, version)
      );
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE revision, joint, part, job, device, shop');
  }
}

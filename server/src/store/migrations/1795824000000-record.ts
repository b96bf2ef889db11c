import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What was done, measured and seen on the floor: lines that are only ever added, each in its place.
 */
export class Record1795824000000 implements MigrationInterface {
  name = 'Record1795824000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE observation (
        job_id uuid NOT NULL REFERENCES job (id) ON DELETE CASCADE,
        id uuid NOT NULL,
        place integer NOT NULL,
        received_at timestamptz NOT NULL DEFAULT now(),
        by text NOT NULL,
        data jsonb NOT NULL,
        PRIMARY KEY (job_id, id),
        UNIQUE (job_id, place)
      );
      CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN RAISE EXCEPTION 'a line of the record is never changed'; END $$;
      CREATE TRIGGER observation_is_kept BEFORE UPDATE ON observation FOR EACH ROW EXECUTE FUNCTION refuse_change();
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE observation; DROP FUNCTION refuse_change');
  }
}

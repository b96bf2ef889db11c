import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A job is kept once: as its revisions, of which the newest is what it is now. */
export class Once1796256000000 implements MigrationInterface {
  name = 'Once1796256000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      INSERT INTO revision (job_id, version, saved_at, saved_by, data)
        SELECT j.id, j.version, j.updated_at, j.updated_by,
          j.ways || jsonb_build_object('name', j.name, 'notes', j.notes, 'units', j.units,
            'parts', (SELECT coalesce(jsonb_agg(p.data ORDER BY p.position), '[]') FROM part p WHERE p.job_id = j.id),
            'joints', (SELECT coalesce(jsonb_agg(t.data ORDER BY t.position), '[]') FROM joint t WHERE t.job_id = j.id))
        FROM job j
        ON CONFLICT (job_id, version) DO UPDATE SET data = excluded.data;
      ALTER TABLE job ADD COLUMN parts integer, ADD COLUMN joints integer;
      UPDATE job SET parts = (SELECT count(*) FROM part p WHERE p.job_id = job.id),
        joints = (SELECT count(*) FROM joint t WHERE t.job_id = job.id);
      ALTER TABLE job ALTER COLUMN parts SET NOT NULL, ALTER COLUMN joints SET NOT NULL,
        DROP COLUMN notes, DROP COLUMN ways;
      DROP TABLE part, joint;
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    const held = (table: string, extra: string) => `
      CREATE TABLE ${table} (
        job_id uuid NOT NULL REFERENCES job (id),
        id text NOT NULL,
        position integer NOT NULL,
        ${extra}
        data jsonb NOT NULL,
        PRIMARY KEY (job_id, id)
      );`;
    const filled = (table: string, more: string) => `
      INSERT INTO ${table} SELECT j.id, held.data->>'id', held.nth - 1, ${more} held.data
        FROM job j JOIN revision r ON r.job_id = j.id AND r.version = j.version,
          jsonb_array_elements(r.data->'${table}s') WITH ORDINALITY AS held (data, nth);`;
    await runner.query(`
      ALTER TABLE job ADD COLUMN notes text, ADD COLUMN ways jsonb;
      UPDATE job SET notes = r.data->>'notes',
        ways = r.data - '{name,notes,units,parts,joints}'::text[]
        FROM revision r WHERE r.job_id = job.id AND r.version = job.version;
      ALTER TABLE job ALTER COLUMN notes SET NOT NULL, ALTER COLUMN ways SET NOT NULL,
        DROP COLUMN parts, DROP COLUMN joints;
      ${held('part', '')} ${held('joint', 'kind text NOT NULL,')}
      ${filled('part', '')} ${filled('joint', "held.data->>'kind',")}
    `);
  }
}

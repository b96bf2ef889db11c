import { upgradedJob, upgradedShop } from '@velk/core/exchange';
import type { MigrationInterface, QueryRunner } from 'typeorm';

interface Row {
  readonly id: string;
  readonly data: unknown;
}

/**
 * Tools that can be retired, the shop's schools and rules, parts with marks and species, a job's
 * own schools.
 */
export class Chest1795478400000 implements MigrationInterface {
  name = 'Chest1795478400000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE job ADD COLUMN ways jsonb NOT NULL DEFAULT '{"schools": {}, "seasons": null}'`,
    );
    await runner.query('ALTER TABLE job ALTER COLUMN ways DROP DEFAULT');
    const shops = (await runner.query('SELECT id, data FROM shop')) as Row[];
    for (const { id, data } of shops)
      await runner.query('UPDATE shop SET data = $2 WHERE id = $1', [
        id,
        JSON.stringify(upgradedShop(data)),
      ]);
    const parts = (await runner.query('SELECT job_id, id, data FROM part')) as (Row & {
      job_id: string;
    })[];
    for (const { job_id, id, data } of parts) {
      const [part] = upgradedJob({ parts: [data] })['parts'] as unknown[];
      await runner.query('UPDATE part SET data = $3 WHERE job_id = $1 AND id = $2', [
        job_id,
        id,
        JSON.stringify(part),
      ]);
    }
    const revisions = (await runner.query('SELECT job_id, version, data FROM revision')) as {
      job_id: string;
      version: number;
      data: unknown;
    }[];
    for (const { job_id, version, data } of revisions)
      await runner.query('UPDATE revision SET data = $3 WHERE job_id = $1 AND version = $2', [
        job_id,
        version,
        JSON.stringify(upgradedJob(data)),
      ]);
  }

  /** Older versions refuse what they don't know: there is no way back that loses nothing. */
  down(): Promise<void> {
    return Promise.reject(new Error('Restore a copy from before this change instead.'));
  }
}

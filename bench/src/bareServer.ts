import express from 'express';
import pg from 'pg';
import { WHOLE, storedOf, type WholeRow } from '../../server/src/store/jobs.ts';

/**
 * Express and nothing else, with the query that reads a job: what Velk's own answers are measured
 * against.
 */
const pool = new pg.Pool({ connectionString: process.env['DATABASE_URL'], max: 8 });
const app = express();
app.get('/api/jobs/:id', async (req, res) => {
  const { rows } = await pool.query<WholeRow>(WHOLE, [req.params.id]);
  res.json(storedOf(rows[0]!));
});
const server = app.listen(0, '127.0.0.1', () => {
  const address = server.address();
  process.send?.({ port: typeof address === 'object' ? address?.port : 0 });
});

import { DataSource } from 'typeorm';

/** A new empty database of its own on the throw-away cluster of `npm test`. */
export async function newDatabase(prefix: string): Promise<URL> {
  const admin = process.env['VELK_TEST_DATABASE_URL'];
  if (!admin)
    throw new Error(
      'VELK_TEST_DATABASE_URL is not set: run npm test, which starts a throw-away database.',
    );
  const maker = await new DataSource({ type: 'postgres', url: admin }).initialize();
  const name = `${prefix}_${process.pid}_${Date.now()}`;
  await maker.query(`CREATE DATABASE ${name}`);
  await maker.destroy();
  const url = new URL(admin);
  url.pathname = `/${name}`;
  return url;
}

/**
 * The Velk that a bench of pages talks to: `scripts/benchScreens.mjs` brings it up and says where.
 */
export const base = process.env['VELK_URL']!;
export const authorization = `Bearer ${process.env['VELK_KEY']}`;

/** @throws Error with what it said where it refuses */
export async function asked<T>(path: string, method = 'GET', body?: unknown): Promise<T> {
  const answer = await fetch(`${base}/api${path}`, {
    method,
    headers: { authorization, 'content-type': 'application/json' },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });
  if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`);
  return (await answer.json()) as T;
}

/** Stores a job. @returns its id */
export const made = async (job: object): Promise<string> =>
  (await asked<{ id: string }>('/jobs', 'POST', { job })).id;

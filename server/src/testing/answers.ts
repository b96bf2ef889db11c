import { validate } from '@velk/core/exchange';
import { ANSWERS, endpointAt } from '@velk/core/wire';

/**
 * What is wrong with an answer by the shapes of the wire: its status, or a field of it; nothing at
 * an address that there isn’t.
 */
export function wrongIn(method: string, path: string, status: number, body: unknown): string[] {
  const endpoint = endpointAt(method, path);
  if (!endpoint || status === 204) return [];
  const name = status === endpoint.status ? endpoint.answer : 'problem';
  const answer = validate<unknown>(ANSWERS[name], body);
  return answer.ok
    ? []
    : answer.errors.map((e) => `${method} ${path} ${status}: ${e.path} ${e.message}`);
}

import { describe, expect, it } from 'vitest';
import { endpointAt, ENDPOINTS } from './endpoints.ts';

const ID = '6f1c1f2e-7b1d-4f0a-9a51-0c6d1c9e2b11';

describe('the endpoint at an address', () => {
  it.each(Object.entries(ENDPOINTS))('%s is found by an address of its own', (name, endpoint) => {
    const [method, path] = name.split(' ') as [string, string];
    const address = path.replace('{id}', ID).replace('{version}', '3');
    expect(endpointAt(method, address)).toBe(endpoint);
    expect(endpointAt(method, `${address}?after=3`)).toBe(endpoint);
    expect(endpointAt(method, `${address}/more`)).not.toBe(endpoint);
    expect(endpointAt('PATCH', address)).toBeUndefined();
  });

  it('is that which is written out, where a place for an id would do as well', () => {
    expect(endpointAt('POST', '/api/jobs/import')).toBe(ENDPOINTS['POST /api/jobs/import']);
    expect(endpointAt('GET', `/api/jobs/${ID}/nothing`)).toBeUndefined();
  });
});

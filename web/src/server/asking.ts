import { deviceId } from './device.ts';
import { readKept, writeKept } from '../browser/storage.ts';

const KEY = 'velk-countersign';
const isText = (value: unknown): value is string => typeof value === 'string';

/** Kept for the time of this page, too, where the browser keeps nothing. */
let here: string | undefined;

/**
 * Half of what lets this browser in. The cookie is the other: it goes to every port of the host, so
 * that it opens nothing by itself; this is kept by the origin, and none but its pages read it.
 */
export function keepCountersign(countersign: string | undefined): void {
  here = countersign;
  writeKept(KEY, countersign ?? null);
}

/** What every request says: which device asks, and that it is let in. */
export const askedBy = (): Record<string, string> => {
  const countersign = readKept(KEY, isText) ?? here;
  return { 'x-velk-device': deviceId(), ...(countersign && { 'x-velk-countersign': countersign }) };
};

/** Asks the server as this device. */
export const ask = (path: string, init: RequestInit = {}): Promise<Response> =>
  fetch(path, { ...init, headers: { ...askedBy(), ...(init.headers as Record<string, string>) } });

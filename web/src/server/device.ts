import { newId } from '../browser/ids.ts';
import { isRecord, readKept, writeKept } from '../browser/storage.ts';

const KEY = 'velk-device';

interface Device {
  readonly id: string;
  readonly name: string;
}

const isDevice = (value: unknown): value is Device =>
  isRecord(value) && typeof value['id'] === 'string' && typeof value['name'] === 'string';

/** Kept for the time of this page, too, where the browser keeps nothing. */
let ownDevice: Device | undefined;

const keep = (device: Device): Device => {
  writeKept(KEY, device);
  ownDevice = device;
  return device;
};
const read = (): Device => readKept(KEY, isDevice) ?? ownDevice ?? keep({ id: newId(), name: '' });

/** This browser's own id, made once, so that a record can say who saved. */
export const deviceId = (): string => read().id;
export const deviceName = (): string => read().name;
export const keepDeviceName = (name: string): void => void keep({ ...read(), name });

const KEY = 'velk-device';

interface Device {
  id: string;
  name: string;
}

const read = (): Device => {
  const kept = localStorage.getItem(KEY);
  if (kept) return JSON.parse(kept) as Device;
  const made = { id: newId(), name: '' };
  localStorage.setItem(KEY, JSON.stringify(made));
  return made;
};

/** A random v4 UUID, also where the page is not served over HTTPS. */
function newId(): string {
  const b = crypto.getRandomValues(new Uint8Array(16));
  b[6] = (b[6]! & 0x0f) | 0x40;
  b[8] = (b[8]! & 0x3f) | 0x80;
  const hex = Array.from(b, (x) => x.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

/** This browser's own id, made once, so that a record can say who saved. */
export const deviceId = (): string => read().id;
export const deviceName = (): string => read().name;
export const keepDeviceName = (name: string): void => localStorage.setItem(KEY, JSON.stringify({ ...read(), name }));

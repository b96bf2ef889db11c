import type { Entering } from '@velk/core/wire';
import { ask, keepCountersign } from './asking.ts';
import { deviceId, deviceName } from './device.ts';

/** A name for a device that has none. */
export const UNNAMED = 'An unnamed device';

/** This browser, as it names itself. */
export const thisDevice = (name = deviceName()): Entering['device'] => ({
  id: deviceId(),
  name: name.trim() || UNNAMED,
});

/** The key in what was pasted: the key alone, or the whole address that Velk printed. */
export const keyIn = (pasted: string): string => /#key=([\w-]+)/.exec(pasted)?.[1] ?? pasted.trim();

const KEY = '#key=';

/**
 * The address pasted into a page that is open already changes nothing but what stands behind the
 * `#`.
 */
export const enterWhenPasted = (): void =>
  window.addEventListener('hashchange', () => {
    if (window.location.hash.startsWith(KEY)) window.location.reload();
  });

/**
 * Comes in by the address that Velk printed, if this is it. The key stands behind the `#`, which no
 * browser sends to anybody, and is taken out of the address at once. A key that isn’t taken is left
 * to the door to speak of.
 */
export async function enterByAddress(): Promise<void> {
  const { hash, pathname, search } = window.location;
  if (!hash.startsWith(KEY)) return;
  window.history.replaceState(null, '', pathname + search);
  const answer = await ask('/api/access', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ key: keyIn(hash), device: thisDevice() } satisfies Entering),
  }).catch(() => undefined);
  const told = (await answer?.json().catch(() => null)) as
    { countersign?: string } | null | undefined;
  if (told?.countersign) keepCountersign(told.countersign);
}

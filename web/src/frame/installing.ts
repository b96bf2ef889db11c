import type { Workbox } from 'workbox-window';
import { store } from '../store.ts';
import { versionWaits } from './view.ts';

/** After what is looked at first has come, ms. */
const AFTER = 3000;
let workbox: Workbox | undefined;

/**
 * Keeps Velk in the browser, so that it starts with the network gone; says when a newer one waits
 * to be taken.
 */
export function keepVelk(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  setTimeout(() => void register().catch(() => undefined), AFTER);
}

async function register(): Promise<void> {
  const { Workbox: Registered } = await import('workbox-window');
  workbox = new Registered('/sw.js');
  workbox.addEventListener('waiting', () => store.dispatch(versionWaits()));
  /** The first time it takes the page that is open already, whose questions it hasn’t heard. */
  if (!navigator.serviceWorker.controller)
    workbox.addEventListener('controlling', () => void keepAll().catch(() => undefined));
  await workbox.register();
}

const keepAll = () =>
  import('../server/offline.ts').then(({ keepWhatWasSeen }) => keepWhatWasSeen());

/** Takes the version that waits: the page begins anew with it. */
export function takeVersion(): void {
  workbox?.addEventListener('controlling', () => window.location.reload());
  workbox?.messageSkipWaiting();
}

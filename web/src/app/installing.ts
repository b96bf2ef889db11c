import { Workbox } from 'workbox-window';
import { store } from './store.ts';
import { versionWaits } from './view.ts';

/** After what is looked at first has come, ms. */
const AFTER = 3000;
let workbox: Workbox | undefined;

/** Keeps Velk in the browser, so that it starts with the network gone; says when a newer one waits to be taken. */
export function keepVelk(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  workbox = new Workbox('/sw.js');
  workbox.addEventListener('waiting', () => store.dispatch(versionWaits()));
  setTimeout(() => void workbox!.register().catch(() => undefined), AFTER);
}

/** Takes the version that waits: the page begins anew with it. */
export function takeVersion(): void {
  workbox?.addEventListener('controlling', () => window.location.reload());
  workbox?.messageSkipWaiting();
}

/** Whoever is shown the door keeps no copy of the shop’s jobs. */
export function forgetJobs(): void {
  if ('caches' in window) void caches.delete('jobs');
}

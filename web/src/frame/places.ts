/**
 * Stages of a job in the order the work happens; each has a room of its name, and a key by number.
 */
export const STAGES = [
  { id: 'stock', title: 'Stock' },
  { id: 'joints', title: 'Joints' },
  { id: 'methods', title: 'Methods' },
  { id: 'setups', title: 'Set-ups' },
  { id: 'order', title: 'Order' },
  { id: 'proof', title: 'Proof' },
  { id: 'floor', title: 'Floor' },
  { id: 'log', title: 'Log' },
] as const;

export type StageId = (typeof STAGES)[number]['id'];

/** Rooms that all jobs share, by address; `short` is what they are called beside a job. */
export const SHARED_ROOMS = [
  { path: '/', title: 'Jobs' },
  { path: '/chest', title: 'Tool chest', short: 'Chest' },
  { path: '/quick', title: 'Quick figures', short: 'Figures' },
  { path: '/shop', title: 'Shop', short: 'Shop' },
  { path: '/guide', title: 'Guide' },
] as const;

/** Whether an address is in one of these. */
export const isIn = (path: string, address: string): boolean =>
  path === '/' ? address === '/' : address.startsWith(path);

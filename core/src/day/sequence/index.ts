export * from './setting.ts';
export * from './rules.ts';
export * from './cards.ts';
export type { Changed } from './changes.ts';
export * from './order.ts';
export * from './cutting.ts';
export * from './moves.ts';

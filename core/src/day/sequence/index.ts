export * from './setting.ts';
export * from './rules.ts';
export * from './cards.ts';
export * from './elements.ts';
export type { Changed } from './changes.ts';
export * from './order.ts';
export * from './moves.ts';
export * from './nearSettings.ts';

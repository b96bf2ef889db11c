export * from './operations.ts';
export * from './order.ts';
export * from './moves.ts';

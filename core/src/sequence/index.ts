export * from './operations.ts';
export * from './order.ts';
